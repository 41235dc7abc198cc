import { booleanAttribute, ChangeDetectionStrategy, Component, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzSelectModule } from 'ng-zorro-antd/select';
import type { ChoiceOption } from './choice-group';
import { LabelledField } from './labelled-field';

/** A labelled field for one of many; one that may be left open says so. What stands beside the label (a help note) is put between its tags. */
@Component({
  selector: 'va-select-field',
  imports: [FormsModule, NzSelectModule],
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
      [nzPlaceHolder]="placeholder() || (clear() ? 'Not known' : '')"
      [ngModel]="of().value ?? null"
      (ngModelChange)="of().change($event)"
    >
      @for (option of options(); track option.value) {
        <nz-option [nzValue]="option.value" [nzLabel]="option.title" />
      }
    </nz-select>
  `,
})
export class SelectField<Value> extends LabelledField<Value> {
  readonly options = input.required<readonly ChoiceOption<NonNullable<Value>>[]>();
  /** Lets the person type to find. */
  readonly search = input(false, { transform: booleanAttribute });
  /** Lets the answer be taken back: then it is changed to null. */
  readonly clear = input(false, { transform: booleanAttribute });
}
