import { ChangeDetectionStrategy, Component, computed, input, linkedSignal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { GRADES, RODS, type CatalogueEntry } from '@variatum/metallurgy';
import { familyTitle } from '@variatum/presentation';
import { NzInputModule } from 'ng-zorro-antd/input';
import { ChoiceGroup, fieldBy } from '../kit/fields';
import { Page } from '../kit/page';

const COLUMNS = ['C', 'Cr', 'Ni', 'Mo', 'N', 'S'] as const;

/** Base metals and rods with limits, usual contents, source and how sure the entry is. */
@Component({
  imports: [Page, ChoiceGroup, FormsModule, NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-page heading="Reference" [width]="2000">
      <div aside class="row">
        <va-choice-group label="Catalogue" quiet [options]="lists" [of]="shown" />
        <label class="search">
          <span class="hidden-text">Search the catalogue</span>
          <input nz-input type="search" placeholder="Search" [ngModel]="words()" (ngModelChange)="words.set($event)" />
        </label>
      </div>
      <div class="scroll" tabindex="0" role="region" aria-label="Catalogue">
        <table>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Family</th>
              @for (symbol of columns; track symbol) {
                <th scope="col">{{ symbol }}, %</th>
              }
              <th scope="col">Sure</th>
            </tr>
          </thead>
          <tbody>
            @for (entry of entries(); track entry.id) {
              <tr [title]="entry.source">
                <th scope="row">
                  <span class="figure">{{ entry.id }}</span>
                  <span class="small soft names">{{ namesOf(entry) }}</span>
                </th>
                <td>{{ family(entry) }}</td>
                @for (symbol of columns; track symbol) {
                  <td class="figure">
                    {{ limits(entry, symbol) }}
                    <span class="small soft">{{ usual(entry, symbol) }}</span>
                  </td>
                }
                <td>{{ entry.confidence }}</td>
              </tr>
            } @empty {
              <tr><td [attr.colspan]="columns.length + 3" class="soft">Nothing in the catalogue matches.</td></tr>
            }
          </tbody>
        </table>
      </div>
      <p class="small soft">
        Limits as recalled from the standards named with each entry, and in small print what mills usually make, an
        estimate. The standard itself decides.
      </p>
    </va-page>
  `,
  styles: `
    .search {
      width: min(260px, 100%);
    }
    .scroll {
      overflow: auto;
      max-height: 72dvh;
      border: 1px solid var(--line);
      border-radius: var(--corner);
      background: var(--surface);
    }
    table {
      border-collapse: collapse;
      width: 100%;
      font-size: var(--size-small);
    }
    .names {
      display: block;
      font-weight: 400;
    }
    th,
    td {
      text-align: left;
      padding: 7px 10px;
      border-bottom: 1px solid var(--line);
      white-space: nowrap;
    }
    thead th {
      position: sticky;
      top: 0;
      background: var(--surface);
      z-index: 1;
    }
    tbody th {
      font-weight: 400;
    }
    tbody th .figure {
      font-weight: 650;
    }
  `,
})
export class Reference {
  protected readonly lists = [
    { value: 'grades', title: 'Base metals' },
    { value: 'rods', title: 'Rods' },
  ] as const;
  /** Catalogue asked for in the address, as a search from elsewhere gives it. */
  readonly list = input<string>();
  /** Words asked for in the address. */
  readonly search = input<string>();

  private readonly shownList = linkedSignal<'grades' | 'rods'>(() => (this.list() === 'rods' ? 'rods' : 'grades'));
  protected readonly shown = fieldBy<'grades' | 'rods'>(this.shownList, (list) => this.shownList.set(list));
  protected readonly words = linkedSignal(() => this.search() ?? '');
  protected readonly columns = COLUMNS;
  protected readonly entries = computed<readonly CatalogueEntry[]>(() => {
    const wanted = this.words().trim().toLowerCase();
    const all: readonly CatalogueEntry[] = this.shownList() === 'grades' ? GRADES : RODS;
    return wanted === ''
      ? all
      : all.filter(({ id, names, family }) =>
          [id, names.uns, names.en, names.iso, ...(names.also ?? []), familyTitle(family)].some((name) =>
            name?.toLowerCase().includes(wanted),
          ),
        );
  });

  protected namesOf({ names }: CatalogueEntry): string {
    return [names.uns, names.en, names.iso].filter(Boolean).join(' · ');
  }

  protected family({ family }: CatalogueEntry): string {
    return familyTitle(family);
  }

  protected limits({ limits }: CatalogueEntry, symbol: (typeof COLUMNS)[number]): string {
    const limit = limits[symbol];
    if (!limit) return '';
    const [low, high] = limit;
    if (high === null) return `${low} min`;
    return low === 0 ? `${high} max` : `${low}–${high}`;
  }

  protected usual({ typical }: CatalogueEntry, symbol: (typeof COLUMNS)[number]): string {
    const percent = typical[symbol];
    return percent === undefined ? '' : `(${percent})`;
  }
}
