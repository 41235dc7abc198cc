import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { ArrowItem, ArrowRow } from './arrow-row';
import type { ChoiceOption } from './fields';
import { newId } from './new-id';

/**
 * Several things of a kind, one of them shown below. Tab enters the row once; arrow keys go from one to the next and
 * show it. What is shown is put between the tags.
 */
@Component({
  selector: 'va-tabs',
  imports: [ArrowItem, ArrowRow],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div vaArrowRow follows class="choices" [class.hidden-text]="alone()" role="tablist" [attr.aria-label]="label()">
      @for (option of options(); track option.value; let index = $index) {
        <button
          type="button"
          class="choice"
          role="tab"
          [id]="id + '-' + index"
          [attr.aria-controls]="id"
          [attr.aria-selected]="index === at()"
          [vaArrowItem]="index === at()"
          (click)="chosen.emit(option.value)"
        >
          {{ option.title }}
        </button>
      }
    </div>
    <div class="stack" role="tabpanel" [id]="id" [attr.aria-labelledby]="id + '-' + at()"><ng-content /></div>
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-4);
      min-width: 0;
    }
    .stack {
      min-width: 0;
    }
  `,
})
export class Tabs<Value> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly ChoiceOption<Value>[]>();
  readonly value = input.required<Value | undefined>();
  /** Whether there is nothing to choose between: the row is then kept for assistive technology only. */
  readonly alone = input(false);
  readonly chosen = output<Value>();

  protected readonly id = newId('tabs');
  protected readonly at = computed(() =>
    Math.max(
      0,
      this.options().findIndex(({ value }) => value === this.value()),
    ),
  );
}
