import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Machine } from '@variatum/contracts';
import { SUPPLIES, supplyLimitedCurrent, type ArcProcess } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { ChoiceGroup } from '../shared/choice-group';
import { Icon } from '../shared/icon';
import { NumberField } from '../shared/number-field';
import { replaceAt, withoutAt } from './replace-at';
import { SettingsStore } from './settings-store';

const PROCESS_WORDS: Readonly<Record<ArcProcess, string>> = { gtaw: 'TIG', smaw: 'stick', gmaw: 'MIG' };

/** Machines of the workshop, and the current their sockets let them give. */
@Component({
  selector: 'va-machines-settings',
  imports: [ChoiceGroup, FormsModule, Icon, NumberField, NzButtonModule, NzInputModule, NzSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" aria-label="Machines">
      <h2 class="with-icon">
        <va-icon name="machine" />
        Machines
      </h2>
      @for (machine of machines(); track machine.id; let index = $index) {
        <fieldset class="entry stack">
          <legend class="hidden-text">{{ machine.name }}</legend>
          <div class="fields">
            <div class="field">
              <label [for]="'machine-' + machine.id">Name</label>
              <input
                nz-input
                [id]="'machine-' + machine.id"
                maxlength="80"
                [ngModel]="machine.name"
                (ngModelChange)="change(index, { name: $event })"
                [attr.aria-invalid]="!!error(index, 'name')"
              />
              @if (error(index, 'name'); as message) {
                <span class="field-error">{{ message }}</span>
              }
            </div>
            <div class="field">
              <label [for]="'supply-' + machine.id">Socket</label>
              <nz-select
                [nzId]="'supply-' + machine.id"
                nzPlaceHolder="As given below"
                [ngModel]="supplyOf(machine)"
                (ngModelChange)="setSupply(index, $event)"
              >
                @for (supply of supplies; track supply.id) {
                  <nz-option [nzValue]="supply.id" [nzLabel]="supply.title" />
                }
              </nz-select>
            </div>
            <va-number-field
              label="Volts"
              [value]="machine.volts"
              [error]="error(index, 'volts')"
              (changed)="change(index, { volts: $event ?? nothing })"
            />
            <va-number-field
              label="Fuse, A"
              [value]="machine.amperes"
              [error]="error(index, 'amperes')"
              (changed)="change(index, { amperes: $event ?? nothing })"
            />
            <va-number-field
              label="Most current on its plate, A"
              [value]="machine.mostAmperes"
              placeholder="not stated"
              [error]="error(index, 'mostAmperes')"
              (changed)="change(index, { mostAmperes: $event })"
            />
            <va-choice-group
              label="Phases"
              [options]="phases"
              [value]="machine.phases"
              (chosen)="change(index, { phases: $event })"
            />
            <va-choice-group
              label="Kind"
              [options]="kinds"
              [value]="machine.kind"
              (chosen)="change(index, { kind: $event })"
            />
            <div class="field">
              <span class="label" [id]="'processes-' + machine.id">Does</span>
              <div class="choices" role="group" [attr.aria-labelledby]="'processes-' + machine.id">
                @for (process of processes; track process.id) {
                  <button
                    type="button"
                    class="choice"
                    [attr.aria-pressed]="machine.processes.includes(process.id)"
                    (click)="toggle(index, machine, process.id)"
                  >
                    {{ process.title }}
                  </button>
                }
              </div>
            </div>
          </div>
          <div class="row between">
            <p class="small" role="status">{{ limits(machine) }}</p>
            <button nz-button nzType="text" type="button" (click)="remove(index)">
              <va-icon name="remove" />
              Remove {{ machine.name }}
            </button>
          </div>
        </fieldset>
      } @empty {
        <p class="soft small">
          Name a machine and its socket, and it stands here how much current the socket lets it give.
        </p>
      }
      <div>
        <button nz-button type="button" (click)="add()">
          <va-icon name="add" />
          Add a machine
        </button>
      </div>
    </section>
  `,
})
export class MachinesSettings {
  private readonly store = inject(SettingsStore);
  protected readonly machines = computed(() => this.store.workshop()?.machines ?? []);
  protected readonly supplies = SUPPLIES;
  protected readonly phases = [
    { value: 1, title: 'one' },
    { value: 3, title: 'three' },
  ] as const;
  protected readonly kinds = [
    { value: 'inverter', title: 'inverter' },
    { value: 'transformer', title: 'transformer' },
  ] as const;
  protected readonly processes = (['gtaw', 'smaw', 'gmaw'] as const).map((id) => ({ id, title: PROCESS_WORDS[id] }));
  /** An emptied field that must hold a number: the check names it. */
  protected readonly nothing = Number.NaN;

  protected error(index: number, field: string): string | undefined {
    return this.store.errors()[`machines.${index}.${field}`];
  }

  protected change(index: number, changes: Partial<Machine>): void {
    this.store.change({ machines: replaceAt(this.machines(), index, changes) });
  }

  protected add(): void {
    const machine: Machine = {
      id: crypto.randomUUID(),
      name: `Machine ${this.machines().length + 1}`,
      processes: ['gtaw', 'smaw'],
      kind: 'inverter',
      volts: 230,
      amperes: 16,
      phases: 1,
      mostAmperes: null,
    };
    this.store.change({ machines: [...this.machines(), machine] });
  }

  protected remove(index: number): void {
    this.store.change({ machines: withoutAt(this.machines(), index) });
  }

  protected toggle(index: number, { processes }: Machine, process: ArcProcess): void {
    const next = processes.includes(process) ? processes.filter((id) => id !== process) : [...processes, process];
    this.change(index, { processes: next });
  }

  protected supplyOf({ volts, amperes, phases }: Machine): string | null {
    return (
      SUPPLIES.find((supply) => supply.volts === volts && supply.amperes === amperes && supply.phases === phases)?.id ??
      null
    );
  }

  protected setSupply(index: number, id: string | null): void {
    const supply = SUPPLIES.find((entry) => entry.id === id);
    if (supply) this.change(index, { volts: supply.volts, amperes: supply.amperes, phases: supply.phases });
  }

  /** What the socket lets the machine give, in words. */
  protected limits({ processes, kind, mostAmperes, ...supply }: Machine): string {
    try {
      const parts = processes.map((process) => {
        const [low, high] = supplyLimitedCurrent(supply, process, kind).range;
        const most = mostAmperes ?? Infinity;
        return most <= low
          ? `${PROCESS_WORDS[process]} its full ${most} A`
          : `${PROCESS_WORDS[process]} about ${Math.round(low / 5) * 5} to ${Math.round(Math.min(high, most) / 5) * 5} A`;
      });
      return parts.length > 0
        ? `From this socket: ${parts.join(', ')}. An estimate; the plate and the fuse decide.`
        : '';
    } catch {
      return '';
    }
  }
}
