import { booleanAttribute, ChangeDetectionStrategy, Component, input } from '@angular/core';
import { ArrowItem, ArrowRow } from '../arrow-row';
import { LabelledField } from './labelled-field';

/** One of the answers of a choice. */
export interface ChoiceOption<Value> {
  readonly value: Value;
  readonly title: string;
}

/** A question with a few answers, all in sight. Tab enters the group once, arrow keys move inside it, space or enter answers. */
@Component({
  selector: 'va-choice-group',
  imports: [ArrowItem, ArrowRow],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="label" [class.hidden-text]="quiet()" [id]="id">{{ label() }}</span>
    <div class="choices" vaArrowRow role="radiogroup" [attr.aria-labelledby]="id">
      @for (option of options(); track option.title) {
        <button
          type="button"
          class="choice"
          role="radio"
          [vaArrowItem]="option.value === of().value"
          [attr.aria-checked]="option.value === of().value"
          (click)="answer(option.value)"
        >
          {{ option.title }}
        </button>
      }
    </div>
  `,
})
export class ChoiceGroup<Value> extends LabelledField<Value> {
  readonly options = input.required<readonly ChoiceOption<NonNullable<Value>>[]>();
  /** Lets the answer be taken back by giving it again: then it is changed to null. */
  readonly clear = input(false, { transform: booleanAttribute });

  protected answer(value: NonNullable<Value>): void {
    const again = this.of().value === value;
    // What may be taken back may be null: the type of the field says so.
    if (!again) this.of().change(value);
    else if (this.clear()) this.of().change(null as Value);
  }
}
