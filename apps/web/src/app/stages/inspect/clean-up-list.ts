import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { PreparationTick } from '@variatum/contracts';
import { cleanUpKey, cleanUpOf } from '@variatum/job';
import { CLEANINGS, type CleanUpStep } from '@variatum/metallurgy';
import { JobStore, JointStore, PreparationStore } from '../../job/stores';
import { Icon } from '../../kit/marks/icon';
import { Panel } from '../../kit/panel';
import { Session } from '../../sync/session';
import { Inspection } from './inspection';

/** How the weld is cleaned as far as its profile asks, by what its metals take, with cautions where acid is. */
@Component({
  selector: 'va-clean-up-list',
  imports: [Icon, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Clean up" about="passivation">
      <p aside class="small soft">{{ asked() }}</p>
      @if (steps().length === 0) {
        <p class="soft">The profile asks for no cleaning.</p>
      }
      <ol>
        @for (step of steps(); track step.id) {
          <li>
            <button
              type="button"
              class="tick"
              role="checkbox"
              [disabled]="!session.may('work')"
              [attr.aria-checked]="done(step)"
              [attr.aria-label]="step.title"
              (click)="tick(step)"
            >
              @if (done(step)) {
                <va-icon name="done" />
              }
            </button>
            <div>
              <p>{{ step.title }}</p>
              <p class="small soft">{{ step.reason }}</p>
              @if (step.caution; as words) {
                <p class="caution">{{ words }}</p>
              }
            </div>
          </li>
        }
      </ol>
      @if (steps().length > 0) {
        <p class="small soft">
          After ASTM A380 and A967 as recalled; the data sheet of the product and local rules go before it.
        </p>
      }
    </va-panel>
  `,
  styles: `
    ol {
      list-style: none;
      padding: 0;
      display: grid;
      gap: var(--space-3);
    }
    li {
      display: grid;
      grid-template-columns: var(--target) minmax(0, 1fr);
      gap: var(--space-3);
    }
    .tick {
      width: var(--target);
      height: var(--target);
      display: grid;
      place-items: center;
      border: 2px solid var(--line-strong);
      border-radius: var(--corner);
      background: var(--raised);
      color: var(--low);
    }
  `,
})
export class CleanUpList {
  private readonly inspection = inject(Inspection);
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly ticks = inject(PreparationStore);
  protected readonly session = inject(Session);

  protected readonly asked = computed(() => {
    const { cleaning } = this.inspection.profile();
    return `asked: ${CLEANINGS.find(({ id }) => id === cleaning)?.title ?? cleaning}`;
  });
  protected readonly steps = computed(() => {
    const [job, joint, verdict] = [this.jobs.job(), this.joints.shown(), this.inspection.verdict()];
    return job && joint && verdict ? cleanUpOf(job, joint, verdict, this.inspection.profile()) : [];
  });

  private keyOf(step: CleanUpStep): string {
    return cleanUpKey(this.joints.shown()?.id ?? '', step);
  }
  private lastOf(step: CleanUpStep): PreparationTick | undefined {
    return this.ticks.last().get(this.keyOf(step));
  }
  protected done(step: CleanUpStep): boolean {
    return this.lastOf(step)?.state === 'done';
  }
  protected tick(step: CleanUpStep): void {
    this.ticks.say(this.keyOf(step), this.done(step) ? 'open' : 'done', null);
  }
}
