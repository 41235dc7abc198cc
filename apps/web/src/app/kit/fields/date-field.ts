import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzInputModule } from 'ng-zorro-antd/input';

let count = 0;

/** A labelled field for a day, as `2026-11-25`; empty for none. */
@Component({
  selector: 'va-date-field',
  imports: [NzInputModule],
  host: { class: 'field' },
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
      [value]="value()"
      (input)="changed.emit(field.value)"
    />
  `,
})
export class DateField {
  readonly label = input.required<string>();
  readonly value = input.required<string>();
  readonly earliest = input('');
  readonly latest = input('');
  readonly changed = output<string>();

  protected readonly id = `date-${++count}`;
}
