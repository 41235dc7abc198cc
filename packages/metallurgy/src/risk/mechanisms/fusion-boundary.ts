import { ramp } from '../../arithmetic';
import figures from '../../../data/risks/fusion-boundary.json';
import { isCarbonSteel } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { DERIVED, evaluateLinear, linearFormula } from '../../constitution';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { stiffness } from '../stiffness';
import { told } from '../told';

const START = linearFormula('martensiteStartC');
const ROOM_C = 20;

/**
 * Width of the martensitic band at the boundary with the plain steel, as a fraction 0 to 1 of the mixing line from it
 * to the pool: from where the mix has chromium enough to harden in air to where its martensite start falls below room
 * temperature.
 */
export function martensiteBand(sample: RiskSample): number {
  const steel = sample.facts.plainSteel;
  if (!steel) return 0;
  const ofSteel = evaluateLinear(START, steel.composition);
  const ofPool = sample.derived[DERIVED.martensiteStartC] as number;
  const chromium = sample.pool[ELEMENT_INDEX.Cr] as number;
  const nickel = sample.pool[ELEMENT_INDEX.Ni] as number;
  // The start temperature is linear in the composition, so that the end of the band follows without walking the line.
  if (ofSteel <= ROOM_C) return 0;
  const ends = ofPool >= ROOM_C ? 1 : (ofSteel - ROOM_C) / (ofSteel - ofPool);
  const begins = figures.hardenableChromium / Math.max(figures.hardenableChromium, chromium + 0.5 * nickel);
  // Steel so rich that it stays austenite itself has no such line.
  const [none, whole] = figures.steelStartC as [number, number];
  return Math.max(0, ends - begins) * ramp(ofSteel, none, whole);
}

/** How much the band matters here, 0 to 1: hydrogen and heat open it. */
function weightOf(sample: RiskSample): number {
  const { base, hydrogen, hot, hotC } = figures.weights;
  const { highestC } = sample.service;
  const heat = highestC === undefined ? 0 : ramp(highestC, hotC[0] as number, hotC[1] as number);
  return Math.min(1, base + hydrogen * sample.hydrogenFactor + hot * heat);
}

/** The thin hard line that always stands between a plain-steel side and stainless or nickel weld metal. */
export const fusionBoundary: RiskMechanism = {
  id: 'fusion-boundary',
  title: 'Martensite line at the fusion boundary',
  scope: 'bead',
  probability(sample) {
    if (sample.rod === null || !sample.facts.plainSteel) return 0;
    return (
      (sample.stainless + sample.nickelBase) *
      weightOf(sample) *
      martensiteBand(sample) *
      stiffness(sample, figures.thin)
    );
  },
  shownAnyway({ withRod, meanPercent, pieces }) {
    const { chromiumPercent, carbonSide } = figures.shownAnyway;
    return (
      withRod &&
      meanPercent('Cr') > chromiumPercent &&
      pieces.some(({ candidates }) =>
        candidates.some(({ material, probability }) => probability > carbonSide && isCarbonSteel(material.family)),
      )
    );
  },
  explain(sample) {
    const steel = sample.facts.plainSteel;
    if (!steel || sample.stainless + sample.nickelBase === 0)
      return {
        drivers: [],
        reason: 'No plain-steel side meets stainless or nickel weld metal.',
        remedy: 'None needed.',
      };
    const band = 100 * martensiteBand(sample);
    return {
      drivers: [{ name: 'martensitic part of the mixing line', value: band, unit: '%' }],
      reason:
        `Between ${steel.material.id} and the bead ${band.toFixed(0)} % of the mixing line passes through ` +
        'martensite: a hard line a few hundredths of a millimetre wide, always there.',
      remedy: 'Richer rods make it thinner, nickel rods thinnest; it matters with hydrogen, heat and pressure.',
    };
  },
  ...told(figures),
};
