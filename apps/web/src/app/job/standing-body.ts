import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { findFieldTest } from '@variatum/metallurgy';
import { ferriteWords, mannerWords, minuteWords, pointsWords, rodName, sureWords } from '@variatum/presentation';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { FerriteScale } from '../kit/marks/ferrite-scale';
import { HelpNote } from '../kit/marks/help-note';
import { RiskMark } from '../kit/marks/risk-mark';
import { WorkshopStore } from '../settings/workshop-store';
import { AnswerService } from './answer.service';
import { PartAnswers } from './part-answers.service';
import { JobStore, JointStore } from './stores';

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
      <div class="head">
        <p class="rod figure" data-testid="standing-rod">{{ name(best.rod) }}</p>
        @if (best.governing !== 'none') {
          <p class="ferrite">
            <span data-testid="standing-ferrite">Ferrite number {{ ferrite() }}</span>
          </p>
          <va-help-note about="ferrite-number" />
        } @else {
          <p class="soft small">No ferrite number applies to this weld metal.</p>
        }
      </div>
      @if (best.governing !== 'none') {
        <va-ferrite-scale [range]="best.ferriteNumber" />
      }
      @if (answers.worst(); as risk) {
        <div class="risk">
          <p class="row">
            <va-risk-mark [level]="risk.level" />
            <strong>{{ risk.title }}</strong>
          </p>
          <p class="small reason">{{ risk.reason }}</p>
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
      @if (whole(); as words) {
        <p class="small whole" data-testid="whole-part">{{ words.one }}</p>
        @if (words.worst) {
          <p class="small soft">{{ words.worst }}</p>
        }
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
        @if (sure(); as words) {
          <p class="small">{{ words }}</p>
        }
      } @else if (answers.enough()) {
        <p class="enough">
          <strong>Enough.</strong>
          No test on hand is worth its minutes for the rod.
          {{ sure() }}
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
      gap: 8px;
    }
    .rod {
      font-size: 1.95rem;
      white-space: nowrap;
      font-weight: 720;
      line-height: 1;
    }
    .head {
      display: flex;
      align-items: center;
      gap: var(--space-3);
    }
    .ferrite {
      flex: 1;
      font-size: 0.86rem;
      line-height: 1.2;
      text-align: right;
    }
    .risk {
      display: grid;
      gap: 2px;
    }
    /* The whole of it stands under Rod. */
    .reason {
      display: -webkit-box;
      -webkit-box-orient: vertical;
      -webkit-line-clamp: 2;
      overflow: hidden;
    }
    .whole {
      border-left: 4px solid var(--tint-straw);
      padding-left: 8px;
    }
    .next {
      display: grid;
      gap: 2px;
      padding: 8px var(--space-3);
      background: var(--accent-wash);
      border-left: 4px solid var(--accent);
      color: var(--ink);
      text-decoration: none;
      border-radius: 2px;
    }
    .enough {
      background: var(--low-wash);
      color: var(--ink);
      padding: 6px var(--space-3);
      font-size: var(--size-small);
      border-left: 4px solid var(--low);
    }
  `,
})
export class StandingBody {
  protected readonly answers = inject(AnswerService);
  protected readonly store = inject(JobStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly parts = inject(PartAnswers);
  private readonly joints = inject(JointStore);
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
    if (!next) return null;
    const { piece } = next;
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
  /** What one rod for the whole part would cost, and where the part risks most; null for a single joint. */
  protected readonly whole = computed(() => {
    const [plans, worst] = [this.parts.plans(), this.parts.worst()];
    const best = plans[0];
    if (!best) return null;
    const one = plans.find((plan) => plan.one !== undefined);
    const numbers = this.joints.leaders().map(({ id }) => this.joints.numberOf(id));
    const each = best.rods.map((rod, index) => `${rodName(rod)} on ${numbers[index]}`).join(', ');
    const costs = (one?.extra ?? []).flatMap((extra, index) =>
      extra >= 0.005 ? [`${pointsWords(extra)} points on joint ${numbers[index]}`] : [],
    );
    const barred = one?.worst === 'do-not' ? ', but do not on one of them' : '';
    const oneWords = one
      ? `One rod for all: ${rodName(one.one ?? null)}${costs.length > 0 ? `, costs ${costs.join(', ')}` : ', as good'}${barred}.`
      : 'No one rod serves all joints.';
    return {
      one: best.one === undefined ? `Best: ${each}. ${oneWords}` : oneWords,
      worst:
        worst && worst.joint.id !== this.joints.leading()?.id
          ? `Joint ${this.joints.numberOf(worst.joint.id)} risks most.`
          : '',
    };
  });
  protected readonly house = computed(() => {
    const preferences = Object.keys(this.workshops.workshop()?.preferences ?? {});
    return preferences.length > 0 ? `House preferences counted: ${preferences.join(', ')}.` : null;
  });
}
