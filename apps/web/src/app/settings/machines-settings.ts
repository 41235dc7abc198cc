import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import type { Machine } from '@variatum/contracts';
import { MACHINE_KINDS, PROCESSES, SUPPLIES, supplyLimitedCurrent, type Supply } from '@variatum/metallurgy';
import { PROCESS_WORDS } from '@variatum/presentation';
import { ChoiceGroup, ChoiceSet, type FieldOf, NumberField, SelectField, TextField, titled } from '../kit/fields';
import { Panel } from '../kit/panel';
import { AddButton } from './add-button';
import { editedList, type EditedEntry } from './edited-list';
import { SettingsEntry } from './settings-entry';

/** Machines of the workshop, and the current their sockets let them give. */
@Component({
  selector: 'va-machines-settings',
  imports: [AddButton, ChoiceGroup, ChoiceSet, NumberField, Panel, SelectField, SettingsEntry, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Machines" icon="machine">
      @for (machine of machines(); track machine.entry.id) {
        <va-settings-entry [name]="machine.entry.name" (removed)="machine.remove()">
          <va-text-field label="Name" [longest]="80" [of]="machine.of.name" />
          <va-select-field label="Socket" placeholder="As given below" [options]="supplies" [of]="machine.socket" />
          <va-number-field label="Volts" needed [of]="machine.of.volts" />
          <va-number-field label="Fuse, A" needed [of]="machine.of.amperes" />
          <va-number-field
            label="Most current on its plate, A"
            placeholder="not stated"
            [of]="machine.of.mostAmperes"
          />
          <va-choice-group label="Phases" [options]="phases" [of]="machine.of.phases" />
          <va-choice-group label="Kind" [options]="kinds" [of]="machine.of.kind" />
          <va-choice-set label="Does" [options]="processes" [of]="machine.of.processes" />
          <p class="after small" role="status">{{ machine.limits }}</p>
        </va-settings-entry>
      } @empty {
        <p class="soft small">
          Name a machine and its socket, and it stands here how much current the socket lets it give.
        </p>
      }
      <va-add-button says="Add a machine" (added)="add()" />
    </va-panel>
  `,
})
export class MachinesSettings {
  protected readonly list = editedList('machines');
  protected readonly supplies = titled(SUPPLIES);
  protected readonly phases = [
    { value: 1, title: 'one' },
    { value: 3, title: 'three' },
  ] as const;
  protected readonly kinds = titled(MACHINE_KINDS);
  protected readonly processes = PROCESSES.map((value) => ({
    value,
    title: PROCESS_WORDS[value],
  }));

  protected readonly machines = computed(() =>
    this.list.entries().map((machine) => ({ ...machine, socket: socketOf(machine), limits: limitsOf(machine.entry) })),
  );

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
}

/** The usual socket that gives what was said; choosing one says it. */
function socketOf({ entry, change }: EditedEntry<Machine>): FieldOf<string | null> {
  const is = ({ volts, amperes, phases }: Supply): boolean =>
    volts === entry.volts && amperes === entry.amperes && phases === entry.phases;
  return {
    value: SUPPLIES.find(is)?.id ?? null,
    change: (id) => {
      const supply = SUPPLIES.find((one) => one.id === id);
      if (supply) change({ volts: supply.volts, amperes: supply.amperes, phases: supply.phases });
    },
  };
}

/** What the socket lets a machine give, in words; empty while that cannot be reckoned. */
function limitsOf({ processes, kind, mostAmperes, ...supply }: Machine): string {
  try {
    const parts = processes.map((process) => {
      const [low, high] = supplyLimitedCurrent(supply, process, kind).range;
      const most = mostAmperes ?? Infinity;
      return most <= low
        ? `${PROCESS_WORDS[process]} its full ${most} A`
        : `${PROCESS_WORDS[process]} about ${Math.round(low / 5) * 5} to ${Math.round(Math.min(high, most) / 5) * 5} A`;
    });
    return parts.length > 0 ? `From this socket: ${parts.join(', ')}. An estimate; the plate and the fuse decide.` : '';
  } catch {
    return '';
  }
}
