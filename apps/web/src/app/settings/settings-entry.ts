import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Icon } from '../kit/marks/icon';

/** One entry of a list of settings: its fields are put between its tags, and it can be removed. */
@Component({
  selector: 'va-settings-entry',
  imports: [Icon, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset class="entry stack">
      <legend class="hidden-text">{{ name() }}</legend>
      <div class="fields"><ng-content /></div>
      <div class="row">
        <ng-content select=".after" />
        <button nz-button nzType="text" type="button" (click)="removed.emit()">
          <va-icon name="remove" />
          Remove {{ name() }}
        </button>
      </div>
    </fieldset>
  `,
  styles: `
    .row {
      justify-content: space-between;
    }
    button {
      margin-left: auto;
    }
  `,
})
export class SettingsEntry {
  readonly name = input.required<string>();
  readonly removed = output();
}
