import { ChangeDetectionStrategy, Component, type ElementRef, input, output, viewChild } from '@angular/core';
import { NzInputModule } from 'ng-zorro-antd/input';
import { FieldLabel } from './field-label';
import { FieldSaid } from './field-said';
import { LabelledField } from './labelled-field';

/**
 * A labelled field for text, of one line or several. What stands under it (hints, a button) is put between its tags.
 */
@Component({
  selector: 'va-text-field',
  imports: [FieldLabel, FieldSaid, NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-field-label [for]="id" [label]="label()" [about]="about()" />
    @if (lines() > 1) {
      <textarea
        #field
        nz-input
        [id]="id"
        [rows]="lines()"
        [maxLength]="longest()"
        [placeholder]="placeholder()"
        [value]="of().value"
        (input)="of().change(field.value)"
        [attr.aria-invalid]="!!of().error"
        [attr.aria-describedby]="id + '-said'"
      ></textarea>
    } @else {
      <input
        #field
        nz-input
        [id]="id"
        [attr.inputmode]="inputmode()"
        autocomplete="off"
        [maxLength]="longest()"
        [placeholder]="placeholder()"
        [value]="of().value"
        (input)="of().change(field.value)"
        (change)="left.emit()"
        [attr.aria-invalid]="!!of().error"
        [attr.aria-describedby]="id + '-said'"
      />
    }
    <span [id]="id + '-said'" class="said">
      <va-field-said [error]="of().error" />
      <ng-content />
    </span>
  `,
})
export class TextField extends LabelledField<string> {
  /** Characters it takes. */
  readonly longest = input(200);
  readonly lines = input(1);
  readonly inputmode = input<'decimal' | null>(null);
  /** The field was left with another text than it was entered with. */
  readonly left = output();

  private readonly field = viewChild<ElementRef<HTMLElement>>('field');

  focus(): void {
    this.field()?.nativeElement.focus();
  }
}
