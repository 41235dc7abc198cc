import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Job, JobState } from '@variatum/contracts';
import { NzButtonModule } from 'ng-zorro-antd/button';
import type { ListQuery } from './board-query';
import { stageTitle } from '../job/stages';
import { environmentTitle, familyTitle } from '../words/words';
import { ApiClient } from '../sync';

const PAGE = 12;
const AGAIN_AFTER_MS = 3000;

/** One column of the board: its jobs a page at a time, however many there are. */
@Component({
  selector: 'va-board-column',
  imports: [RouterLink, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [attr.aria-label]="title()">
      <h2>
        {{ title() }}
        <span class="soft figure">{{ shown().total }}</span>
      </h2>
      @if (list.error()) {
        <p class="panel" role="alert">
          The board cannot be read: the server does not answer.
          <button nz-button type="button" (click)="list.reload()">Try again</button>
        </p>
      }
      @for (job of shown().jobs; track job.id) {
        <a class="job" [routerLink]="['/jobs', job.id, job.stage]">
          <span class="title">{{ job.title }}</span>
          <span class="small soft">{{ environment(job) }}</span>
          @if (job.families.length > 0) {
            <span class="small soft">{{ metals(job) }}</span>
          }
          <span class="foot small">
            <span>{{ stage(job) }}</span>
            @if (job.lastRod) {
              <span class="figure rod">{{ job.lastRod }}</span>
            }
          </span>
        </a>
        @if (query().withdrawn) {
          <button nz-button type="button" (click)="restore(job)">Bring back {{ job.title }}</button>
        }
      } @empty {
        <p class="soft small empty">Nothing here.</p>
      }
      @if (shown().total > shown().jobs.length) {
        <button nz-button type="button" (click)="limit.set(limit() + page)">
          Show more of {{ shown().total - shown().jobs.length }}
        </button>
      }
    </section>
  `,
  styles: `
    section {
      display: grid;
      gap: var(--space-2);
    }
    h2 {
      padding-bottom: var(--space-2);
      border-bottom: 2px solid var(--line-strong);
      display: flex;
      justify-content: space-between;
    }
    .job {
      display: grid;
      gap: 4px;
      padding: var(--space-3);
      background: var(--raised);
      border: 1px solid var(--line);
      border-left: 5px solid var(--tint-straw);
      border-radius: var(--corner);
      color: var(--ink);
      text-decoration: none;
    }
    .job:hover {
      border-color: var(--accent);
    }
    .title {
      font-weight: 650;
      line-height: 1.25;
      overflow-wrap: anywhere;
    }
    .foot {
      display: flex;
      justify-content: space-between;
      gap: var(--space-2);
      color: var(--ink-soft);
    }
    .rod {
      color: var(--ink);
      font-weight: 650;
    }
    .empty {
      padding: var(--space-3) 0;
    }
  `,
})
export class BoardColumn {
  readonly title = input.required<string>();
  /** State of the jobs; undefined lists all states. */
  readonly state = input<JobState>();
  readonly query = input.required<ListQuery>();
  /** Counts up whenever the board changed elsewhere. */
  readonly changed = input(0);
  /** How many jobs there are, as soon as it is known. */
  readonly counted = output<number>();

  private readonly api = inject(ApiClient);
  protected readonly page = PAGE;
  protected readonly limit = signal(PAGE);
  protected readonly list = rxResource({
    params: () => ({ query: this.query(), state: this.state(), limit: this.limit(), changed: this.changed() }),
    stream: ({ params: { query, state, limit } }) =>
      this.api.ask('GET /jobs', { query: { ...query, state: state ?? undefined, limit } }),
  });
  // The last list stays on the page while the next one is on its way.
  private last: { jobs: Job[]; total: number } = { jobs: [], total: 0 };
  protected readonly shown = computed(() => {
    if (this.list.hasValue()) this.last = this.list.value();
    return this.last;
  });

  constructor() {
    effect(() => {
      if (this.list.hasValue()) this.counted.emit(this.list.value().total);
    });
    // A server that does not answer now is asked again without anybody having to.
    effect((onCleanup) => {
      if (!this.list.error()) return;
      const again = setTimeout(() => this.list.reload(), AGAIN_AFTER_MS);
      onCleanup(() => clearTimeout(again));
    });
  }

  protected environment(job: Job): string {
    return environmentTitle(job.service.environment);
  }

  protected metals({ families }: Job): string {
    return families.map(familyTitle).join(', ').toLowerCase();
  }

  protected stage(job: Job): string {
    return `at ${stageTitle(job.stage)} · ${job.pieceCount} ${job.pieceCount === 1 ? 'piece' : 'pieces'}`;
  }

  protected restore({ id, version }: Job): void {
    this.api.ask('POST /jobs/:id/restore', { path: { id }, body: { version } }).subscribe(() => this.list.reload());
  }
}
