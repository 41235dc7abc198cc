import data from '../../data/settings.json';
import heat from '../../data/heat.json';
import { FAMILIES, isCastIron, type Confidence, type MaterialFamily, type Process } from '../catalogue';
import { supplyLimitedCurrent, type MachineKind, type Supply } from '../current';
import { fromJson } from '../from-json';
import { FILLET_SHARE, MOST_THROUGH, type MaterialQuestion } from '../heat';
import type { Joint } from '../joint';
import { secondsUntilBelow } from './crater-cooling';
import { isFilleted, shouldComeThrough, throughLimit } from './through-limit';

/** Passes settings are made for. */
export const SETTING_PASSES = ['root', 'fill', 'cap'] as const;
export type SettingPass = (typeof SETTING_PASSES)[number];

/** How fast a hand usually goes with a gas tungsten arc, mm/s. */
export const USUAL_TRAVEL_MM_PER_S = data.arc.travelMmPerS;

/** Slower than this a hand makes one pass more, mm/s. */
export const SLOWEST_TRAVEL_MM_PER_S = data.arc.slowestMmPerS;

/** What the way the arc is started and led by foot or finger changes, in a sentence each. */
export const ARC_STARTS: Readonly<Record<string, string>> = data.arcStarts;

/** A power source as far as settings ask for it. */
export interface SettingMachine {
  readonly kind?: MachineKind | undefined;
  readonly supply?: Supply | undefined;
  /** Largest current on its plate, A. */
  readonly mostAmperes?: number | null | undefined;
}

/** One side of the joint as settings see it. */
export interface SettingSide {
  readonly thicknessMm: number;
  readonly family: MaterialFamily;
  /** What it is taken for where heat is reckoned. */
  readonly material: MaterialQuestion;
  /** Whether it is prone to hot cracking: sulphur, a fully austenitic pool, a casting. */
  readonly crackProne: boolean;
}

/** What settings are made from. */
export interface SettingsProblem {
  readonly sides: readonly SettingSide[];
  readonly joint: Pick<Joint, 'type' | 'technique' | 'hydrogenGas' | 'process'>;
  /** Square nose below a bevel, mm; null: usual. */
  readonly landMm: number | null;
  readonly helium: boolean;
  readonly rod: string | null;
  readonly process: Process;
  readonly pass: SettingPass;
  readonly machine?: SettingMachine | undefined;
  readonly travelMmPerS: number;
  /** Colour of the crater that is kept from: palest colour, or any. */
  readonly brightCrater: boolean;
}

/** A slow pulse. */
export interface Pulse {
  readonly peakAmps: number;
  readonly backgroundAmps: number;
  readonly perSecond: number;
  /** Share of the time at its peak, 0 to 1. */
  readonly onShare: number;
}

/** Why a setting is what it is. */
export interface SettingReason {
  readonly setting: string;
  readonly reason: string;
  readonly source: string;
  readonly confidence: Confidence;
}

/** Settings at the torch. */
export interface TorchSettings {
  /** Lowest, most likely, highest, A. */
  readonly amps: readonly [number, number, number];
  readonly rodMm: number | null;
  readonly tungstenMm: number | null;
  /** Number of the cup: its bore in sixteenths of an inch. */
  readonly cup: number | null;
  readonly torchLpm: number | null;
  readonly preFlowS: number | null;
  readonly postFlowS: number | null;
  readonly startAmps: number | null;
  readonly upSlopeS: number | null;
  readonly downSlopeS: number | null;
  readonly endAmps: number | null;
  readonly pulse: Pulse | null;
  readonly tack: { readonly amps: number; readonly seconds: readonly [number, number]; readonly wide: boolean };
  /** Current the machine and its socket give, A; null where nothing limits it. */
  readonly limitA: number | null;
  readonly reasons: readonly SettingReason[];
}

type Three = readonly [number, number, number];
const three = (values: readonly number[]): Three => values as unknown as Three;
const within = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));
const tidy = (amps: number): number => (amps < 100 ? Math.round(amps) : Math.round(amps / 5) * 5);
const tidyDown = (amps: number): number => (amps < 100 ? Math.floor(amps) : Math.floor(amps / 5) * 5);
const FACTORS = fromJson<Readonly<Partial<Record<MaterialFamily, number>>>>(data.familyFactor);

/** Wall the root of a bevelled edge has to melt, mm: its nose and some of the slope above it. */
export function bevelRootWall(landMm: number): number {
  const { bevelRootMm, overLandMm } = data.heated;
  return within(landMm + overLandMm, bevelRootMm[0] as number, bevelRootMm[1] as number);
}

/** Wall one pass has to melt, mm: the thinner side and some of the thicker; no more than a pass takes. */
export function heatedWall({ sides, joint, pass, landMm }: SettingsProblem): number {
  const walls = sides.map(({ thicknessMm }) => thicknessMm);
  const [thin, thick] = [Math.min(...walls), Math.max(...walls)];
  const { shareOfThicker, mostRatio, mostMm } = data.heated;
  const both = thin + shareOfThicker * (Math.min(thick, mostRatio * thin) - thin);
  if (joint.technique === 'overlay' || joint.technique === 'buttering') return Math.min(both, mostMm.overlay);
  if (joint.technique === 'fillet') return Math.min(both, mostMm.fillet);
  if (pass !== 'root' || joint.technique === 'fill') return Math.min(both, mostMm.fill);
  if (joint.type === 'bevel' && landMm !== null) return Math.min(both, bevelRootWall(landMm));
  return Math.min(both, mostMm.root);
}

/** Current the machine and its socket give, A; null where neither is said. */
export function currentLimit(process: Process, { supply, kind, mostAmperes }: SettingMachine = {}): number | null {
  const limits = [
    ...(mostAmperes ? [mostAmperes] : []),
    ...(supply ? [supplyLimitedCurrent(supply, process, kind).likely] : []),
  ];
  return limits.length === 0 ? null : Math.min(...limits);
}

/**
 * Settings at the torch for one pass: each with its reason. Current by the wall one pass melts, what conducts it,
 * technique and gas, within what the machine gives; the rest follows from it. Post-flow is the time until the crater is
 * below the colour that is kept from.
 */
export function torchSettings(problem: SettingsProblem): TorchSettings {
  const reasons: SettingReason[] = [];
  const say = (setting: string, reason: string, of: { readonly source: string; readonly confidence?: string }): void =>
    void reasons.push({ setting, reason, source: of.source, confidence: (of.confidence ?? 'medium') as Confidence });
  const { sides, joint, process, machine } = problem;
  const walls = sides.map(({ thicknessMm }) => thicknessMm);
  const [thin, thick] = [Math.min(...walls), Math.max(...walls)];
  const wall = heatedWall(problem);
  const limitA = currentLimit(process, machine);
  const wanted = ampsOf(problem, wall, say);
  const capped = limitA !== null && wanted[2] > limitA;
  const amps = wanted.map((one) => tidy(limitA === null ? one : Math.min(one, limitA))) as unknown as Three;
  if (capped && limitA !== null)
    say(
      'amps',
      wanted[0] > limitA
        ? `The machine gives about ${Math.round(limitA)} A on its socket: too little for this wall in one pass. ` +
            'Smaller passes, a bevel, or preheat where the metal takes it.'
        : `The machine gives about ${Math.round(limitA)} A on its socket.`,
      { source: 'Arithmetic of the supply', confidence: 'medium' },
    );
  if (thick > 1.5 * thin)
    say(
      'amps',
      'The thin side decides: aim at the thick one, for two thirds of the arc’s time, and let the pool run to ' +
        'the thin edge.',
      data.heated,
    );
  const crackProne = sides.some((side) => side.crackProne);
  const wide = crackProne || sides.some(({ family }) => isCastIron(family) || family.startsWith('cast'));
  const tackSeconds = (wide ? data.tack.wideSeconds : data.tack.seconds) as unknown as readonly [number, number];
  const tack = { amps: tidy(Math.min(amps[1] * data.tack.ampsFactor, limitA ?? Infinity)), seconds: tackSeconds, wide };
  say(
    'tack',
    wide
      ? 'Wide, filled tacks with a slow end: small quick ones crack in this mix.'
      : 'Quick and small, melted in again by the pass.',
    data.tack,
  );
  if (process !== 'gtaw')
    return {
      amps,
      rodMm: consumable(process, thin, wall).mm,
      tungstenMm: null,
      cup: null,
      torchLpm: process === 'gmaw' ? data.torchLpm.gmaw : null,
      preFlowS: null,
      postFlowS: null,
      startAmps: null,
      upSlopeS: null,
      downSlopeS: null,
      endAmps: null,
      pulse: null,
      tack,
      limitA,
      reasons,
    };
  const fused = problem.rod === null;
  const rodMm = fused ? null : rodSize(thin);
  if (rodMm !== null)
    say('rodMm', `About the thinner wall, ${thin} mm, a size under what carbon steel gets.`, data.rods);
  const tungsten = data.tungstens.find(({ upToA }) => amps[2] <= upToA) ?? data.tungstens[data.tungstens.length - 1];
  say('tungstenMm', `Carries ${amps[2]} A with a fine tip.`, { source: data.tungstenSource });
  const cup = data.cups.find(({ upToA }) => upToA === null || amps[1] <= upToA) as (typeof data.cups)[number];
  say('cup', `Gas lens, ${cup.mm} mm bore: wide cover keeps the colour.`, { source: data.cupSource });
  const torch = within(
    cup.mm * data.torchLpm.perCupMm * (problem.helium ? data.torchLpm.heliumFactor : 1),
    data.torchLpm.least,
    data.torchLpm.most,
  );
  say('torchLpm', `For a cup of ${cup.mm} mm with a gas lens; more swirls air in.`, data.torchLpm);
  const slopes = (crackProne ? data.end.crackProneS : data.end.downSlopeS) as [number, number];
  const downSlopeS = within(slopes[0] + amps[1] / 50, slopes[0], slopes[1]);
  say(
    'downSlopeS',
    crackProne ? 'Long: this mix cracks in the crater when the arc is snapped off.' : 'Fills the crater.',
    data.end,
  );
  const { postFlowS, words } = postFlow(problem, amps[1], downSlopeS);
  say('postFlowS', words, data.arc);
  const pulse = thin < data.pulse.belowMm && joint.technique !== 'overlay' ? pulseOf(amps[1]) : null;
  if (pulse)
    say(
      'pulse',
      `Thin edges: the pool freezes between the peaks; ${amps[1]} A on average. Some do without.`,
      data.pulse,
    );
  const [slowest, longest] = data.start.upSlopeS as [number, number];
  say('startAmps', 'The arc settles before the pool forms.', data.start);
  return {
    amps,
    rodMm,
    tungstenMm: tungsten?.mm ?? null,
    cup: cup.number,
    torchLpm: Math.round(torch),
    preFlowS: amps[1] > 60 ? data.preFlowS.cold : data.preFlowS.least,
    postFlowS,
    startAmps: tidy(amps[1] * data.start.shareOfAmps),
    upSlopeS: Math.round(10 * within(amps[1] / 80, slowest, longest)) / 10,
    downSlopeS: Math.round(2 * downSlopeS) / 2,
    endAmps: tidy(Math.min(data.end.amps + 0.05 * amps[1], data.end.shareOfAmps * amps[1])),
    pulse,
    tack,
    limitA,
    reasons,
  };
}

type Say = (setting: string, reason: string, of: { readonly source: string; readonly confidence?: string }) => void;

/** Current for a millimetre of stainless wall: lowest, most likely, highest, A. */
export const AMPS_PER_MM = three(data.ampsPerMm.stainless);

/**
 * What raises or lowers the current of a tungsten arc: what conducts, the technique, hydrogen in the gas, the second
 * side.
 */
export function currentFactors({ sides, joint, pass }: Pick<SettingsProblem, 'sides' | 'joint' | 'pass'>): {
  readonly conduct: number;
  readonly technique: number;
  readonly gas: number;
  readonly second: number;
} {
  return {
    conduct: sides.reduce((sum, { family }) => sum + (FACTORS[family] ?? 1), 0) / sides.length,
    technique:
      joint.technique === 'fillet'
        ? data.heated.filletFactor
        : joint.technique === 'fused'
          ? data.heated.fusedFactor
          : 1,
    gas: joint.hydrogenGas ? data.heated.hydrogenFactor : 1,
    second: pass === 'cap' ? data.heated.secondSideFactor : 1,
  };
}

/** Current a pass wants, whatever the machine gives, A. */
export const wantedCurrent = (problem: SettingsProblem): number =>
  ampsOf(problem, heatedWall(problem), () => undefined)[1];

/** Current of a pass, with nothing melted through that should not be. */
function ampsOf(problem: SettingsProblem, wall: number, say: Say): Three {
  const usual = usualAmps(problem, wall, say);
  const { sides, joint, process, pass, travelMmPerS } = problem;
  if (process !== 'gtaw' || shouldComeThrough(joint, pass)) return usual;
  const { amps, side } = throughLimit(sides, joint, { amps: usual[2], travelMmPerS });
  if (amps >= usual[2]) return usual;
  const most = tidyDown(amps);
  say(
    'amps',
    `Above ${most} A the ${sides[side]?.thicknessMm} mm side melts through more often than one time in ` +
      `${Math.round(1 / MOST_THROUGH)} at ${travelMmPerS} mm/s.`,
    heat.meltThrough.dig,
  );
  return usual.map((one) => Math.min(one, most)) as unknown as Three;
}

function usualAmps({ sides, joint, process, pass }: SettingsProblem, wall: number, say: Say): Three {
  if (process === 'smaw') {
    const { mm, amps } = electrodeFor(Math.min(...sides.map(({ thicknessMm }) => thicknessMm)));
    say('amps', `Range of a stainless electrode of ${mm} mm; the lower part upright and on thin edges.`, {
      source: data.consumablesSource,
      confidence: 'low',
    });
    return amps;
  }
  if (process === 'gmaw') {
    const { mm, ampsPerMm, between } = wireFor(wall);
    say('amps', `Wire of ${mm} mm on a wall of ${wall.toFixed(1)} mm.`, {
      source: data.consumablesSource,
      confidence: 'low',
    });
    return three(ampsPerMm.map((one) => within(one * wall, between[0] as number, between[1] as number)));
  }
  const { conduct, technique, gas, second } = currentFactors({ sides, joint, pass });
  const factor = wall * conduct * technique * gas * second;
  const [low, mode, high] = AMPS_PER_MM;
  say(
    'amps',
    `A pass melts ${wall.toFixed(1)} mm of wall: ${low} to ${high} A a ` +
      `millimetre${conduct > 1.02 ? `, more as one side conducts better` : ''}` +
      `${gas < 1 ? ', less with hydrogen in the gas' : ''}.`,
    data.ampsPerMm,
  );
  return [low * factor, mode * factor, high * factor];
}

interface Consumable {
  readonly mm: number;
  readonly upToMm: number | null;
}
const fits =
  (wall: number) =>
  ({ upToMm }: Consumable): boolean =>
    upToMm === null || wall <= upToMm;
const electrodeFor = (wall: number): { readonly mm: number; readonly amps: Three } => {
  const { mm, amps } = data.electrodes.find(fits(wall)) as (typeof data.electrodes)[number];
  return { mm, amps: three(amps) };
};
const wireFor = (wall: number): (typeof data.wires)[number] =>
  data.wires.find(fits(wall)) as (typeof data.wires)[number];
const consumable = (process: Process, thin: number, wall: number): { readonly mm: number } =>
  process === 'smaw' ? electrodeFor(thin) : wireFor(wall);

/** The largest rod that is no thicker than the thinner wall; the thinnest there is for thinner ones. */
const rodSize = (thinMm: number): number =>
  data.rods.gtawMm.reduce((best, size) => (size <= thinMm * 1.05 ? size : best), data.rods.gtawMm[0] as number);

function pulseOf(average: number): Pulse {
  const { peakFactor, onShare, perSecond } = data.pulse;
  const peakAmps = tidy(average * peakFactor);
  // The average stays what it was.
  return {
    peakAmps,
    backgroundAmps: tidy(Math.max(5, (average - onShare * peakAmps) / (1 - onShare))),
    perSecond,
    onShare,
  };
}

function postFlow(
  { sides, joint, brightCrater }: SettingsProblem,
  amps: number,
  downSlopeS: number,
): { readonly postFlowS: number; readonly words: string } {
  const side = sides.reduce((thinnest, one) => (one.thicknessMm < thinnest.thicknessMm ? one : thinnest));
  // Heat runs off into both sides, and of a fillet into three directions.
  const wall =
    sides.reduce((sum, { thicknessMm }) => sum + Math.min(thicknessMm, 2.5 * side.thicknessMm), 0) / sides.length;
  const kept = isFilleted(joint) ? FILLET_SHARE : 1;
  const { conductivityWPerMK, diffusivityMm2PerS } = FAMILIES[side.family];
  const { efficiency, travelMmPerS, weldedBeforeS, lossWPerM2K, coldestC, palestC, mostS, secondsPerAmp } = data.arc;
  const limitC = brightCrater ? coldestC : palestC;
  const cold =
    secondsUntilBelow(
      {
        powerW: kept * efficiency * amps * (10 + 0.04 * amps),
        travelMPerS: travelMmPerS / 1000,
        thicknessM: wall / 1000,
        conductivity: conductivityWPerMK,
        diffusivity: diffusivityMm2PerS * 1e-6,
        weldedS: weldedBeforeS,
        downSlopeS,
        lossWPerM2K,
        ambientC: 20,
      },
      limitC,
      mostS + downSlopeS,
    ) - downSlopeS;
  const habit = secondsPerAmp * amps;
  const postFlowS = Math.round(within(Math.max(cold, habit), 5, mostS));
  return {
    postFlowS,
    words:
      `Until the crater is below ${limitC} °C: about ${Math.round(cold)} s on this wall; habit, a second for 10 A, ` +
      `would say ${Math.round(habit)}.`,
  };
}
