import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationEnd, NavigationStart, Router, RouterLink, RouterOutlet } from '@angular/router';
import type { Stage } from '@variatum/contracts';
import { onKey } from '../frame/keys';
import { byKeyboard } from '../kit/by-keyboard';
import { Guide } from '../guide/guide';
import { Icon } from '../kit/marks/icon';
import { AnswerService } from './answer.service';
import { StageStrip } from './stage-strip';
import { STAGES } from './stages';
import { StandingAnswer } from './standing-answer';
import { JOB_STORES, JobStore } from './stores';
import { PAGE_SYNC } from '../sync';
import { ConflictPanel } from '../sync/conflict-panel';
import { SaveStatus } from '../sync/save-status';
import { TakeBack } from '../sync/take-back';

/** A job: its stages on the left, the standing answer on the right. */
@Component({
  imports: [Icon, RouterOutlet, RouterLink, ConflictPanel, Guide, SaveStatus, StageStrip, StandingAnswer, TakeBack],
  providers: [PAGE_SYNC, JOB_STORES, AnswerService],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.job(); as job) {
      <div class="bar">
        <h1>{{ job.title }}</h1>
        <div class="row no-print">
          <va-take-back />
          <button type="button" class="act" (click)="print()">
            <va-icon name="print" />
            <span>Print</span>
          </button>
        </div>
        <va-save-status class="no-print" />
      </div>
      <va-stage-strip class="no-print" />
      <va-conflict-panel [of]="store.document" />
      <va-guide />
      <div class="split">
        <div class="work" #work tabindex="-1"><router-outlet /></div>
        <va-standing-answer />
      </div>
    } @else if (failed(); as words) {
      <p class="panel message" role="alert">
        {{ words }}
        <a routerLink="/">Back to the board</a>
      </p>
    } @else {
      <p class="message soft">Reading the job</p>
    }
  `,
  styles: `
    .bar {
      display: flex;
      gap: var(--space-2) var(--space-4);
      align-items: center;
      min-height: var(--target);
      padding: var(--space-2) var(--space-5) 0;
    }
    h1 {
      flex: 1;
      min-width: 0;
    }
    .work {
      outline: none;
    }
    .split {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 336px;
      gap: var(--space-4);
      padding: var(--space-4) var(--space-5) var(--space-6);
      align-items: start;
    }
    va-standing-answer {
      position: sticky;
      top: var(--space-3);
    }
    .message {
      margin: var(--space-5);
    }
    :host-context([data-hand='left']) .bar {
      flex-direction: row-reverse;
    }
    @media (min-width: 981px) {
      :host-context([data-hand='left']) .split {
        grid-template-columns: 336px minmax(0, 1fr);
      }
      :host-context([data-hand='left']) va-standing-answer {
        order: -1;
      }
    }
    @media (max-width: 980px) {
      .split {
        grid-template-columns: minmax(0, 1fr);
        padding-bottom: 110px;
      }
      va-standing-answer {
        position: static;
      }
    }
    @media print {
      .split {
        display: block;
        padding: 0;
      }
      va-standing-answer {
        display: block;
        position: static;
        margin-top: var(--space-4);
      }
    }
    @media (max-width: 560px) {
      .bar {
        padding: 0 var(--space-3);
      }
      h1 {
        font-size: 1.1rem;
        overflow: hidden;
        text-overflow: ellipsis;
        white-space: nowrap;
      }
      /* What is not saved must be read; it takes a line of its own. */
      va-save-status.loud {
        flex-basis: 100%;
        order: 4;
      }
      .bar:has(va-save-status.loud) {
        flex-wrap: wrap;
      }
      .split {
        padding: var(--space-3) var(--space-3) 110px;
      }
    }
  `,
})
export class JobPage {
  /** Identifier of the job, from the address. */
  readonly id = input.required<string>();

  protected readonly store = inject(JobStore);
  private readonly work = viewChild<ElementRef<HTMLElement>>('work');
  private readonly router = inject(Router);
  /** Why the job cannot be shown; empty while it can, or may. */
  protected readonly failed = computed(
    () =>
      ({
        reading: '',
        there: '',
        unanswered: 'This job cannot be read just now: the server does not answer. It is asked again.',
        missing: 'There is no such job.',
      })[this.store.reading()],
  );

  constructor() {
    effect(() => void this.store.open(this.id()));
    // The board shows where a person stopped. Only going from stage to stage is remembered: looking at a job changes nothing.
    let walking = false;
    let from: Stage | undefined;
    this.router.events.pipe(takeUntilDestroyed()).subscribe((event) => {
      if (event instanceof NavigationStart) {
        walking = event.navigationTrigger === 'imperative';
        from = stageOf(this.router.url, this.id());
      }
      if (!(event instanceof NavigationEnd) || !walking) return;
      walking = false;
      const stage = stageOf(event.urlAfterRedirects, this.id());
      if (!stage || stage === from || this.store.job()?.id !== this.id()) return;
      this.store.stopAt(stage);
      // Who works by keyboard goes on in the stage, not at the top of the page.
      if (byKeyboard()) this.work()?.nativeElement.focus({ preventScroll: true });
    });
    onKey('stage', ({ code }) => {
      const stage = STAGES[Number(code.replace('Digit', '')) - 1];
      if (stage) void this.router.navigate(['/jobs', this.id(), stage.id]);
    });
    inject(DestroyRef).onDestroy(() => this.store.flush());
  }

  /** The stage shown with the standing answer, on paper. */
  protected print(): void {
    this.store.flush();
    globalThis.print();
  }
}

/** Stage of a job an address leads to. */
function stageOf(url: string, job: string): Stage | undefined {
  const [path] = url.split('?');
  return STAGES.find(({ id }) => path === `/jobs/${job}/${id}`)?.id;
}
