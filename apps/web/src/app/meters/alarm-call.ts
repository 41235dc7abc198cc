import { Injectable, signal } from '@angular/core';

/** Tones of the alarm, Hz and s: two that alternate carry through fans and grinders. */
const TONES = [880, 1320] as const;
const TONE_S = 0.25;
const EVERY_MS = 1200;
const SHAKES_MS = [300, 150, 300, 150, 300];

/** Calls by sound and by shaking, again and again, until it is ended. */
@Injectable({ providedIn: 'root' })
export class AlarmCall {
  private context: AudioContext | undefined;
  private timer: ReturnType<typeof setInterval> | undefined;

  /** Whether somebody welds by this device: the torch then says what calls, and ends the call. */
  readonly atTorch = signal(false);

  /** A browser makes sound only after a touch: to be called at one. */
  ready(): void {
    if (typeof AudioContext === 'undefined') return;
    this.context ??= new AudioContext();
    if (this.context.state === 'suspended') void this.context.resume().catch(() => undefined);
  }

  get isOn(): boolean {
    return this.timer !== undefined;
  }

  begin(): void {
    if (this.isOn) return;
    this.call();
    this.timer = setInterval(() => this.call(), EVERY_MS);
  }

  end(): void {
    clearInterval(this.timer);
    this.timer = undefined;
  }

  private call(): void {
    (navigator as Partial<Navigator>).vibrate?.(SHAKES_MS);
    const context = this.context;
    if (context?.state !== 'running') return;
    TONES.forEach((pitch, index) => {
      const [tone, volume] = [context.createOscillator(), context.createGain()];
      tone.type = 'square';
      tone.frequency.value = pitch;
      volume.gain.value = 0.25;
      tone.connect(volume).connect(context.destination);
      const from = context.currentTime + index * TONE_S;
      tone.start(from);
      tone.stop(from + TONE_S);
    });
  }
}
