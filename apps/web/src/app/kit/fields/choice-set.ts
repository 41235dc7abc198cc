import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { ArrowItem, ArrowRow } from '../arrow-row';
import type { ChoiceOption } from './choice-group';
import { LabelledField } from './labelled-field';

/** A question with a few answers, all in sight, of which any number may hold. */
@Component({
  selector: 'va-choice-set',
  imports: [ArrowItem, ArrowRow],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="label" [id]="id">{{ label() }}</span>
    <div class="choices" vaArrowRow role="group" [attr.aria-labelledby]="id">
      @for (option of options(); track option.title) {
        <button
          vaArrowItem
          type="button"
          class="choice"
          [attr.aria-pressed]="of().value.includes(option.value)"
          (click)="toggle(option.value)"
        >
          {{ option.title }}
        </button>
      }
    </div>
  `,
})
export class ChoiceSet<Value> extends LabelledField<Value[]> {
  readonly options = input.required<readonly ChoiceOption<Value>[]>();

  protected toggle(value: Value): void {
    const { value: values, change } = this.of();
    change(values.includes(value) ? values.filter((other) => other !== value) : [...values, value]);
  }
}
