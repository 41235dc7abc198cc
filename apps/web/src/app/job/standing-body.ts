import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { findFieldTest } from '@variatum/metallurgy';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { FerriteScale } from '../kit/marks/ferrite-scale';
import { HelpNote } from '../kit/marks/help-note';
import { RiskMark } from '../kit/marks/risk-mark';
import { WorkshopStore } from '../settings/workshop-store';
import { ferriteWords, minuteWords, rodName, mannerWords, sureWords } from '../words/words';
import { AnswerService } from './answer.service';
import { JobStore } from './stores';

/** What the standing answer says: rod, ferrite, worst risk, how sure, and the one thing that would change it. */
@Component({
  selector: 'va-standing-body',
  imports: [FerriteScale, HelpNote, NzSpinModule, RiskMark, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (answers.stop(); as words) {
      <p class="rod figure" data-testid="standing-rod">Stop</p>
      <div class="risk">
        <p class="row"><va-risk-mark level="do-not" /></p>
        <p class="small">{{ words }}</p>
      </div>
    } @else if (answers.best(); as best) {
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
      @if (answers.worst(); as risk) {
        <div class="risk">
          <p class="row">
            <va-risk-mark [level]="risk.level" />
            <strong>{{ risk.title }}</strong>
          </p>
          <p class="small">{{ risk.reason }}</p>
          @if (risk.level === 'do-not') {
            <p class="small">{{ risk.remedy }}</p>
          }
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
          [queryParams]="{ piece: next.pieceId, test: next.testId }"
        >
          <span class="small">Next useful act · {{ next.minutes }}</span>
          <strong>{{ next.test }} on {{ next.piece }}</strong>
          <span class="small">{{ next.moves }}</span>
        </a>
      } @else if (answers.enough()) {
        <p class="enough">
          <strong>Enough.</strong>
          No test on hand is worth its minutes for the rod.
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
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-3);
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
  `,
})
export class StandingBody {
  protected readonly answers = inject(AnswerService);
  protected readonly store = inject(JobStore);
  private readonly workshops = inject(WorkshopStore);
  protected readonly name = rodName;

  protected readonly ferrite = computed(() => {
    const best = this.answers.best();
    return best ? ferriteWords(best.ferriteNumber) : '';
  });
  protected readonly sure = computed(() => {
    const share = this.answers.sureness();
    return share === null ? null : `How sure: ${sureWords(share)}.`;
  });
  protected readonly next = computed(() => {
    const next = this.answers.nextTest();
    const piece = next && this.store.pieces()[next.piece];
    if (!next || !piece) return null;
    const test = findFieldTest(next.test.test);
    return {
      piece: piece.name,
      pieceId: piece.id,
      testId: next.test.test,
      test: test ? [test.title, ...mannerWords(test, next.test.settings)].join(', ') : next.test.test,
      minutes: minuteWords(next.test.minutes),
      moves: next.test.moves ? `${next.test.moves.outcome} would move it to ${next.test.moves.rod}` : '',
    };
  });
  protected readonly house = computed(() => {
    const preferences = Object.keys(this.workshops.workshop()?.preferences ?? {});
    return preferences.length > 0 ? `House preferences counted: ${preferences.join(', ')}.` : null;
  });
}
