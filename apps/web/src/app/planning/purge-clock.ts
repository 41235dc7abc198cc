import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { clockWords, minutesWords, ratioWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { PurgePlanning } from './purge-planning';
import { PurgeWait } from './purge-wait';
import { S_PER_MINUTE } from '../kit/units';

/**
 * The waiting clock: gas on, how long it has been running, and when it is most likely clean. It runs on when the page
 * is closed.
 */
@Component({
  selector: 'va-purge-clock',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (wait.clock(); as clock) {
      <p class="figure running" role="timer" aria-label="Gas has been on for">{{ running() }}</p>
      <div>
        <p aria-live="polite">
          <strong>{{ metered() ? '' : said() }}</strong>
        </p>
        <p class="small soft">{{ predicted() }}</p>
      </div>
      <button nz-button type="button" (click)="planning.change({ clock: null })">Gas off</button>
    } @else if (planning.answer()?.minutes) {
      <button nz-button nzType="primary" type="button" (click)="planning.gasOn()">Gas on: start the clock</button>
      <p class="small soft">It runs on when the page is closed.</p>
      @if (planning.learnt(); as own) {
        <p class="small own" data-testid="own-purge">
          From {{ own.count }} of your purges: {{ ratioWords(own.factor) }} what is reckoned.
        </p>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: var(--space-3);
      align-items: center;
      flex-wrap: wrap;
    }
    .own {
      color: var(--accent);
      font-weight: 550;
    }
    .running {
      font-size: 1.9rem;
      font-weight: 650;
      line-height: 1;
      min-width: 3.6ch;
    }
    div {
      flex: 1 1 120px;
      min-width: 0;
    }
  `,
})
export class PurgeClockView {
  /** Whether a meter looks: what was predicted then says nothing of now. */
  readonly metered = input(false);
  protected readonly planning = inject(PurgePlanning);
  protected readonly wait = inject(PurgeWait);
  protected readonly ratioWords = ratioWords;
  protected readonly running = computed(() => clockWords(S_PER_MINUTE * (this.wait.minutes() ?? 0)));
  protected readonly said = computed(() => {
    const [clock, now] = [this.wait.clock(), this.wait.minutes()];
    if (!clock || now === null) return '';
    const [, likely, most] = clock.minutes;
    if (most !== null && now >= most) return 'Clean by the prediction. Weld, gas stays on.';
    if (now >= likely) return 'Most likely clean; a meter would say.';
    return `Wait ${minutesWords(likely - now)}`;
  });
  protected readonly predicted = computed(() => {
    const clock = this.wait.clock();
    if (!clock) return '';
    const [least, likely, most] = clock.minutes;
    const longest = most === null ? 'never' : minutesWords(most);
    return `predicted ${minutesWords(likely)}: ${minutesWords(least)} to ${longest}`;
  });
}
