import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RestingChanges } from './resting-changes';
import { UndoHistory } from './undo-history';
import { onKey } from '../frame/keys';
import { Icon } from '../kit/marks/icon';

/** Takes the newest change of a page back, by button or by Ctrl-Z outside a field, where that belongs to the text. */
@Component({
  selector: 'va-take-back',
  imports: [Icon],
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
  protected readonly history = inject(UndoHistory);
  private readonly resting = inject(RestingChanges);

  constructor() {
    onKey('takeBack', () => this.undo());
  }

  protected undo(): void {
    this.resting.flush();
    this.history.undo(() => this.resting.flush());
  }
}
