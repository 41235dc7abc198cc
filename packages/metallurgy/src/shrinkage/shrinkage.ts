import data from '../../data/shrinkage.json';
import { exp, ln } from '../arithmetic';
import type { MaterialFamily } from '../catalogue';
import { meanProperties, thermalMaterial } from '../heat';

/** A figure with the range it is told with. */
export interface Pull {
  readonly mm: number;
  readonly range: readonly [number, number];
}

/** What holds a part while it is welded and cools. */
export const HOLDS = ['none', 'tacks', 'clamped', 'strongback'] as const;

/** What held a weld is let go below this, °C. */
export const RELEASE_BELOW_C = data.holds.releaseBelowC;

/** Whether something is put on before the first tack and comes off when it is cold. */
export const isHeldFirmly = (hold: Hold): boolean => hold === 'clamped' || hold === 'strongback';
export type Hold = (typeof HOLDS)[number];

/** Share of a pull that is left once the part is cold and let go, 0 to 1. */
export const heldTo = (hold: Hold, what: 'tilt' | 'bow'): number => data.holds[hold][what];

/** A figure of a hand formula with its range. */
export const withRange = (mm: number): Pull => ({
  mm,
  range: [mm * (1 - data.range.share), mm * (1 + data.range.share)],
});

const power = (base: number, exponent: number): number => exp(exponent * ln(base));

/**
 * How much more than carbon steel a family pulls, about 0.9 to 1.6: by its expansion, and a little by how badly it
 * conducts.
 */
export function pullOfFamily(family: MaterialFamily): number {
  const { atC, conductivityPower } = data.family;
  const [own, carbon] = [thermalMaterial({ family }), thermalMaterial({ family: 'carbon' })];
  const expansion = own.expansion(atC) / carbon.expansion(atC);
  const conductivity = meanProperties(carbon, atC).conductivity / meanProperties(own, atC).conductivity;
  return expansion * power(conductivity, conductivityPower);
}

/**
 * How far a butt weld draws its sides together, mm.
 * @param areaMm2 section of the weld metal
 * @param thicknessMm of the wall
 * @param family left out: carbon steel, the published formula itself
 */
export const transverseShrinkage = (areaMm2: number, thicknessMm: number, family?: MaterialFamily): number =>
  ((data.transverse.perArea * areaMm2) / thicknessMm) * (family ? pullOfFamily(family) : 1);

/** A member with a weld along it, off its axis. */
export interface Member {
  /** From its neutral axis to the weld, mm. */
  readonly offsetMm: number;
  readonly lengthMm: number;
  /** Moment of inertia about that axis, mm⁴. */
  readonly inertiaMm4: number;
}

/** How far a member bows in its middle, mm. @param family left out: carbon steel, the published formula itself */
export const bow = (areaMm2: number, { offsetMm, lengthMm, inertiaMm4 }: Member, family?: MaterialFamily): number =>
  ((data.bow.factor * areaMm2 * offsetMm * lengthMm * lengthMm) / inertiaMm4) * (family ? pullOfFamily(family) : 1);

/** What a weld on one side of a machined plate does to it. */
export interface Cap {
  /** How hollow the other face becomes over its span, mm. */
  readonly depth: Pull;
  /** What should be left on to machine it flat again, mm: the upper end of the range and the least cut. */
  readonly allowanceMm: number;
}

/**
 * How far a plate curls that is welded on one face, mm: a member of its own section, the weld at its surface.
 * @param spanMm across the face that must stay flat @param widthMm of the plate along the weld
 */
export function capOf(
  areaMm2: number,
  plate: { readonly spanMm: number; readonly widthMm: number; readonly thicknessMm: number },
  family?: MaterialFamily,
): Cap {
  const { spanMm, widthMm, thicknessMm } = plate;
  const inertiaMm4 = (widthMm * thicknessMm * thicknessMm * thicknessMm) / 12;
  const depth = withRange(bow(areaMm2, { offsetMm: thicknessMm / 2, lengthMm: spanMm, inertiaMm4 }, family));
  return { depth, allowanceMm: depth.range[1] + data.cap.cutMm };
}
