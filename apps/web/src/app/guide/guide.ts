import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore } from '../job/stores';
import { Icon } from '../kit/marks/icon';
import { stageTitle } from '../job/stages';
import { GUIDE_STEPS } from './guide-steps';
import { GuideService } from './guide.service';

/** The guided first repair on its job: one step at a time, ticked off by what the job shows. */
@Component({
  selector: 'va-guide',
  imports: [Icon, NzButtonModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (running()) {
      <section class="panel no-print" aria-label="Guided repair">
        <ol class="ticks" aria-label="Steps">
          @for (step of steps; track step.id; let index = $index) {
            <li [class.done]="isDone(index)" [attr.aria-current]="index === at() ? 'step' : null">
              <span class="hidden-text">{{ step.title }}: {{ isDone(index) ? 'done' : 'open' }}</span>
            </li>
          }
        </ol>
        <div aria-live="polite">
          @if (learned(); as words) {
            <p class="small learned">
              <va-icon name="done" />
              {{ words }}
            </p>
          }
          @if (step(); as step) {
            <h2>{{ at() + 1 }} of {{ steps.length }}: {{ step.title }}</h2>
            <p>{{ step.act }}</p>
          } @else {
            <h2>That was a repair from an unknown tube to a rod</h2>
            <p>Every job goes like this, in any order you like. The guide stays under Help.</p>
          }
        </div>
        <div class="row">
          @if (step(); as step) {
            <a nz-button nzType="primary" [routerLink]="['/jobs', store.job()?.id, step.stage]">
              Go to {{ stageTitle(step.stage) }}
            </a>
            <button nz-button nzType="text" type="button" (click)="skip(step.id)">Skip this step</button>
            <button nz-button nzType="text" type="button" (click)="guide.leave()">Leave the guide</button>
          } @else {
            <button nz-button nzType="primary" type="button" (click)="guide.state.set('done')">Close the guide</button>
          }
        </div>
      </section>
    }
  `,
  styles: `
    section {
      display: grid;
      gap: var(--space-3);
      margin: var(--space-3) var(--space-5) 0;
      border-left: 5px solid var(--tint-purple);
      padding: var(--space-3) var(--space-4);
    }
    .ticks {
      display: flex;
      gap: 4px;
    }
    .ticks li {
      flex: 1;
      max-width: 60px;
      height: 6px;
      background: var(--line);
    }
    .ticks li.done {
      background: var(--tint-purple);
    }
    .ticks li[aria-current] {
      outline: 2px solid var(--tint-purple);
    }
    .learned {
      display: flex;
      gap: 6px;
      color: var(--low);
      margin-bottom: 4px;
    }
    @media (max-width: 560px) {
      section {
        margin: var(--space-3) var(--space-3) 0;
      }
    }
  `,
})
export class Guide {
  protected readonly store = inject(JobStore);
  protected readonly guide = inject(GuideService);
  protected readonly steps = GUIDE_STEPS;
  protected readonly stageTitle = stageTitle;
  private readonly skipped = signal<ReadonlySet<string>>(new Set());

  protected readonly running = computed(
    () => this.guide.state() === 'running' && this.store.job()?.id === this.guide.jobId(),
  );
  private readonly doneSteps = computed(() => {
    const job = this.store.job();
    return GUIDE_STEPS.map(({ id, done }) => (job !== null && done(job)) || this.skipped().has(id));
  });
  /** Index of the step to do; past the last when all are done. */
  protected readonly at = computed(() => {
    const open = this.doneSteps().indexOf(false);
    return open === -1 ? GUIDE_STEPS.length : open;
  });
  protected readonly step = computed(() => GUIDE_STEPS[this.at()] ?? null);
  /** What the step just done has shown. */
  protected readonly learned = computed(() => {
    const before = GUIDE_STEPS[this.at() - 1];
    return before && !this.skipped().has(before.id) ? before.learned : null;
  });

  protected isDone(index: number): boolean {
    return this.doneSteps()[index] ?? false;
  }

  protected skip(id: string): void {
    this.skipped.update((skipped) => new Set([...skipped, id]));
  }
}
