import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Quantity } from '@variatum/metallurgy';
import { NzInputModule } from 'ng-zorro-antd/input';
import { FieldSaid } from './field-said';
import { judge, type Measure } from './measure';
import { TYPED_TEMPLATE, TypedField } from './typed-field';

/**
 * A field for a quantity: takes the forms people type, keeps what was typed, and says what it understood. What cannot
 * be understood is kept too, with no value beside it, so that nothing typed is lost.
 */
@Component({
  selector: 'va-measure-field',
  imports: [FieldSaid, FormsModule, NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: TYPED_TEMPLATE,
})
export class MeasureField extends TypedField<Quantity> {
  readonly measure = input.required<Measure>();

  protected readonly shown = computed(() => {
    const { value, typed } = this.of().value;
    return typed || (value === null ? '' : this.measure().format(value));
  });
  private readonly judged = computed(() => judge(this.measure(), this.of().value.typed));
  protected readonly error = computed(() => this.judged().error ?? (this.of().error || null));
  protected readonly understood = computed(() => this.judged().understood);

  protected type(typed: string): void {
    const { value } = judge(this.measure(), typed);
    this.of().change({ value: value === null ? null : Number(value.toFixed(4)), typed });
  }
}
