import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Rates } from '@variatum/contracts';
import { errorsUnder, fieldsOf, NumberField, TextField } from '../kit/fields';
import { Panel } from '../kit/panel';
import { WorkshopStore } from './workshop-store';

const NONE: Rates = {
  currency: '',
  labourPerHour: null,
  leastCharge: null,
  callOut: null,
  gasPerCubicMetre: null,
  materialMarkupPercent: null,
};

/** What work costs here. */
@Component({
  selector: 'va-rates-settings',
  imports: [NumberField, Panel, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Rates">
      <div class="fields">
        <va-text-field label="Currency" [longest]="8" [of]="of().currency" />
        <va-number-field label="Labour, an hour" placeholder="not stated" [of]="of().labourPerHour" />
        <va-number-field label="Least charge" placeholder="not stated" [of]="of().leastCharge" />
        <va-number-field label="Call-out" placeholder="not stated" [of]="of().callOut" />
        <va-number-field label="Argon, a cubic metre" placeholder="not stated" [of]="of().gasPerCubicMetre" />
        <va-number-field label="Added to material, %" placeholder="not stated" [of]="of().materialMarkupPercent" />
      </div>
    </va-panel>
  `,
})
export class RatesSettings {
  private readonly store = inject(WorkshopStore);
  private readonly rates = computed(() => ({ ...NONE, ...this.store.workshop()?.rates }));
  protected readonly of = computed(() =>
    fieldsOf(
      this.rates(),
      (changes) => this.store.change({ rates: { ...this.rates(), ...changes } }),
      errorsUnder(this.store.errors(), 'rates'),
    ),
  );
}
