import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { Icon } from '../shared/icon';
import { CommandSearch } from './command-search';

/** Opens the search and the sheet of keys from anywhere. Both are fetched only when the page has time, or is asked. */
@Component({
  selector: 'va-search-door',
  imports: [CommandSearch, Icon],
  host: { '(document:keydown)': 'keyed($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" (click)="ask()" aria-keyshortcuts="Control+K">
      <va-icon name="find" />
      Find
    </button>
    @defer (when find() > 0 || keys() > 0; prefetch on idle) {
      <va-command-search [find]="find()" [keys]="keys()" />
    }
  `,
  styles: `
    button {
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
  `,
})
export class SearchDoor {
  protected readonly find = signal(0);
  protected readonly keys = signal(0);

  protected ask(): void {
    this.find.update((count) => count + 1);
  }

  protected keyed(event: KeyboardEvent): void {
    if (event.key.toLowerCase() === 'k' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      this.ask();
      return;
    }
    if (event.key !== '?' || (event.target as HTMLElement | null)?.closest('input, textarea')) return;
    this.keys.update((count) => count + 1);
  }
}
