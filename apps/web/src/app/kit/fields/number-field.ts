import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzInputModule } from 'ng-zorro-antd/input';

let count = 0;
const NUMBER = /^[+-]?(?:\d+[.,]?\d*|[.,]\d+)$/;

/** A field for a plain number. What cannot be read as one stays in the field, with `NaN` beside it for the check to name. */
@Component({
  selector: 'va-number-field',
  imports: [FormsModule, NzInputModule],
  host: { class: 'field' },
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
      [attr.aria-invalid]="!!error()"
      [attr.aria-describedby]="error() ? id + '-error' : null"
    />
    @if (error(); as message) {
      <span class="field-error" [id]="id + '-error'">{{ message }}</span>
    }
  `,
})
export class NumberField {
  readonly label = input.required<string>();
  readonly value = input.required<number | null>();
  readonly error = input<string | null | undefined>(null);
  readonly placeholder = input('');
  readonly changed = output<number | null>();

  protected readonly id = `number-${++count}`;
  private readonly typed = signal<string | null>(null);
  /** What was typed, as long as it means the value. */
  protected readonly shown = computed(() => {
    const [typed, value] = [this.typed(), this.value()];
    if (typed !== null && Object.is(numberOf(typed), value)) return typed;
    return value === null || Number.isNaN(value) ? '' : String(value);
  });

  protected type(text: string): void {
    this.typed.set(text);
    this.changed.emit(numberOf(text));
  }
}

/** The number a text means: null for nothing, NaN for what is none. */
function numberOf(text: string): number | null {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  return NUMBER.test(trimmed) ? Number(trimmed.replace(',', '.')) : Number.NaN;
}
