import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import { arrowTarget } from '../arrow-target';

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
  host: { class: 'field' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="label" [class.hidden-text]="quiet()" [id]="id">{{ label() }}</span>
    <div class="choices" role="radiogroup" [attr.aria-labelledby]="id">
      @for (option of options(); track option.title; let index = $index) {
        <button
          type="button"
          class="choice"
          role="radio"
          [attr.aria-checked]="option.value === value()"
          [tabindex]="index === entry() ? 0 : -1"
          (click)="chosen.emit(option.value)"
          (keydown)="move($event, index)"
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

  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly id = `choice-group-${++count}`;
  /** Button that Tab lands on: the answer given, or the first. */
  protected readonly entry = computed(() =>
    Math.max(
      0,
      this.options().findIndex(({ value }) => value === this.value()),
    ),
  );

  protected move(event: KeyboardEvent, from: number): void {
    const to = arrowTarget(event.key, from, this.options().length);
    if (to === undefined) return;
    event.preventDefault();
    this.element.nativeElement.querySelectorAll<HTMLElement>('[role="radio"]')[to]?.focus();
  }
}
