import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { STAGES, type Stage } from '@variatum/contracts';
import { filter, map, startWith } from 'rxjs';
import { Autosave } from '../data/autosave';
import { JobStore } from '../data/job-store';
import { PhotoStore } from '../data/photo-store';
import { PieceArrangement } from '../data/piece-arrangement';
import { RestingChanges } from '../data/resting-changes';
import { UndoHistory } from '../data/undo-history';
import { Guide } from '../guide/guide';
import { ConflictPanel } from '../shared/conflict-panel';
import { Icon } from '../shared/icon';
import { TakeBack } from '../shared/take-back';
import { saveWords, STAGE_WORDS } from '../shared/state-words';
import { AnswerService } from './answer.service';
import { StandingAnswer } from './standing-answer';

/** A job: its stages on the left, the standing answer on the right. */
@Component({
  selector: 'va-job-page',
  imports: [Icon, RouterOutlet, RouterLink, RouterLinkActive, ConflictPanel, Guide, StandingAnswer, TakeBack],
  providers: [Autosave, UndoHistory, RestingChanges, JobStore, PhotoStore, PieceArrangement, AnswerService],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'keyed($event)' },
  template: `
    @if (store.job(); as job) {
      <div class="bar">
        <h1>{{ job.title }}</h1>
        <div class="row no-print">
          <va-take-back [store]="store" />
          <button type="button" class="act" (click)="print()">
            <va-icon name="print" />
            Print
          </button>
          <p class="save small" role="status" [attr.data-state]="saving.state()">{{ saveWords() }}</p>
        </div>
      </div>
      <nav class="strip no-print" aria-label="Stages of the work">
        @for (stage of stages(); track stage.id) {
          <a [routerLink]="stage.id" routerLinkActive="here" ariaCurrentWhenActive="step">
            <va-icon [name]="stage.id" />
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
    } @else if (failed()) {
      <p class="panel message" role="alert">
        This job cannot be read.
        <a routerLink="/">Back to the board</a>
      </p>
    } @else {
      <p class="message soft">Reading the job</p>
    }
  `,
  styles: `
    .bar {
      display: flex;
      justify-content: space-between;
      gap: var(--space-4);
      align-items: center;
      min-height: var(--target);
      padding: var(--space-2) var(--space-5) 0;
    }
    .act {
      display: inline-flex;
      align-items: center;
      gap: 6px;
      min-height: var(--target);
      padding: 0 var(--space-3);
      border: 1px solid var(--line-strong);
      border-radius: var(--corner);
      background: transparent;
      color: var(--ink);
      font: inherit;
      cursor: pointer;
    }
    .save {
      color: var(--ink-soft);
      white-space: nowrap;
    }
    .save[data-state='offline'],
    .save[data-state='refused'] {
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
        padding: var(--space-2) var(--space-3) 0;
        flex-wrap: wrap;
      }
      .strip {
        padding: var(--space-2) var(--space-2) 0;
      }
      .strip a {
        grid-template-columns: 1fr;
        min-width: 72px;
        padding: 6px 10px;
      }
      .strip va-icon {
        display: none;
      }
      .open {
        grid-column: 1;
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
  protected readonly failed = signal(false);

  protected readonly saveWords = computed(() => saveWords(this.saving.state()));

  protected readonly stages = computed(() =>
    STAGES.map((id) => ({ id, title: STAGE_WORDS[id], open: this.openIn(id) })),
  );

  private readonly stageShown = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(() => this.router.url),
      startWith(this.router.url),
      map((url) => STAGES.find((stage) => url.split('?')[0]?.endsWith(`/${stage}`)) ?? null),
    ),
  );

  constructor() {
    effect(() => {
      const id = this.id();
      this.failed.set(false);
      this.store.open(id).catch(() => this.failed.set(true));
    });
    // The board shows where a job stopped.
    effect(() => {
      const stage = this.stageShown();
      const job = this.store.job();
      if (stage && job && job.id === this.id() && job.stage !== stage) this.store.changeJob({ stage });
    });
    inject(DestroyRef).onDestroy(() => this.store.flush());
  }

  /** The stage shown with the standing answer, on paper. */
  protected print(): void {
    this.store.flush();
    globalThis.print();
  }

  protected keyed(event: KeyboardEvent): void {
    const stage = event.altKey ? STAGES[Number(event.key) - 1] : undefined;
    if (!stage) return;
    event.preventDefault();
    void this.router.navigate(['/jobs', this.id(), stage]);
  }

  /** What is still open in a stage, in a few words. */
  private openIn(stage: Stage): string {
    const job = this.store.job();
    if (!job) return '';
    const pieces = this.store.pieces();
    switch (stage) {
      case 'job':
        return job.service.environment ? '' : 'service open';
      case 'pieces':
        return pieces.length === 0 ? 'none yet' : `${pieces.length} on it`;
      case 'identify': {
        const unknown = pieces.filter(({ grade, weldMetal }) => grade === null && weldMetal === null).length;
        return unknown === 0 ? (pieces.length > 0 ? 'all named' : '') : `${unknown} unnamed`;
      }
      case 'joint':
        return job.joint ? '' : 'not described';
      case 'rod':
        return job.decisions.length > 0
          ? (job.decisions[0]?.rod ?? 'no rod')
          : this.answers.best()
            ? 'not decided'
            : '';
    }
  }
}
