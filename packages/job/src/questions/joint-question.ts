import {
  findItemFamily,
  findRod,
  JOINTS,
  MOST_BEADS,
  passLog,
  type BeadEvidence,
  type ChooseInput,
  type JointInput,
  type PieceInput,
} from '@variatum/metallurgy';
import type { JobDetail, JointRecord, Learnt, Piece, RodStock, Workshop } from '@variatum/contracts';
import { piecesOfJoint, recorded, rodAt, weldLogOf } from '../records';
import { withEvidence, withLearnt } from '../learning';
import { rodsInStock } from './rods-on-shelf';

/** What of a piece its question is made from. */
export interface PieceEvidence extends Pick<
  Piece,
  'kind' | 'itemFamily' | 'form' | 'coating' | 'condition' | 'grade' | 'weldMetal'
> {
  readonly tests: readonly Pick<Piece['tests'][number], 'entry' | 'struckOutAt'>[];
}

/** What the core is told of a piece: a grade taken as known, or the item with the tests that stand. */
export function pieceQuestion(piece: PieceEvidence): PieceInput {
  const state = {
    ...(piece.coating === null ? {} : { coating: piece.coating }),
    ...(piece.condition === null ? {} : { condition: piece.condition }),
  };
  if (piece.kind === 'old-weld' && piece.weldMetal !== null) return { weldMetal: piece.weldMetal, ...state };
  if (piece.grade !== null) return { grade: piece.grade, ...state };
  return {
    item: {
      // What was kept before names were checked may be none.
      ...(piece.itemFamily === null || !findItemFamily(piece.itemFamily) ? {} : { family: piece.itemFamily }),
      ...(piece.form === null ? {} : { form: piece.form }),
    },
    tests: piece.tests.filter(({ struckOutAt }) => struckOutAt === null).map(({ entry }) => entry),
    ...state,
  };
}

/** Coldest and hottest temperature, once both are known and in order. */
function temperaturesOf({ temperaturesC: [coldest, hottest] }: Pick<JobDetail, 'temperaturesC'>): {
  temperatureC?: [number, number];
} {
  if (coldest.value === null || hottest.value === null || coldest.value > hottest.value) return {};
  return { temperatureC: [coldest.value, hottest.value] };
}

/**
 * What was found of a joint after it was welded that says what its metal is: ferrite by gauge; a crack, rust or a leak
 * in use.
 */
function shownSince(job: JobDetail, joint: JointRecord): readonly BeadEvidence[] {
  const own = (jointId: string | null): boolean => jointId === joint.id;
  const rodBy = (at: string): string | null => rodAt(job, joint, at) ?? null;
  return [
    ...recorded(job, 'finding').flatMap(({ jointId, at, entry: { line, value } }): BeadEvidence[] =>
      own(jointId) && line === 'ferrite' && value !== null ? [{ saw: 'ferrite', rod: rodBy(at), fn: value }] : [],
    ),
    ...recorded(job, 'seen').flatMap(({ jointId, at, entry: { outcome, where } }): BeadEvidence[] => {
      if (!own(jointId)) return [];
      const rod = rodBy(at);
      if (outcome === 'cracked' && where !== null) return [{ saw: 'crack', rod, where, when: 'service' }];
      return outcome === 'rusted' || outcome === 'leaked' ? [{ saw: 'failed', rod, way: outcome }] : [];
    }),
  ];
}

/**
 * What beads of a joint, and of those alike to it, have shown, in use as well; the last ones where there are very many.
 */
function beadsShown(job: JobDetail, joint: { readonly id?: string } | null): readonly BeadEvidence[] {
  const { id } = joint ?? {};
  const own = job.joints.find((one) => one.id === id);
  if (!own) return [];
  const leader = own.alikeTo ?? own.id;
  const alike = job.joints.filter((one) => one.withdrawnAt === null && (one.id === leader || one.alikeTo === leader));
  const shown = alike.flatMap((one) => passLog(weldLogOf(job, one.id)).shown);
  const all = [...shown, ...alike.flatMap((one) => shownSince(job, one))];
  return all.filter(({ rod }) => rod === null || findRod(rod) !== undefined).slice(-MOST_BEADS);
}

/**
 * The question a joint of a job asks of `choose`, or null while it has no piece. What is not known widens the answer.
 * @param joint one of its joints; null: the job has none yet, and all its pieces meet
 * @param rods rods of the workshop's rack; with none at hand, what is at hand counts as not stated
 * @param learnt what the workshop's other jobs have taught
 */
export function jointQuestion(
  job: JobDetail,
  joint: (Pick<JointRecord, 'joint' | 'sides'> & { readonly id?: string }) | null,
  rods: readonly RodStock[] = [],
  workshop?: Partial<Pick<Workshop, 'preferences'>>,
  learnt?: Pick<Learnt, 'dilutions' | 'families' | 'tests'> | null,
): ChooseInput | null {
  const pieces = piecesOfJoint(job, joint);
  if (pieces.length === 0) return null;
  const { preferences = {} } = workshop ?? {};
  const stock = [...rodsInStock(rods)];
  const thicknessMm = pieces.map((piece) => piece.thicknessMm.value ?? JOINTS.defaultThicknessMm);
  const beads = beadsShown(job, joint);
  const described: JointInput = withLearnt({ type: 'bevel', ...joint?.joint }, learnt);
  return {
    pieces: pieces.map((piece) => withEvidence(pieceQuestion(piece), learnt)),
    joint: described.thicknessMm === undefined ? { ...described, thicknessMm } : described,
    service: { ...job.service, ...temperaturesOf(job) },
    ...(stock.length > 0 ? { stock } : {}),
    ...(beads.length > 0 ? { beads } : {}),
    ...(Object.keys(preferences).length > 0 ? { preferences } : {}),
  };
}
