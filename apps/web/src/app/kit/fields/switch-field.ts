import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { newId } from '../new-id';

/** Something that is so or not, saved at once; its words are put between its tags. */
@Component({
  selector: 'va-switch-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [for]="id"><ng-content /></label>
    <input
      #field
      type="checkbox"
      role="switch"
      class="switch"
      [id]="id"
      [checked]="on()"
      (change)="changed.emit(field.checked)"
    />
  `,
  styles: `
    :host {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: var(--space-3);
      min-height: var(--target);
    }
  `,
})
export class SwitchField {
  readonly on = input.required<boolean>();
  readonly changed = output<boolean>();

  protected readonly id = newId('switch');
}
