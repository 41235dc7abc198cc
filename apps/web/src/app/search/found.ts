import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { GRADES, RODS, TERMS } from '@variatum/metallurgy';
import { map, of, switchMap, timer } from 'rxjs';
import { AREAS } from '../frame/areas';
import { ApiClient } from '../sync';

/** Something found: what it is, and the page it is on. */
export interface Hit {
  readonly kind: string;
  readonly title: string;
  readonly more: string;
  readonly address: readonly unknown[];
  readonly query?: Readonly<Record<string, string>>;
}

const ACTIONS: readonly Hit[] = [
  ...AREAS.map(({ path, title }): Hit => ({ kind: 'Go to', title, more: '', address: [`/${path}`] })),
  { kind: 'Start', title: 'Guided first repair', more: '', address: ['/help'], query: { begin: 'guide' } },
];

const MOST = 6;
const REST_MS = 150;

/** Jobs, grades, rods, terms and pages that go by a name. */
@Component({
  selector: 'va-found',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul id="find-hits" role="listbox" aria-label="Found">
      @for (hit of hits(); track hit.kind + hit.title + $index; let index = $index) {
        <li
          role="option"
          tabindex="-1"
          [id]="'hit-' + index"
          [attr.aria-selected]="index === at()"
          (click)="chosen.emit(hit)"
          (keydown.enter)="chosen.emit(hit)"
        >
          <span class="small soft kind">{{ hit.kind }}</span>
          <span>{{ hit.title }}</span>
          <span class="small soft">{{ hit.more }}</span>
        </li>
      } @empty {
        <li role="option" aria-selected="false" aria-disabled="true" class="soft">Nothing by that name.</li>
      }
    </ul>
  `,
  styles: `
    ul {
      max-height: 50vh;
      overflow: auto;
    }
    li {
      display: grid;
      grid-template-columns: 84px 1fr auto;
      gap: var(--space-3);
      align-items: center;
      min-height: var(--target);
      padding: 0 var(--space-2);
      cursor: pointer;
      border-left: 4px solid transparent;
    }
    li[aria-selected='true'] {
      background: var(--accent-wash);
      border-color: var(--accent);
    }
  `,
})
export class Found {
  readonly text = input('');
  readonly chosen = output<Hit>();

  private readonly api = inject(ApiClient);
  private readonly jobs = rxResource({
    params: () => this.text().trim(),
    stream: ({ params: search }) =>
      search === ''
        ? of([])
        : timer(REST_MS).pipe(
            switchMap(() => this.api.ask('GET /jobs', { query: { search, limit: MOST } })),
            map(({ jobs }) => jobs),
          ),
  });
  protected readonly hits = computed<readonly Hit[]>(() => {
    const wanted = this.text().trim().toLowerCase();
    if (wanted === '') return ACTIONS;
    const jobs = (this.jobs.hasValue() ? this.jobs.value() : []).map(({ id, title, stage, lastRod }): Hit => ({
      kind: 'Job',
      title,
      more: lastRod ?? '',
      address: ['/jobs', id, stage],
    }));
    const named = (kind: string, list: 'grades' | 'rods', entries: typeof GRADES | typeof RODS): Hit[] =>
      entries
        .filter(({ id, names }) =>
          [id, names.uns, names.en, names.iso].some((name) => name?.toLowerCase().includes(wanted)),
        )
        .slice(0, MOST)
        .map(({ id, names }) => ({
          kind,
          title: id,
          more: names.uns ?? '',
          address: ['/reference'],
          query: { list, search: id },
        }));
    const actions = ACTIONS.filter(({ title }) => title.toLowerCase().includes(wanted));
    const terms = TERMS.filter(({ title }) => title.toLowerCase().includes(wanted))
      .slice(0, MOST)
      .map(({ id, title }): Hit => ({ kind: 'Term', title, more: '', address: ['/help'], query: { term: id } }));
    return [...jobs, ...named('Base metal', 'grades', GRADES), ...named('Rod', 'rods', RODS), ...terms, ...actions];
  });

  protected readonly at = linkedSignal<string, number>({ source: this.text, computation: () => 0 });
  /** Identifier of the marked entry, for the field that leads the list. */
  readonly active = computed(() => (this.hits().length > 0 ? `hit-${this.at()}` : null));

  /** A key pressed in the field. */
  press(key: string): void {
    const last = this.hits().length - 1;
    if (key === 'ArrowDown') this.at.update((at) => (at >= last ? 0 : at + 1));
    else if (key === 'ArrowUp') this.at.update((at) => (at <= 0 ? Math.max(0, last) : at - 1));
    const hit = this.hits()[this.at()];
    if (key === 'Enter' && hit) this.chosen.emit(hit);
  }
}
