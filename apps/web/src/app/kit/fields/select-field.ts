import { booleanAttribute, ChangeDetectionStrategy, Component, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzSelectModule } from 'ng-zorro-antd/select';
import type { ChoiceOption } from './choice-group';
import { FieldLabel } from './field-label';
import { LabelledField } from './labelled-field';

/** A labelled field for one of many; one that may be left open says so. */
@Component({
  selector: 'va-select-field',
  imports: [FieldLabel, FormsModule, NzSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-field-label [for]="id" [label]="label()" [quiet]="quiet()" [about]="about()" />
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
