import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { NzInputModule } from 'ng-zorro-antd/input';
import { FieldLabel } from '../kit/fields/field-label';
import { FieldSaid } from '../kit/fields/field-said';
import { LabelledField } from '../kit/fields/labelled-field';

/** A field for a password, as browsers keep them. */
@Component({
  selector: 'va-secret-field',
  imports: [FieldLabel, FieldSaid, NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-field-label [for]="id" [label]="label()" />
    <input
      #field
      nz-input
      type="password"
      [id]="id"
      [attr.autocomplete]="fresh() ? 'new-password' : 'current-password'"
      maxlength="200"
      [value]="of().value"
      (input)="of().change(field.value)"
      [attr.aria-invalid]="!!of().error"
      [attr.aria-describedby]="id + '-said'"
    />
    <span [id]="id + '-said'" class="said"><va-field-said [error]="of().error" /></span>
  `,
})
export class SecretField extends LabelledField<string> {
  /** Whether it is made up now. */
  readonly fresh = input(false);
}
