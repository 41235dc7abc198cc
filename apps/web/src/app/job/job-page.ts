import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  Injector,
  input,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationEnd, NavigationStart, Router, RouterLink, RouterOutlet } from '@angular/router';
import type { Stage } from '@variatum/contracts';
import type { Spot } from '@variatum/metallurgy';
import { ComputeService } from '../compute/compute.service';
import { onKey } from '../frame/keys';
import { byKeyboard } from '../kit/by-keyboard';
import { Guide } from '../guide/guide';
import { Icon } from '../kit/marks/icon';
import { AnswerService } from './answer.service';
import { JobPlan } from './job-plan';
import { PartAnswers } from './part-answers.service';
import { PartMarks } from './part-marks';
import { PartPicture } from './part-picture';
import { SpotEntry } from './spot-entry';
import { StageStrip } from './stage-strip';
import { STAGES } from './stages';
import { StandingAnswer } from './standing-answer';
import { JOB_STORES, JobStore, LearntStore, PartSelection } from './stores';
import { PAGE_SYNC } from '../sync';
import { ConflictPanel } from '../sync/conflict-panel';
import { SaveStatus } from '../sync/save-status';
import { Session } from '../sync/session';
import { TakeBack } from '../sync/take-back';

/** A job: the part in the middle, what is chosen of it beside, the standing answer always in view. */
@Component({
  imports: [
    Icon,
    RouterOutlet,
    RouterLink,
    ConflictPanel,
    Guide,
    PartPicture,
    SaveStatus,
    StageStrip,
    StandingAnswer,
    TakeBack,
  ],
  providers: [PAGE_SYNC, JOB_STORES, AnswerService, PartAnswers, JobPlan, PartMarks, SpotEntry],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.job(); as job) {
      <div class="bar">
        <h1 [title]="job.title">{{ job.title }}</h1>
        <va-stage-strip class="no-print" />
        <va-save-status class="no-print" />
        <div class="tools no-print">
          <va-take-back />
          <button type="button" class="act" (click)="print()">
            <va-icon name="print" />
            <span>Print</span>
          </button>
        </div>
      </div>
      <va-conflict-panel [of]="store.document" />
      <va-guide />
      <div class="split" [class.bare]="store.pieces().length === 0" #work tabindex="-1">
        <va-part-picture
          class="whole"
          [spotting]="spot.wanted()"
          (pieceChosen)="choosePiece($event.id, $event.spot)"
          (jointChosen)="chooseJoint($event)"
        />
        <va-standing-answer class="answer" />
        <router-outlet />
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
      gap: 0 var(--space-4);
      align-items: center;
      padding: 0 var(--space-4);
      border-bottom: 1px solid var(--line);
      background: var(--surface);
    }
    h1 {
      flex: 0 1 auto;
      min-width: 110px;
      max-width: 290px;
      font-size: 1.12rem;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    va-stage-strip {
      flex: 1 1 auto;
      min-width: 0;
    }
    .tools {
      display: flex;
      gap: 2px;
    }
    .tools .act {
      border-color: transparent;
      padding: 0 8px;
    }
    .split {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 384px;
      grid-template-rows: minmax(286px, auto) auto 1fr;
      gap: var(--space-3);
      padding: var(--space-3) var(--space-4) var(--space-5);
      align-items: start;
      outline: none;
    }
    /* Nothing is drawn yet: what is to be filled in comes first. */
    .split.bare {
      grid-template-rows: minmax(110px, auto) auto 1fr;
    }
    .whole {
      grid-area: 1 / 1;
      align-self: stretch;
    }
    .answer {
      grid-area: 1 / 2;
      align-self: stretch;
    }
    .message {
      margin: var(--space-5);
    }
    @media (min-width: 981px) {
      :host-context([data-hand='left']) .split {
        grid-template-columns: 384px minmax(0, 1fr);
      }
      :host-context([data-hand='left']) .whole {
        grid-area: 1 / 2;
      }
      :host-context([data-hand='left']) .answer {
        grid-area: 1 / 1;
      }
    }
    @media (max-width: 1180px) {
      .bar {
        flex-wrap: wrap;
      }
      h1 {
        flex: 1 1 200px;
        max-width: none;
      }
      va-stage-strip {
        order: 5;
        flex-basis: 100%;
      }
    }
    @media (max-width: 980px) {
      .split {
        grid-template-columns: minmax(0, 1fr);
        grid-template-rows: auto;
        padding-bottom: 110px;
      }
      .whole {
        grid-area: auto;
      }
      .answer {
        grid-area: auto;
      }
    }
    @media print {
      .split {
        display: block;
        padding: 0;
      }
      .answer {
        display: block;
        margin: var(--space-4) 0;
      }
    }
    @media (max-width: 560px) {
      .bar {
        padding: 0 var(--space-3);
      }
      /* What is not saved must be read; it takes a line of its own. */
      va-save-status.loud {
        flex-basis: 100%;
        order: 4;
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
  protected readonly spot = inject(SpotEntry);
  private readonly learnt = inject(LearntStore);
  private readonly selection = inject(PartSelection);
  private readonly work = viewChild<ElementRef<HTMLElement>>('work');
  private readonly router = inject(Router);
  private readonly session = inject(Session);
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
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.learnt.read(id);
        void this.store.open(id);
      });
    });
    const injector = inject(Injector);
    const compute = inject(ComputeService);
    // A job is worked on where the network may go at any moment; what reckons it is here from the first.
    afterNextRender(() => compute.makeReady());
    // The board shows where a person stopped. Only going from stage to stage is remembered: looking at a job changes
    // nothing.
    let walking = false;
    let from: Stage | undefined;
    let keyboard = false;
    this.router.events.pipe(takeUntilDestroyed()).subscribe((event) => {
      if (event instanceof NavigationStart) {
        walking = event.navigationTrigger === 'imperative';
        from = stageOf(this.router.url, this.id());
        // What has the focus goes with its stage.
        keyboard = byKeyboard();
      }
      if (!(event instanceof NavigationEnd) || !walking) return;
      walking = false;
      const stage = stageOf(event.urlAfterRedirects, this.id());
      if (!stage || stage === from || this.store.job()?.id !== this.id()) return;
      // Nor does whoever only looks on leave a mark.
      if (this.session.may('work')) this.store.stopAt(stage);
      // Who works by keyboard goes on in the stage, not at the top of the page.
      if (keyboard) afterNextRender(() => this.enterStage(), { injector });
    });
    onKey('stage', ({ code }) => {
      const stage = STAGES[Number(code.replace('Digit', '')) - 1];
      if (stage) void this.router.navigate(['/jobs', this.id(), stage.id]);
    });
    inject(DestroyRef).onDestroy(() => this.store.flush());
  }

  /** Moves the focus to where the stage begins. */
  private enterStage(): void {
    const begins = this.work()?.nativeElement.querySelector<HTMLElement>(
      '.stage > .first, .stage > .beside, .stage > .below',
    );
    if (!begins) return;
    begins.tabIndex = -1;
    begins.focus({ preventScroll: true });
  }

  /** A piece was tapped: it is what is looked at, and where it was tapped may be where a test is done. */
  protected choosePiece(id: string, spot: Spot | null): void {
    this.selection.piece.set(id);
    if (spot) this.spot.tap(id, spot);
    const stage = stageOf(this.router.url, this.id());
    // What belongs to a piece stands in two stages; from any other one it is opened.
    if (
      stage !== 'pieces' &&
      stage !== 'identify' &&
      stage !== 'joint' &&
      stage !== 'prepare' &&
      stage !== 'weld' &&
      stage !== 'inspect' &&
      stage !== 'record'
    )
      void this.router.navigate(['/jobs', this.id(), 'pieces']);
  }

  protected chooseJoint(id: string): void {
    this.selection.joint.set(id);
    const stage = stageOf(this.router.url, this.id());
    if (
      stage !== 'joint' &&
      stage !== 'rod' &&
      stage !== 'prepare' &&
      stage !== 'weld' &&
      stage !== 'inspect' &&
      stage !== 'record'
    )
      void this.router.navigate(['/jobs', this.id(), 'joint']);
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
