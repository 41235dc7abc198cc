import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { JobStore } from './job-store';
import { FerriteScale } from '../kit/marks/ferrite-scale';
import { RiskMark } from '../kit/marks/risk-mark';
import { ferriteWords, rodName, sureWords, settingWords, testOf, minuteWords } from '../words/words';
import { AnswerService } from './answer.service';
import { HelpNote } from '../kit/marks/help-note';

/** Rod, ferrite, worst risk, how sure, and the one thing that would change it: on every stage of a job. */
@Component({
  selector: 'va-standing-answer',
  imports: [HelpNote, RouterLink, NzSpinModule, FerriteScale, RiskMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <aside aria-label="Standing answer" [class.open]="open()">
      <button
        type="button"
        class="fold"
        (click)="open.set(!open())"
        [attr.aria-expanded]="open()"
        aria-controls="standing-body"
      >
        <span class="figure">{{ headline() }}</span>
        @if (worst(); as risk) {
          <va-risk-mark [level]="risk.level" />
        }
        <span class="small">{{ open() ? 'Fold' : 'More' }}</span>
      </button>
      <div class="body" id="standing-body">
        <p class="small soft over">
          <span>Standing answer</span>
          <span role="status" class="state">{{ answers.busy() ? 'computing' : '' }}</span>
        </p>
        @if (answers.best(); as best) {
          <p class="rod figure" data-testid="standing-rod">{{ name(best.rod) }}</p>
          @if (best.governing !== 'none') {
            <div>
              <p class="row tight ferrite">
                <span data-testid="standing-ferrite">Ferrite number {{ ferrite() }}</span>
                <va-help-note about="ferrite-number" />
              </p>
              <va-ferrite-scale [range]="best.ferriteNumber" />
            </div>
          } @else {
            <p class="soft">No ferrite number applies to this weld metal.</p>
          }
          @if (worst(); as risk) {
            <div class="risk">
              <p class="row">
                <va-risk-mark [level]="risk.level" />
                <strong>{{ risk.title }}</strong>
              </p>
              <p class="small">{{ risk.reason }}</p>
            </div>
          } @else {
            <p class="row">
              <va-risk-mark level="low" />
              no risk above low
            </p>
          }
          @if (sure(); as words) {
            <p class="small">{{ words }}</p>
          }
          @if (next(); as next) {
            <a
              class="next"
              [routerLink]="['/jobs', store.job()?.id, 'identify']"
              [queryParams]="{ piece: next.pieceId }"
            >
              <span class="small">Next useful act · {{ next.minutes }}</span>
              <strong>{{ next.test }} on {{ next.piece }}</strong>
              <span class="small">{{ next.moves }}</span>
            </a>
          } @else if (answers.enough()) {
            <p class="enough">
              <strong>Enough.</strong>
              No test on hand changes the rod.
            </p>
          }
          @if (house(); as words) {
            <p class="small soft">{{ words }}</p>
          }
        } @else if (answers.failure()) {
          <p role="alert">{{ answers.failure() }}</p>
        } @else if (store.pieces().length === 0) {
          <p>Add a piece and the first answer stands here, however little is known.</p>
        } @else {
          <nz-spin nzSimple />
        }
        <p class="small soft advice">Advice, not approval. Codes and qualified procedures decide.</p>
      </div>
    </aside>
  `,
  styles: `
    aside {
      background: var(--raised);
      border: 1px solid var(--line);
      border-radius: var(--corner);
      box-shadow: var(--shadow);
    }
    .body {
      display: grid;
      gap: var(--space-3);
      padding: var(--space-4);
    }
    .over {
      display: flex;
      justify-content: space-between;
      text-transform: uppercase;
      letter-spacing: 0.08em;
      font-size: 0.75rem;
    }
    .state {
      text-transform: none;
      letter-spacing: 0;
    }
    .rod {
      font-size: var(--size-answer);
      font-weight: 720;
      line-height: 1;
    }
    .ferrite {
      font-size: 0.94rem;
      flex-wrap: nowrap;
      justify-content: space-between;
    }
    .risk {
      display: grid;
      gap: 4px;
    }
    .next {
      display: grid;
      gap: 2px;
      padding: var(--space-3);
      background: var(--accent-wash);
      border-left: 4px solid var(--accent);
      color: var(--ink);
      text-decoration: none;
      border-radius: 2px;
    }
    .enough {
      background: var(--low-wash);
      color: var(--ink);
      padding: var(--space-2) var(--space-3);
      border-left: 4px solid var(--low);
    }
    .advice {
      border-top: 1px solid var(--line);
      padding-top: var(--space-2);
    }
    .fold {
      display: none;
    }
    @media print {
      aside {
        background: none;
        box-shadow: none;
        break-inside: avoid;
      }
    }
    @media screen and (max-width: 980px) {
      aside {
        position: fixed;
        left: 0;
        right: 0;
        bottom: 0;
        z-index: 5;
        border-radius: 0;
        border-width: 2px 0 0;
        border-color: var(--accent);
        max-height: 82dvh;
        overflow: auto;
      }
      .fold {
        display: flex;
        width: 100%;
        gap: var(--space-3);
        align-items: center;
        justify-content: space-between;
        min-height: 54px;
        padding: 0 var(--space-3);
        border: 0;
        background: var(--raised);
        color: var(--ink);
        font: inherit;
        cursor: pointer;
      }
      .fold .figure {
        font-weight: 720;
        font-size: 1.1rem;
      }
      aside:not(.open) .body {
        display: none;
      }
    }
  `,
})
export class StandingAnswer {
  protected readonly answers = inject(AnswerService);
  protected readonly store = inject(JobStore);
  protected readonly open = signal(false);
  protected readonly name = rodName;

  protected readonly ferrite = computed(() => {
    const best = this.answers.best();
    return best ? ferriteWords(best.ferriteNumber) : '';
  });
  protected readonly headline = computed(() => {
    const best = this.answers.best();
    if (!best) return this.store.pieces().length === 0 ? 'No piece yet' : 'Computing';
    const [low, high] = best.ferriteNumber.range90;
    return best.governing === 'none'
      ? rodName(best.rod)
      : `${rodName(best.rod)} · FN ${Math.round(low)}–${Math.round(high)}`;
  });
  protected readonly worst = computed(() => this.answers.best()?.risks.find(({ level }) => level !== 'low') ?? null);
  protected readonly sure = computed(() => {
    const share = this.answers.sureness();
    return share === null ? null : `How sure: ${sureWords(share)}.`;
  });
  protected readonly next = computed(() => {
    const next = this.answers.nextTest();
    const piece = next && this.store.pieces()[next.piece];
    if (!next || !piece) return null;
    const test = testOf(next.test.test);
    return {
      piece: piece.name,
      pieceId: piece.id,
      test: test ? [test.title, ...settingWords(test, next.test.settings)].join(', ') : next.test.test,
      minutes: minuteWords(next.test.minutes),
      moves: next.test.moves ? `${next.test.moves.outcome} would move it to ${next.test.moves.rod}` : '',
    };
  });
  protected readonly house = computed(() => {
    const preferences = Object.keys(this.store.workshop()?.preferences ?? {});
    return preferences.length > 0 ? `House preferences counted: ${preferences.join(', ')}.` : null;
  });
}
