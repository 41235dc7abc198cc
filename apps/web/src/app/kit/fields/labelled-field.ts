import { booleanAttribute, Directive, input } from '@angular/core';
import type { FieldOf } from './field-of';
import { newId } from '../new-id';

/** What every field has: its label, and the field of a thing it shows. */
@Directive({ host: { class: 'field' } })
export abstract class LabelledField<Value> {
  readonly label = input.required<string>();
  readonly of = input.required<FieldOf<Value>>();
  readonly placeholder = input('');
  /** Term a note explains beside the label. */
  readonly about = input<string>();
  /** Keeps the label for assistive technology only. */
  readonly quiet = input(false, { transform: booleanAttribute });

  protected readonly id = newId('field');
}
