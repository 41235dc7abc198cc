import { NO_FIT, NO_PURGE, NO_SEAM_ORDER, GRADE_SOURCES, type JobDocument } from '@variatum/contracts';
import { GRADES, NOT_GIVEN, QUOTE_STAGES } from '@variatum/metallurgy';
import { v4 as uuid } from 'uuid';

/** Texts as people type them: other tongues, quotes, lines, what looks like code or like a formula. */
const TEXTS = [
  'Leaf',
  'Flügel „links“, 3½"',
  'Ось №7',
  '軸受け',
  "O'Brien's <b>gate</b> & co",
  '=1+1',
  'two\nlines\tand a tab',
  '%_\\',
  '🔧',
];
const EMPTY = ['', '', ...TEXTS];

/** A picture of one dot as this program keeps them, and one with see-through. */
export interface DocumentPictures {
  readonly jpeg: Buffer;
  readonly png: Buffer;
}

/**
 * A whole job with something of every kind on it, different each time.
 * @param random numbers from 0 to 1
 * @param pictures without them it has none
 */
export function randomDocument(random: () => number, pictures?: DocumentPictures): JobDocument {
  const pick = <Value>(list: readonly Value[]): Value => list[Math.floor(random() * list.length)] as Value;
  const many = <Value>(most: number, make: (index: number) => Value): Value[] =>
    Array.from({ length: Math.floor(random() * (most + 1)) }, (_, index) => make(index));
  const id = (): string => uuid({ random: Uint8Array.from({ length: 16 }, () => Math.floor(random() * 256)) });
  // Every moment is later than the one before: lists are told in the order of time.
  let clock = Date.UTC(2026, 0, 5, 8);
  const moment = (): string => new Date((clock += 1 + Math.floor(random() * 3_600_000))).toISOString();
  const maybe = <Value>(value: () => Value): Value | null => (random() < 0.4 ? value() : null);
  const figure = (low: number, high: number): number => Math.round((low + random() * (high - low)) * 100) / 100;
  const size = (low: number, high: number) =>
    random() < 0.3 ? NOT_GIVEN : { value: figure(low, high), typed: pick(['', '1/2 in', '12,5 mm']) };
  const people = many(3, () => ({ id: id(), name: pick(TEXTS) }));
  const who = (): string | null => (people.length === 0 ? null : maybe(() => pick(people).id));
  const jobId = id();
  const struck = () => {
    const struckOutAt = maybe(moment);
    return { struckOutAt, struckOutReason: struckOutAt === null ? null : pick(TEXTS) };
  };
  const pieces: JobDocument['pieces'] = many(4, (position) => {
    const piece = id();
    return {
      id: piece,
      jobId,
      position,
      name: pick(TEXTS),
      kind: 'base',
      itemFamily: null,
      form: maybe(() => 'tube' as const),
      shape: null,
      thicknessMm: size(0.5, 20),
      size: pick(EMPTY),
      outsideMm: size(6, 300),
      lengthMm: size(10, 3000),
      widthMm: NOT_GIVEN,
      endOutsideMm: NOT_GIVEN,
      bendDeg: NOT_GIVEN,
      count: 1 + Math.floor(random() * 5),
      condition: null,
      marks: pick(EMPTY),
      coating: null,
      origin: pick(EMPTY),
      grade: maybe(() => pick(GRADES).id),
      gradeSource: maybe(() => pick(GRADE_SOURCES)),
      weldMetal: null,
      version: 1 + Math.floor(random() * 9),
      withdrawnAt: maybe(moment),
      madeBy: who(),
      createdAt: moment(),
      tests: many(4, () => ({
        id: id(),
        pieceId: piece,
        entry: pick([
          { test: 'magnet', outcome: 'faint', worked: 'soft' },
          { test: 'stamp', mark: '316L' },
          { test: 'analyser', reading: { Cr: figure(10, 25), Ni: figure(0, 20) } },
        ]) as JobDocument['pieces'][number]['tests'][number]['entry'],
        spot: maybe(() => ({ along: figure(0, 1), clock: 3 })),
        note: pick(EMPTY),
        madeBy: who(),
        version: 1,
        createdAt: moment(),
        ...struck(),
      })),
    };
  });
  const joints: JobDocument['joints'] =
    pieces.length === 0
      ? []
      : many(3, (position) => ({
          id: id(),
          jobId,
          position,
          name: pick(EMPTY),
          joint: { type: 'fillet', ...(random() < 0.5 ? { dilution: figure(0.1, 0.4) } : {}) },
          sides: many(2, () => ({ piece: pick(pieces).id, end: null, alongMm: NOT_GIVEN, clock: null })),
          fit: { ...NO_FIT, legMm: size(2, 8) },
          lengthMm: size(10, 200),
          course: null,
          alikeTo: null,
          settings: {},
          seamOrder: NO_SEAM_ORDER,
          version: 1,
          withdrawnAt: maybe(moment),
          madeBy: who(),
          createdAt: moment(),
        }));
  const [leader, ...others] = joints;
  for (const joint of others) if (leader && random() < 0.5) joint.alikeTo = leader.id;
  const atJoint = (): string => pick(joints).id;
  const start = id();
  const found = id();
  const photos: JobDocument['photos'] = pictures
    ? many(3, () => {
        const jpeg = random() < 0.5;
        return {
          id: id(),
          jobId,
          pieceId: pieces.length === 0 ? null : maybe(() => pick(pieces).id),
          mediaType: jpeg ? 'image/jpeg' : 'image/png',
          widthPixels: 8,
          heightPixels: 6,
          turn: pick([0, 90, 180, 270]),
          caption: pick(EMPTY),
          version: 1,
          createdAt: moment(),
          withdrawnAt: maybe(moment),
          madeBy: who(),
          file: (jpeg ? pictures.jpeg : pictures.png).toString('base64'),
        };
      })
    : [];
  const logged = (entry: JobDocument['weld'][number]['entry'], own = id()): JobDocument['weld'][number] => ({
    id: own,
    jobId,
    jointId: atJoint(),
    at: moment(),
    entry,
    madeBy: who(),
    version: 1,
    createdAt: moment(),
    ...struck(),
  });
  const recorded = (
    jointId: string | null,
    entry: JobDocument['record'][number]['entry'],
    own = id(),
  ): JobDocument['record'][number] => ({
    id: own,
    jobId,
    jointId,
    at: moment(),
    entry,
    madeBy: who(),
    version: 1,
    createdAt: moment(),
    ...struck(),
  });
  const weld =
    joints.length === 0
      ? []
      : [
          logged(
            {
              kind: 'start',
              bead: 'run',
              pass: 0,
              number: 0,
              fromMm: 0,
              toMm: figure(5, 90),
              amps: 90,
              rod: 'ER308L',
              rodMm: 2.4,
              lot: pick(EMPTY),
              person: 0,
            },
            start,
          ),
          logged({ kind: 'stop', of: start, why: 'end', toMm: null }),
          logged({ kind: 'temperature', tempC: figure(20, 200), by: 'typed' }),
          logged({ kind: 'ferrite', fn: figure(2, 14), rod: null }),
          logged({ kind: 'note', text: pick(TEXTS) }),
        ];
  const record =
    joints.length === 0
      ? [recorded(null, { kind: 'in-service', on: '2026-02-01' })]
      : [
          recorded(
            atJoint(),
            {
              kind: 'finding',
              line: 'undercut',
              atMm: null,
              value: figure(0, 1),
              range90: null,
              choice: null,
              by: 'caliper',
              note: pick(EMPTY),
              photo: photos.length === 0 ? null : maybe(() => pick(photos).id),
            },
            found,
          ),
          recorded(atJoint(), { kind: 'confirm', of: found }),
          recorded(null, {
            kind: 'minutes',
            of: pick(['plan', 'work'] as const),
            stage: pick(QUOTE_STAGES),
            minutes: figure(0, 300),
          }),
          recorded(null, { kind: 'look-again', on: '2026-08-01' }),
          recorded(null, { kind: 'seen', on: '2026-09-01', outcome: 'held', where: null, note: pick(EMPTY) }),
        ];
  const meters = many(2, () => ({
    id: id(),
    kind: 'oxygen' as const,
    name: pick(TEXTS),
    lagS: maybe(() => figure(1, 20)),
  }));
  const readings = meters.flatMap((meter) =>
    many(6, () => ({
      meter: meter.id,
      at: moment(),
      value: maybe(() => figure(10, 90_000)),
      joint: joints.length === 0 ? null : maybe(atJoint),
      place: pick(['vent', 'room', null] as const),
    })),
  );
  const heard = new Set(readings.map(({ meter }) => meter));
  return {
    format: 'variatum-job',
    version: 1,
    exportedAt: moment(),
    workshop: 'Elsewhere',
    people,
    meters: meters.filter((meter) => heard.has(meter.id)),
    job: {
      id: jobId,
      title: pick(TEXTS),
      item: pick(EMPTY),
      state: pick(['bench', 'waiting', 'inspect', 'out']),
      stage: 'weld',
      service: random() < 0.5 ? {} : { environment: 'outdoor', vibration: true },
      temperaturesC: [NOT_GIVEN, size(20, 400)],
      purge:
        pieces.length === 0
          ? NO_PURGE
          : { ...NO_PURGE, dams: [{ piece: pick(pieces).id, alongMm: 12 }], targetPpm: 50 },
      acceptance: null,
      machine: { id: null, socket: null },
      version: 1 + Math.floor(random() * 5),
      createdAt: moment(),
      updatedAt: moment(),
      withdrawnAt: maybe(moment),
      madeBy: who(),
    },
    pieces,
    joints,
    decisions: many(2, () => ({
      id: id(),
      jobId,
      jointId: joints.length === 0 ? null : maybe(atJoint),
      rod: maybe(() => 'ER308L'),
      recommended: 'ER308L',
      engineVersion: '0.4.0',
      seed: Math.floor(random() * 1000),
      note: pick(EMPTY),
      madeBy: who(),
      createdAt: moment(),
      question: { pieces: pieces.map((piece) => piece.id) },
      result: { [jobId]: pick(TEXTS), samples: [1, 2.5, null] },
    })),
    photos,
    preparation: many(3, () => ({
      id: id(),
      jobId,
      key: `edges ${pieces[0]?.id ?? 'none'}`,
      state: 'done' as const,
      way: maybe(() => 'acid'),
      madeBy: who(),
      createdAt: moment(),
    })),
    weld,
    record,
    readings: readings.sort((one, other) => (one.at < other.at ? -1 : 1)),
  };
}
