import data from '../../data/heat.json';
import { bisect } from '../arithmetic';
import { arcPower, heatInput, type ArcQuestion } from './arc';
import { coolingThin } from './cooling';
import { hottestAt } from './pool-shape';
import type { MovingSource } from './rosenthal';

/** One way of making the same pool: how much current, and how quick. */
export interface Pace {
  readonly amps: number;
  readonly travelMmPerS: number;
  readonly heatInputKjPerMm: number;
  /** From the middle of the bead to where the first colour ends, mm, without gas over it. */
  readonly colouredMm: number;
  /** From 850 to 550 °C on the line of the weld, s. */
  readonly seconds: number;
}

/** What paces are compared on. */
export interface PaceQuestion {
  readonly arc: ArcQuestion;
  readonly thicknessMm: number;
  readonly startC: number;
  readonly meltsC: number;
  /** W/mK */
  readonly conductivity: number;
  /** m²/s */
  readonly diffusivity: number;
  /** J/m³K */
  readonly volumetricHeat: number;
  /** Temperature of the first colour, °C. */
  readonly colourC: number;
}

/** Smallest and largest speed a hand can hold, mm/s. */
const TRAVEL = [0.3, 12] as const;

/** A figure at which a falling function comes down to a level, between two bounds. */
const solve = (at: (x: number) => number, level: number, between: readonly [number, number]): number =>
  bisect((x) => at(x) > level, between, 22);

/**
 * The same width of pool made slowly with little current and quickly with much: slow and cold cooks the edges more.
 * @returns colder, as asked, hotter; a pace no hand can hold is left out
 */
export function paces(question: PaceQuestion): readonly Pace[] {
  const { arc, thicknessMm, startC, meltsC, conductivity, diffusivity, volumetricHeat, colourC } = question;
  const wall = thicknessMm / 1000;
  const source = (amps: number, travelMmPerS: number): MovingSource => ({
    powerW: arcPower({ ...arc, amps, travelMmPerS }),
    travelMPerS: travelMmPerS / 1000,
    startC,
    conductivity,
    diffusivity,
  });
  const asked = source(arc.amps, arc.travelMmPerS);
  const halfPool = solve((yM) => hottestAt(asked, wall, yM, 0), meltsC, [1e-4, 0.03]);
  return data.paces.shares.flatMap((share): Pace[] => {
    const amps = Math.round(arc.amps * share);
    const travelMmPerS =
      share === 1
        ? arc.travelMmPerS
        : solve((travel) => hottestAt(source(amps, travel), wall, halfPool, 0), meltsC, TRAVEL);
    if (travelMmPerS < TRAVEL[0] * 1.02 || travelMmPerS > TRAVEL[1] * 0.98) return [];
    const energyJPerM = heatInput({ ...arc, amps, travelMmPerS }) * 1e6;
    return [
      {
        amps,
        travelMmPerS,
        heatInputKjPerMm: energyJPerM / 1e6,
        colouredMm: 1000 * solve((yM) => hottestAt(source(amps, travelMmPerS), wall, yM, 0), colourC, [halfPool, 0.12]),
        seconds: coolingThin({ energyJPerM, startC, conductivity, volumetricHeat }, wall, 850, 550),
      },
    ];
  });
}
