import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router } from '@angular/router';
import { alarmSound, NO_ALARM, type AlarmSound } from '@variatum/job';
import { LEAST_ROOM_PPM } from '@variatum/metallurgy';
import { alarmWords, NO_PERSONAL_ALARM } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { filter, fromEvent, interval, map } from 'rxjs';
import { SteadyClock } from '../kit/steady-clock';
import { Icon } from '../kit/marks/icon';
import { AlarmCall, MeterStore, RoomWatch, StandingAlarms } from '../meters';

/** So often it is asked whether a silenced sound is due again, ms. */
const EVERY_MS = 1000;

/**
 * Says what meters call for: on every page that somebody has to leave a room, on the pages of a job what its gas and
 * its meters call for, and calls there by sound.
 */
@Component({
  selector: 'va-alarm-bar',
  imports: [Icon, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (watch.isCalling()) {
      <div class="call" [attr.data-state]="watch.room().state" data-testid="room-alarm">
        <va-icon name="warning" />
        <div>
          <p class="what" role="alert">{{ what() }}</p>
          <p>{{ about() }}</p>
        </div>
        @if (watch.room().state === 'short') {
          <button nz-button type="button" (click)="watch.say('left')">I have left the room</button>
        } @else {
          <button nz-button type="button" (click)="watch.say('back')">I am back in it</button>
        }
      </div>
    }
    @for (alarm of ofJob(); track alarm.id) {
      <div class="call" data-testid="job-alarm">
        <va-icon name="warning" />
        <div>
          <p class="what" role="alert">{{ alarm.what }}</p>
          <p>{{ alarm.about }}</p>
        </div>
      </div>
    }
    @if (isHeard()) {
      <p class="sound">
        <button nz-button type="button" (click)="silence()">Silence the sound for two minutes</button>
      </p>
    }
  `,
  styles: `
    .call {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: var(--space-2) var(--space-4);
      padding: var(--space-3) var(--space-5);
      background: var(--do-not-wash);
      border: 4px solid var(--do-not);
      color: var(--ink);
    }
    va-icon {
      font-size: 2.6rem;
      color: var(--do-not);
    }
    div div {
      flex: 1 1 220px;
    }
    .what {
      font-size: 1.9rem;
      line-height: 1.1;
      font-weight: 800;
      color: var(--do-not);
      font-family: var(--font-display);
    }
    .sound {
      padding: var(--space-2) var(--space-5);
      background: var(--do-not-wash);
    }
  `,
})
export class AlarmBar {
  protected readonly watch = inject(RoomWatch);
  private readonly standing = inject(StandingAlarms);
  private readonly meters = inject(MeterStore);
  private readonly call = inject(AlarmCall);
  private readonly steady = inject(SteadyClock);

  private readonly router = inject(Router);
  private readonly address = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => urlAfterRedirects),
    ),
    { initialValue: this.router.url },
  );
  /** The job whose page is open; undefined: none. */
  private readonly job = computed(() => /^\/jobs\/([\w-]+)/.exec(this.address())?.[1]);

  // What is announced has no figure in it: it is said once, not with every reading.
  protected readonly what = computed(() =>
    this.watch.room().state === 'short'
      ? 'Leave the room. Too little oxygen.'
      : 'Stay outside. Too little oxygen inside.',
  );
  protected readonly about = computed(() => {
    const { percent, name, isFresh } = this.watch.room();
    const where = name === '' ? '' : ` (${name})`;
    const advice = `Gas off, air in. Argon gives no warning and lies in pits and vessels. ${NO_PERSONAL_ALARM}`;
    if (percent === null) return advice;
    const shown = `${percent.toFixed(1)} % oxygen ${isFresh ? 'now' : 'when it was read last'}${where}`;
    if (10_000 * percent < LEAST_ROOM_PPM) return `${shown}, below ${LEAST_ROOM_PPM / 10_000} %. ${advice}`;
    return `${shown}. It is over when that has been read for half a minute.`;
  });

  private readonly alarms = computed(() => this.standing.alarms().filter(({ jobId }) => jobId === this.job()));
  /** What the gas and the meters of the open job call for; its room is said above. */
  protected readonly ofJob = computed(() =>
    this.alarms()
      .filter(({ what }) => what !== 'room-oxygen')
      .map((alarm) => ({ id: alarm.id, ...alarmWords(alarm, this.nameOf(alarm.meterId)) })),
  );
  /** What calls by sound; null: nothing, or the torch calls itself. */
  private readonly cause = computed(() => {
    if (this.call.atTorch()) return null;
    const calls = this.alarms().filter(({ what, meterId }) =>
      what === 'room-oxygen'
        ? this.watch.room().state === 'short'
        : // A meter behind a root that is silent stops nobody; one for a room does.
          what === 'oxygen-rose' || this.meterOf(meterId)?.use?.place === 'room',
    );
    return calls.length === 0 ? null : calls.map(({ id }) => id).join(' ');
  });
  private readonly sounding = signal<AlarmSound>(NO_ALARM);
  protected readonly isHeard = computed(() => this.sounding().isHeard);

  constructor() {
    // A browser makes sound only after a touch.
    fromEvent(document, 'pointerdown')
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.alarms().length > 0 && this.call.ready());
    effect(() => {
      this.cause();
      untracked(() => this.sound(false));
    });
    interval(EVERY_MS)
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.sounding().cause !== null && this.sound(false));
  }

  protected silence(): void {
    this.sound(true);
  }

  private sound(silences: boolean): void {
    const was = this.sounding();
    const sound = alarmSound(this.cause(), silences, this.steady.read(), was);
    if (sound.cause === was.cause && sound.isHeard === was.isHeard && !silences) return;
    this.sounding.set(sound);
    if (this.call.atTorch()) return;
    if (sound.isHeard) this.call.begin();
    else this.call.end();
  }

  private meterOf(id: string) {
    return this.meters.meters().find((one) => one.id === id);
  }

  private nameOf(id: string): string {
    return this.meterOf(id)?.name ?? 'A meter';
  }
}
