import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { UndoHistory } from '../data/undo-history';
import { Icon } from './icon';
import { isUndoKey } from './undo-key';

/** Takes the newest change of a page back, by button or by Ctrl-Z outside a field, where that belongs to the text. */
@Component({
  selector: 'va-take-back',
  imports: [Icon],
  host: { '(document:keydown)': 'keyed($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (history.next(); as step) {
      <button type="button" class="act" (click)="undo()" [attr.aria-label]="'Take back ' + step">
        <va-icon name="take-back" />
        <span>Take back</span>
      </button>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
})
export class TakeBack {
  /** What sends everything that still rests. */
  readonly store = input.required<{ flush(): void }>();
  protected readonly history = inject(UndoHistory);

  protected undo(): void {
    const store = this.store();
    store.flush();
    this.history.undo(() => store.flush());
  }

  protected keyed(event: KeyboardEvent): void {
    if (!isUndoKey(event)) return;
    event.preventDefault();
    this.undo();
  }
}
