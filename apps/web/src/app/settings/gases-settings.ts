import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Gas } from '@variatum/contracts';
import { GASES, JOINTS, NOT_GIVEN } from '@variatum/metallurgy';
import { ChoiceGroup, flowMeasure, MeasureField, SelectField, TextField, titled } from '../kit/fields';
import { Panel } from '../kit/panel';
import { AddButton } from './add-button';
import { editedList } from './edited-list';
import { SettingsEntry } from './settings-entry';
import { WorkshopStore } from './workshop-store';

/** Gases at hand, for the torch and for the back of the root. */
@Component({
  selector: 'va-gases-settings',
  imports: [AddButton, ChoiceGroup, MeasureField, Panel, SelectField, SettingsEntry, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Gases" icon="gas">
      @for (gas of list.entries(); track gas.entry.id) {
        <va-settings-entry [name]="gas.entry.name" (removed)="gas.remove()">
          <va-text-field label="Name" [longest]="80" [of]="gas.of.name" />
          <va-select-field label="Gas" [options]="kinds" [of]="gas.of.gas" />
          <va-measure-field label="Usual flow" placeholder="7 L/min, 15 cfh" [measure]="flow()" [of]="gas.of.flowLpm" />
          <va-choice-group label="For" [options]="uses" [of]="gas.of.use" />
          <div class="after">
            @if (hydrogen(gas.entry)) {
              <p class="caution">{{ hydrogenCaution }}</p>
            }
          </div>
        </va-settings-entry>
      } @empty {
        <p class="soft small">No gas named: argon is taken for granted.</p>
      }
      <p class="caution">Argon and nitrogen suffocate without warning in tanks, pits and closed rooms.</p>
      <va-add-button says="Add a gas" (added)="add()" />
    </va-panel>
  `,
})
export class GasesSettings {
  private readonly store = inject(WorkshopStore);
  protected readonly list = editedList('gases');
  protected readonly flow = computed(() => flowMeasure(this.store.workshop()?.flowUnit ?? 'L/min'));
  protected readonly kinds = titled(GASES);
  protected readonly uses = [
    { value: 'torch', title: 'torch' },
    { value: 'purge', title: 'purge' },
    { value: 'both', title: 'both' },
  ] as const;

  protected readonly hydrogenCaution = JOINTS.hydrogenGasCaution;

  protected hydrogen({ gas }: Gas): boolean {
    return JOINTS.gases[gas].hydrogen;
  }

  protected add(): void {
    this.list.add({
      id: crypto.randomUUID(),
      name: 'Argon',
      gas: 'argon',
      use: 'both',
      flowLpm: NOT_GIVEN,
    });
  }
}
