import { booleanAttribute, ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { ArrowItem, ArrowRow } from '../arrow-row';

/** One of the answers of a choice group. */
export interface ChoiceOption<Value> {
  readonly value: Value;
  readonly title: string;
}

let count = 0;

/**
 * A question with a few answers, all in sight. Tab enters the group once, arrow keys move inside it, space or enter answers;
 * what answering an answered question again means is for the page to decide.
 */
@Component({
  selector: 'va-choice-group',
  imports: [ArrowItem, ArrowRow],
  host: { class: 'field' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="label" [class.hidden-text]="quiet()" [id]="id">{{ label() }}</span>
    <div class="choices" vaArrowRow role="radiogroup" [attr.aria-labelledby]="id">
      @for (option of options(); track option.title) {
        <button
          type="button"
          class="choice"
          role="radio"
          [attr.aria-checked]="option.value === value()"
          [vaArrowItem]="option.value === value()"
          (click)="chosen.emit(option.value)"
        >
          {{ option.title }}
        </button>
      }
    </div>
  `,
})
export class ChoiceGroup<Value> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly ChoiceOption<Value>[]>();
  readonly value = input.required<Value | null | undefined>();
  /** Keeps the label for assistive technology only. */
  readonly quiet = input(false, { transform: booleanAttribute });
  readonly chosen = output<Value>();

  protected readonly id = `choice-group-${++count}`;
}
