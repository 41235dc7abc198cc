import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { BoardColumnName, BoardJob } from '@variatum/contracts';
import { assemblyOf, decisionOf, leaderOf } from '@variatum/job';
import type { Assembly } from '@variatum/metallurgy';
import { type JointWords, kindOfJoint } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import type { ListQuery } from './board-query';
import { nextAct } from './next-act';
import { SmallPart } from '../part/small-part';
import { ApiClient } from '../sync';

const PAGE = 12;
const AGAIN_AFTER_MS = 3000;

/** One column of the board: its jobs a page at a time, however many there are. */
@Component({
  selector: 'va-board-column',
  imports: [RouterLink, NzButtonModule, SmallPart],
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
          @if (job.pieces.length > 0) {
            <va-small-part [assembly]="assemblyFor(job)" [joints]="jointsFor(job)" />
          }
          @let next = nextActOf(job);
          <span class="next">{{ next.act }}</span>
          <span class="small soft">{{ next.holdsUp }}</span>
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
    .next {
      font-weight: 650;
      color: var(--accent);
    }
    va-small-part {
      margin: 2px 0;
    }
    .empty {
      padding: var(--space-3) 0;
    }
  `,
})
export class BoardColumn {
  readonly title = input.required<string>();
  /** Which of the columns it is; undefined lists all jobs. */
  readonly column = input<BoardColumnName>();
  readonly query = input.required<ListQuery>();
  /** Counts up whenever the board changed elsewhere. */
  readonly changed = input(0);
  /** How many jobs there are, as soon as it is known. */
  readonly counted = output<number>();

  private readonly api = inject(ApiClient);
  protected readonly page = PAGE;
  protected readonly limit = signal(PAGE);
  protected readonly list = rxResource({
    params: () => ({ query: this.query(), column: this.column(), limit: this.limit(), changed: this.changed() }),
    stream: ({ params: { query, column, limit } }) =>
      this.api.ask('GET /jobs', { query: { ...query, column: column ?? undefined, limit } }),
  });
  // The last list stays on the page while the next one is on its way.
  private last: { jobs: BoardJob[]; total: number } = { jobs: [], total: 0 };
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

  protected readonly nextActOf = nextAct;

  protected assemblyFor({ pieces, joints }: BoardJob): Assembly {
    return assemblyOf(pieces, joints);
  }

  /** Which joints of a job are decided, for their colour. */
  protected jointsFor({ joints, decided }: BoardJob): ReadonlyMap<string, JointWords> {
    return new Map(
      joints.map((joint) => [
        joint.id,
        {
          number: '',
          kind: kindOfJoint(leaderOf(joints, joint).joint.type),
          oldWeld: false,
          decided: decisionOf(joints, decided, joint) !== undefined,
        },
      ]),
    );
  }

  protected restore({ id, version }: BoardJob): void {
    this.api.ask('POST /jobs/:id/restore', { path: { id }, body: { version } }).subscribe(() => this.list.reload());
  }
}
