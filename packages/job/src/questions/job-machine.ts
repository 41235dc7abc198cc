import { NO_MACHINE, type JobMachine, type Machine } from '@variatum/contracts';
import {
  currentLimit,
  currentWays,
  SUPPLIES,
  type CurrentWay,
  type Process,
  type SettingMachine,
  type SettingsQuestion,
} from '@variatum/metallurgy';

/** A job as far as it says what it is welded with; those kept before it was asked for say nothing. */
export interface SaysMachine {
  readonly machine?: JobMachine | undefined;
}

/**
 * The machine of the workshop a job is welded with, at the socket it is plugged in at: the one it says, whether it
 * welds by the process or not, else the first that does; null: the workshop has none for it.
 */
export function machineAtHand(
  { machine: said = NO_MACHINE }: SaysMachine,
  machines: readonly Machine[] | undefined,
  process: Process,
): Machine | null {
  const chosen = machines?.find(({ id }) => id === said.id);
  const found = chosen ?? machines?.find(({ processes }) => processes.includes(process)) ?? null;
  return found && { ...found, ...said.socket };
}

/** A machine as settings ask for it. */
export const asSettingMachine = ({ kind, volts, amperes, phases, mostAmperes }: Machine): SettingMachine => ({
  kind,
  supply: { volts, amperes, phases },
  mostAmperes,
});

/** A way round what a machine cannot do: at the joint, or with another socket or machine. */
export type MachineWay =
  | CurrentWay
  | { readonly code: 'socket'; readonly socket: string }
  | { readonly code: 'machine'; readonly machine: string; readonly name: string };

/** Current a machine gives, A; Infinity where nothing limits it. */
const givesOf = (machine: Machine, process: Process): number =>
  currentLimit(process, asSettingMachine(machine)) ?? Infinity;

/** Other machines of the workshop that weld by a process and give enough. */
const otherMachines = (machine: Machine, machines: readonly Machine[], process: Process, wants: number): MachineWay[] =>
  machines.flatMap((other): MachineWay[] =>
    other.id !== machine.id && other.processes.includes(process) && givesOf(other, process) >= wants
      ? [{ code: 'machine', machine: other.id, name: other.name }]
      : [],
  );

/** What a pass wants and a machine does not give, with what can be done; null: it gives enough. */
export interface MachineShort {
  /** A. */
  readonly wants: number;
  readonly gives: number;
  readonly ways: readonly MachineWay[];
}

/**
 * What a machine does not give for a pass.
 * @param question what is asked of the settings of the pass
 * @param wants what it wants whatever the machine gives, A
 * @throws InputError as `settings`
 */
export function machineShort(
  question: SettingsQuestion,
  wants: number,
  machine: Machine,
  machines: readonly Machine[],
): MachineShort | null {
  const process = question.process ?? 'gtaw';
  const gives = givesOf(machine, process);
  if (wants <= gives) return null;
  // A machine is made for its voltage: what can be had is a stronger fuse.
  const socket = SUPPLIES.find(
    ({ volts, phases, amperes }) =>
      volts === machine.volts && phases === machine.phases && givesOf({ ...machine, amperes }, process) >= wants,
  );
  const own = currentWays(question, gives).filter(({ code }) => code !== 'electrode' || doesElectrode(machine));
  return {
    wants,
    gives: Math.round(gives),
    ways: [
      ...otherMachines(machine, machines, process, wants),
      ...(socket ? [{ code: 'socket', socket: socket.id } as const] : []),
      ...own,
    ],
  };
}

const doesElectrode = ({ processes }: Machine): boolean => processes.includes('smaw');
