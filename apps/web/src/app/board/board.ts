import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { JOB_STATES, type JobState } from '@variatum/contracts';
import { ENVIRONMENTS, FAMILIES, RODS } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { debounceTime, filter, merge } from 'rxjs';
import { ApiService, type JobQuery } from '../data/api.service';
import { LiveService } from '../data/live.service';
import { GuideOffer } from '../guide/guide-offer';
import { Icon } from '../shared/icon';
import { STATE_WORDS } from '../shared/words';
import { BoardColumn } from './board-column';
import { ChoiceGroup } from '../shared/choice-group';

/** Changes elsewhere come in bursts. */
const REFRESH_MS = 300;

/** What is on the bench, waiting, to be inspected and out. */
@Component({
  selector: 'va-board',
  imports: [ChoiceGroup, BoardColumn, FormsModule, GuideOffer, Icon, NzButtonModule, NzInputModule, NzSelectModule],
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
        <button nz-button type="button" [attr.aria-expanded]="filtering()" (click)="filtering.set(!filtering())">
          <va-icon name="filter" />
          Filter{{ filters() > 0 ? ' · ' + filters() : '' }}
        </button>
        @if (!adding()) {
          <button nz-button nzType="primary" type="button" (click)="adding.set(true)">
            <va-icon name="add" />
            New job
          </button>
        }
      </div>
      <va-guide-offer />
      @if (filtering()) {
        <section class="panel fields" aria-label="Filter">
          <div class="field">
            <label for="filter-environment">Surroundings</label>
            <nz-select
              nzId="filter-environment"
              nzAllowClear
              nzPlaceHolder="Any"
              [ngModel]="environment()"
              (ngModelChange)="environment.set($event)"
            >
              @for (entry of environments; track entry.id) {
                <nz-option [nzValue]="entry.id" [nzLabel]="entry.title" />
              }
            </nz-select>
          </div>
          <div class="field">
            <label for="filter-rod">Rod decided on</label>
            <nz-select
              nzId="filter-rod"
              nzShowSearch
              nzAllowClear
              nzPlaceHolder="Any"
              [ngModel]="rod()"
              (ngModelChange)="rod.set($event)"
            >
              @for (id of rods; track id) {
                <nz-option [nzValue]="id" [nzLabel]="id" />
              }
            </nz-select>
          </div>
          <div class="field">
            <label for="filter-family">Metal of a piece</label>
            <nz-select
              nzId="filter-family"
              nzShowSearch
              nzAllowClear
              nzPlaceHolder="Any"
              [ngModel]="family()"
              (ngModelChange)="family.set($event)"
            >
              @for (entry of families; track entry.id) {
                <nz-option [nzValue]="entry.id" [nzLabel]="entry.title" />
              }
            </nz-select>
          </div>
          <div class="field">
            <label for="filter-from">Came in from</label>
            <input
              nz-input
              type="date"
              id="filter-from"
              [max]="to()"
              [ngModel]="from()"
              (ngModelChange)="from.set($event)"
            />
          </div>
          <div class="field">
            <label for="filter-to">Came in until</label>
            <input
              nz-input
              type="date"
              id="filter-to"
              [min]="from()"
              [ngModel]="to()"
              (ngModelChange)="to.set($event)"
            />
          </div>
          <div class="field">
            <label for="filter-sort">Order</label>
            <nz-select nzId="filter-sort" [ngModel]="sort()" (ngModelChange)="sort.set($event)">
              <nz-option nzValue="updated" nzLabel="Last changed first" />
              <nz-option nzValue="created" nzLabel="Newest first" />
              <nz-option nzValue="title" nzLabel="By name" />
            </nz-select>
          </div>
          <va-choice-group
            label="Withdrawn jobs"
            [options]="withdrawnOptions"
            [value]="withdrawn()"
            (chosen)="withdrawn.set($event)"
          />
        </section>
      }
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
      @if (empty()) {
        <section class="panel stack" aria-label="No job yet">
          <h2>No job yet</h2>
          <p>
            Start with whatever lies in the vice: a name is enough. Add its pieces, hold a magnet to them, and the first
            answer stands at once; every test makes it surer.
          </p>
        </section>
      }
      @if (withdrawn()) {
        <va-board-column title="Withdrawn" [query]="query()" [changed]="changed()" />
      } @else {
        <div class="columns">
          @for (state of states; track state) {
            <va-board-column
              [title]="words[state]"
              [state]="state"
              [query]="query()"
              [changed]="changed()"
              (counted)="count(state, $event)"
            />
          }
        </div>
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
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class Board {
  private readonly api = inject(ApiService);
  private readonly router = inject(Router);

  protected readonly states = JOB_STATES;
  protected readonly words: Readonly<Record<JobState, string>> = STATE_WORDS;
  protected readonly environments = Object.entries(ENVIRONMENTS)
    .filter(([id]) => id !== 'unknown')
    .map(([id, { title }]) => ({ id, title }));
  protected readonly families = Object.entries(FAMILIES).map(([id, { title }]) => ({ id, title }));
  protected readonly rods = ['no rod', ...RODS.map(({ id }) => id)];

  protected readonly withdrawnOptions = [
    { value: false, title: 'Hidden' },
    { value: true, title: 'Only these' },
  ];

  protected readonly search = signal('');
  protected readonly environment = signal<string | null>(null);
  protected readonly rod = signal<string | null>(null);
  protected readonly family = signal<string | null>(null);
  /** First and last day a job may have come in; empty: any. */
  protected readonly from = signal('');
  protected readonly to = signal('');
  protected readonly sort = signal<NonNullable<JobQuery['sort']>>('updated');
  protected readonly withdrawn = signal(false);
  protected readonly filtering = signal(false);
  protected readonly adding = signal(false);
  protected readonly busy = signal(false);
  protected readonly titleError = signal('');
  protected readonly changed = signal(0);
  protected title = '';

  protected readonly filters = computed(
    () =>
      [this.environment(), this.rod(), this.family(), this.from(), this.to(), this.withdrawn()].filter(Boolean).length,
  );
  protected readonly query = computed<JobQuery>(() => ({
    search: this.search().trim(),
    environment: this.environment() ?? undefined,
    rod: this.rod() ?? undefined,
    family: this.family() ?? undefined,
    from: this.from() || undefined,
    to: this.to() || undefined,
    sort: this.sort(),
    withdrawn: this.withdrawn(),
  }));
  private readonly counts = signal<Readonly<Partial<Record<JobState, number>>>>({});
  protected readonly empty = computed(() => {
    const counts = Object.values(this.counts());
    const asked = this.search() !== '' || this.filters() > 0;
    return !asked && counts.length === JOB_STATES.length && counts.every((count) => count === 0);
  });

  constructor() {
    const live = inject(LiveService);
    merge(live.changes.pipe(filter(({ job }) => job !== null)), live.opened)
      .pipe(debounceTime(REFRESH_MS), takeUntilDestroyed())
      .subscribe(() => this.changed.update((count) => count + 1));
  }

  protected count(state: JobState, total: number): void {
    this.counts.update((counts) => ({ ...counts, [state]: total }));
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
