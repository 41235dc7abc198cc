import type { JobDetail, Machine, SeamOrder } from '@variatum/contracts';
import { known, NOT_GIVEN, SeededRandom, type JointType, type Technique } from '@variatum/metallurgy';
import { keptOrder } from '../questions';
import { sideOf } from '../records';
import { ID, job, joint, piece, stamp } from './records';

/** Kinds of jobs a plan must hold for. */
export const JOB_KINDS = [
  'ring',
  'line',
  'cast-iron',
  'overlay',
  'several-passes',
  'alike-joints',
  'two-people',
  'no-purge',
  'small-machine',
] as const;
export type JobKind = (typeof JOB_KINDS)[number];

/** A job of a kind, and the machine it is welded with. */
export interface RandomJob {
  readonly job: JobDetail;
  readonly workshop: { readonly machines: Machine[] };
}

const GRADES = ['304L', '316L', '304', '321', '303', '430', '410', 'S32205', 'A36', 'S30430'] as const;
const SERVICES = [{}, { environment: 'outdoor' }, { environment: 'sea' }, { environment: 'food' }] as const;

/** Share of jobs a size is wanting of. */
const UNMEASURED = 0.08;
/** Share of passes that are made otherwise than their joint. */
const DIFFERING = 0.3;
/** Share of joints somebody has decided on, and rods they take. */
const DECIDED = 0.4;
const HABITS = ['ER308L', 'ER309L', 'ER316L', 'ERNiCr-3', null] as const;

const decision = (id: string, jointId: string, rod: string | null): JobDetail['decisions'][number] => ({
  id,
  jobId: ID,
  jointId,
  rod,
  recommended: rod,
  engineVersion: '0',
  seed: 1,
  note: '',
  madeBy: null,
  createdAt: stamp,
});

/** Identifier made of a number, the same each time. */
const idOf = (number: number): string => `00000000-0000-4000-8000-${number.toString(16).padStart(12, '0')}`;

const machineOf = (mostAmperes: number): Machine => ({
  id: idOf(900),
  name: 'Bench inverter',
  processes: ['gtaw'],
  kind: 'inverter',
  volts: 230,
  amperes: 16,
  phases: 1,
  mostAmperes,
});

/** Another machine of the workshop, and the share of jobs that are welded with it. */
const SPARE: Machine = { ...machineOf(90), id: idOf(901), name: 'Van inverter', amperes: 10 };
const SPARED = 0.25;

/** A job of a kind, drawn from a seed: the same seed gives the same job. */
export function randomJob(kind: JobKind, seed: number): RandomJob {
  const random = new SeededRandom(seed);
  const pick = <One>(list: readonly One[]): One => list[random.below(list.length)] as One;
  const between = (low: number, high: number): number => Math.round(10 * (low + (high - low) * random.next())) / 10;
  const isRing = kind === 'ring' || kind === 'alike-joints' || (kind === 'two-people' && random.next() < 0.5);
  const thicknessMm =
    kind === 'several-passes' ? between(5, 12) : kind === 'small-machine' ? between(4, 8) : between(1, 4);
  const outsideMm = between(18, 114);
  const grade = (): string =>
    kind === 'cast-iron' ? pick(['grey-iron', 'ductile-iron']) : kind === 'no-purge' ? '304L' : pick(GRADES);
  const count = kind === 'alike-joints' ? 2 + random.below(3) : 1 + random.below(2);
  const pieces = Array.from({ length: count + 1 }, (_, index) =>
    piece({
      id: idOf(1 + index),
      position: index,
      grade: random.next() < 0.2 ? null : grade(),
      form: kind === 'cast-iron' ? 'casting' : isRing ? 'tube' : 'sheet',
      thicknessMm: known(thicknessMm),
      lengthMm: known(between(120, 900)),
      ...(isRing ? { outsideMm: known(outsideMm) } : { widthMm: known(between(40, 300)) }),
    }),
  );
  // Of some nobody has measured a size yet.
  const unmeasured = random.next() < UNMEASURED ? pieces[random.below(pieces.length)] : undefined;
  if (unmeasured) unmeasured[isRing ? 'outsideMm' : 'widthMm'] = NOT_GIVEN;
  const technique: Partial<Record<JobKind, Technique>> = { overlay: 'overlay' };
  const types: readonly JointType[] = isRing
    ? ['square-butt']
    : kind === 'several-passes'
      ? ['bevel']
      : kind === 'overlay' || kind === 'cast-iron'
        ? ['crack']
        : ['fillet', 'lap', 'square-butt', 'corner'];
  const type = pick(types);
  // Some roots are fused or have a rod of their own, some caps are covered electrodes, some old welds are washed over.
  const differingPasses = (): Partial<SeamOrder> => ({
    ownPasses: {
      ...(random.next() < DIFFERING ? { root: { rod: pick([null, 'ER309L']), process: 'gtaw' } } : {}),
      ...(random.next() < DIFFERING ? { cap: { rod: 'E308L-17', process: 'smaw' } } : {}),
    },
    wash: random.next() < DIFFERING,
  });
  const joints = Array.from({ length: count }, (_, index) =>
    joint({
      id: idOf(100 + index),
      position: index,
      joint: {
        type,
        ...(technique[kind] ? { technique: technique[kind] } : {}),
        ...(kind === 'no-purge' ? { backShielding: 'none' as const } : {}),
      },
      sides: [sideOf(idOf(1 + index)), sideOf(idOf(2 + index))],
      lengthMm: known(between(60, 600)),
      alikeTo: kind === 'alike-joints' && index > 0 ? idOf(100) : null,
      seamOrder: keptOrder({
        people: kind === 'two-people' ? 2 : 1,
        passes: kind === 'several-passes' ? 2 + random.below(4) : null,
        ...(kind === 'several-passes' ? differingPasses() : {}),
      }),
    }),
  );
  // Some are decided already, by habit and not by what ranks first.
  const decisions = joints.flatMap(({ id, alikeTo }, index) =>
    alikeTo === null && random.next() < DECIDED ? [decision(idOf(200 + index), id, pick(HABITS))] : [],
  );
  return {
    job: job(pieces, {
      joints,
      service: pick(SERVICES),
      decisions,
      machine: { id: random.next() < SPARED ? SPARE.id : null, socket: null },
    }),
    workshop: { machines: [machineOf(kind === 'small-machine' ? 40 : 200), SPARE] },
  };
}
