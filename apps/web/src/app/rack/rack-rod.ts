import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { LIMITS, type LengthUnit, type Rod } from '@variatum/metallurgy';
import { fieldsOf, lengthMeasure, MeasureField, SwitchField, TextField } from '../kit/fields';
import { RackStore } from './rack-store';

/** One rod of the rack: whether it is on the shelf, and if so in which diameter and where. */
@Component({
  selector: 'va-rack-rod',
  imports: [MeasureField, SwitchField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-switch-field [on]="entry().inStock" (changed)="store.change(rod().id, { inStock: $event })">
      <span class="figure">{{ rod().id }}</span>
      <span class="small soft">{{ facts() }}</span>
    </va-switch-field>
    @if (entry().inStock) {
      <div class="more">
        <va-measure-field label="Diameter" placeholder='2.4 mm, 1/16"' [measure]="measure()" [of]="of().diameterMm" />
        <va-text-field label="Where, how much" [longest]="300" [of]="of().note" />
      </div>
    }
  `,
  styles: `
    va-switch-field {
      padding: 3px 0;
    }
    va-switch-field .small {
      display: block;
    }
    va-switch-field .figure {
      font-weight: 650;
    }
    .more {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: var(--space-3);
      padding-bottom: var(--space-3);
    }
  `,
})
export class RackRod {
  readonly rod = input.required<Rod>();
  readonly unit = input.required<LengthUnit>();

  protected readonly store = inject(RackStore);
  protected readonly entry = computed(() => this.store.entry(this.rod().id));
  protected readonly of = computed(() => {
    const { id } = this.rod();
    return fieldsOf(this.entry(), (changes) => this.store.change(id, changes), this.store.errorsOf(id));
  });
  protected readonly measure = computed(() =>
    lengthMeasure(this.unit(), LIMITS.rodDiameterMm, undefined, '2.4 mm, 1/16" or .045'),
  );
  protected readonly facts = computed(() => {
    const { names, ferriteNumberWindow: window, form } = this.rod();
    return [form === 'bare' ? undefined : form, names.iso, window && `FN ${window[0]} to ${window[1]}`]
      .filter(Boolean)
      .join(' · ');
  });
}
