import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Quantity } from '@variatum/metallurgy';
import { NzInputModule } from 'ng-zorro-antd/input';
import { FieldSaid } from './field-said';
import { LabelledField } from './labelled-field';
import { judge, type Measure } from './measure';

/**
 * A field for a quantity: takes the forms people type, keeps what was typed, and says what it understood. What cannot be
 * understood is kept too, with no value beside it, so that nothing typed is lost.
 */
@Component({
  selector: 'va-measure-field',
  imports: [FieldSaid, FormsModule, NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [for]="id">{{ label() }}</label>
    <input
      nz-input
      [id]="id"
      [ngModel]="shown()"
      (ngModelChange)="type($event)"
      [placeholder]="placeholder()"
      maxlength="40"
      autocomplete="off"
      [attr.aria-invalid]="error() !== null"
      [attr.aria-describedby]="id + '-said'"
    />
    <va-field-said [id]="id + '-said'" [error]="error()" [understood]="judged().understood" />
  `,
})
export class MeasureField extends LabelledField<Quantity> {
  readonly measure = input.required<Measure>();

  protected readonly shown = computed(() => {
    const { value, typed } = this.of().value;
    return typed || (value === null ? '' : this.measure().format(value));
  });
  protected readonly judged = computed(() => judge(this.measure(), this.of().value.typed));
  protected readonly error = computed(() => this.judged().error ?? this.of().error ?? null);

  protected type(typed: string): void {
    const { value } = judge(this.measure(), typed);
    this.of().change({ value: value === null ? null : Number(value.toFixed(4)), typed });
  }
}
