import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { BOARD_COLUMNS, type BoardColumnName } from '@variatum/contracts';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { auditTime, filter, merge } from 'rxjs';
import { GuideOffer } from '../guide/guide-offer';
import { Icon } from '../kit/marks/icon';
import { COLUMN_WORDS } from '../words/state-words';
import { LookAgain } from './look-again';
import { BackupWarning } from './backup-warning';
import { BoardColumn } from './board-column';
import { BoardFilter } from './board-filter';
import { filterCount, NO_FILTER, type BoardQuery, type ListQuery } from './board-query';
import { NewJobForm } from './new-job';
import { LiveService } from '../sync';
import { Page } from '../kit/page';

/** Changes elsewhere come in bursts. */
const REFRESH_MS = 300;

/** Jobs by where their records have them: being identified, to weld, to be judged, out. */
@Component({
  imports: [
    BackupWarning,
    Page,
    BoardColumn,
    BoardFilter,
    FormsModule,
    GuideOffer,
    Icon,
    LookAgain,
    NewJobForm,
    NzButtonModule,
    NzInputModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-page heading="Job board">
      <div aside class="row">
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
      <va-backup-warning />
      <va-look-again [changed]="changed()" />
      <va-guide-offer />
      @if (filtering()) {
        @defer {
          <va-board-filter [(filter)]="filter" />
        } @error {
          <p role="status">This could not be fetched: load the page again once the server answers.</p>
        }
      }
      @if (adding()) {
        <va-new-job (cancelled)="adding.set(false)" />
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
      @if (filter().withdrawn) {
        <va-board-column title="Withdrawn" [query]="query()" [changed]="changed()" />
      } @else {
        <div class="columns">
          @for (column of columns; track column) {
            <va-board-column
              [title]="words[column]"
              [column]="column"
              [query]="query()"
              [changed]="changed()"
              (counted)="count(column, $event)"
            />
          }
        </div>
      }
      <p class="caution">
        Argon in tanks, pits and closed rooms suffocates without warning. Pressure, lifting, structural, vehicle,
        food-contact and medical parts belong to qualified procedures, local codes and licensed practice: this program
        advises, it does not approve.
      </p>
    </va-page>
  `,
  styles: `
    .search {
      width: min(300px, 100%);
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
      .columns {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class Board {
  protected readonly columns = BOARD_COLUMNS;
  protected readonly words: Readonly<Record<BoardColumnName, string>> = COLUMN_WORDS;
  protected readonly search = signal('');
  protected readonly filter = signal<BoardQuery>(NO_FILTER);
  protected readonly filtering = signal(false);
  protected readonly adding = signal(false);
  protected readonly changed = signal(0);

  protected readonly filters = computed(() => filterCount(this.filter()));
  protected readonly query = computed<ListQuery>(() => ({ search: this.search().trim(), ...this.filter() }));
  private readonly counts = signal<Readonly<Partial<Record<BoardColumnName, number>>>>({});
  protected readonly empty = computed(() => {
    const counts = Object.values(this.counts());
    const asked = this.search() !== '' || this.filters() > 0;
    return !asked && counts.length === BOARD_COLUMNS.length && counts.every((count) => count === 0);
  });

  constructor() {
    const live = inject(LiveService);
    merge(live.changes.pipe(filter(({ job }) => job !== null)), live.opened)
      .pipe(auditTime(REFRESH_MS), takeUntilDestroyed())
      .subscribe(() => this.changed.update((count) => count + 1));
  }

  protected count(column: BoardColumnName, total: number): void {
    this.counts.update((counts) => ({ ...counts, [column]: total }));
  }
}
