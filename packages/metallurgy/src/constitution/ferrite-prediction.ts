import { curve, hypotenuse, ramp, rampOver } from '../arithmetic';
import { ELEMENT_INDEX, type ElementSymbol } from '../composition';
import balmforth from '../../data/constitution/balmforth-lippold.json';
import deLong from '../../data/constitution/delong.json';
import schaeffler from '../../data/constitution/schaeffler.json';
import wrc from '../../data/constitution/wrc1992.json';
import { balmforthLippoldLatentPercent } from './balmforth-lippold';
import { deLongLatentFerriteNumber } from './delong';
import { DERIVED } from './derive-pool';
import { freeInterstitials } from './free-interstitials';
import type { FerriteSurface } from './iso-line-surface';
import { evaluateLinear, linearFormula } from './linear-formula';
import { schaefflerStructure } from './schaeffler';
import { wrc1992LatentFerriteNumber } from './wrc1992';

/** Which diagram answers for a pool; `none` outside all of them. */
export type GoverningDiagram = 'wrc1992' | 'delong' | 'schaeffler' | 'balmforthLippold' | 'none';

/**
 * Ferrite of a pool by the diagrams that cover it. The caller owns and reuses the object: the hot loop allocates
 * nothing.
 */
export interface FerritePrediction {
  /** The diagram that has most to say. */
  governing: GoverningDiagram;
  /** Ferrite number before it is cut off at zero. Below about 10 it equals percent ferrite. */
  latentFerriteNumber: number;
  /** One standard deviation: rendering tolerance, scatter of measured welds, and what two diagrams disagree by, FN. */
  sigma: number;
}

/** A fresh prediction to pass to `predictFerrite`. */
export function newFerritePrediction(): FerritePrediction {
  return { governing: 'none', latentFerriteNumber: 0, sigma: 0 };
}

function within(value: number, limits: readonly number[]): boolean {
  return value >= limits[0]! && value <= limits[1]!;
}

/** Share of a diagram that is whole at one end of a pair and gone at the other. */
const falling = (value: number, pair: readonly number[]): number => 1 - rampOver(value, pair);

const WRC_ELEMENTS = Object.entries(wrc.validity.elements).map(([symbol, limit]) => ({
  index: ELEMENT_INDEX[symbol as ElementSymbol],
  limit,
  extrapolated: wrc.extrapolation.elements[symbol as keyof typeof wrc.extrapolation.elements],
}));

/** Whether a pool lies inside the box WRC-1992 was drawn for, its elements included. */
export function wrc1992Valid(vector: Float64Array, offset: number, chromium: number, nickel: number): boolean {
  if (!within(chromium, wrc.validity.chromiumEquivalent) || !within(nickel, wrc.validity.nickelEquivalent))
    return false;
  for (const { index, limit } of WRC_ELEMENTS) if ((vector[offset + index] as number) > limit) return false;
  return true;
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
  index: ELEMENT_INDEX[symbol as ElementSymbol],
  limits,
}));

/** Whether the Balmforth-Lippold diagram covers a pool. */
export function balmforthLippoldValid(vector: Float64Array, offset: number): boolean {
  for (const { index, limits } of BALMFORTH_ELEMENTS)
    if (!within(vector[offset + index] as number, limits)) return false;
  return true;
}

const RENDERING = curve(wrc.renderingTolerance2Sigma);

/**
 * How much of WRC-1992 holds for a pool, 0 to 1; `widening` receives how much wider than inside its box it scatters.
 */
function wrcShare(vector: Float64Array, offset: number, chromium: number, nickel: number): number {
  const { chromiumEquivalent, nickelEquivalent, austeniteFormers, elementFade, scatterFactor } = wrc.reach;
  const { widening } = wrc.extrapolation;
  const inChromium = rampOver(chromium, chromiumEquivalent.from);
  const inNickel = rampOver(nickel, nickelEquivalent.box);
  const left =
    inChromium === 1
      ? 1
      : Math.max(
          inChromium,
          falling(nickel, nickelEquivalent.lean) * rampOver(chromium, chromiumEquivalent.lowNickelFrom),
        );
  if (left === 0) return 0;
  const formers =
    inNickel === 1
      ? 1
      : Math.max(
          rampOver(vector[offset + ELEMENT_INDEX.Ni] as number, austeniteFormers.Ni),
          rampOver(vector[offset + ELEMENT_INDEX.N] as number, austeniteFormers.N),
        );
  let share =
    left *
    (inNickel + (1 - inNickel) * formers) *
    falling(chromium, chromiumEquivalent.to) *
    falling(nickel, nickelEquivalent.to);
  let wide = 1 + (scatterFactor - 1) * (1 - inNickel * inChromium);
  for (const { index, limit, extrapolated } of WRC_ELEMENTS) {
    const percent = vector[offset + index] as number;
    if (percent <= limit) continue;
    wide *= 1 + (widening - 1) * ramp(percent, limit, 0.5 * (limit + extrapolated));
    share *= 1 - ramp(percent, extrapolated, extrapolated * (1 + elementFade));
  }
  WIDENING.factor = wide;
  return share;
}

// One object, written over: the hot loop must not allocate.
const WIDENING = { factor: 1 };

/**
 * How far the rendered surface may lie from the figure, two standard deviations in FN; `honest-ranges.spec.ts` holds it
 * against published weld metals the surface has not seen.
 */
export function wrc1992Rendering(ferriteNumber: number, chromium: number, nickel: number): number {
  let rendering = RENDERING(ferriteNumber);
  for (const edge of wrc.edgeTolerance2Sigma) {
    const near =
      ramp(nickel, edge.nickelAbove - 0.5, edge.nickelAbove + 0.5) *
      ramp(chromium, edge.chromium[0]! - 0.5, edge.chromium[0]! + 0.5) *
      (1 - ramp(chromium, edge.chromium[1]! - 0.5, edge.chromium[1]! + 0.5));
    if (edge.fn > rendering) rendering += near * (edge.fn - rendering);
  }
  return rendering;
}

/**
 * Tolerance of the WRC-1992 rendering and the scatter of measured welds about the diagram, one standard deviation in
 * FN.
 * @param widening how much wider than inside its box it scatters, 1 or more
 */
export function wrc1992Sigma(ferriteNumber: number, chromium: number, nickel: number, widening: number): number {
  const rendering = wrc1992Rendering(ferriteNumber, chromium, nickel);
  const scatter = Math.max(wrc.diagramScatter2Sigma.fn, wrc.diagramScatter2Sigma.relativeAbove20 * ferriteNumber);
  return (widening * hypotenuse(rendering, scatter)) / 2;
}

/** How much wider than inside its box WRC-1992 scatters for a pool, 1 or more. */
export function wrc1992Widening(vector: Float64Array, offset: number, chromium: number, nickel: number): number {
  wrcShare(vector, offset, chromium, nickel);
  return WIDENING.factor;
}

function deLongShare(chromium: number, nickel: number, latent: number): number {
  const { chromiumEquivalent, nickelEquivalent, ferriteNumber } = deLong.validity;
  const { equivalents, ferriteNumber: fade } = deLong.fade;
  const top = ferriteNumber[1]!;
  return (
    ramp(chromium, chromiumEquivalent[0]! - equivalents, chromiumEquivalent[0]!) *
    (1 - ramp(chromium, chromiumEquivalent[1]!, chromiumEquivalent[1]! + equivalents)) *
    ramp(nickel, nickelEquivalent[0]! - equivalents, nickelEquivalent[0]!) *
    (1 - ramp(nickel, nickelEquivalent[1]!, nickelEquivalent[1]! + equivalents)) *
    (1 - ramp(Math.abs(latent), top, top + fade))
  );
}

const BALMFORTH_REACH = Object.entries(balmforth.reach.elements)
  .filter(([symbol]) => symbol !== 'Cr')
  .map(([symbol, pair]) => ({ index: ELEMENT_INDEX[symbol as ElementSymbol], pair }));

function balmforthShare(vector: Float64Array, offset: number): number {
  let share = rampOver(vector[offset + ELEMENT_INDEX.Cr] as number, balmforth.reach.elements.Cr);
  for (const { index, pair } of BALMFORTH_REACH) share *= falling(vector[offset + index] as number, pair);
  return share;
}

const BALMFORTH_CHROMIUM = linearFormula('balmforthChromiumEquivalent');
const BALMFORTH_NICKEL = linearFormula('balmforthNickelEquivalent');
const { C: NICKEL_PER_CARBON, N: NICKEL_PER_NITROGEN } = {
  C: BALMFORTH_NICKEL.coefficients[BALMFORTH_NICKEL.positions.indexOf(ELEMENT_INDEX.C)] as number,
  N: BALMFORTH_NICKEL.coefficients[BALMFORTH_NICKEL.positions.indexOf(ELEMENT_INDEX.N)] as number,
};

/** Ferrite by Balmforth and Lippold, percent, with carbon and nitrogen that titanium and niobium hold left out. */
function balmforthFerrite(vector: Float64Array, offset: number): number {
  const free = freeInterstitials(vector, offset);
  const bound =
    NICKEL_PER_CARBON * ((vector[offset + ELEMENT_INDEX.C] as number) - free.carbon) +
    NICKEL_PER_NITROGEN * ((vector[offset + ELEMENT_INDEX.N] as number) - free.nitrogen);
  return balmforthLippoldLatentPercent(
    evaluateLinear(BALMFORTH_CHROMIUM, vector, offset),
    evaluateLinear(BALMFORTH_NICKEL, vector, offset) - bound,
  );
}

/** Weighted sum of what the diagrams say, gathered without allocating. */
const BLEND = { share: 0, first: 0, second: 0, variance: 0, most: 0 };

function lay(
  target: FerritePrediction,
  diagram: GoverningDiagram,
  share: number,
  ferriteNumber: number,
  sigma: number,
): void {
  BLEND.share += share;
  BLEND.first += share * ferriteNumber;
  BLEND.second += share * ferriteNumber * ferriteNumber;
  BLEND.variance += share * sigma * sigma;
  if (share > BLEND.most) {
    BLEND.most = share;
    target.governing = diagram;
  }
}

/**
 * Predicts the ferrite of a pool. WRC-1992 governs where it was drawn and a little beyond; DeLong takes over above it,
 * Balmforth and Lippold for ferritic-martensitic metal, Schaeffler for the rest. Where one gives way to another both
 * are weighed, so that no small change of a composition makes the answer jump, and their disagreement widens the range.
 * Schaeffler's and Balmforth's percentages are handed on as ferrite numbers; they agree below about 10.
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
  BLEND.share = BLEND.first = BLEND.second = BLEND.variance = BLEND.most = 0;
  target.governing = 'none';
  let left = 1;
  const ofWrc = wrcShare(vector, offset, chromium, nickel);
  if (ofWrc > 0) {
    const latent = surface(chromium, nickel);
    lay(target, 'wrc1992', ofWrc, latent, wrc1992Sigma(Math.max(0, latent), chromium, nickel, WIDENING.factor));
    left -= ofWrc;
  }
  if (left > 0) {
    const schaefflerChromium = derived[derivedOffset + DERIVED.schaefflerChromium] as number;
    const deLongNickel = derived[derivedOffset + DERIVED.deLongNickel] as number;
    const latent = deLongLatentFerriteNumber(schaefflerChromium, deLongNickel);
    const ofDeLong = left * deLongShare(schaefflerChromium, deLongNickel, latent);
    if (ofDeLong > 0) {
      lay(target, 'delong', ofDeLong, latent, deLong.tolerance2SigmaFn / 2);
      left -= ofDeLong;
    }
    const ofBalmforth = left * balmforthShare(vector, offset);
    if (ofBalmforth > 0) {
      const { sigmaPercent, lowCarbon } = balmforth.reach;
      const carbon = vector[offset + ELEMENT_INDEX.C] as number;
      const wide = 1 + (lowCarbon.widening - 1) * (1 - ramp(carbon, 0.5 * lowCarbon.from, lowCarbon.from));
      lay(target, 'balmforthLippold', ofBalmforth, balmforthFerrite(vector, offset), wide * sigmaPercent);
      left -= ofBalmforth;
    }
    const schaefflerNickel = derived[derivedOffset + DERIVED.schaefflerNickel] as number;
    if (left > 0 && schaefflerValid(schaefflerChromium, schaefflerNickel))
      lay(
        target,
        'schaeffler',
        left,
        schaefflerStructure(schaefflerChromium, schaefflerNickel).ferritePercent,
        schaeffler.ferriteScatter2SigmaPercent / 2,
      );
  }
  if (BLEND.share <= 0) {
    target.latentFerriteNumber = 0;
    target.sigma = 0;
    return;
  }
  const mean = BLEND.first / BLEND.share;
  const between = Math.max(0, BLEND.second / BLEND.share - mean * mean);
  target.latentFerriteNumber = mean;
  target.sigma = Math.sqrt(BLEND.variance / BLEND.share + between);
}
