import data from '../../data/heat.json';
import { bisect, ln, power } from '../arithmetic';
import { stratifiedUniforms } from '../chance';
import { arcPower, usualVolts, type ArcQuestion } from './arc';
import { distributedPlate } from './distributed-source';
import { arcSigma, digShare, DRAWN, hottestBack, LIKELY_DIG, poolEdge } from './pool-shape';
import { meanProperties, thermalMaterial, type MaterialQuestion } from './thermal-material';

/** Share of an arc's heat that works in the two sides of a fillet: the rest runs off into the third plate. */
export const FILLET_SHARE = data.meltThrough.fillet.share;

/** Chance of melting through that no recommended current has where nothing should come through. */
export const MOST_THROUGH = data.meltThrough.mostChance;

/** An arc on a side of a joint, as far as its melting through goes. */
export interface ThroughQuestion {
  readonly arc: ArcQuestion;
  readonly material: MaterialQuestion;
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

/** Metal that was not welded on yet, °C. */
const COLD_C = 20;

/** A side as far as its melting through goes. */
export interface ThroughSide {
  readonly material: MaterialQuestion;
  readonly thicknessMm: number;
}

/** What is asked of every side of a joint under an arc, on cold metal; of more than two each is asked by itself. */
export const throughSides = (
  sides: readonly ThroughSide[],
  { arc, isFillet }: Pick<ThroughQuestion, 'arc' | 'isFillet'>,
): readonly ThroughQuestion[] =>
  sides.map(({ material, thicknessMm }, side) => ({
    arc,
    material,
    wallMm: thicknessMm,
    otherMm: (sides.length === 2 ? sides[1 - side] : undefined)?.thicknessMm ?? thicknessMm,
    isFillet,
    startC: COLD_C,
  }));

/** Share of an arc's heat that works on a side, beside an even plate of its wall with nothing flowing in its pool. */
const shareOf = ({ wallMm, otherMm, isFillet }: ThroughQuestion): number =>
  shareOfSide(wallMm, otherMm) * (isFillet ? FILLET_SHARE : 1);

/** Steps the warmth of the back is differentiated by, as shares of travel and wall. */
const STEP = 1.08;

const { samples: SAMPLES } = data.meltThrough;
const UNIFORMS = stratifiedUniforms(1, SAMPLES, DRAWN, SAMPLES);
const [LOWEST, , HIGHEST] = data.arc.efficiency as [number, number, number];
const MIDDLE = (LOWEST + HIGHEST) / 2;

/** How warm the back of a side becomes, most likely, as a share of what melts it. */
interface BackWarmth {
  readonly share: number;
  /** Powers of travel and of the wall it goes with. */
  readonly byTravel: number;
  readonly byWall: number;
}

function backWarmth(question: ThroughQuestion): BackWarmth {
  const { arc, wallMm, startC } = question;
  const material = thermalMaterial(question.material);
  const figures = meanProperties(material, material.solidusC);
  const melts = poolEdge(material, figures.volumetricHeat) - startC;
  const source = {
    sigmaM: arcSigma(arc.amps),
    powerW: LIKELY_DIG * shareOf(question) * arcPower({ ...arc, efficiency: arc.efficiency ?? MIDDLE }),
    travelMPerS: arc.travelMmPerS / 1000,
    startC,
    ...figures,
  };
  const wallM = wallMm / 1000;
  // At its hottest a small change of travel or wall moves that place by nothing.
  const { value, xiM } = hottestBack(source, wallM);
  const shareOfMelting = (backC: number): number => (backC - startC) / melts;
  const share = shareOfMelting(value);
  const powerOf = (travel: number, wall: number): number => {
    const moved = { ...source, travelMPerS: travel * source.travelMPerS };
    const backC = distributedPlate(moved, wall * wallM, xiM, 0, wall * wallM);
    return ln(shareOfMelting(backC) / share) / ln(STEP);
  };
  return { share, byTravel: powerOf(STEP, 1), byWall: powerOf(1, STEP) };
}

/** What each draw makes of the warmth of the back, beside the most likely. */
function drawnFactors({ arc }: ThroughQuestion, { byTravel, byWall }: BackWarmth): number[] {
  return Array.from({ length: SAMPLES }, (_, sample) => {
    const drawn = (dimension: number): number => UNIFORMS[sample * DRAWN + dimension] as number;
    const about = (dimension: number, share: number): number => 1 + share * (2 * drawn(dimension) - 1);
    const held = arc.efficiency === undefined ? (LOWEST + (HIGHEST - LOWEST) * drawn(0)) / MIDDLE : 1;
    const volts = arc.volts === undefined ? about(1, data.arc.voltShare) : 1;
    const travel = power(about(2, data.arc.travelShare), byTravel);
    const wall = power(about(3, data.arc.wallShare), byWall);
    return held * volts * travel * wall * (digShare(drawn(4)) / LIKELY_DIG);
  });
}

/**
 * Chance that the back of a side melts, 0 to 1: of the same pool, over the same draws, as `poolShape`, but reckoned
 * once in the middle and carried from there by powers of travel and wall, so that it can be asked at every turn.
 */
export function throughChance(question: ThroughQuestion): number {
  const warmth = backWarmth(question);
  return drawnFactors(question, warmth).filter((factor) => factor * warmth.share >= 1).length / SAMPLES;
}

/** Times the current is set anew, for its arc widens with it, and halvings of what is between to find it. */
const TURNS = 3;
const HALVINGS = 30;

/** Largest current of a side with no more than a chance of melting through, A; its own where that has no more. */
export function mostAmps(question: ThroughQuestion, chance = MOST_THROUGH): number {
  const withAmps = (amps: number): ThroughQuestion => ({ ...question, arc: { ...question.arc, amps } });
  let amps = question.arc.amps;
  if (throughChance(question) <= chance) return amps;
  const volts = (at: number): number => question.arc.volts ?? usualVolts(at);
  for (let turn = 0; turn < TURNS; turn++) {
    const asked = withAmps(amps);
    const warmth = backWarmth(asked);
    const factors = drawnFactors(asked, warmth).sort((one, other) => other - one);
    // So many draws may come through: the next one may not.
    const wanted = 1 / (factors[Math.floor(chance * SAMPLES)] as number);
    const watts = (volts(amps) * amps * wanted) / warmth.share;
    amps = bisect((one) => volts(one) * one < watts, [0, question.arc.amps], HALVINGS);
  }
  while (throughChance(withAmps(amps)) > chance) amps *= CLOSER;
  return amps;
}

/** What is left to be found is less than this share. */
const CLOSER = 0.995;
