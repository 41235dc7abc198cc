import { toVector, type Composition } from '../composition';
import { balmforthLippoldFerritePercent } from './balmforth-lippold';
import { deLongFerriteNumber, deLongLatentFerriteNumber } from './delong';
import { DERIVED_COUNT, derivePool, unitsOfCrackSusceptibility } from './derive-pool';
import {
  balmforthLippoldValid,
  deLongValid,
  newFerritePrediction,
  predictFerrite,
  schaefflerValid,
  wrc1992Sigma,
  wrc1992Valid,
  wrc1992Widening,
  type GoverningDiagram,
} from './ferrite-prediction';
import type { FerriteSurface } from './iso-line-surface';
import { evaluateLinear, linearFormula, type LinearFormulaId } from './linear-formula';
import { martensiteFraction } from './martensite-fraction';
import { seferianPreheatC } from './preheat';
import { schaefflerStructure, type Phase } from './schaeffler';
import { seferianFerritePercent } from './seferian-ferrite';
import { solidificationMode, type SolidificationMode } from './solidification-mode';
import { wrc1992LatentFerriteNumber } from './wrc1992';

/** Equivalents of one diagram, mass percent. */
export interface Equivalents {
  readonly chromiumEquivalent: number;
  readonly nickelEquivalent: number;
}

/** Everything the diagrams and indices say of one composition. */
export interface Constitution {
  readonly wrc1992: Equivalents & {
    readonly ferriteNumber: number;
    /** 5th and 95th percentile, FN: rendering tolerance and diagram scatter. */
    readonly range90: readonly [number, number];
    readonly valid: boolean;
  };
  readonly schaeffler: Equivalents & {
    readonly phases: readonly Phase[];
    readonly ferritePercent: number;
    readonly ratio: number | null;
    readonly seferianFerritePercent: number;
    readonly valid: boolean;
  };
  readonly delong: Equivalents & { readonly ferriteNumber: number; readonly valid: boolean };
  readonly hammarSvensson: Equivalents & { readonly ratio: number | null; readonly mode: SolidificationMode };
  readonly balmforthLippold: Equivalents & { readonly ferritePercent: number; readonly valid: boolean };
  /** Ferrite factor K; above 13.5 (11 to 12 % Cr) or 17 (17 % Cr) no martensite forms in the heat-affected zone. */
  readonly kaltenhauser: number;
  readonly martensiteStartC: number;
  /** Fraction of the austenite turned to martensite at 20 °C, 0 to 1. */
  readonly martensiteFraction: number;
  readonly md30C: number;
  readonly pren: number;
  readonly ucs: number;
  readonly ceIiw: number;
  readonly pcm: number;
  readonly cet: number;
  readonly seferianPreheatC: number;
  readonly governing: GoverningDiagram;
}

/** Nickel equivalent below which a ratio says nothing, mass percent. */
const LEAST_NICKEL_EQUIVALENT = 1e-6;

/** Normal deviate of the 5th and 95th percentile. */
export const DEVIATE_90 = 1.6448536;

/**
 * Evaluates every constitution diagram and index for a composition.
 * @param thicknessMm thickness for the preheat formula, mm, above 0; default 6
 * @param surface stands in for the reconstructed WRC-1992 surface, as `isoLineSurface` makes it
 * @returns figures with the validity of each diagram; a ratio is null when its nickel equivalent is zero
 */
export function constitution(
  composition: Composition,
  thicknessMm = 6,
  surface: FerriteSurface = wrc1992LatentFerriteNumber,
): Constitution {
  const vector = toVector(composition);
  const at = (id: LinearFormulaId): number => evaluateLinear(linearFormula(id), vector);
  const derived = new Float64Array(DERIVED_COUNT);
  derivePool(vector, 0, derived, 0);
  const prediction = newFerritePrediction();
  predictFerrite(vector, 0, derived, 0, prediction, surface);

  const wrcCr = at('wrc1992ChromiumEquivalent');
  const wrcNi = at('wrc1992NickelEquivalent');
  const latent = surface(wrcCr, wrcNi);
  const spread = DEVIATE_90 * wrc1992Sigma(Math.max(0, latent), wrcCr, wrcNi, wrc1992Widening(vector, 0, wrcCr, wrcNi));
  const sCr = at('schaefflerChromiumEquivalent');
  const sNi = at('schaefflerNickelEquivalent');
  const structure = schaefflerStructure(sCr, sNi);
  const dNi = at('deLongNickelEquivalent');
  const hCr = at('hammarSvenssonChromiumEquivalent');
  const hNi = at('hammarSvenssonNickelEquivalent');
  const bCr = at('balmforthChromiumEquivalent');
  const bNi = at('balmforthNickelEquivalent');
  const martensiteStartC = at('martensiteStartC');
  return {
    wrc1992: {
      chromiumEquivalent: wrcCr,
      nickelEquivalent: wrcNi,
      ferriteNumber: Math.max(0, latent),
      range90: [Math.max(0, latent - spread), Math.max(0, latent + spread)],
      valid: wrc1992Valid(vector, 0, wrcCr, wrcNi),
    },
    schaeffler: {
      chromiumEquivalent: sCr,
      nickelEquivalent: sNi,
      phases: structure.phases,
      ferritePercent: structure.ferritePercent,
      ratio: sNi > LEAST_NICKEL_EQUIVALENT ? sCr / sNi : null,
      seferianFerritePercent: seferianFerritePercent(sCr, sNi),
      valid: schaefflerValid(sCr, sNi),
    },
    delong: {
      chromiumEquivalent: sCr,
      nickelEquivalent: dNi,
      ferriteNumber: deLongFerriteNumber(sCr, dNi),
      valid: deLongValid(sCr, dNi, deLongLatentFerriteNumber(sCr, dNi)),
    },
    hammarSvensson: {
      chromiumEquivalent: hCr,
      nickelEquivalent: hNi,
      ratio: hNi > LEAST_NICKEL_EQUIVALENT ? hCr / hNi : null,
      mode: hNi > LEAST_NICKEL_EQUIVALENT ? solidificationMode(hCr / hNi) : hCr > 0 ? 'F' : 'A',
    },
    balmforthLippold: {
      chromiumEquivalent: bCr,
      nickelEquivalent: bNi,
      ferritePercent: balmforthLippoldFerritePercent(bCr, bNi),
      valid: balmforthLippoldValid(vector, 0),
    },
    kaltenhauser: at('kaltenhauserFactor'),
    martensiteStartC,
    martensiteFraction: martensiteFraction(martensiteStartC),
    md30C: at('md30C'),
    pren: at('pren'),
    ucs: unitsOfCrackSusceptibility(vector),
    ceIiw: at('ceIiw'),
    pcm: at('pcm'),
    cet: at('cet'),
    seferianPreheatC: seferianPreheatC(at('seferianCarbonEquivalent'), thicknessMm),
    governing: prediction.governing,
  };
}
