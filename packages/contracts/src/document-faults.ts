import { checkTestEntry, completeService, InputError, type FieldError } from '@variatum/metallurgy';
import { checkDescribedJoint } from './described-joint';
import type { JobDocument } from './job-document';
import { pieceNameFaults } from './piece-names';

type Path = (string | number)[];
type Found = readonly [Path, string];

/** Everything a document names by its id, list by list. */
const LISTS = ['pieces', 'joints', 'decisions', 'photos', 'preparation', 'weld', 'record'] as const;

/** What points at something that is not there, or stands twice: each with where it is. */
function* loose(document: JobDocument): Generator<Found> {
  const seen = new Set<string>([document.job.id]);
  const idsOf = (all: readonly { readonly id: string }[]): ReadonlySet<string> => new Set(all.map((one) => one.id));
  const people = idsOf(document.people);
  const meters = idsOf(document.meters);
  const pieces = idsOf(document.pieces);
  const joints = idsOf(document.joints);
  const photos = idsOf(document.photos);
  const logged = idsOf(document.weld);
  const records = new Set([...idsOf(document.record), ...logged]);
  const once = function* (path: Path, one: { readonly id: string }): Generator<Found> {
    if (seen.has(one.id)) yield [[...path, 'id'], 'stands here twice'];
    seen.add(one.id);
  };
  const author = function* (path: Path, who: string | null): Generator<Found> {
    if (who !== null && !people.has(who)) yield [[...path, 'madeBy'], 'names nobody among the people'];
  };
  const joint = function* (path: Path, of: string | null): Generator<Found> {
    if (of !== null && !joints.has(of)) yield [path, 'names no joint of this job'];
  };
  for (const list of ['people', 'meters'] as const)
    for (const [index, one] of document[list].entries()) yield* once([list, index], one);
  yield* author(['job'], document.job.madeBy);
  for (const list of LISTS)
    for (const [index, one] of document[list].entries()) {
      yield* once([list, index], one);
      if (one.jobId !== document.job.id) yield [[list, index, 'jobId'], 'names another job'];
      yield* author([list, index], one.madeBy);
    }
  for (const [index, piece] of document.pieces.entries())
    for (const [at, test] of piece.tests.entries()) {
      const path: Path = ['pieces', index, 'tests', at];
      yield* once(path, test);
      if (test.pieceId !== piece.id) yield [[...path, 'pieceId'], 'names another piece'];
      yield* author(path, test.madeBy);
    }
  for (const [index, one] of document.joints.entries()) {
    yield* joint(['joints', index, 'alikeTo'], one.alikeTo);
    for (const [at, { piece }] of one.sides.entries())
      if (!pieces.has(piece)) yield [['joints', index, 'sides', at, 'piece'], 'names no piece of this job'];
  }
  for (const list of ['decisions', 'weld', 'record'] as const)
    for (const [index, { jointId }] of document[list].entries()) yield* joint([list, index, 'jointId'], jointId);
  for (const [index, { pieceId }] of document.photos.entries())
    if (pieceId !== null && !pieces.has(pieceId)) yield [['photos', index, 'pieceId'], 'names no piece of this job'];
  for (const [index, { entry }] of document.record.entries()) {
    const path: Path = ['record', index, 'entry'];
    if (entry.kind === 'finding' && entry.photo !== null && !photos.has(entry.photo))
      yield [[...path, 'photo'], 'names no picture of this job'];
    if ((entry.kind === 'confirm' || entry.kind === 'quote-accepted') && !records.has(entry.of))
      yield [[...path, 'of'], 'names nothing that was logged or recorded'];
  }
  for (const [index, { entry }] of document.weld.entries())
    if ((entry.kind === 'stop' || entry.kind === 'confirmed') && !logged.has(entry.of))
      yield [['weld', index, 'entry', 'of'], 'names nothing that was logged'];
  for (const [index, one] of document.readings.entries()) {
    if (!meters.has(one.meter)) yield [['readings', index, 'meter'], 'names no meter of this document'];
    yield* joint(['readings', index, 'joint'], one.joint);
  }
}

/** Faults the core finds in a part of a document, put where that part stands. */
function* bySelf(path: Path, check: () => unknown): Generator<Found> {
  try {
    check();
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    for (const fault of error.errors) yield [[...path, ...fault.path], fault.message];
  }
}

/** What the catalogues and the core do not know, as if it had been typed in here. */
function* unknown({ job, pieces, joints }: JobDocument): Generator<Found> {
  yield* bySelf(['job', 'service'], () => completeService(job.service));
  for (const [index, piece] of pieces.entries()) {
    for (const { path, message } of pieceNameFaults(piece)) yield [['pieces', index, ...path], message];
    for (const [at, { entry }] of piece.tests.entries())
      yield* bySelf(['pieces', index, 'tests', at, 'entry'], () => checkTestEntry(entry));
  }
  for (const [index, { joint, sides }] of joints.entries())
    yield* bySelf(['joints', index, 'joint'], () => checkDescribedJoint(joint, sides.length));
}

/** What is wrong with a document whose fields are all as they should be. */
export function* documentFaults(document: JobDocument): Generator<FieldError> {
  for (const faults of [loose(document), unknown(document)])
    for (const [path, message] of faults) yield { path, message };
}
