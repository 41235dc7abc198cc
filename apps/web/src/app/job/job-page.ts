import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationEnd, NavigationStart, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Autosave } from '../sync/autosave';
import { JobStore } from './job-store';
import { PhotoStore } from './photo-store';
import { PieceArrangement } from './piece-arrangement';
import { RestingChanges } from '../sync/resting-changes';
import { UndoHistory } from '../sync/undo-history';
import { untilAnswered } from '../sync/until-answered';
import { onKey } from '../frame/keys';
import { Guide } from '../guide/guide';
import { ConflictPanel } from '../sync/conflict-panel';
import { Icon } from '../kit/marks/icon';
import { TakeBack } from '../sync/take-back';
import { saveWords } from '../words/state-words';
import { AnswerService } from './answer.service';
import { STAGES } from './stages';
import { StandingAnswer } from './standing-answer';

/** A job: its stages on the left, the standing answer on the right. */
@Component({
  selector: 'va-job-page',
  imports: [Icon, RouterOutlet, RouterLink, RouterLinkActive, ConflictPanel, Guide, StandingAnswer, TakeBack],
  providers: [Autosave, UndoHistory, RestingChanges, JobStore, PhotoStore, PieceArrangement, AnswerService],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.job(); as job) {
      <div class="bar">
        <h1>{{ job.title }}</h1>
        <div class="row no-print">
          <va-take-back [store]="store" />
          <button type="button" class="act" (click)="print()">
            <va-icon name="print" />
            <span>Print</span>
          </button>
        </div>
        <p class="save small no-print" role="status" [attr.data-state]="saving.state()">{{ saveWords() }}</p>
      </div>
      <nav class="strip no-print" aria-label="Stages of the work">
        @for (stage of stages(); track stage.id) {
          <a [routerLink]="stage.id" routerLinkActive="here" ariaCurrentWhenActive="step">
            <va-icon [name]="stage.icon" />
            <span>{{ stage.title }}</span>
            <span class="open small">{{ stage.open }}</span>
          </a>
        }
      </nav>
      <va-conflict-panel
        [conflicts]="store.conflicts()"
        (decided)="store.decideConflict($event.conflict, $event.keepMine)"
      />
      <va-guide />
      <div class="split">
        <div class="work"><router-outlet /></div>
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
    .save {
      color: var(--ink-soft);
      white-space: nowrap;
    }
    .save:not([data-state='saved'], [data-state='saving']) {
      color: var(--do-not);
      font-weight: 650;
      white-space: normal;
    }
    .strip {
      display: flex;
      gap: 2px;
      padding: var(--space-2) var(--space-5) 0;
      border-bottom: 1px solid var(--line);
      overflow-x: auto;
    }
    .strip a {
      display: grid;
      grid-template-columns: auto 1fr;
      column-gap: 8px;
      align-items: baseline;
      min-height: var(--target);
      min-width: 108px;
      padding: 6px 14px 8px;
      color: var(--ink-soft);
      text-decoration: none;
      border: 1px solid transparent;
      border-bottom: 0;
      border-radius: 6px 6px 0 0;
    }
    .strip a:hover {
      background: var(--surface);
      color: var(--ink);
    }
    .strip a.here {
      background: var(--surface);
      border-color: var(--line);
      color: var(--ink);
      font-weight: 650;
      box-shadow: inset 0 3px 0 var(--tint-straw);
    }
    .strip va-icon {
      align-self: center;
    }
    .open {
      grid-column: 2;
      font-weight: 400;
      color: var(--ink-soft);
      min-height: 1.2em;
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
      .save:not([data-state='saved'], [data-state='saving']) {
        flex-basis: 100%;
        order: 4;
      }
      .bar:has(.save:not([data-state='saved'], [data-state='saving'])) {
        flex-wrap: wrap;
      }
      .strip {
        padding: 0 var(--space-2);
        gap: 0;
      }
      .strip a {
        display: flex;
        align-items: center;
        min-width: 0;
        flex: 1 0 auto;
        justify-content: center;
        padding: 0 8px;
      }
      .strip va-icon,
      .open {
        display: none;
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
  protected readonly saving = inject(Autosave);
  private readonly answers = inject(AnswerService);
  private readonly router = inject(Router);
  private left = false;
  /** Why the job cannot be shown; empty while it can, or may. */
  protected readonly failed = signal('');

  protected readonly saveWords = computed(() => saveWords(this.saving.state(), this.saving.waiting()));

  protected readonly stages = computed(() => {
    const job = this.store.job();
    const answered = this.answers.best() !== null;
    return STAGES.map((stage) => ({ ...stage, open: job ? stage.open(job, answered) : '' }));
  });

  constructor() {
    effect(() => void this.read(this.id()));
    // The board shows where a person stopped. Only going from stage to stage is remembered: looking at a job changes nothing.
    let walking = false;
    this.router.events.pipe(takeUntilDestroyed()).subscribe((event) => {
      if (event instanceof NavigationStart) walking = event.navigationTrigger === 'imperative';
      if (!(event instanceof NavigationEnd) || !walking) return;
      walking = false;
      const [path] = event.urlAfterRedirects.split('?');
      const stage = STAGES.find(({ id }) => path === `/jobs/${this.id()}/${id}`);
      if (stage && this.store.job()?.id === this.id()) this.store.stopAt(stage.id);
    });
    onKey('stage', ({ code }) => {
      const stage = STAGES[Number(code.replace('Digit', '')) - 1];
      if (stage) void this.router.navigate(['/jobs', this.id(), stage.id]);
    });
    inject(DestroyRef).onDestroy(() => {
      this.left = true;
      this.store.flush();
    });
  }

  /** Reads a job; while the server cannot answer it is asked again and again, as long as that job is wanted. */
  private async read(id: string): Promise<void> {
    const wanted = (): boolean => this.id() === id && !this.left;
    this.failed.set('');
    const opened = await untilAnswered(
      () => this.store.open(id).then(() => true),
      wanted,
      () => this.failed.set('This job cannot be read just now: the server does not answer. It is asked again.'),
    );
    if (wanted()) this.failed.set(opened ? '' : 'There is no such job.');
  }

  /** The stage shown with the standing answer, on paper. */
  protected print(): void {
    this.store.flush();
    globalThis.print();
  }
}
