import { Directive, type Signal } from '@angular/core';
import { LabelledField } from './labelled-field';

/**
 * A field of one line in which something is typed and read: a number or a quantity. What cannot be read stays as it was
 * typed. Components that are one take `TYPED_TEMPLATE` for theirs.
 */
@Directive()
export abstract class TypedField<Value> extends LabelledField<Value> {
  /** What stands in the field. */
  protected abstract readonly shown: Signal<string>;
  protected abstract readonly error: Signal<string | null>;
  /** What it was understood to mean, where that is not plain. */
  protected abstract readonly understood: Signal<string | null>;
  protected abstract type(text: string): void;
}

export const TYPED_TEMPLATE = `
  <label [for]="id">{{ label() }}</label>
  <input
    nz-input
    [id]="id"
    inputmode="text"
    maxlength="40"
    autocomplete="off"
    [placeholder]="placeholder()"
    [ngModel]="shown()"
    (ngModelChange)="type($event)"
    [attr.aria-invalid]="error() !== null"
    [attr.aria-describedby]="id + '-said'"
  />
  <va-field-said [id]="id + '-said'" [error]="error()" [understood]="understood()" />
`;
