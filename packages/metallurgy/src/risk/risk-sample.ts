import { isCastIron, type Rod } from '../catalogue';
import { ELEMENT_COUNT, ELEMENT_INDEX } from '../composition';
import risks from '../../data/risks.json';
import {
  DERIVED,
  DERIVED_COUNT,
  derivePool,
  martensiteFraction,
  newFerritePrediction,
  predictFerrite,
  schaefflerMartensiteFraction,
  type FerritePrediction,
  type FerriteSurface,
} from '../constitution';
import type { Joint } from '../joint';
import type { PieceSample } from './material';
import type { Service } from '../service';

/** What kind of metal a pool froze to; the mechanisms that apply differ. */
export type PoolKind = 'stainless' | 'lean-alloy' | 'carbon' | 'nickel' | 'iron';

const { schaefflerShare: SCHAEFFLER_SHARE, startSigmaC: START_SIGMA } = risks.mechanisms.martensite;

/**
 * One pool with everything a mechanism may ask: filled again for every Monte Carlo sample, so that the hot loop allocates
 * nothing. Composition in mass percent, element order.
 */
export class RiskSample {
  readonly pool = new Float64Array(ELEMENT_COUNT);
  readonly derived = new Float64Array(DERIVED_COUNT);
  readonly prediction: FerritePrediction = newFerritePrediction();
  rod: Rod | null = null;
  pieces: readonly PieceSample[] = [];
  joint!: Joint;
  service!: Service;
  dilution = 1;
  /** Standard normal deviate of the diagram scatter. */
  scatter = 0;
  /** Standard normal deviate of the martensite start. */
  startScatter = 0;
  /** Ferrite number with the scatter laid on, 0 or more. */
  ferriteNumber = 0;
  /** Creq/Nieq with Schaeffler's equivalents. */
  ratio = 0;
  /** Fraction of the weld metal that is martensite, 0 to 1. */
  martensite = 0;
  kind: PoolKind = 'stainless';
  hasCastIron = false;
  hasDuplex = false;
  /** Chromium of the piece that has least, mass percent. */
  leanestChromium = Infinity;

  /** @param surface stands in for the reconstructed WRC-1992 surface */
  constructor(private readonly surface?: FerriteSurface) {}

  /** Derives everything from `pool`, `pieces` and `scatter`, which the caller has set. */
  derive(): void {
    const { pool, derived, prediction } = this;
    derivePool(pool, 0, derived, 0);
    predictFerrite(pool, 0, derived, 0, prediction, this.surface);
    const latent = prediction.latentFerriteNumber + this.scatter * prediction.sigma;
    this.ferriteNumber = latent > 0 ? latent : 0;
    this.ratio =
      (derived[DERIVED.schaefflerChromium] as number) / Math.max(0.05, derived[DERIVED.schaefflerNickel] as number);
    const chromium = pool[ELEMENT_INDEX.Cr] as number;
    const nickel = pool[ELEMENT_INDEX.Ni] as number;
    const carbon = pool[ELEMENT_INDEX.C] as number;
    this.kind =
      nickel > 30
        ? 'nickel'
        : carbon > 1.6
          ? 'iron'
          : chromium >= 9.5
            ? 'stainless'
            : chromium + nickel + (pool[ELEMENT_INDEX.Mo] as number) > 1.4
              ? 'lean-alloy'
              : 'carbon';
    if (this.kind === 'carbon') {
      // Stainless diagrams say nothing of plain steel.
      prediction.governing = 'none';
      this.ferriteNumber = 0;
    }
    this.martensite =
      this.kind === 'nickel' || this.kind === 'carbon' || this.kind === 'iron' ? 0 : this.martensiteOfAlloyedPool();
    this.hasCastIron = false;
    this.hasDuplex = false;
    this.leanestChromium = Infinity;
    for (const { material, composition } of this.pieces) {
      const own = composition[ELEMENT_INDEX.Cr] as number;
      if (own < this.leanestChromium) this.leanestChromium = own;
      if (isCastIron(material.family)) this.hasCastIron = true;
      if (material.family === 'duplex' || material.family === 'cast-duplex') this.hasDuplex = true;
    }
  }

  /**
   * Martensite by the start temperature, and at least a share of what Schaeffler's diagram shows: the two disagree on pools
   * thinned by carbon steel, and the truth lies between them.
   */
  private martensiteOfAlloyedPool(): number {
    const { derived } = this;
    const rest = 1 - Math.min(100, this.ferriteNumber) / 100;
    const start = (derived[DERIVED.martensiteStartC] as number) + START_SIGMA * this.startScatter;
    const byStart = martensiteFraction(start) * rest;
    const chromium = derived[DERIVED.schaefflerChromium] as number;
    const nickel = derived[DERIVED.schaefflerNickel] as number;
    return Math.max(byStart, SCHAEFFLER_SHARE * schaefflerMartensiteFraction(chromium, nickel));
  }
}
