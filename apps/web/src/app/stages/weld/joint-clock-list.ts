import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { clockRange, clockWords } from '@variatum/presentation';
import { JobPlan } from '../../job/job-plan';
import { PartSelection, JointStore, WeldStore } from '../../job/stores';
import { Now } from '../../kit/now';
import { Panel } from '../../kit/panel';
import { CoolingWatch, type JointClock } from './cooling-watch';
import { OwnUnits } from './own-units';
import { PurgeWatch } from './purge-watch';
import { MS_PER_S } from '../../kit/units';

/** Every joint with its clock: which can be welded now, and when the others can. */
@Component({
  selector: 'va-joint-clock-list',
  imports: [Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Which joint now" about="interpass">
      <ul class="clocks">
        @for (one of clocks(); track one.joint) {
          <li>
            <button
              type="button"
              class="choice"
              [attr.aria-pressed]="one.joint === shown()"
              [class.cool]="one.isCool"
              (click)="selection.joint.set(one.joint)"
            >
              <strong>Joint {{ one.number }}</strong>
              <span>{{ one.words }}</span>
            </button>
          </li>
        }
      </ul>
    </va-panel>
  `,
  styles: `
    .clocks {
      display: grid;
      gap: 6px;
      list-style: none;
    }
    button {
      width: 100%;
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: var(--space-3);
      text-align: left;
    }
    .cool strong::after {
      content: ' ✓';
      color: var(--low);
    }
    [aria-pressed='true'] strong::after {
      color: inherit;
    }
  `,
})
export class JointClockList {
  private readonly watch = inject(CoolingWatch);
  private readonly gas = inject(PurgeWatch);
  private readonly now = inject(Now);
  private readonly units = inject(OwnUnits);
  private readonly joints = inject(JointStore);
  private readonly weld = inject(WeldStore);
  private readonly plan = inject(JobPlan);
  protected readonly selection = inject(PartSelection);
  protected readonly shown = computed(() => this.joints.shown()?.id);
  /** Joints whose gas is not clean yet, as far as anybody knows. */
  private readonly unclean = computed(() => {
    if (!this.gas.isWanted() || this.gas.isReady()) return new Set<string>();
    return new Set(this.gas.behind().flatMap(({ joint, state }) => (state === 'ready' ? [] : [joint])));
  });
  protected readonly clocks = computed(() =>
    this.watch.clocks().map((one) => {
      const first = one.isCool && !one.isBurning && this.unclean().has(one.joint);
      const words = first ? 'gas first' : this.wordsOf(one);
      const isNext = one.joint === this.plan.inTurn()[0]?.joint;
      return { ...one, isCool: one.isCool && !first, words: isNext ? `${words}; next by the plan` : words };
    }),
  );

  private isWelded(joint: string): boolean {
    const steps = this.plan.of(joint)?.followed ?? [];
    return steps.length > 0 && steps.every(({ state }) => state === 'done');
  }

  private wordsOf({ joint, isBurning, by, nowC, isCool, limitC, readyMs }: JointClock): string {
    const laid = this.weld.logOf(joint).beads.length;
    if (isBurning) return 'arc on';
    if (by === 'cold' && this.isWelded(joint)) return 'welded';
    if (by === 'cold') return laid === 0 ? 'not begun, can be welded' : 'can be welded';
    const at = nowC === null ? '' : `${this.units.now().warmth(nowC)}${by === 'reckoned' ? ' reckoned' : ''}`;
    if (this.isWelded(joint)) return ['welded', at].filter(Boolean).join(', ');
    if (isCool) return [at, 'can be welded'].filter(Boolean).join(', ');
    const limit = limitC === null ? '' : this.units.now().warmth(limitC);
    if (!readyMs) return [at, `limit ${limit}`].filter(Boolean).join(', ');
    const leftS = (ms: number): number => Math.max(0, (ms - this.now.ms()) / MS_PER_S);
    const [least, likely, most] = readyMs;
    const range = clockRange(leftS(least), most && leftS(most));
    return [at, `${clockWords(leftS(likely))} to ${limit} (${range})`].filter(Boolean).join(', ');
  }
}
