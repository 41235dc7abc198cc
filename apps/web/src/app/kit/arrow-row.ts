import { booleanAttribute, computed, DestroyRef, Directive, ElementRef, inject, input, signal } from '@angular/core';

/** Place an arrow key, Home or End leads to in a row that goes round; undefined for any other key. */
export function arrowTarget(key: string, from: number, count: number): number | undefined {
  const last = count - 1;
  switch (key) {
    case 'ArrowRight':
    case 'ArrowDown':
      return from === last ? 0 : from + 1;
    case 'ArrowLeft':
    case 'ArrowUp':
      return from === 0 ? last : from - 1;
    case 'Home':
      return 0;
    case 'End':
      return last;
    default:
      return undefined;
  }
}

/**
 * A row of buttons that is one stop of the keyboard: Tab enters it once, arrow keys move inside it.
 * @example <div vaArrowRow><button [vaArrowItem]="true">the answer</button><button vaArrowItem>another</button></div>
 */
@Directive({ selector: '[vaArrowRow]' })
export class ArrowRow {
  /** Whether a button is also pressed when one moves to it, as tabs are. */
  readonly follows = input(false, { transform: booleanAttribute });
  private readonly items = signal<readonly ArrowItem[]>([]);
  private readonly visited = signal<ArrowItem | null>(null);
  /** Button that Tab lands on: the answer given, the one visited last, or the first. */
  readonly entry = computed(() => {
    const items = this.items();
    const visited = this.visited();
    return items.find((item) => item.given()) ?? (visited && items.includes(visited) ? visited : inOrder(items)[0]);
  });

  enter(item: ArrowItem): void {
    this.items.update((items) => [...items, item]);
  }

  leave(item: ArrowItem): void {
    this.items.update((items) => items.filter((other) => other !== item));
  }

  visit(item: ArrowItem): void {
    this.visited.set(item);
  }

  move(event: KeyboardEvent, from: ArrowItem): void {
    const items = inOrder(this.items());
    const to = arrowTarget(event.key, items.indexOf(from), items.length);
    const target = to === undefined ? undefined : items[to];
    if (!target) return;
    event.preventDefault();
    if (this.follows()) target.button.click();
    target.button.focus();
  }
}

/** A button of such a row. */
@Directive({
  selector: '[vaArrowItem]',
  host: {
    '[tabindex]': 'row.entry() === this ? 0 : -1',
    '(keydown)': 'row.move($event, this)',
    '(focus)': 'row.visit(this)',
  },
})
export class ArrowItem {
  /** Whether it is the answer given; as a bare attribute every button of the row is, and the first is entered. */
  readonly given = input(false, { alias: 'vaArrowItem', transform: booleanAttribute });
  readonly button = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly row = inject(ArrowRow);

  constructor() {
    this.row.enter(this);
    inject(DestroyRef).onDestroy(() => this.row.leave(this));
  }
}

/** Buttons as they stand on the page, which need not be the order they were made in. */
const inOrder = (items: readonly ArrowItem[]): readonly ArrowItem[] =>
  [...items].sort((one, other) =>
    one.button.compareDocumentPosition(other.button) & Node.DOCUMENT_POSITION_FOLLOWING ? -1 : 1,
  );
