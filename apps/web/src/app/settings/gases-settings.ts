import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Gas } from '@variatum/contracts';
import { JOINTS } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { ChoiceGroup } from '../shared/choice-group';
import { Icon } from '../shared/icon';
import { flowMeasure } from '../shared/measure';
import { MeasureField } from '../shared/measure-field';
import { replaceAt, withoutAt } from './replace-at';
import { SettingsStore } from './settings-store';

/** Gases at hand, for the torch and for the back of the root. */
@Component({
  selector: 'va-gases-settings',
  imports: [ChoiceGroup, FormsModule, Icon, MeasureField, NzButtonModule, NzInputModule, NzSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" aria-label="Gases">
      <h2 class="with-icon">
        <va-icon name="gas" />
        Gases
      </h2>
      @for (gas of gases(); track gas.id; let index = $index) {
        <fieldset class="entry stack">
          <legend class="hidden-text">{{ gas.name }}</legend>
          <div class="fields">
            <div class="field">
              <label [for]="'gas-' + gas.id">Name</label>
              <input
                nz-input
                [id]="'gas-' + gas.id"
                maxlength="80"
                [ngModel]="gas.name"
                (ngModelChange)="change(index, { name: $event })"
                [attr.aria-invalid]="!!error(index, 'name')"
              />
              @if (error(index, 'name'); as message) {
                <span class="field-error">{{ message }}</span>
              }
            </div>
            <div class="field">
              <label [for]="'gas-kind-' + gas.id">Gas</label>
              <nz-select
                [nzId]="'gas-kind-' + gas.id"
                [ngModel]="gas.gas"
                (ngModelChange)="change(index, { gas: $event })"
              >
                @for (kind of kinds; track kind) {
                  <nz-option [nzValue]="kind" [nzLabel]="kind" />
                }
              </nz-select>
            </div>
            <va-measure-field
              label="Usual flow"
              [measure]="flow()"
              [value]="gas.flowLpm"
              [text]="gas.flowText"
              placeholder="7 L/min, 15 cfh"
              [otherError]="error(index, 'flowLpm')"
              (changed)="change(index, { flowLpm: $event.value, flowText: $event.text })"
            />
            <va-choice-group label="For" [options]="uses" [value]="gas.use" (chosen)="change(index, { use: $event })" />
          </div>
          @if (hydrogen(gas)) {
            <p class="caution">
              Hydrogen in the gas is for austenitic steel only: never on martensitic, ferritic, duplex or carbon steel.
            </p>
          }
          <div>
            <button nz-button nzType="text" type="button" (click)="remove(index)">
              <va-icon name="remove" />
              Remove {{ gas.name }}
            </button>
          </div>
        </fieldset>
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
  private readonly store = inject(SettingsStore);
  protected readonly gases = computed(() => this.store.workshop()?.gases ?? []);
  protected readonly flow = computed(() => flowMeasure(this.store.workshop()?.flowUnit ?? 'L/min'));
  protected readonly kinds = JOINTS.gases;
  protected readonly uses = [
    { value: 'torch', title: 'torch' },
    { value: 'purge', title: 'purge' },
    { value: 'both', title: 'both' },
  ] as const;

  protected hydrogen({ gas }: Gas): boolean {
    return JOINTS.hydrogenGases.includes(gas);
  }

  protected error(index: number, field: string): string | undefined {
    return this.store.errors()[`gases.${index}.${field}`];
  }

  protected change(index: number, changes: Partial<Gas>): void {
    this.store.change({ gases: replaceAt(this.gases(), index, changes) });
  }

  protected add(): void {
    const gas: Gas = { id: crypto.randomUUID(), name: 'Argon', gas: 'argon', use: 'both', flowLpm: null, flowText: '' };
    this.store.change({ gases: [...this.gases(), gas] });
  }

  protected remove(index: number): void {
    this.store.change({ gases: withoutAt(this.gases(), index) });
  }
}
