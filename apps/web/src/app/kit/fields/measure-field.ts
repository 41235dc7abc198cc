import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Quantity } from '@variatum/metallurgy';
import { NzInputModule } from 'ng-zorro-antd/input';
import { judge, type Measure } from './measure';

let count = 0;

/**
 * A field for a quantity: takes the forms people type, keeps what was typed, and says what it understood. What cannot be
 * understood is kept too, with no value beside it, so that nothing typed is lost.
 */
@Component({
  selector: 'va-measure-field',
  imports: [FormsModule, NzInputModule],
  host: { class: 'field' },
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
    <span [id]="id + '-said'" aria-live="polite">
      @if (error(); as message) {
        <span class="field-error">{{ message }}</span>
      } @else if (understood(); as words) {
        <span class="small soft">{{ words }}</span>
      }
    </span>
  `,
})
export class MeasureField {
  readonly label = input.required<string>();
  readonly measure = input.required<Measure>();
  readonly quantity = input.required<Quantity>();
  readonly placeholder = input('');
  /** An error from elsewhere, such as one that concerns two fields. */
  readonly otherError = input<string | null | undefined>(null);
  readonly changed = output<Quantity>();

  protected readonly id = `measure-${++count}`;
  protected readonly shown = computed(() => {
    const { value, typed } = this.quantity();
    return typed || (value === null ? '' : this.measure().format(value));
  });
  private readonly judged = computed(() => judge(this.measure(), this.quantity().typed));
  protected readonly error = computed(() => this.judged().error ?? this.otherError() ?? null);
  /** Said only where it is not plain from the text itself. */
  protected readonly understood = computed(() => this.judged().understood);

  protected type(typed: string): void {
    const { value } = judge(this.measure(), typed);
    this.changed.emit({ value: value === null ? null : Number(value.toFixed(4)), typed });
  }
}
