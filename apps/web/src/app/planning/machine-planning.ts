import { computed, inject, Injectable } from '@angular/core';
import { machineAtHand, USUAL_PROCESS, type MachineWay } from '@variatum/job';
import { SUPPLIES, type Process } from '@variatum/metallurgy';
import { machineWayWords, PROCESS_WORDS, shortWords } from '@variatum/presentation';
import { JobPlan } from '../job/job-plan';
import { JobStore, JointStore } from '../job/stores';
import { fieldBy } from '../kit/fields';
import { WorkshopStore } from '../settings/workshop-store';

/** What can be done where the machine gives too little. */
interface WayOut {
  readonly words: string;
  /** Takes it over; null: it is done at the bench. */
  readonly take: (() => void) | null;
}

/** Machine and socket the job is welded with, and what they cannot do. */
@Injectable()
export class MachinePlanning {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly plan = inject(JobPlan);
  private readonly workshops = inject(WorkshopStore);

  private readonly machines = computed(() => this.workshops.workshop()?.machines ?? []);
  private readonly said = computed(() => this.jobs.job()?.machine ?? { id: null, socket: null });
  private readonly atHand = computed(() =>
    machineAtHand({ machine: this.said() }, this.machines(), this.joints.joint().process ?? USUAL_PROCESS),
  );
  readonly isAsked = computed(() => this.machines().length > 0);
  readonly name = computed(() => this.atHand()?.name ?? '');
  readonly options = computed(() => this.machines().map(({ id, name }) => ({ value: id, title: name })));
  readonly sockets = SUPPLIES.map(({ id, title }) => ({ value: id, title }));
  /** The machine; as it is taken over where nobody says one. */
  readonly machine = fieldBy<string | null>(
    () => this.said().id ?? this.atHand()?.id ?? null,
    // Another machine stands at its own socket until somebody says otherwise.
    (id) => this.jobs.change({ machine: { id, socket: null } }),
  );
  readonly socket = fieldBy<string | null>(
    () => {
      const machine = this.atHand();
      const isHere = ({ volts, amperes, phases }: (typeof SUPPLIES)[number]): boolean =>
        machine !== null && volts === machine.volts && amperes === machine.amperes && phases === machine.phases;
      return SUPPLIES.find(isHere)?.id ?? null;
    },
    (id) => this.plugIn(id),
  );

  /** What it cannot do, with ways out; empty: nothing is wanting. */
  readonly wants = computed<readonly { readonly words: string; readonly ways: readonly WayOut[] }[]>(() => {
    const shown = this.plan.shown();
    if (!shown) return [];
    const name = this.name();
    const doing = (process: Process): readonly WayOut[] =>
      this.machines()
        .filter(({ processes }) => processes.includes(process))
        .map(({ id, name: other }) => this.wayOut({ code: 'machine', machine: id, name: other }));
    return [
      ...shown.lacks.map((process) => ({
        words: `${name} does not weld by ${PROCESS_WORDS[process]}.`,
        ways: doing(process),
      })),
      ...shown.short.map((short) => ({
        words: shortWords(short, name),
        ways: short.ways.map((way) => this.wayOut(way)),
      })),
    ];
  });

  private wayOut(way: MachineWay): WayOut {
    const workshop = this.workshops.workshop();
    const units = { length: workshop?.lengthUnit ?? 'mm', temperature: workshop?.temperatureUnit ?? '°C' } as const;
    const words = machineWayWords(way, units);
    if (way.code === 'machine') return { words, take: () => this.machine.change(way.machine) };
    if (way.code === 'socket') return { words, take: () => this.plugIn(way.socket) };
    return { words, take: null };
  }

  private plugIn(id: string | null): void {
    const supply = SUPPLIES.find((one) => one.id === id);
    const socket = supply ? { volts: supply.volts, amperes: supply.amperes, phases: supply.phases } : null;
    this.jobs.change({ machine: { id: this.machine.value ?? null, socket } });
  }
}
