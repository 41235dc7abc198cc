import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { JOB_STATES, type Job, type JobState } from '@variatum/contracts';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { ApiService } from '../data/api.service';
import { environmentTitle, STAGE_WORDS, STATE_WORDS } from '../shared/words';

const PAGE = 60;

/** What is on the bench, waiting, to be inspected and out. */
@Component({
  selector: 'va-board',
  imports: [FormsModule, RouterLink, NzButtonModule, NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page stack">
      <div class="row top">
        <h1>Job board</h1>
        <label class="search">
          <span class="hidden-text">Search jobs</span>
          <input
            nz-input
            type="search"
            placeholder="Search jobs"
            [ngModel]="search()"
            (ngModelChange)="search.set($event)"
          />
        </label>
        <button nz-button nzType="primary" type="button" (click)="adding.set(true)" [hidden]="adding()">New job</button>
      </div>
      @if (adding()) {
        <form class="panel row" (ngSubmit)="add()">
          <div class="field grow">
            <label for="new-title">What came in?</label>
            <input
              nz-input
              id="new-title"
              name="title"
              [(ngModel)]="title"
              placeholder="Such as: park bench, broken foot"
              maxlength="120"
              [attr.aria-invalid]="titleError() !== ''"
              aria-describedby="new-title-error"
            />
            @if (titleError()) {
              <span class="field-error" id="new-title-error">{{ titleError() }}</span>
            }
          </div>
          <button nz-button nzType="primary" type="submit" [disabled]="busy()">Start the job</button>
          <button nz-button type="button" (click)="adding.set(false)">Cancel</button>
        </form>
      }
      @if (list.error()) {
        <p class="panel" role="alert">
          The board cannot be read: the server does not answer.
          <button nz-button type="button" (click)="list.reload()">Try again</button>
        </p>
      }
      @if (empty()) {
        <section class="panel stack" aria-label="No job yet">
          <h2>No job yet</h2>
          <p>
            Start with whatever lies in the vice: a name is enough. Add its pieces, hold a magnet to them, and the first
            answer stands at once; every test makes it surer.
          </p>
        </section>
      }
      <div class="columns">
        @for (column of columns(); track column.state) {
          <section [attr.aria-label]="column.title">
            <h2>
              {{ column.title }}
              <span class="soft figure">{{ column.jobs.length }}</span>
            </h2>
            @for (job of column.jobs; track job.id) {
              <a class="job" [routerLink]="['/jobs', job.id, job.stage]">
                <span class="title">{{ job.title }}</span>
                <span class="small soft">{{ environment(job) }}</span>
                <span class="foot small">
                  <span>{{ stage(job) }}</span>
                  @if (job.lastRod) {
                    <span class="figure rod">{{ job.lastRod }}</span>
                  }
                </span>
              </a>
            } @empty {
              <p class="soft small empty">{{ search() ? 'Nothing here matches.' : 'Nothing here.' }}</p>
            }
          </section>
        }
      </div>
      @if (more() > 0) {
        <p class="soft small">{{ more() }} older jobs are not shown; search for them.</p>
      }
      <p class="caution">
        Argon in tanks, pits and closed rooms suffocates without warning. Pressure, lifting, structural, vehicle,
        food-contact and medical parts belong to qualified procedures, local codes and licensed practice: this program
        advises, it does not approve.
      </p>
    </div>
  `,
  styles: `
    .page {
      padding: var(--space-5);
      max-width: 1500px;
      margin: 0 auto;
    }
    .top {
      justify-content: space-between;
    }
    .top h1 {
      flex: 1;
    }
    .search {
      width: min(300px, 100%);
    }
    .grow {
      flex: 1 1 260px;
    }
    form.panel {
      align-items: flex-end;
    }
    .columns {
      display: grid;
      grid-template-columns: repeat(4, minmax(0, 1fr));
      gap: var(--space-4);
      align-items: start;
    }
    section {
      display: grid;
      gap: var(--space-2);
    }
    section h2 {
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
    @media (max-width: 900px) {
      .columns {
        grid-template-columns: repeat(2, minmax(0, 1fr));
      }
    }
    @media (max-width: 560px) {
      .page {
        padding: var(--space-3);
      }
      .columns {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class Board {
  private readonly api = inject(ApiService);
  private readonly router = inject(Router);

  protected readonly search = signal('');
  protected readonly adding = signal(false);
  protected readonly busy = signal(false);
  protected readonly titleError = signal('');
  protected title = '';

  protected readonly list = rxResource({
    params: () => ({ search: this.search().trim() }),
    stream: ({ params }) => this.api.jobs({ search: params.search, limit: PAGE }),
  });
  // The last list stays on the page while the next one is on its way.
  private lastList: { jobs: Job[]; total: number } = { jobs: [], total: 0 };
  private readonly shown = computed(() => {
    if (this.list.hasValue()) this.lastList = this.list.value();
    return this.lastList;
  });
  protected readonly columns = computed(() =>
    JOB_STATES.map((state: JobState) => ({
      state,
      title: STATE_WORDS[state],
      jobs: this.shown().jobs.filter((job) => job.state === state),
    })),
  );
  protected readonly empty = computed(() => this.list.hasValue() && this.shown().total === 0 && this.search() === '');
  protected readonly more = computed(() => this.shown().total - this.shown().jobs.length);

  protected environment(job: Job): string {
    return environmentTitle(job.service.environment);
  }

  protected stage(job: Job): string {
    return `at ${STAGE_WORDS[job.stage]} · ${job.pieceCount} ${job.pieceCount === 1 ? 'piece' : 'pieces'}`;
  }

  protected add(): void {
    const title = this.title.trim();
    this.titleError.set(title === '' ? 'give the job a name' : '');
    if (title === '' || this.busy()) return;
    this.busy.set(true);
    this.api.addJob({ id: crypto.randomUUID(), title }).subscribe({
      next: (job) => void this.router.navigate(['/jobs', job.id, 'job']),
      error: () => {
        this.busy.set(false);
        this.titleError.set('the server does not answer; what you typed is kept, try again');
      },
    });
  }
}
