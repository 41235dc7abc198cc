import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Icon } from '../kit/marks/icon';

/** Adds an entry to a list of settings. */
@Component({
  selector: 'va-add-button',
  imports: [Icon, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button nz-button type="button" (click)="added.emit()">
      <va-icon name="add" />
      {{ says() }}
    </button>
  `,
})
export class AddButton {
  readonly says = input.required<string>();
  readonly added = output();
}
