import { ramp, step } from '../../arithmetic';
import figures from '../../../data/risks/scaling-limit.json';
import { ELEMENT_INDEX } from '../../composition';
import { hotUse } from '../hot-service';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { cycledShift, scalingLimitOf } from '../scaling';
import { newSlot, ofPieces } from '../piece-facts';
import { told } from '../told';

const LIMIT = newSlot();

/** Limit of a piece in this service, °C. */
function limitOfPiece({ material, composition }: PieceSample, cycled: boolean): number {
  return material.scalingLimitC + (cycled ? cycledShift(composition) : 0);
}

function leastParentLimit(sample: RiskSample): number {
  const cycled = sample.service.cycling === true;
  let least = Infinity;
  for (const piece of sample.pieces) least = Math.min(least, limitOfPiece(piece, cycled));
  return least;
}

function limitOfBead(sample: RiskSample): number {
  return scalingLimitOf(sample.pool) + (sample.service.cycling === true ? cycledShift(sample.pool) : 0);
}

function hottest(sample: RiskSample): { temperatureC: number; chance: number } {
  const { highestC, hot } = sample.service;
  if (highestC !== undefined) {
    HOTTEST.temperatureC = highestC;
    HOTTEST.chance = 1;
  } else {
    HOTTEST.temperatureC = figures.assumedShareOfLimit * ofPieces(sample, LIMIT, leastParentLimit);
    HOTTEST.chance = hot !== undefined ? 0.7 : 0.6 * hotUse(sample);
  }
  return HOTTEST;
}

// One object, written over: the hot loop must not allocate.
const HOTTEST = { temperatureC: 0, chance: 0 };

/** Hot gas of unknown make may carry sulphur, which eats nickel; a nickel piece beside the bead says it does not. */
function sulphidation(sample: RiskSample, temperatureC: number): number {
  const { nickel, probability, fromC } = figures.nickelSulphidation;
  if (sample.service.environment !== 'unknown') return 0;
  for (const { material } of sample.pieces) if (material.family === 'nickel') return 0;
  return (
    probability *
    ramp(temperatureC, fromC[0] as number, fromC[1] as number) *
    ramp(sample.pool[ELEMENT_INDEX.Ni] as number, nickel[0] as number, nickel[1] as number)
  );
}

/**
 * Oxide of molybdenum is volatile: stainless metal rich in it goes fast in still, hot air, where its pieces have none.
 */
function molybdenumLoss(sample: RiskSample, temperatureC: number): number {
  const { from, fromC, probability } = figures.molybdenum;
  let most = 0;
  for (const { composition } of sample.pieces) most = Math.max(most, composition[ELEMENT_INDEX.Mo] as number);
  const extra = (sample.pool[ELEMENT_INDEX.Mo] as number) - most;
  return (
    probability *
    sample.stainless *
    ramp(temperatureC, fromC[0] as number, fromC[1] as number) *
    ramp(extra, from[0] as number, from[1] as number)
  );
}

/** A bead that scales away before the metal beside it does. */
export const scalingLimit: RiskMechanism = {
  id: 'scaling-limit',
  title: 'Scaling of the bead',
  scope: 'bead',
  probability(sample) {
    const { temperatureC, chance } = hottest(sample);
    if (chance === 0 || temperatureC < 400) return 0;
    const bead = limitOfBead(sample);
    const pieces = ofPieces(sample, LIMIT, leastParentLimit);
    // What the pieces do themselves is not the rod's fault.
    const beyond = Math.max(0, step(temperatureC, bead, figures.width) - step(temperatureC, pieces, figures.width));
    const { gapC, nearC, probability } = figures.belowPieces;
    const below =
      probability *
      ramp(pieces - bead, gapC[0] as number, gapC[1] as number) *
      ramp(temperatureC, pieces - (nearC[0] as number), pieces - (nearC[1] as number));
    return chance * Math.max(beyond, below, sulphidation(sample, temperatureC), molybdenumLoss(sample, temperatureC));
  },
  explain(sample) {
    const { temperatureC } = hottest(sample);
    const limit = limitOfBead(sample);
    const pieces = leastParentLimit(sample);
    return {
      drivers: [
        { name: 'hottest service', value: temperatureC, unit: '°C', limit },
        { name: 'limit of the pieces', value: pieces, unit: '°C' },
        { name: 'chromium in the bead', value: sample.pool[ELEMENT_INDEX.Cr] as number, unit: '%' },
      ],
      reason:
        `The bead holds its scale to about ${limit.toFixed(0)} °C in ` +
        `air${sample.service.cycling ? ', heated and cooled' : ''}, the leaner piece to ${pieces.toFixed(0)} °C; ` +
        `${sample.service.highestC === undefined ? 'metal like this is used to about' : 'service reaches'} ` +
        `${temperatureC.toFixed(0)} °C.`,
      remedy: 'A rod with as much chromium as the hottest side.',
    };
  },
  ...told(figures),
};
