import { ramp } from '../arithmetic';
import type { Rod } from '../catalogue';
import { ELEMENT_COUNT, ELEMENT_INDEX } from '../composition';
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
import pools from '../../data/pool-kinds.json';
import martensite from '../../data/risks/martensite.json';
import type { Joint } from '../joint';
import { mixPool } from '../pool';
import type { Service } from '../service';
import type { PieceSample } from './material';
import type { PieceFacts } from './piece-facts';

/**
 * Places of a weld that freeze to different metal: the bulk of it, its root, and where the arc strays to plain steel or
 * to nickel alloy among other metal.
 */
export const PLACES = ['fill', 'root', 'to-steel', 'to-nickel'] as const;
/** A place of a weld. */
export type Place = (typeof PLACES)[number];

const { schaefflerShare: SCHAEFFLER_SHARE, startSigmaC: START_SIGMA } = martensite;
const { Cr, Ni, Mo, C } = ELEMENT_INDEX;

/**
 * One pool with everything a mechanism may ask: filled again for every Monte Carlo sample, so that the hot loop
 * allocates nothing. Compositions in mass percent, element order.
 */
export class RiskSample {
  readonly pool = new Float64Array(ELEMENT_COUNT);
  readonly derived = new Float64Array(DERIVED_COUNT);
  readonly prediction: FerritePrediction = newFerritePrediction();
  /** Composition of the rod of this sample, before any metal is melted into it. */
  readonly rodMetal = new Float64Array(ELEMENT_COUNT);
  /** Melted base metal of this sample, all pieces by their shares. */
  readonly base = new Float64Array(ELEMENT_COUNT);
  rod: Rod | null = null;
  pieces: readonly PieceSample[] = [];
  facts!: PieceFacts;
  joint!: Joint;
  service!: Service;
  place: Place = 'fill';
  /** Dilution of the bulk of the weld, 0 to 1. */
  dilution = 1;
  /** Nitrogen picked up from the air, mass percent. */
  nitrogenPickUp = 0;
  /** How much hydrogen rod and process bring, 0 to 1. */
  hydrogenFactor = 0;
  /** Standard normal deviate of the diagram scatter. */
  scatter = 0;
  /** Standard normal deviate of the martensite start. */
  startScatter = 0;
  /** Ferrite number with the scatter laid on, 0 to 100. */
  ferriteNumber = 0;
  /** Creq/Nieq by Hammar and Svensson: what decides how the bead freezes. */
  ratio = 0;
  /** Fraction of the weld metal that is martensite, 0 to 1. */
  martensite = 0;
  /** How far the pool is nickel alloy rather than steel, 0 to 1. */
  nickelBase = 0;
  /** How far the pool is stainless steel, 0 to 1. */
  stainless = 0;
  /** How far the pool is plain steel no stainless diagram speaks of, 0 to 1. */
  plainSteel = 0;

  /** @param surface stands in for the reconstructed WRC-1992 surface */
  constructor(private readonly surface?: FerriteSurface) {}

  /** Whether a place of this weld differs from the bulk of it. */
  has(place: Place): boolean {
    if (place === 'fill') return true;
    if (this.rod === null) return false;
    if (place === 'root') return this.joint.root.factor > 1;
    return this.straysTo(place) !== undefined;
  }

  /** Mixes and derives the pool of a place of the weld, from rod metal, base metal and dilution. */
  goTo(place: Place): void {
    const { pool, joint } = this;
    this.place = place;
    const { factor, atMost } = joint.root;
    const melted = place === 'root' ? Math.max(this.dilution, Math.min(atMost, factor * this.dilution)) : this.dilution;
    mixPool(this.rodMetal, 0, this.base, 0, melted, pool);
    const piece = this.straysTo(place);
    if (piece) {
      const { wander } = joint;
      for (let element = 0; element < ELEMENT_COUNT; element++)
        pool[element] = (1 - wander) * (pool[element] as number) + wander * (piece.composition[element] as number);
    }
    pool[ELEMENT_INDEX.N] = (pool[ELEMENT_INDEX.N] as number) + this.nitrogenPickUp;
    this.derive();
  }

  private straysTo(place: Place): PieceSample | undefined {
    return place === 'to-steel' ? this.facts.plainSteel : place === 'to-nickel' ? this.facts.nickelAlloy : undefined;
  }

  /** Derives everything from `pool` and the scatter, which the caller has set. */
  derive(): void {
    const { pool, derived, prediction } = this;
    derivePool(pool, 0, derived, 0);
    predictFerrite(pool, 0, derived, 0, prediction, this.surface);
    const chromium = pool[Cr] as number;
    const nickel = pool[Ni] as number;
    const [nickelFrom, nickelTo] = pools.nickelBase as [number, number];
    const [stainlessFrom, stainlessTo] = pools.stainlessChromium as [number, number];
    const [alloyedFrom, alloyedTo] = pools.alloyedSum as [number, number];
    this.nickelBase = ramp(nickel, nickelFrom, nickelTo);
    const iron = 1 - this.nickelBase;
    this.stainless = iron * ramp(chromium, stainlessFrom, stainlessTo);
    const alloyed = ramp(chromium + nickel + (pool[Mo] as number), alloyedFrom, alloyedTo);
    this.plainSteel = iron * (1 - alloyed);
    const latent = prediction.latentFerriteNumber + this.scatter * prediction.sigma;
    // Stainless diagrams say nothing of plain steel.
    this.ferriteNumber = latent > 0 ? Math.min(100, latent) * ramp(chromium, stainlessFrom, stainlessTo) : 0;
    if (chromium < stainlessFrom) prediction.governing = 'none';
    this.ratio = (derived[DERIVED.hammarChromium] as number) / Math.max(0.05, derived[DERIVED.hammarNickel] as number);
    this.martensite = alloyed > 0 ? alloyed * this.martensiteOfAlloyedPool() : 0;
  }

  /**
   * Martensite by the start temperature, and at least a share of what Schaeffler's diagram shows: the two disagree on
   * pools thinned by carbon steel, and the truth lies between them. Cast iron's carbon stands out as graphite or
   * carbide instead.
   */
  private martensiteOfAlloyedPool(): number {
    const { derived } = this;
    const rest = 1 - Math.min(100, this.ferriteNumber) / 100;
    const start = (derived[DERIVED.martensiteStartC] as number) + START_SIGMA * this.startScatter;
    const byStart = martensiteFraction(start) * rest;
    const graphite = 1 - ramp(this.pool[C] as number, 0.8, 1.6);
    // The diagram can only add where the start temperature left less than its share.
    if (byStart >= SCHAEFFLER_SHARE * rest) return byStart * graphite;
    const chromium = derived[DERIVED.schaefflerChromium] as number;
    const nickel = derived[DERIVED.schaefflerNickel] as number;
    const byDiagram = SCHAEFFLER_SHARE * schaefflerMartensiteFraction(chromium, nickel) * rest;
    return Math.max(byStart, byDiagram) * graphite;
  }
}
