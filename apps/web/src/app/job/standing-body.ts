import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Piece } from '@variatum/contracts';
import { findFieldTest, FIRST_TEST } from '@variatum/metallurgy';
import {
  firstBesideWords,
  ferriteWords,
  mannerWords,
  minuteWords,
  pointsWords,
  rodName,
  sureWords,
  TOLD_LOSS,
} from '@variatum/presentation';
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
    } @else if (rod() !== undefined && (answers.best() || answers.decided() !== undefined)) {
      <div class="head">
        <p class="rod figure" data-testid="standing-rod">{{ name(rod() ?? null) }}</p>
        @if (answers.stands(); as stands) {
          @if (stands.governing !== 'none') {
            <p class="ferrite">
              <span data-testid="standing-ferrite">Ferrite number {{ ferrite() }}</span>
            </p>
            <va-help-note about="ferrite-number" />
          } @else {
            <p class="soft small">No ferrite number applies to this weld metal.</p>
          }
        }
      </div>
      @if (sort(); as words) {
        <p class="small sort" data-testid="standing-sort">{{ words }}</p>
      }
      @if (answers.stands(); as stands) {
        @if (stands.governing !== 'none') {
          <va-ferrite-scale [range]="stands.ferriteNumber" />
        }
        @if (answers.untold().length > 0) {
          <p class="small untried" data-testid="risk-not-known">
            <va-risk-mark level="not-known" says="risk not known" />
            nothing was tried on {{ untold() }} yet
          </p>
        }
        @if (answers.worst(); as risk) {
          <div class="risk">
            <p class="row">
              <va-risk-mark [level]="risk.level" />
              <strong>{{ risk.title }}</strong>
            </p>
            <p class="small reason">{{ answers.said(risk.reason) }}</p>
            @if (risk.level === 'do-not') {
              <p class="small">{{ answers.said(risk.remedy) }}</p>
            }
          </div>
        } @else if (answers.untold().length === 0) {
          <p class="row">
            <va-risk-mark level="low" />
            no risk above low
          </p>
        }
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
    .untried {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 2px 8px;
    }
    .sort {
      font-weight: 650;
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

  /** The rod that stands large: the one decided on, else the first. */
  protected readonly rod = computed(() => {
    const decided = this.answers.decided();
    return decided === undefined ? this.answers.best()?.rod : decided;
  });
  /** What kind of word it is: decided, with what ranks first beside it; or only a rod to begin with. */
  protected readonly sort = computed(() => {
    if (this.answers.decided() !== undefined) {
      const [first, stands] = [this.answers.firstBeside(), this.answers.stands()];
      const beside = first ? ` ${firstBesideWords(first, stands)}` : '';
      return `${stands || !this.answers.best() ? 'Decided.' : 'Decided, not among what is ranked.'}${beside}`;
    }
    return this.answers.untold().length > 0 ? 'A rod to begin with.' : '';
  });
  /** Pieces nothing was tried on, by name. */
  protected readonly untold = computed(() => {
    const names = this.answers.untold().map(({ name }) => name);
    return [names.slice(0, -1).join(', '), names.at(-1) ?? ''].filter(Boolean).join(' and ');
  });
  protected readonly ferrite = computed(() => {
    const stands = this.answers.stands();
    return stands ? ferriteWords(stands.ferriteNumber) : '';
  });
  protected readonly sure = computed(() => {
    const share = this.answers.sureness();
    if (this.answers.untold().length > 0) return share === null ? null : 'How sure: not known yet.';
    // How sure the first rod is says nothing of another one that was decided on.
    const isFirst = this.answers.decided() === undefined || this.answers.decided() === this.answers.best()?.rod;
    return share === null || !isFirst ? null : `How sure: ${sureWords(share)}.`;
  });
  protected readonly next = computed(() => {
    const [first] = this.answers.untold();
    if (first) return this.magnetFirst(first);
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

  /** Of a piece nothing was tried on, a magnet is worth its seconds whatever else is. */
  private magnetFirst({ id, name }: Piece) {
    const test = findFieldTest(FIRST_TEST);
    return {
      piece: name,
      pieceId: id,
      testId: FIRST_TEST,
      test: test?.title ?? FIRST_TEST,
      minutes: minuteWords(test?.minutes ?? 1),
      moves: 'it parts the families that mistakes are made between',
    };
  }

  /** What one rod for the whole part would cost, and where the part risks most; null for a single joint. */
  protected readonly whole = computed(() => {
    const [plans, worst] = [this.parts.plans(), this.parts.worst()];
    const best = plans[0];
    if (!best) return null;
    const one = plans.find((plan) => plan.one !== undefined);
    const numbers = this.joints.leaders().map(({ id }) => this.joints.numberOf(id));
    const each = best.rods.map((rod, index) => `${rodName(rod)} on ${numbers[index]}`).join(', ');
    const costs = (one?.extra ?? []).flatMap((extra, index) =>
      extra >= TOLD_LOSS ? [`${pointsWords(extra)} points on joint ${numbers[index]}`] : [],
    );
    const barred = one?.worst === 'do-not' ? ', but do not on one of them' : '';
    const oneWords = one
      ? 'One rod for all: ' +
        `${rodName(one.one ?? null)}${costs.length > 0 ? `, costs ${costs.join(', ')}` : ', as good'}${barred}.`
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
