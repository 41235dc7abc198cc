import data from '../../data/weld.json';
import { arcOfProcess, arcPower, heatInput } from '../heat';
import type { BeadEvidence } from '../rod';
import type { BeadDoubt, BeadKind, EarlyArc, LoggedWeldEntry, StopReason, WeldEntry } from './weld-entry';

/** A bead that was laid, or is being laid. */
export interface LaidBead {
  readonly id: string;
  readonly bead: BeadKind;
  readonly pass: number;
  readonly number: number;
  readonly fromMm: number;
  /** Where it ended; while it burns where it is to end. */
  readonly toMm: number;
  readonly startMs: number;
  /** null: it burns. */
  readonly endMs: number | null;
  /** Why it ended; null: it burns. */
  readonly why: StopReason | null;
  /** Whether it came to its end. */
  readonly whole: boolean;
  readonly amps: number | null;
  readonly rod: string | null;
  readonly rodMm: number | null;
  readonly lot: string;
  readonly person: 0 | 1;
  readonly who: string | null;
  /** Arc time, s; null while it burns. */
  readonly seconds: number | null;
  readonly lengthMm: number;
  /** From length and time; null for a tack, or while it burns. */
  readonly travelMmPerS: number | null;
  /**
   * Heat that stays in the metal for each millimetre, kJ/mm, at the usual voltage of its process; null where travel or
   * current is not known.
   */
  readonly heatInputKJPerMm: number | null;
  /** Heat laid, J; null where current or time is not known. */
  readonly joules: number | null;
  /** The last temperature taken since the arc before it went out, °C. */
  readonly beforeC: number | null;
  readonly beforeBy: 'typed' | 'meter' | null;
  /** What can hardly be of it: until somebody says that it was so, nothing is made of its time; null: nothing. */
  readonly doubt: { readonly what: BeadDoubt; readonly value: number } | null;
}

/** What a log comes to. */
export interface PassLog {
  /** In the order the arcs were struck. */
  readonly beads: readonly LaidBead[];
  /** Those that burn. */
  readonly burning: readonly LaidBead[];
  readonly alarms: readonly (LoggedWeldEntry & { readonly entry: Extract<WeldEntry, { kind: 'alarm' }> })[];
  readonly cracks: readonly (LoggedWeldEntry & { readonly entry: Extract<WeldEntry, { kind: 'crack' }> })[];
  /** What beads have shown, in order, as `choose` takes it. */
  readonly shown: readonly BeadEvidence[];
  /** Oxygen behind the root when the first arc was struck too early; null: it was not, or nobody knows. */
  readonly earlyArc: EarlyArc | null;
  /** Arc time of everything that ended, s. */
  readonly arcSeconds: number;
}

/** An arc that was put out sooner than this was no bead, s. */
const STRUCK_S = 0.3;
/** Moments of a log are not told apart more finely, s. */
const SHORTEST_S = 0.05;

const of = <Kind extends WeldEntry['kind']>(entries: readonly LoggedWeldEntry[], kind: Kind) =>
  entries.filter(
    (one): one is LoggedWeldEntry & { readonly entry: Extract<WeldEntry, { kind: Kind }> } => one.entry.kind === kind,
  );

/** What can hardly be of a bead that ended; null: nothing. */
function doubtOf(bead: BeadKind, seconds: number | null, travelMmPerS: number | null): LaidBead['doubt'] {
  const { travelMmPerS: range, tackSeconds } = data.cannotBe;
  const [slowest = 0, fastest = Infinity] = range;
  if (bead === 'tack')
    return seconds !== null && seconds > tackSeconds ? { what: 'tack-too-long', value: seconds } : null;
  if (travelMmPerS === null) return null;
  if (travelMmPerS > fastest) return { what: 'too-fast', value: travelMmPerS };
  return travelMmPerS < slowest ? { what: 'too-slow', value: travelMmPerS } : null;
}

/** A bead that ended, with what its length and time come to. */
function laid(
  start: LoggedWeldEntry & { readonly entry: Extract<WeldEntry, { kind: 'start' }> },
  stop: (LoggedWeldEntry & { readonly entry: Extract<WeldEntry, { kind: 'stop' }> }) | undefined,
  before: { readonly tempC: number; readonly by: 'typed' | 'meter' } | undefined,
  wasSo: boolean,
): LaidBead {
  const { kind: _kind, ...said } = start.entry;
  const toMm = stop?.entry.toMm ?? said.toMm;
  const seconds = stop ? Math.max(0, (stop.atMs - start.atMs) / 1000) : null;
  const lengthMm = Math.abs(toMm - said.fromMm);
  const moved = said.bead !== 'tack' && seconds !== null && lengthMm > 0;
  const seemed = moved ? lengthMm / Math.max(seconds, SHORTEST_S) : null;
  // An arc that was only struck, and yet came to its end: that cannot be either.
  const doubt = wasSo ? null : doubtOf(said.bead, seconds, seemed);
  const wasLaid = moved && seconds >= STRUCK_S && !doubt;
  const travelMmPerS = wasLaid ? seemed : null;
  const { amps } = said;
  const arc = amps === null ? null : { amps, ...arcOfProcess(said.process ?? 'gtaw', amps) };
  return {
    ...said,
    id: start.id,
    who: start.who,
    toMm,
    startMs: start.atMs,
    endMs: stop?.atMs ?? null,
    why: stop?.entry.why ?? null,
    whole: stop !== undefined && stop.entry.toMm === null,
    seconds,
    lengthMm,
    travelMmPerS,
    heatInputKJPerMm: arc && travelMmPerS !== null ? heatInput({ ...arc, travelMmPerS }) : null,
    joules: arc && seconds !== null && !doubt ? seconds * arcPower({ ...arc, travelMmPerS: 1 }) : null,
    beforeC: before?.tempC ?? null,
    beforeBy: before?.by ?? null,
    doubt,
  };
}

/**
 * The log of one joint as beads: what was struck and put out, by whom, with what, how fast and how hot.
 * @param entries those that stand, in any order
 */
export function passLog(entries: readonly LoggedWeldEntry[]): PassLog {
  const order = [...entries].sort((one, other) => one.atMs - other.atMs || (one.id < other.id ? -1 : 1));
  const stops = new Map(of(order, 'stop').map((stop) => [stop.entry.of, stop]));
  // No thermometer held against metal shows more: what does is a slip of the finger.
  const temperatures = of(order, 'temperature').filter(({ entry }) => entry.tempC <= data.cannotBe.typedC);
  const wereSo = new Set(of(order, 'confirmed').map(({ entry }) => entry.of));
  const starts = of(order, 'start');
  const lastEnd = (atMs: number): number =>
    Math.max(-Infinity, ...[...stops.values()].map((stop) => stop.atMs).filter((end) => end <= atMs));
  const beads = starts.map((start) => {
    const since = lastEnd(start.atMs);
    const before = temperatures.filter(({ atMs }) => atMs <= start.atMs && atMs >= since).at(-1)?.entry;
    return laid(start, stops.get(start.id), before, wereSo.has(start.id));
  });
  return {
    beads,
    burning: beads.filter(({ endMs }) => endMs === null),
    alarms: of(order, 'alarm'),
    cracks: of(order, 'crack'),
    earlyArc: of(order, 'early-arc')[0]?.entry ?? null,
    shown: order.flatMap(({ entry }): BeadEvidence[] =>
      entry.kind === 'ferrite'
        ? [{ saw: 'ferrite', rod: entry.rod, fn: entry.fn }]
        : entry.kind === 'magnet'
          ? [{ saw: 'magnet', rod: entry.rod, pull: entry.pull }]
          : entry.kind === 'crack'
            ? [{ saw: 'crack', rod: entry.rod, where: entry.where, when: entry.when }]
            : [],
    ),
    arcSeconds: beads.reduce((sum, { seconds, doubt }) => sum + (doubt ? 0 : (seconds ?? 0)), 0),
  };
}
