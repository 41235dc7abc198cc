import { booleanAttribute, ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzInputModule } from 'ng-zorro-antd/input';
import { FieldSaid } from './field-said';
import { LabelledField } from './labelled-field';

const NUMBER = /^[+-]?(?:\d+[.,]?\d*|[.,]\d+)$/;

/** A field for a plain number. What cannot be read as one stays in the field, with `NaN` beside it for the check to name. */
@Component({
  selector: 'va-number-field',
  imports: [FieldSaid, FormsModule, NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [for]="id">{{ label() }}</label>
    <input
      nz-input
      [id]="id"
      inputmode="decimal"
      autocomplete="off"
      maxlength="20"
      [placeholder]="placeholder()"
      [ngModel]="shown()"
      (ngModelChange)="type($event)"
      [attr.aria-invalid]="!!of().error"
      [attr.aria-describedby]="id + '-said'"
    />
    <va-field-said [id]="id + '-said'" [error]="of().error" />
  `,
})
export class NumberField<Value extends number | null> extends LabelledField<Value> {
  /** Whether it must hold a number: one that is emptied then counts as none that can be read. */
  readonly needed = input(false, { transform: booleanAttribute });

  private readonly typed = signal<string | null>(null);
  /** What was typed, as long as it means the value. */
  protected readonly shown = computed(() => {
    const [typed, value] = [this.typed(), this.of().value];
    if (typed !== null && Object.is(this.numberOf(typed), value)) return typed;
    return value === null || Number.isNaN(value) ? '' : String(value);
  });

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
