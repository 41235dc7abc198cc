import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { GRADES, RODS, TERMS } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { map, of, switchMap, timer } from 'rxjs';
import { ApiService } from '../data/api.service';
import { SHORTCUTS } from './shortcuts';

interface Hit {
  readonly kind: string;
  readonly title: string;
  readonly more: string;
  readonly address: readonly unknown[];
  readonly query?: Readonly<Record<string, string>>;
}

const ACTIONS: readonly Hit[] = [
  { kind: 'Go to', title: 'Job board', more: '', address: ['/'] },
  { kind: 'Go to', title: 'Rod rack', more: '', address: ['/rack'] },
  { kind: 'Go to', title: 'Reference', more: '', address: ['/reference'] },
  { kind: 'Go to', title: 'Settings', more: '', address: ['/settings'] },
  { kind: 'Go to', title: 'Help', more: '', address: ['/help'] },
  { kind: 'Start', title: 'Guided first repair', more: '', address: ['/help'], query: { begin: 'guide' } },
];

const MOST = 6;
const REST_MS = 150;

/** Finds jobs, grades, rods, terms and pages by name, and shows the keys that work. */
@Component({
  selector: 'va-command-search',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dialog #dialog aria-label="Find" (close)="text.set('')">
      <input
        #field
        type="search"
        role="combobox"
        aria-label="Find a job, grade, rod, term or page"
        aria-controls="find-hits"
        aria-expanded="true"
        [attr.aria-activedescendant]="hits().length > 0 ? 'hit-' + at() : null"
        placeholder="Job, grade, rod, term or page"
        [value]="text()"
        (input)="typed(field.value)"
        (keydown)="move($event)"
      />
      <ul id="find-hits" role="listbox" aria-label="Found">
        @for (hit of hits(); track hit.kind + hit.title + $index; let index = $index) {
          <li
            role="option"
            tabindex="-1"
            [id]="'hit-' + index"
            [attr.aria-selected]="index === at()"
            (click)="go(hit)"
            (keydown.enter)="go(hit)"
          >
            <span class="small soft kind">{{ hit.kind }}</span>
            <span>{{ hit.title }}</span>
            <span class="small soft">{{ hit.more }}</span>
          </li>
        } @empty {
          <li role="option" aria-selected="false" aria-disabled="true" class="soft">Nothing by that name.</li>
        }
      </ul>
    </dialog>
    <dialog #sheet aria-label="Keys">
      <h2>Keys</h2>
      <dl>
        @for (shortcut of shortcuts; track shortcut[0]) {
          <div>
            <dt class="figure">{{ shortcut[0] }}</dt>
            <dd>{{ shortcut[1] }}</dd>
          </div>
        }
      </dl>
      <form method="dialog"><button nz-button>Close</button></form>
    </dialog>
  `,
  styles: `
    dialog {
      margin-top: 12vh;
    }
    input {
      width: 100%;
      box-sizing: border-box;
      min-height: var(--target);
      padding: 0 var(--space-3);
      border: 1px solid var(--line-strong);
      border-radius: var(--corner);
      background: var(--surface);
      color: var(--ink);
      font: inherit;
    }
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
    dl {
      display: grid;
      gap: var(--space-2);
    }
    dl div {
      display: grid;
      grid-template-columns: 140px 1fr;
    }
    dt {
      font-weight: 650;
    }
  `,
})
export class CommandSearch {
  /** Counts up with every call for the search, and for the sheet of keys. */
  readonly find = input.required<number>();
  readonly keys = input.required<number>();

  private readonly api = inject(ApiService);
  private readonly router = inject(Router);
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('dialog');
  private readonly sheet = viewChild.required<ElementRef<HTMLDialogElement>>('sheet');

  protected readonly shortcuts = SHORTCUTS;
  protected readonly text = signal('');
  protected readonly at = signal(0);
  private readonly jobs = rxResource({
    params: () => this.text().trim(),
    stream: ({ params: search }) =>
      search === ''
        ? of([])
        : timer(REST_MS).pipe(
            switchMap(() => this.api.jobs({ search, limit: MOST })),
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

  constructor() {
    effect(() => {
      if (this.find() > 0) untracked(() => this.show());
    });
    effect(() => {
      const sheet = this.sheet().nativeElement;
      if (this.keys() > 0 && !sheet.open) sheet.showModal();
    });
  }

  protected typed(text: string): void {
    this.text.set(text);
    this.at.set(0);
  }

  private show(): void {
    const dialog = this.dialog().nativeElement;
    if (dialog.open) return;
    this.typed('');
    dialog.showModal();
  }

  protected move(event: KeyboardEvent): void {
    const last = this.hits().length - 1;
    if (event.key === 'ArrowDown') this.at.update((at) => (at >= last ? 0 : at + 1));
    else if (event.key === 'ArrowUp') this.at.update((at) => (at <= 0 ? Math.max(0, last) : at - 1));
    else if (event.key === 'Enter') {
      const hit = this.hits()[this.at()];
      if (hit) this.go(hit);
    } else return;
    event.preventDefault();
  }

  protected go({ address, query }: Hit): void {
    this.dialog().nativeElement.close();
    void this.router.navigate([...address], { queryParams: query ?? {} });
  }
}
