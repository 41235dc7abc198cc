import data from '../../data/heat.json';
import { stratifiedUniforms } from '../chance';
import { arcPower, type ArcQuestion } from './arc';
import { arcSigma, digShare, DRAWN, hottestUnder, LIKELY_DIG, poolEdge } from './pool-shape';
import { meanProperties, type ThermalMaterial } from './thermal-material';

/** Share of an arc's heat that works in the two sides of a fillet: the rest runs off into the third plate. */
export const FILLET_SHARE = data.meltThrough.fillet.share;

/** Chance of melting through that no recommended current has where nothing should come through. */
export const MOST_THROUGH = data.meltThrough.mostChance;

/** An arc on a side of a joint, as far as its melting through goes. */
export interface ThroughQuestion {
  readonly arc: ArcQuestion;
  readonly material: ThermalMaterial;
  /** Wall of the side, and of the other one, mm. */
  readonly wallMm: number;
  readonly otherMm: number;
  /** Whether heat runs off into three plates. */
  readonly isFillet: boolean;
  readonly startC: number;
}

/**
 * Share of the heat of an even plate of its wall that a side of an uneven joint takes: heat divides as the walls do.
 * Above 1 for the thicker one. What is thicker than some times the thinner one takes no more of it.
 */
function shareOfSide(wallMm: number, otherMm: number): number {
  const most = data.meltThrough.unevenRatio * Math.min(wallMm, otherMm);
  const [own, other] = [Math.min(wallMm, most), Math.min(otherMm, most)];
  return (2 * own) / (own + other);
}

/** Share of an arc's heat that works on a side, beside an even plate of its wall with nothing flowing in its pool. */
const shareOf = ({ wallMm, otherMm, isFillet }: ThroughQuestion): number =>
  shareOfSide(wallMm, otherMm) * (isFillet ? FILLET_SHARE : 1);

/** Steps the warmth of the back is differentiated by, as shares of travel and wall. */
const STEP = 1.08;

const UNIFORMS = stratifiedUniforms(1, data.meltThrough.samples, DRAWN, data.meltThrough.samples);

/**
 * Chance that the back of a side melts, 0 to 1: of the same pool, over the same draws, as `poolShape`, but reckoned
 * once in the middle and carried from there by powers of travel and wall, so that it can be asked at every turn.
 */
export function throughChance(question: ThroughQuestion): number {
  const { arc, material, wallMm, startC } = question;
  const figures = meanProperties(material, material.solidusC);
  const melts = poolEdge(material, figures.volumetricHeat) - startC;
  const efficiency = data.arc.efficiency as [number, number, number];
  const middle = (efficiency[0] + efficiency[2]) / 2;
  const power = shareOf(question) * arcPower({ ...arc, efficiency: arc.efficiency ?? middle });
  const warmth = (travel: number, wall: number): number => {
    const source = {
      sigmaM: arcSigma(arc.amps),
      powerW: LIKELY_DIG * power,
      travelMPerS: (travel * arc.travelMmPerS) / 1000,
      startC,
      ...figures,
    };
    const wallM = (wall * wallMm) / 1000;
    return (hottestUnder(source, wallM, 0, wallM) - startC) / melts;
  };
  const likely = warmth(1, 1);
  const byTravel = Math.log(warmth(STEP, 1) / likely) / Math.log(STEP);
  const byWall = Math.log(warmth(1, STEP) / likely) / Math.log(STEP);
  const { samples } = data.meltThrough;
  let through = 0;
  for (let sample = 0; sample < samples; sample++) {
    const drawn = (dimension: number): number => UNIFORMS[sample * DRAWN + dimension] as number;
    const about = (dimension: number, share: number): number => 1 + share * (2 * drawn(dimension) - 1);
    const held =
      arc.efficiency === undefined ? (efficiency[0] + (efficiency[2] - efficiency[0]) * drawn(0)) / middle : 1;
    const volts = arc.volts === undefined ? about(1, data.arc.voltShare) : 1;
    const warm =
      likely *
      held *
      volts *
      about(2, data.arc.travelShare) ** byTravel *
      about(3, data.arc.wallShare) ** byWall *
      (digShare(drawn(4)) / LIKELY_DIG);
    if (warm >= 1) through++;
  }
  return through / samples;
}

/** Largest current of a side with no more than a chance of melting through, A; its own where that has no more. */
export function mostAmps(question: ThroughQuestion, chance = MOST_THROUGH): number {
  const at = (amps: number): number => throughChance({ ...question, arc: { ...question.arc, amps } });
  if (at(question.arc.amps) <= chance) return question.arc.amps;
  let [low, high] = [1, question.arc.amps];
  for (let step = 0; step < 9; step++) {
    const between = (low + high) / 2;
    if (at(between) <= chance) low = between;
    else high = between;
  }
  return low;
}
