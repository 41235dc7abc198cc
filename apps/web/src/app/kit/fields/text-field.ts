import { ChangeDetectionStrategy, Component, type ElementRef, input, output, viewChild } from '@angular/core';
import { NzInputModule } from 'ng-zorro-antd/input';

let count = 0;

/**
 * A labelled field for text, of one line or several. What stands beside the label (a help note) or under the field (hints, a
 * button) is put between its tags.
 */
@Component({
  selector: 'va-text-field',
  imports: [NzInputModule],
  host: { class: 'field' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="row tight">
      <label [for]="id">{{ label() }}</label>
      <ng-content select="va-help-note" />
    </span>
    @if (lines() > 1) {
      <textarea
        #field
        nz-input
        [id]="id"
        [rows]="lines()"
        [maxLength]="longest()"
        [placeholder]="placeholder()"
        [value]="value()"
        (input)="changed.emit(field.value)"
        [attr.aria-invalid]="!!error()"
        [attr.aria-describedby]="id + '-said'"
      ></textarea>
    } @else {
      <input
        #field
        nz-input
        [id]="id"
        [type]="type()"
        [attr.inputmode]="type() === 'text' ? inputmode() : null"
        autocomplete="off"
        [maxLength]="longest()"
        [placeholder]="placeholder()"
        [value]="value()"
        (input)="changed.emit(field.value)"
        (change)="left.emit()"
        [attr.aria-invalid]="!!error()"
        [attr.aria-describedby]="id + '-said'"
      />
    }
    <span [id]="id + '-said'" class="said">
      @if (error(); as message) {
        <span class="field-error" role="alert">{{ message }}</span>
      }
      <ng-content />
    </span>
  `,
  styles: `
    .said:empty {
      display: none;
    }
  `,
})
export class TextField {
  readonly label = input.required<string>();
  readonly value = input.required<string>();
  /** Characters it takes. */
  readonly longest = input(200);
  readonly placeholder = input('');
  readonly lines = input(1);
  readonly type = input<'text' | 'search'>('text');
  readonly inputmode = input<'decimal' | null>(null);
  readonly error = input<string | null | undefined>(null);
  /** Every change while it is typed. */
  readonly changed = output<string>();
  /** The field was left with another text than it was entered with. */
  readonly left = output();

  protected readonly id = `text-${++count}`;
  private readonly field = viewChild<ElementRef<HTMLElement>>('field');

  focus(): void {
    this.field()?.nativeElement.focus();
  }
}
