import type { MachineWay, PassShort } from '@variatum/job';
import {
  formatLength,
  formatTemperature,
  SUPPLIES,
  type LengthUnit,
  type Process,
  type TemperatureUnit,
} from '@variatum/metallurgy';

/** Processes as a bench names them. */
export const PROCESS_WORDS: Readonly<Record<Process, string>> = { gtaw: 'TIG', smaw: 'stick', gmaw: 'MIG' };

/** Units a workshop reads. */
export interface OwnUnits {
  readonly length: LengthUnit;
  readonly temperature: TemperatureUnit;
}

/** What a machine does not give for a pass: `The root wants 170 A, the van machine gives about 105 A.` */
export const shortWords = ({ pass, wants, gives }: Pick<PassShort, 'pass' | 'wants' | 'gives'>, name: string): string =>
  `The ${pass} wants ${Math.round(wants)} A; ${name} gives about ${Math.round(gives)} A on its socket.`;

/** What can be done about it, in a few words. */
export function machineWayWords(way: MachineWay, { length, temperature }: OwnUnits): string {
  switch (way.code) {
    case 'machine':
      return `Weld it with ${way.name}`;
    case 'socket':
      return `Plug it in at ${SUPPLIES.find(({ id }) => id === way.socket)?.title ?? way.socket}`;
    case 'preheat':
      return `Preheat to ${formatTemperature(way.toC, temperature)}`;
    case 'bevel':
      return `Bevel the edges to a land of ${formatLength(way.landMm, length)}`;
    case 'two-passes':
      return way.fromBothSides ? 'One pass from each side' : 'Two smaller passes';
    case 'thin-edge':
      return `Thin the edge of the thicker side to ${formatLength(way.toMm, length)}`;
    case 'electrode':
      return `A ${formatLength(way.rodMm, length)} electrode at ${way.amps} A`;
  }
}
