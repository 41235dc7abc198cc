import { hypotenuse } from '../arithmetic';
import { ELEMENT_INDEX } from '../composition';
import balmforth from '../../data/constitution/balmforth-lippold.json';
import deLong from '../../data/constitution/delong.json';
import schaeffler from '../../data/constitution/schaeffler.json';
import wrc from '../../data/constitution/wrc1992.json';
import { deLongLatentFerriteNumber } from './delong';
import { balmforthLippoldFerritePercent } from './balmforth-lippold';
import { DERIVED } from './derive-pool';
import { evaluateLinear, linearFormula } from './linear-formula';
import type { FerriteSurface } from './iso-line-surface';
import { schaefflerStructure } from './schaeffler';
import { wrc1992LatentFerriteNumber } from './wrc1992';

/** Which diagram answers for a pool; `none` outside all of them. */
export type GoverningDiagram = 'wrc1992' | 'delong' | 'schaeffler' | 'balmforthLippold' | 'none';

/** Ferrite of a pool by the diagram that governs it. The caller owns and reuses the object: the hot loop allocates nothing. */
export interface FerritePrediction {
  governing: GoverningDiagram;
  /** Ferrite number before it is cut off at zero. Below about 10 it equals percent ferrite. */
  latentFerriteNumber: number;
  /** One standard deviation of the diagram: rendering tolerance and scatter of measured welds together, FN. */
  sigma: number;
}

/** A fresh prediction to pass to `predictFerrite`. */
export function newFerritePrediction(): FerritePrediction {
  return { governing: 'none', latentFerriteNumber: 0, sigma: 0 };
}

function within(value: number, limits: readonly number[]): boolean {
  return value >= limits[0]! && value <= limits[1]!;
}

const WRC_ELEMENTS = Object.entries(wrc.validity.elements).map(([symbol, limit]) => ({
  index: ELEMENT_INDEX[symbol as keyof typeof ELEMENT_INDEX],
  limit,
  extrapolated: wrc.extrapolation.elements[symbol as keyof typeof wrc.extrapolation.elements],
}));

/** How well WRC-1992 covers a pool: inside its box, a little beyond on alloy content alone, or not at all. */
export function wrc1992Coverage(
  vector: Float64Array,
  offset: number,
  chromium: number,
  nickel: number,
): 'valid' | 'extrapolated' | 'outside' {
  if (!within(chromium, wrc.validity.chromiumEquivalent) || !within(nickel, wrc.validity.nickelEquivalent))
    return 'outside';
  let coverage: 'valid' | 'extrapolated' = 'valid';
  for (const { index, limit, extrapolated } of WRC_ELEMENTS) {
    const percent = vector[offset + index] as number;
    if (percent > extrapolated) return 'outside';
    if (percent > limit) coverage = 'extrapolated';
  }
  return coverage;
}

/** Whether the DeLong diagram covers a pool. */
export function deLongValid(chromium: number, nickel: number, latentFerriteNumber: number): boolean {
  const { chromiumEquivalent, nickelEquivalent, ferriteNumber } = deLong.validity;
  return (
    within(chromium, chromiumEquivalent) &&
    within(nickel, nickelEquivalent) &&
    latentFerriteNumber <= ferriteNumber[1]! &&
    latentFerriteNumber >= -ferriteNumber[1]!
  );
}

/** Whether the Schaeffler diagram covers a pool. */
export function schaefflerValid(chromium: number, nickel: number): boolean {
  return (
    within(chromium, schaeffler.validity.chromiumEquivalent) && within(nickel, schaeffler.validity.nickelEquivalent)
  );
}

const BALMFORTH_ELEMENTS = Object.entries(balmforth.validity.elements).map(([symbol, limits]) => ({
  index: ELEMENT_INDEX[symbol as keyof typeof ELEMENT_INDEX],
  limits,
}));

/** Whether the Balmforth-Lippold diagram covers a pool. */
export function balmforthLippoldValid(vector: Float64Array, offset: number): boolean {
  for (const { index, limits } of BALMFORTH_ELEMENTS)
    if (!within(vector[offset + index] as number, limits)) return false;
  return true;
}

/**
 * Tolerance of the WRC-1992 rendering and the scatter of measured welds about the diagram, one standard deviation in FN.
 */
export function wrc1992Sigma(ferriteNumber: number, chromium: number, nickel: number, widening: number): number {
  const step = wrc.renderingTolerance2Sigma.find(({ upTo }) => upTo === null || ferriteNumber <= upTo);
  let rendering = step ? step.fn : 19;
  for (const edge of wrc.edgeTolerance2Sigma)
    if (nickel > edge.nickelAbove && within(chromium, edge.chromium) && edge.fn > rendering) rendering = edge.fn;
  const scatter = Math.max(wrc.diagramScatter2Sigma.fn, wrc.diagramScatter2Sigma.relativeAbove20 * ferriteNumber);
  return hypotenuse(rendering * widening, scatter) / 2;
}

const BALMFORTH_CHROMIUM = linearFormula('balmforthChromiumEquivalent');
const BALMFORTH_NICKEL = linearFormula('balmforthNickelEquivalent');
const FERRITIC_SIGMA_PERCENT = 10;

/**
 * Predicts the ferrite of a pool by the diagram that governs it: WRC-1992, where it does not reach DeLong, then
 * Balmforth-Lippold for ferritic-martensitic metal, then Schaeffler. Schaeffler's and Balmforth's percentages are handed
 * on as ferrite numbers; they agree below about 10.
 * @param derived row written by `derivePool`, starting at `derivedOffset`
 * @param target receives the result
 * @param surface stands in for the reconstructed WRC-1992 surface
 */
export function predictFerrite(
  vector: Float64Array,
  offset: number,
  derived: Float64Array,
  derivedOffset: number,
  target: FerritePrediction,
  surface: FerriteSurface = wrc1992LatentFerriteNumber,
): void {
  const chromium = derived[derivedOffset + DERIVED.wrcChromium] as number;
  const nickel = derived[derivedOffset + DERIVED.wrcNickel] as number;
  const coverage = wrc1992Coverage(vector, offset, chromium, nickel);
  if (coverage !== 'outside') {
    const latent = surface(chromium, nickel);
    target.governing = 'wrc1992';
    target.latentFerriteNumber = latent;
    target.sigma = wrc1992Sigma(latent, chromium, nickel, coverage === 'valid' ? 1 : wrc.extrapolation.widening);
    return;
  }
  const schaefflerChromium = derived[derivedOffset + DERIVED.schaefflerChromium] as number;
  const deLongNickel = derived[derivedOffset + DERIVED.deLongNickel] as number;
  const deLongLatent = deLongLatentFerriteNumber(schaefflerChromium, deLongNickel);
  if (deLongValid(schaefflerChromium, deLongNickel, deLongLatent)) {
    target.governing = 'delong';
    target.latentFerriteNumber = deLongLatent;
    target.sigma = deLong.tolerance2SigmaFn / 2;
    return;
  }
  if (balmforthLippoldValid(vector, offset)) {
    target.governing = 'balmforthLippold';
    target.latentFerriteNumber = balmforthLippoldFerritePercent(
      evaluateLinear(BALMFORTH_CHROMIUM, vector, offset),
      evaluateLinear(BALMFORTH_NICKEL, vector, offset),
    );
    target.sigma = FERRITIC_SIGMA_PERCENT;
    return;
  }
  const schaefflerNickel = derived[derivedOffset + DERIVED.schaefflerNickel] as number;
  if (schaefflerValid(schaefflerChromium, schaefflerNickel)) {
    target.governing = 'schaeffler';
    target.latentFerriteNumber = schaefflerStructure(schaefflerChromium, schaefflerNickel).ferritePercent;
    target.sigma = schaeffler.ferriteScatter2SigmaPercent / 2;
    return;
  }
  target.governing = 'none';
  target.latentFerriteNumber = 0;
  target.sigma = 0;
}
