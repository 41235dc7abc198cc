import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { Machine } from '@variatum/contracts';
import { PROCESSES, SUPPLIES, supplyLimitedCurrent, type Process } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { ChoiceGroup, type ChoiceOption, ChoiceSet, NumberField, SelectField, TextField } from '../kit/fields';
import { Icon } from '../kit/marks/icon';
import { editedList } from './edited-list';
import { SettingsEntry } from './settings-entry';

const PROCESS_WORDS: Readonly<Record<Process, string>> = { gtaw: 'TIG', smaw: 'stick', gmaw: 'MIG' };

/** Machines of the workshop, and the current their sockets let them give. */
@Component({
  selector: 'va-machines-settings',
  imports: [ChoiceGroup, ChoiceSet, Icon, NumberField, NzButtonModule, SelectField, SettingsEntry, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" aria-label="Machines">
      <h2 class="with-icon">
        <va-icon name="machine" />
        Machines
      </h2>
      @for (machine of list.entries(); track machine.id; let index = $index) {
        <va-settings-entry [name]="machine.name" (removed)="list.remove(index)">
          <va-text-field
            label="Name"
            [longest]="80"
            [value]="machine.name"
            [error]="list.error(index, 'name')"
            (changed)="list.change(index, { name: $event })"
          />
          <va-select-field
            label="Socket"
            placeholder="As given below"
            [options]="supplies"
            [value]="supplyOf(machine)"
            (chosen)="setSupply(index, $event)"
          />
          <va-number-field
            label="Volts"
            [value]="machine.volts"
            [error]="list.error(index, 'volts')"
            (changed)="list.change(index, { volts: $event ?? nothing })"
          />
          <va-number-field
            label="Fuse, A"
            [value]="machine.amperes"
            [error]="list.error(index, 'amperes')"
            (changed)="list.change(index, { amperes: $event ?? nothing })"
          />
          <va-number-field
            label="Most current on its plate, A"
            [value]="machine.mostAmperes"
            placeholder="not stated"
            [error]="list.error(index, 'mostAmperes')"
            (changed)="list.change(index, { mostAmperes: $event })"
          />
          <va-choice-group
            label="Phases"
            [options]="phases"
            [value]="machine.phases"
            (chosen)="list.change(index, { phases: $event })"
          />
          <va-choice-group
            label="Kind"
            [options]="kinds"
            [value]="machine.kind"
            (chosen)="list.change(index, { kind: $event })"
          />
          <va-choice-set
            label="Does"
            [options]="processes"
            [values]="machine.processes"
            (changed)="list.change(index, { processes: $event })"
          />
          <p class="after small" role="status">{{ limits(machine) }}</p>
        </va-settings-entry>
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
  protected readonly list = editedList('machines');
  protected readonly supplies: readonly ChoiceOption<string | null>[] = SUPPLIES.map(({ id, title }) => ({
    value: id,
    title,
  }));
  protected readonly phases = [
    { value: 1, title: 'one' },
    { value: 3, title: 'three' },
  ] as const;
  protected readonly kinds = [
    { value: 'inverter', title: 'inverter' },
    { value: 'transformer', title: 'transformer' },
  ] as const;
  protected readonly processes = PROCESSES.map((value) => ({
    value,
    title: PROCESS_WORDS[value],
  }));
  /** An emptied field that must hold a number: the check names it. */
  protected readonly nothing = Number.NaN;

  protected add(): void {
    this.list.add({
      id: crypto.randomUUID(),
      name: `Machine ${this.list.entries().length + 1}`,
      processes: ['gtaw', 'smaw'],
      kind: 'inverter',
      volts: 230,
      amperes: 16,
      phases: 1,
      mostAmperes: null,
    });
  }

  protected supplyOf({ volts, amperes, phases }: Machine): string | null {
    return (
      SUPPLIES.find((supply) => supply.volts === volts && supply.amperes === amperes && supply.phases === phases)?.id ??
      null
    );
  }

  protected setSupply(index: number, id: string | null): void {
    const supply = SUPPLIES.find((entry) => entry.id === id);
    if (supply) this.list.change(index, { volts: supply.volts, amperes: supply.amperes, phases: supply.phases });
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
