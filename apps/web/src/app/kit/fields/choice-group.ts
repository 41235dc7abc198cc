import {
  afterNextRender,
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  Injector,
  input,
  signal,
} from '@angular/core';
import { ArrowItem, ArrowRow } from '../arrow-row';
import { LabelledField } from './labelled-field';

/** One of the answers of a choice. */
export interface ChoiceOption<Value> {
  readonly value: Value;
  readonly title: string;
}

/**
 * A question with a few answers, all or the likeliest in sight. Tab enters the group once, arrow keys move inside it,
 * space or enter answers.
 */
@Component({
  selector: 'va-choice-group',
  imports: [ArrowItem, ArrowRow],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="label" [class.hidden-text]="quiet()" [id]="id">{{ label() }}</span>
    <div class="choices" vaArrowRow role="radiogroup" [attr.aria-labelledby]="id">
      @for (option of shown(); track option.title) {
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
      @if (hides()) {
        <button type="button" class="choice other" [vaArrowItem]="false" (click)="showAll()">other …</button>
      }
    </div>
  `,
})
export class ChoiceGroup<Value> extends LabelledField<Value> {
  readonly options = input.required<readonly ChoiceOption<NonNullable<Value>>[]>();
  /** Lets the answer be taken back by giving it again: then it is changed to null. */
  readonly clear = input(false, { transform: booleanAttribute });

  /** How many stand in sight at first, the likeliest; the answer given always does. */
  readonly first = input<number>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly injector = inject(Injector);
  protected readonly all = signal(false);
  protected readonly hides = computed(() => this.shown().length < this.options().length);
  protected readonly shown = computed(() => {
    const [options, first, given] = [this.options(), this.first(), this.of().value];
    if (first === undefined || this.all() || options.length <= first + 1) return options;
    return options.filter(({ value }, index) => index < first || value === given);
  });

  /** Shows every answer; who works by keyboard goes on with the first that was not in sight. */
  protected showAll(): void {
    const first = this.shown().length;
    this.all.set(true);
    afterNextRender(() => this.host.querySelectorAll<HTMLElement>('[role=radio]')[first]?.focus(), {
      injector: this.injector,
    });
  }

  protected answer(value: NonNullable<Value>): void {
    const again = this.of().value === value;
    // What may be taken back may be null: the type of the field says so.
    if (!again) this.of().change(value);
    else if (this.clear()) this.of().change(null as Value);
  }
}
