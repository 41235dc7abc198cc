import { booleanAttribute, Directive, input } from '@angular/core';
import type { FieldOf } from './field-of';

let count = 0;

/** What every field has: its label, and the field of a thing it shows. */
@Directive({ host: { class: 'field' } })
export abstract class LabelledField<Value> {
  readonly label = input.required<string>();
  readonly of = input.required<FieldOf<Value>>();
  readonly placeholder = input('');
  /** Keeps the label for assistive technology only. */
  readonly quiet = input(false, { transform: booleanAttribute });

  protected readonly id = `field-${++count}`;
}
