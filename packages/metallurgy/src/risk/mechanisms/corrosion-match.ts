import { ramp, rampOver, step } from '../../arithmetic';
import figures from '../../../data/risks/corrosion-match.json';
import { isStainless } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { ENVIRONMENTS } from '../../service';
import type { RiskMechanism } from '../mechanism';
import { pittingResistance, prenOf } from '../pitting-resistance';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';

/**
 * Pitting resistance of the bead: molybdenum segregates by how it froze; nickel stands up to water without chromium.
 */
function weldPren(sample: RiskSample): number {
  const { from, to, base, perChromium } = figures.nickelBonus;
  const nickel = ramp(sample.pool[ELEMENT_INDEX.Ni] as number, from, to);
  const bonus = nickel > 0 ? nickel * Math.max(0, base - perChromium * (sample.pool[ELEMENT_INDEX.Cr] as number)) : 0;
  const { austenitic, ferritic, ratio } = figures.segregatedMolybdenum;
  const evenness = austenitic + (ferritic - austenitic) * rampOver(sample.ratio, ratio);
  return prenOf(sample.pool, evenness) + bonus;
}

/**
 * What the bead must live up to: in aggressive service more than the leaner side, but never far beyond it, because the
 * leaner side goes first anyway.
 */
function target(sample: RiskSample): { pren: number; molybdenum: number; leanest: number } {
  let lean = Infinity;
  let rich = 0;
  let leanMolybdenum = 0;
  let richMolybdenum = 0;
  let plainSteel = false;
  for (const { material, composition } of sample.pieces) {
    if (!isStainless(material.family) && material.family !== 'nickel') {
      plainSteel = true;
      continue;
    }
    const pren = pittingResistance(composition);
    const molybdenum = composition[ELEMENT_INDEX.Mo] as number;
    if (pren < lean) {
      lean = pren;
      leanMolybdenum = molybdenum;
    }
    if (pren > rich) {
      rich = pren;
      richMolybdenum = molybdenum;
    }
  }
  if (lean === Infinity) return TARGET_NONE;
  const share = sample.service.molybdenumWeight * sample.service.molybdenumWeight;
  TARGET.pren = lean + share * Math.min(rich - lean, figures.overLeanest);
  TARGET.molybdenum = leanMolybdenum + share * Math.max(0, richMolybdenum - leanMolybdenum);
  if (plainSteel) {
    TARGET.pren = Math.min(TARGET.pren, Math.max(figures.besidePlainSteelPren, sample.service.needPren));
    TARGET.molybdenum = Math.min(TARGET.molybdenum, figures.highMolybdenum.from);
  }
  TARGET.leanest = lean;
  return TARGET;
}

// One object, written over: the hot loop must not allocate.
const TARGET = { pren: 0, molybdenum: 0, leanest: 0 };
const TARGET_NONE = Object.freeze({ pren: 0, molybdenum: 0, leanest: 0 });

/** Share of the better side's molybdenum the bead must carry; metal rich in it was bought for chlorides. */
function leastMolybdenum(sample: RiskSample, wanted: number, serviceWeight: number): number {
  const { from, to, share, weight } = figures.highMolybdenum;
  // Duplex metal freezes as ferrite, which spreads its molybdenum evenly: matching it is enough.
  const high = sample.facts.duplexShare > 0 ? 0 : ramp(wanted, from, to);
  const needed = (figures.molybdenumShare + (share - figures.molybdenumShare) * high) * Math.min(wanted, 5);
  return (
    Math.max(serviceWeight, weight * high) *
    step(needed - (sample.pool[ELEMENT_INDEX.Mo] as number), figures.molybdenumCenter, figures.molybdenumWidth)
  );
}

/** A bead less resistant than the metal beside it, or than the service asks. */
export const corrosionMatch: RiskMechanism = {
  id: 'corrosion-match',
  title: 'Bead corrodes first',
  scope: 'bead',
  probability(sample) {
    const { pren, molybdenum, leanest } = target(sample);
    if (pren === 0) return 0;
    const weld = weldPren(sample);
    const { needPren, matchWeight, molybdenumWeight } = sample.service;
    const center = figures.center + figures.centerPerPren * Math.max(0, pren - 20);
    const gap = pren - weld;
    // A small shortfall matters as much as the service does; a large one beside rich metal matters anywhere wet.
    const weight =
      matchWeight + (sample.service.wet ? (1 - matchWeight) * ramp(gap, figures.fullFrom, figures.fullTo) : 0);
    const short = weight * step(gap, center, figures.width);
    // What the leanest piece falls short of itself is not the rod's fault.
    const needed = Math.max(
      0,
      step(needPren - weld, figures.needCenter, figures.needWidth) -
        step(needPren - leanest, figures.needCenter, figures.needWidth),
    );
    const least =
      rampOver(molybdenum, figures.molybdenumAsked) *
      (sample.stainless + sample.nickelBase) *
      leastMolybdenum(sample, molybdenum, molybdenumWeight);
    // Below stainless the bead simply rusts, however mild the match.
    const plain = 1 - rampOver(sample.pool[ELEMENT_INDEX.Cr] as number, figures.stainlessChromium);
    const rusts = sample.service.wet ? 0.95 * plain * (1 - sample.nickelBase) : 0;
    const beside = figures.ferriteBesideHighAlloy;
    const ferrite =
      sample.facts.duplexShare > 0
        ? 0
        : rampOver(molybdenum, beside.molybdenum) *
          beside.probability *
          ramp(sample.ferriteNumber, beside.from, beside.to);
    const cap = figures.cap + (1 - figures.cap) * ramp(gap, figures.fullTo - 2, figures.fullTo + 2);
    return Math.max(cap * Math.max(short, needed, least), rusts, ferrite);
  },
  explain(sample) {
    const { pren, molybdenum } = target(sample);
    const weld = weldPren(sample);
    const { environment, needPren } = sample.service;
    const where =
      environment === 'unknown' ? 'service that is not stated' : ENVIRONMENTS[environment].title.toLowerCase();
    const drivers = [
      { name: 'PREN of the bead', value: weld, unit: '', limit: Math.max(pren, needPren) },
      {
        name: 'molybdenum in the bead',
        value: sample.pool[ELEMENT_INDEX.Mo] as number,
        unit: '%',
        ...(molybdenum > 1.5 ? { limit: figures.molybdenumShare * molybdenum } : {}),
      },
      { name: 'chromium in the bead', value: sample.pool[ELEMENT_INDEX.Cr] as number, unit: '%', limit: 10.5 },
    ];
    const chromium = sample.pool[ELEMENT_INDEX.Cr] as number;
    const reason =
      chromium < 9 && sample.nickelBase < 0.5
        ? `The bead has ${chromium.toFixed(1)} % chromium: it is no stainless steel and rusts beside one.`
        : `The bead's pitting resistance (PREN ${weld.toFixed(0)}) stands against ${pren.toFixed(0)} asked by the ` +
          `base metal and about ${needPren.toFixed(0)} asked by ${where}.`;
    return {
      drivers,
      reason,
      remedy: 'A rod with at least the chromium and molybdenum of the better side; clean off heat tint.',
    };
  },
  ...told(figures),
};
