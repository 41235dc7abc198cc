import { booleanAttribute, ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzSelectModule } from 'ng-zorro-antd/select';
import type { ChoiceOption } from './choice-group';

let count = 0;

/** A labelled field for one of many. What stands beside the label (a help note) is put between its tags. */
@Component({
  selector: 'va-select-field',
  imports: [FormsModule, NzSelectModule],
  host: { class: 'field' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="row tight" [class.hidden-text]="quiet()">
      <label [for]="id">{{ label() }}</label>
      <ng-content select="va-help-note" />
    </span>
    <nz-select
      [nzId]="id"
      [nzShowSearch]="search()"
      [nzAllowClear]="clear()"
      [nzPlaceHolder]="placeholder()"
      [ngModel]="value()"
      (ngModelChange)="chosen.emit($event)"
    >
      @for (option of options(); track option.value) {
        <nz-option [nzValue]="option.value" [nzLabel]="option.title" />
      }
    </nz-select>
  `,
})
export class SelectField<Value> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly ChoiceOption<Value>[]>();
  readonly value = input.required<Value>();
  readonly placeholder = input('');
  /** Lets the person type to find. */
  readonly search = input(false, { transform: booleanAttribute });
  /** Lets the answer be taken back: then null is chosen. */
  readonly clear = input(false, { transform: booleanAttribute });
  /** Keeps the label for assistive technology only. */
  readonly quiet = input(false, { transform: booleanAttribute });
  readonly chosen = output<Value>();

  protected readonly id = `select-${++count}`;
}
