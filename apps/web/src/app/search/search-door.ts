import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  effect,
  type ElementRef,
  inject,
  Injector,
  signal,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { KeySheet } from '../frame/key-sheet';
import { onKey } from '../frame/keys';
import { Icon } from '../kit/marks/icon';
import { Found, type Hit } from './found';

/** Keys that move in the list of what was found. */
const LIST_KEYS = ['ArrowDown', 'ArrowUp', 'Enter'];

/**
 * Opens the search and the sheet of keys from anywhere. The field stands at once and takes every key in its order; what
 * it finds is fetched when the page has time, or is asked, and keys that were meant for the list wait for it.
 */
@Component({
  selector: 'va-search-door',
  imports: [Found, Icon, KeySheet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" class="act" (click)="ask()" aria-keyshortcuts="Control+K">
      <va-icon name="find" />
      <span>Find</span>
    </button>
    <dialog #dialog aria-label="Find" (close)="closed()">
      <input
        #field
        type="search"
        role="combobox"
        aria-label="Find a job, grade, rod, term or page"
        aria-controls="find-hits"
        aria-expanded="true"
        [attr.aria-activedescendant]="list()?.active() ?? null"
        placeholder="Job, grade, rod, term or page"
        (input)="text.set(field.value)"
        (keydown)="move($event)"
      />
      @defer (when asked(); prefetch on idle) {
        <va-found #list [text]="text()" (chosen)="go($event)" />
      } @placeholder {
        <p class="soft" role="status">Looking</p>
      } @error {
        <p role="status">This could not be fetched: load the page again once the server answers.</p>
      }
    </dialog>
    <dialog #sheet aria-label="Keys">
      <h2>Keys</h2>
      <va-key-sheet />
      <form method="dialog"><button class="act">Close</button></form>
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
  `,
})
export class SearchDoor {
  private readonly router = inject(Router);
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('dialog');
  private readonly sheet = viewChild.required<ElementRef<HTMLDialogElement>>('sheet');
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  // By its mark in the template: naming its class here would fetch it with the page.
  protected readonly list = viewChild<Found>('list');

  protected readonly text = signal('');
  protected readonly asked = signal(false);
  /** Keys for the list that were pressed before it was there. */
  private waiting: string[] = [];

  constructor() {
    onKey('find', () => this.ask());
    onKey('sheet', () => {
      const sheet = this.sheet().nativeElement;
      if (!sheet.open) sheet.showModal();
    });
    const injector = inject(Injector);
    effect(() => {
      const list = this.list();
      // Once it shows what was typed: until then a key would mark or choose something else.
      if (list) afterNextRender(() => this.waiting.splice(0).forEach((key) => list.press(key)), { injector });
    });
  }

  protected ask(): void {
    const dialog = this.dialog().nativeElement;
    this.asked.set(true);
    if (dialog.open) return;
    this.field().nativeElement.value = '';
    this.text.set('');
    dialog.showModal();
  }

  protected closed(): void {
    this.waiting = [];
    this.text.set('');
  }

  protected move(event: KeyboardEvent): void {
    if (!LIST_KEYS.includes(event.key)) return;
    event.preventDefault();
    const list = this.list();
    if (list) list.press(event.key);
    else this.waiting.push(event.key);
  }

  protected go({ address, query }: Hit): void {
    this.dialog().nativeElement.close();
    void this.router.navigate([...address], { queryParams: query ?? {} });
  }
}
