import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  Injector,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { rodName } from '@variatum/presentation';
import { RiskMark } from '../kit/marks/risk-mark';
import { AnswerService } from './answer.service';
import { StandingBody } from './standing-body';
import { JobStore, JointStore } from './stores';

/** Rod, ferrite, worst risk, how sure, and the one thing that would change it: on every stage of a job. */
@Component({
  selector: 'va-standing-answer',
  imports: [RiskMark, StandingBody],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <aside #aside tabindex="-1" aria-label="Standing answer" [class.open]="open()">
      <button
        type="button"
        class="fold"
        (click)="open.set(!open())"
        [attr.aria-expanded]="open()"
        aria-controls="standing-body"
      >
        <span class="figure">
          {{ headline() }}
          @if (beside(); as words) {
            <span class="small soft beside">{{ words }}</span>
          }
        </span>
        @if (answers.untold().length > 0 && answers.stands() && answers.worst()?.level !== 'do-not') {
          <va-risk-mark level="not-known" says="risk not known" />
        } @else if (answers.worst(); as risk) {
          <va-risk-mark [level]="risk.level" />
        }
        <span class="small">{{ open() ? 'Fold' : 'More' }}</span>
      </button>
      <div class="body" id="standing-body">
        <p class="small soft over">
          <span>Standing answer{{ about() }}</span>
          <span role="status" class="state">{{ answers.busy() ? 'computing' : '' }}</span>
        </p>
        <va-standing-body />
        <p class="small soft advice">Advice, not approval. Codes and qualified procedures decide.</p>
      </div>
    </aside>
  `,
  styles: `
    aside {
      height: 100%;
      background: var(--raised);
      border: 1px solid var(--line);
      border-radius: var(--corner);
      box-shadow: var(--shadow);
    }
    .body {
      display: grid;
      gap: 6px;
      padding: 8px var(--space-4);
    }
    .over {
      display: flex;
      justify-content: space-between;
      text-transform: uppercase;
      letter-spacing: 0.08em;
      font-size: 0.72rem;
      line-height: 1.2;
    }
    .state {
      text-transform: none;
      letter-spacing: 0;
    }
    .advice {
      border-top: 1px solid var(--line);
      padding-top: 4px;
      font-size: 0.76rem;
    }
    .fold {
      display: none;
    }
    .beside {
      display: block;
      font-weight: 500;
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
        height: auto;
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
  private readonly joints = inject(JointStore);
  protected readonly open = signal(false);
  /** Which of several joints it is for. */
  protected readonly about = computed(() => {
    const joint = this.joints.shown();
    return joint && this.joints.all().length > 1 ? ` · joint ${this.joints.numberOf(joint.id)}` : '';
  });
  private readonly aside = viewChild.required<ElementRef<HTMLElement>>('aside');

  protected readonly headline = computed(() => {
    if (this.answers.stop()) return 'Stop';
    const [best, stands, decided] = [this.answers.best(), this.answers.stands(), this.answers.decided()];
    if (decided !== undefined && !stands) return `${rodName(decided)}, decided`;
    if (!best || !stands) return this.store.pieces().length === 0 ? 'No piece yet' : 'Computing';
    const [low, high] = stands.ferriteNumber.range90;
    const ferrite = stands.governing === 'none' ? '' : ` · FN ${Math.round(low)}–${Math.round(high)}`;
    return `${rodName(stands.rod)}${ferrite}`;
  });

  /**
   * What stands beside the rod on the foot of a phone: that it is decided and what ranks first, or that it is only a
   * beginning.
   */
  protected readonly beside = computed(() => {
    const first = this.answers.firstBeside();
    if (first) return `decided; first: ${rodName(first.rod)}`;
    if (this.answers.decided() !== undefined) return 'decided';
    return this.answers.best() && this.answers.untold().length > 0 ? 'to begin with; magnet first' : '';
  });

  constructor() {
    const injector = inject(Injector);
    this.answers.lookAt
      .pipe(takeUntilDestroyed())
      .subscribe(() => afterNextRender(() => this.aside().nativeElement.focus({ preventScroll: true }), { injector }));
  }
}
