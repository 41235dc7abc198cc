import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Rates } from '@variatum/contracts';
import { NumberField, TextField } from '../kit/fields';
import { WorkshopStore } from './workshop-store';

const NONE: Rates = {
  currency: '',
  labourPerHour: null,
  leastCharge: null,
  callOut: null,
  materialMarkupPercent: null,
};
const FIELDS = [
  { field: 'labourPerHour', label: 'Labour, an hour' },
  { field: 'leastCharge', label: 'Least charge' },
  { field: 'callOut', label: 'Call-out' },
  { field: 'materialMarkupPercent', label: 'Added to material, %' },
] as const;

/** What work costs here. */
@Component({
  selector: 'va-rates-settings',
  imports: [NumberField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" aria-label="Rates">
      <h2>Rates</h2>
      <div class="fields">
        <va-text-field
          label="Currency"
          [longest]="8"
          [value]="rates().currency"
          (changed)="change({ currency: $event })"
        />
        @for (entry of fields; track entry.field) {
          <va-number-field
            [label]="entry.label"
            [value]="rates()[entry.field]"
            placeholder="not stated"
            [error]="error(entry.field)"
            (changed)="setNumber(entry.field, $event)"
          />
        }
      </div>
    </section>
  `,
})
export class RatesSettings {
  private readonly store = inject(WorkshopStore);
  protected readonly fields = FIELDS;
  protected readonly rates = computed(() => this.store.workshop()?.rates ?? NONE);

  protected error(field: string): string | undefined {
    return this.store.errors()[`rates.${field}`];
  }

  protected setNumber(field: (typeof FIELDS)[number]['field'], value: number | null): void {
    this.change({ [field]: value });
  }

  protected change(changes: Partial<Rates>): void {
    this.store.change({ rates: { ...this.rates(), ...changes } });
  }
}
