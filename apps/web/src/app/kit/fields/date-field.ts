import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { NzInputModule } from 'ng-zorro-antd/input';
import { LabelledField } from './labelled-field';

/** A labelled field for a day, as `2026-11-25`. */
@Component({
  selector: 'va-date-field',
  imports: [NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [for]="id">{{ label() }}</label>
    <input
      #field
      nz-input
      type="date"
      [id]="id"
      [min]="earliest()"
      [max]="latest()"
      [value]="of().value ?? ''"
      (input)="of().change(field.value || undefined)"
    />
  `,
})
export class DateField extends LabelledField<string | undefined> {
  readonly earliest = input('');
  readonly latest = input('');
}
