import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';

const FIGURES = ['1', '2', '3', '4', '5', '6', '7', '8', '9'] as const;
const LEAST = 4;
const MOST = 8;

/** Large keys for a short number: typed with gloves on, or with a keyboard. */
@Component({
  selector: 'va-number-pad',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="given" role="status" [attr.aria-label]="given().length + ' figures given'">
      @for (dot of dots(); track $index) {
        <span [class.full]="dot"></span>
      }
    </p>
    @if (said(); as words) {
      <p class="wrong" role="alert">{{ words }}</p>
    }
    <div class="keys" role="group" aria-label="Your number">
      @for (figure of figures; track figure) {
        <button type="button" (click)="add(figure)">{{ figure }}</button>
      }
      <button type="button" class="words" (click)="given.set('')">Clear</button>
      <button type="button" (click)="add('0')">0</button>
      <button type="button" class="words go" [disabled]="busy() || !enough()" (click)="give()">OK</button>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-3);
      justify-items: center;
    }
    .given {
      display: flex;
      gap: 10px;
      min-height: 18px;
    }
    .given span {
      width: 16px;
      height: 16px;
      border: 2px solid var(--line-strong);
      border-radius: 50%;
    }
    .given .full {
      background: var(--accent);
      border-color: var(--accent);
    }
    .keys {
      display: grid;
      grid-template-columns: repeat(3, minmax(72px, 96px));
      gap: 8px;
    }
    button {
      min-height: 72px;
      border: 1px solid var(--line-strong);
      border-radius: var(--corner);
      background: var(--raised);
      color: var(--ink);
      font: 640 1.7rem var(--font-display);
      cursor: pointer;
    }
    .words {
      font-size: 1.1rem;
    }
    .go:not(:disabled) {
      background: var(--accent);
      color: var(--accent-ink);
    }
    .go:disabled {
      color: var(--ink-soft);
    }
    .wrong {
      color: var(--do-not);
      font-weight: 650;
      text-align: center;
      max-width: 34ch;
    }
  `,
  host: { '(window:keydown)': 'key($event)' },
})
export class NumberPad {
  readonly said = input('');
  readonly busy = input(false);
  readonly number = output<string>();
  protected readonly figures = FIGURES;
  protected readonly given = signal('');
  protected readonly enough = computed(() => this.given().length >= LEAST);
  protected readonly dots = computed(() =>
    Array.from({ length: Math.max(LEAST, this.given().length) }, (_dot, index) => index < this.given().length),
  );

  protected add(figure: string): void {
    if (this.given().length < MOST) this.given.update((so) => so + figure);
  }

  protected give(): void {
    if (!this.enough() || this.busy()) return;
    this.number.emit(this.given());
    this.given.set('');
  }

  protected key(event: KeyboardEvent): void {
    if (event.target instanceof HTMLInputElement) return;
    if (/^\d$/.test(event.key)) this.add(event.key);
    else if (event.key === 'Backspace') this.given.update((so) => so.slice(0, -1));
    // On a key of the pad, Enter presses that key.
    else if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) this.give();
    else return;
    event.preventDefault();
  }
}
