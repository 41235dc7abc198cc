import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Gas } from '@variatum/contracts';
import { GASES, JOINTS, NOT_GIVEN } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { ChoiceGroup, flowMeasure, MeasureField, SelectField, TextField, titled } from '../kit/fields';
import { Icon } from '../kit/marks/icon';
import { editedList } from './edited-list';
import { SettingsEntry } from './settings-entry';
import { WorkshopStore } from './workshop-store';

/** Gases at hand, for the torch and for the back of the root. */
@Component({
  selector: 'va-gases-settings',
  imports: [ChoiceGroup, Icon, MeasureField, NzButtonModule, SelectField, SettingsEntry, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" aria-label="Gases">
      <h2 class="with-icon">
        <va-icon name="gas" />
        Gases
      </h2>
      @for (gas of list.entries(); track gas.id; let index = $index) {
        <va-settings-entry [name]="gas.name" (removed)="list.remove(index)">
          <va-text-field
            label="Name"
            [longest]="80"
            [value]="gas.name"
            [error]="list.error(index, 'name')"
            (changed)="list.change(index, { name: $event })"
          />
          <va-select-field
            label="Gas"
            [options]="kinds"
            [value]="gas.gas"
            (chosen)="list.change(index, { gas: $event })"
          />
          <va-measure-field
            label="Usual flow"
            [measure]="flow()"
            [quantity]="gas.flowLpm"
            placeholder="7 L/min, 15 cfh"
            [otherError]="list.error(index, 'flowLpm.value')"
            (changed)="list.change(index, { flowLpm: $event })"
          />
          <va-choice-group
            label="For"
            [options]="uses"
            [value]="gas.use"
            (chosen)="list.change(index, { use: $event })"
          />
          <div class="after">
            @if (hydrogen(gas)) {
              <p class="caution">{{ hydrogenCaution }}</p>
            }
          </div>
        </va-settings-entry>
      } @empty {
        <p class="soft small">No gas named: argon is taken for granted.</p>
      }
      <p class="caution">Argon and nitrogen suffocate without warning in tanks, pits and closed rooms.</p>
      <div>
        <button nz-button type="button" (click)="add()">
          <va-icon name="add" />
          Add a gas
        </button>
      </div>
    </section>
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
