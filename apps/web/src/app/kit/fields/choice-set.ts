import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { ArrowItem, ArrowRow } from '../arrow-row';
import type { ChoiceOption } from './choice-group';

let count = 0;

/** A question with a few answers, all in sight, of which any number may hold. */
@Component({
  selector: 'va-choice-set',
  imports: [ArrowItem, ArrowRow],
  host: { class: 'field' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="label" [id]="id">{{ label() }}</span>
    <div vaArrowRow class="choices" role="group" [attr.aria-labelledby]="id">
      @for (option of options(); track option.title) {
        <button
          vaArrowItem
          type="button"
          class="choice"
          [attr.aria-pressed]="values().includes(option.value)"
          (click)="toggle(option.value)"
        >
          {{ option.title }}
        </button>
      }
    </div>
  `,
})
export class ChoiceSet<Value> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly ChoiceOption<Value>[]>();
  readonly values = input.required<readonly Value[]>();
  readonly changed = output<Value[]>();

  protected readonly id = `choice-set-${++count}`;

  protected toggle(value: Value): void {
    const values = this.values();
    this.changed.emit(values.includes(value) ? values.filter((other) => other !== value) : [...values, value]);
  }
}
