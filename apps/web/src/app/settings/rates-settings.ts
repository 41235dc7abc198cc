import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NO_RATES } from '@variatum/metallurgy';
import { errorsUnder, fieldsOf, NumberField, TextField } from '../kit/fields';
import { Panel } from '../kit/panel';
import { WorkshopStore } from './workshop-store';

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
        <va-number-field label="Filler rod, a kilogram" placeholder="not stated" [of]="of().rodPerKg" />
        <va-number-field label="Disc or brush, each" placeholder="not stated" [of]="of().discEach" />
        <va-number-field label="Tungsten, each" placeholder="not stated" [of]="of().tungstenEach" />
        <va-number-field label="Added to material, %" placeholder="not stated" [of]="of().materialMarkupPercent" />
        <va-number-field label="Added to the whole, %" placeholder="not stated" [of]="of().marginPercent" />
      </div>
    </va-panel>
  `,
})
export class RatesSettings {
  private readonly store = inject(WorkshopStore);
  private readonly rates = computed(() => ({ ...NO_RATES, ...this.store.workshop()?.rates }));
  protected readonly of = computed(() =>
    fieldsOf(
      this.rates(),
      (changes) => this.store.change({ rates: { ...this.rates(), ...changes } }),
      errorsUnder(this.store.errors(), 'rates'),
    ),
  );
}
