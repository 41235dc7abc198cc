import { booleanAttribute, ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzInputModule } from 'ng-zorro-antd/input';
import { FieldSaid } from './field-said';
import { TYPED_TEMPLATE, TypedField } from './typed-field';

const NUMBER = /^[+-]?(?:\d+[.,]?\d*|[.,]\d+)$/;

/**
 * A field for a plain number. What cannot be read as one stays in the field, with `NaN` beside it for the check to
 * name.
 */
@Component({
  selector: 'va-number-field',
  imports: [FieldSaid, FormsModule, NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: TYPED_TEMPLATE,
})
export class NumberField<Value extends number | null> extends TypedField<Value> {
  /** Whether it must hold a number: one that is emptied then counts as none that can be read. */
  readonly needed = input(false, { transform: booleanAttribute });

  private readonly typed = signal<string | null>(null);
  /** What was typed, as long as it means the value. */
  protected readonly shown = computed(() => {
    const [typed, value] = [this.typed(), this.of().value];
    if (typed !== null && Object.is(this.numberOf(typed), value)) return typed;
    return value === null || Number.isNaN(value) ? '' : String(value);
  });

  protected readonly error = computed(() => this.of().error || null);
  protected readonly understood = signal(null);

  protected type(text: string): void {
    this.typed.set(text);
    // Where the field may be empty its value may be null: its type says so.
    this.of().change(this.numberOf(text) as Value);
  }

  /** The number a text means: null for nothing, NaN for what is none. */
  private numberOf(text: string): number | null {
    const trimmed = text.trim();
    if (trimmed === '') return this.needed() ? Number.NaN : null;
    return NUMBER.test(trimmed) ? Number(trimmed.replace(',', '.')) : Number.NaN;
  }
}
