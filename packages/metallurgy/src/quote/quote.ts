import data from '../../data/quote.json';
import { exp, ln } from '../arithmetic';
import { normalQuantile, spreadOf, stratifiedUniforms, type Spread } from '../chance';
import { InputError, type FieldError } from '../errors';
import { JOINTS } from '../joint';
import { isWithin, LIMITS } from '../piece';
import { usualPasses } from '../pool';
import { depositArea, processOf } from './deposit';
import {
  QUOTE_STAGES,
  type KnownMinutes,
  type QuotedJoint,
  type QuoteQuestion,
  type QuoteStage,
} from './quote-question';

/** One line of a quote. */
export interface QuoteLine {
  readonly id: string;
  readonly title: string;
  readonly quantity: Spread;
  readonly unit: 'min' | 'g' | 'L' | 'pieces' | '';
  /** null: no rate is known for it. */
  readonly amount: Spread | null;
}

/** What a job comes to. */
export interface Quote {
  readonly depositG: Spread;
  /** Rods of the length they are sold in; null where wire is used, or none. */
  readonly rods: Spread | null;
  readonly gasL: Spread;
  readonly minutes: Spread;
  readonly lines: readonly QuoteLine[];
  readonly total: Spread;
  readonly reasons: readonly string[];
}

const { processes, scatter } = data;
const HALF_90 = 1.645;
/** Nobody takes longer than so many times what is usual. */
const MOST_PACE = 50;

/** @throws InputError naming every faulty field */
function check({ joints, pieces, rates, stages, pace }: QuoteQuestion): void {
  const errors: FieldError[] = [];
  if (joints.length === 0) errors.push({ path: ['joints'], message: 'give at least one joint' });
  joints.forEach(
    ({ type, lengthMm, thicknessMm, rodMm, passes, travelMmPerS, arcMinutes, waitMinutes, purge }, index) => {
      const at = (field: string, message: string): void =>
        void errors.push({ path: ['joints', index, field], message });
      if (!Object.hasOwn(JOINTS.types, type)) at('type', `use one of ${Object.keys(JOINTS.types).join(', ')}`);
      if (!isWithin(lengthMm, LIMITS.lengthMm)) at('lengthMm', `give ${LIMITS.lengthMm.join(' to ')} mm`);
      if (thicknessMm.length === 0 || !thicknessMm.every((one) => isWithin(one, LIMITS.thicknessMm)))
        at('thicknessMm', `give each side ${LIMITS.thicknessMm.join(' to ')} mm`);
      if (rodMm !== undefined && rodMm !== null && !isWithin(rodMm, LIMITS.rodDiameterMm))
        at('rodMm', `give ${LIMITS.rodDiameterMm.join(' to ')} mm, or null for no rod`);
      if (passes !== undefined && !(Number.isInteger(passes) && isWithin(passes, LIMITS.passes)))
        at('passes', `give ${LIMITS.passes.join(' to ')} passes`);
      if (travelMmPerS !== undefined && !isWithin(travelMmPerS, LIMITS.travelMmPerS))
        at('travelMmPerS', `give ${LIMITS.travelMmPerS.join(' to ')} mm/s`);
      if (arcMinutes !== undefined && !(arcMinutes >= 0)) at('arcMinutes', 'give minutes of 0 or more');
      if (waitMinutes !== undefined && !(waitMinutes >= 0)) at('waitMinutes', 'give minutes of 0 or more');
      if (purge && !(purge.litres >= 0 && purge.minutes >= 0 && (purge.holdLpm ?? 0) >= 0))
        at('purge', 'give litres, minutes and a flow of 0 or more');
    },
  );
  if (pieces !== undefined && !(Number.isInteger(pieces) && isWithin(pieces, LIMITS.pieceCount)))
    errors.push({ path: ['pieces'], message: `give ${LIMITS.pieceCount.join(' to ')} pieces` });
  for (const [field, value] of Object.entries(rates))
    if (typeof value === 'number' && !(value >= 0))
      errors.push({ path: ['rates', field], message: 'give 0 or more, or null where it is not known' });
  for (const [stage, factor] of Object.entries(pace ?? {}))
    if (!(factor > 0 && factor <= MOST_PACE))
      errors.push({ path: ['pace', stage], message: `give a factor above 0, at most ${MOST_PACE}` });
  for (const [stage, minutes] of Object.entries(stages ?? {})) {
    const [low, median, high] = rangeOf(minutes);
    if (!(low >= 0 && low <= median && median <= high))
      errors.push({ path: ['stages', stage], message: 'give minutes of 0 or more: the median within its range' });
  }
  if (errors.length > 0) throw new InputError(errors);
}

function rangeOf(minutes: KnownMinutes): readonly [number, number, number] {
  return typeof minutes === 'number'
    ? [minutes, minutes, minutes]
    : [minutes.range90[0], minutes.median, minutes.range90[1]];
}

/** What a joint takes before anything scatters. */
interface Taken {
  readonly depositG: number;
  readonly rodG: number;
  /** Rods of the length they are sold in. */
  readonly rods: number;
  readonly arcMinutes: number;
  readonly torchL: number;
  readonly tungsten: number;
}

function takenBy(joint: QuotedJoint): Taken {
  const name = processOf(joint);
  const process = processes[name];
  const thickest = Math.max(...joint.thicknessMm);
  const depositG = depositArea(joint) * joint.lengthMm * data.densityGPerMm3;
  const rodMm = joint.rodMm ?? data.rodMm.find(({ upToMm }) => upToMm === null || thickest <= upToMm)!.rodMm;
  const gramsOf = (mm: number): number => (Math.PI / 4) * rodMm * rodMm * mm * data.densityGPerMm3;
  const rodG = depositG / process.yield;
  const rods = process.rodLengthMm === null ? 0 : rodG / gramsOf(process.rodLengthMm - process.stubMm);
  const passes = joint.passes ?? usualPasses(thickest).length;
  const along = (passes * joint.lengthMm) / (joint.travelMmPerS ?? data.travelMmPerS) / 60;
  const arcMinutes = joint.arcMinutes ?? Math.max(along, depositG / process.gramsPerMinute);
  return {
    depositG,
    // What is left of a rod is bought as well.
    rodG: process.rodLengthMm === null ? rodG : Math.ceil(rods) * gramsOf(process.rodLengthMm),
    rods: Math.ceil(rods),
    arcMinutes,
    torchL: process.torchLpm * arcMinutes * data.flowBeyondArc,
    tungsten: name === 'gtaw' ? arcMinutes / data.arcMinutesPerTungsten : 0,
  };
}

/** Usual minutes of a stage, and how they scatter. */
function minutesOf(
  stage: (typeof data.stages)[number],
  question: QuoteQuestion,
  taken: readonly Taken[],
): KnownMinutes {
  const known = question.stages?.[stage.id as QuoteStage];
  if (known !== undefined) return known;
  const { joints } = question;
  const lengthMm = joints.reduce((sum, joint) => sum + joint.lengthMm, 0);
  const pieces = question.pieces ?? joints.length + 1;
  const arc = joints.reduce(
    (sum, joint, index) => sum + (taken[index] as Taken).arcMinutes / processes[processOf(joint)].arcShare,
    0,
  );
  const own =
    stage.id === 'weld'
      ? arc
      : stage.id === 'purge'
        ? Math.max(0, ...joints.map(({ purge }) => purge?.minutes ?? 0))
        : stage.id === 'cool'
          ? joints.reduce((sum, joint) => sum + (joint.waitMinutes ?? 0), 0)
          : 0;
  const usual =
    stage.perJob + stage.perPiece * pieces + stage.perJoint * joints.length + (stage.per100Mm * lengthMm) / 100 + own;
  const median = usual * (question.pace?.[stage.id as QuoteStage] ?? 1);
  const wide = exp(HALF_90 * stage.sigma);
  return { median, range90: [median / wide, median * wide] };
}

/**
 * Minutes each stage usually takes, without what a workshop knows better.
 * @throws InputError naming every faulty field
 */
export function usualMinutes({ joints, pieces, rates }: QuoteQuestion): Readonly<Record<QuoteStage, number>> {
  const question = { joints, pieces, rates };
  check(question);
  const taken = joints.map(takenBy);
  const of = (stage: (typeof data.stages)[number]): number => rangeOf(minutesOf(stage, question, taken))[1];
  // Stages of the data are those of the core.
  return Object.fromEntries(data.stages.map((stage) => [stage.id, of(stage)])) as Record<QuoteStage, number>;
}

/**
 * What a job takes and comes to: deposit by the joints' sections, rods, gas, minutes of each stage and what a workshop
 * asks for them. Minutes and material scatter log-normally; the whole is summed over draws.
 * @throws InputError naming every faulty field
 */
export function quote(question: QuoteQuestion, seed = 1): Quote {
  check(question);
  const { joints, rates } = question;
  const { samples } = data;
  const taken = joints.map(takenBy);
  const dimensions = QUOTE_STAGES.length + 4;
  const uniforms = stratifiedUniforms(seed, samples, dimensions, samples);
  const deviate = (sample: number, dimension: number): number =>
    normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, uniforms[sample * dimensions + dimension] as number)));
  const draw = (value: (sample: number) => number): Float64Array =>
    Float64Array.from({ length: samples }, (_, sample) => value(sample));
  const scattered = (amount: number, sigma: number, dimension: number): Float64Array =>
    draw((sample) => amount * exp(sigma * deviate(sample, dimension)));
  const sum = (of: (one: Taken) => number): number => taken.reduce((total, one) => total + of(one), 0);

  const minutes = data.stages.map((stage, at) => {
    const [low, median, high] = rangeOf(minutesOf(stage, question, taken));
    const sigma = low > 0 && high > low ? ln(high / low) / 2 / HALF_90 : 0;
    return { id: stage.id, title: stage.title, draws: scattered(median, sigma, at) };
  });
  const next = QUOTE_STAGES.length;
  const grams = scattered(
    sum(({ rodG }) => rodG),
    scatter.deposit,
    next,
  );
  const rods = scattered(
    sum((one) => one.rods),
    scatter.deposit,
    next,
  );
  // Gas stays on behind the weld for as long as it is worked on.
  const heldL = (joint: QuotedJoint, index: number): number =>
    ((joint.purge?.holdLpm ?? 0) * (taken[index] as Taken).arcMinutes) / processes[processOf(joint)].arcShare;
  const purgeL = joints.reduce((total, joint, index) => total + (joint.purge?.litres ?? 0) + heldL(joint, index), 0);
  const gas = scattered(sum(({ torchL }) => torchL) + purgeL, scatter.gas, next + 1);
  const lengthMm = joints.reduce((total, joint) => total + joint.lengthMm, 0);
  const discs = scattered(lengthMm / data.mmPerDisc, scatter.consumables, next + 2);
  const tungsten = scattered(
    sum((one) => one.tungsten),
    scatter.consumables,
    next + 3,
  );

  const markup = 1 + (rates.materialMarkupPercent ?? 0) / 100;
  const priced: {
    readonly id: string;
    readonly title: string;
    readonly unit: QuoteLine['unit'];
    readonly draws: Float64Array;
    readonly each: number | null;
  }[] = [
    ...minutes.map(({ id, title, draws }) => ({
      id,
      title,
      unit: 'min' as const,
      draws,
      each: rates.labourPerHour === null ? null : rates.labourPerHour / 60,
    })),
    {
      id: 'rod',
      title: 'Filler rod',
      unit: 'g',
      draws: grams,
      each: rates.rodPerKg === null ? null : (markup * rates.rodPerKg) / 1000,
    },
    {
      id: 'gas',
      title: 'Gas',
      unit: 'L',
      draws: gas,
      each: rates.gasPerCubicMetre === null ? null : (markup * rates.gasPerCubicMetre) / 1000,
    },
    {
      id: 'discs',
      title: 'Discs and brushes',
      unit: 'pieces',
      draws: discs,
      each: rates.discEach === null ? null : markup * rates.discEach,
    },
    {
      id: 'tungsten',
      title: 'Tungsten',
      unit: 'pieces',
      draws: tungsten,
      each: rates.tungstenEach === null ? null : markup * rates.tungstenEach,
    },
  ];
  const spread = (draws: Float64Array): Spread => spreadOf(draws, samples);
  const used = priced.filter(({ draws }) => draws.some((one) => one > 0));
  const lines = used.map(({ id, title, unit, draws, each }): QuoteLine => ({
    id,
    title,
    unit,
    quantity: spread(draws),
    amount: each === null ? null : spread(draws.map((one) => one * each)),
  }));
  const callOut = rates.callOut ?? 0;
  const travels = (question.stages?.travel ?? 0) !== 0;
  const work = draw((sample) =>
    used.reduce((total, { draws, each }) => total + (draws[sample] as number) * (each ?? 0), 0),
  );
  const margin = 1 + (rates.marginPercent ?? 0) / 100;
  const total = work.map((one) => Math.max(margin * one, rates.leastCharge ?? 0) + (travels ? callOut : 0));
  if (travels && rates.callOut !== null)
    lines.push({ id: 'call-out', title: 'Call-out', unit: '', quantity: fixed(1), amount: fixed(callOut) });
  const missing = used
    .filter(({ each }) => each === null)
    .map(({ title, unit }) => (unit === 'min' ? 'labour' : title.toLowerCase()));
  const least = rates.leastCharge !== null && margin * spread(work).median < rates.leastCharge;
  return {
    depositG: spread(
      scattered(
        sum(({ depositG }) => depositG),
        scatter.deposit,
        next,
      ),
    ),
    rods: rods.some((one) => one > 0) ? spread(rods) : null,
    gasL: spread(gas),
    minutes: spread(draw((sample) => minutes.reduce((all, { draws }) => all + (draws[sample] as number), 0))),
    lines,
    total: spread(total),
    reasons: [
      ...(missing.length > 0 ? [`Not in the sum, because no rate is known: ${[...new Set(missing)].join(', ')}.`] : []),
      ...(least ? ['The least charge stands in for what the work comes to.'] : []),
      ...(margin > 1 ? [`${rates.marginPercent} % are added to the whole.`] : []),
      'Minutes are usual ones of each stage until the workshop’s own are known (estimates).',
    ],
  };
}

const fixed = (value: number): Spread => ({ median: value, range90: [value, value] });
