import data from '../../data/sequence.json';
import { arcOfPass, feltStretch, metalLimit, type ArcRun, type RunRecord } from '../heat';
import { heldTo, seamPull, type SeamPull, type WeldedLength } from '../shrinkage';
import { HeatJudge } from './heat-judge';
import type { SeamProblem, Stretch } from './seam-problem';

/** What an order comes to. */
export interface Judgement {
  readonly runs: readonly RunRecord[];
  readonly minutes: number;
  /** Hottest mean of the metal a run of a later pass was about to cover, °C; null with a single pass. */
  readonly peakInterpassC: number | null;
  readonly pull: SeamPull;
}

/** Heat that was laid: which piece of the seam, when, how much. */
class Laid {
  readonly piece: number[] = [];
  readonly atS: number[] = [];
  readonly joules: number[] = [];

  add(piece: number, atS: number, joules: number): void {
    this.piece.push(piece);
    this.atS.push(atS);
    this.joules.push(joules);
  }

  /** Kelvin each of some pieces is above the air at a time. */
  rises(judge: HeatJudge, at: readonly number[], nowS: number): Float64Array {
    const rises = new Float64Array(at.length);
    for (let index = 0; index < this.piece.length; index++)
      judge.addRises(
        this.piece[index] as number,
        this.joules[index] as number,
        nowS - (this.atS[index] as number),
        at,
        rises,
      );
    return rises;
  }
}

const meanOf = (values: Float64Array): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** How many pieces a seam is cut into for judging. */
export const piecesOf = ({ shell }: SeamProblem): number =>
  shell.kind === 'ring'
    ? data.piecesPer.ring
    : Math.max(8, Math.min(data.piecesPer.lineMost, Math.round(shell.lengthMm / data.piecesPer.lineMm)));

/** Longest wait for the metal, s: a limit below the air is never met. */
const MOST_WAIT_S = 7200;

/** Pieces a run covers, in the order it comes to them. */
export function coveredPieces({ fromMm, toMm }: Stretch, pieceMm: number, pieces: number): readonly number[] {
  const first = Math.floor((Math.min(fromMm, toMm) + 1e-6) / pieceMm);
  const last = Math.ceil((Math.max(fromMm, toMm) - 1e-6) / pieceMm) - 1;
  const list = Array.from({ length: Math.max(1, last - first + 1) }, (_, index) => (first + index + pieces) % pieces);
  return toMm < fromMm ? list.reverse() : list;
}

/** Judges orders of one seam: what they take, what they meet, where they pull. The table of heat is made once. */
export class PlanJudge {
  private readonly heat: HeatJudge;
  private readonly pieceMm: number;

  constructor(private readonly problem: SeamProblem) {
    const pieces = piecesOf(problem);
    this.heat = new HeatJudge(problem.shell, pieces, problem.emissivity);
    this.pieceMm = problem.shell.lengthMm / pieces;
  }

  /** Seconds to wait until the metal is below its limit. */
  private wait(laid: Laid, pieces: readonly number[], fromS: number, limitC: number): number {
    if (this.isCool(laid, pieces, fromS, limitC)) return 0;
    let [low, high] = [0, 20];
    while (high < MOST_WAIT_S && !this.isCool(laid, pieces, fromS + high, limitC)) [low, high] = [high, 2 * high];
    while (high - low > 1) {
      const middle = (low + high) / 2;
      if (this.isCool(laid, pieces, fromS + middle, limitC)) high = middle;
      else low = middle;
    }
    return high;
  }

  private isCool(laid: Laid, pieces: readonly number[], nowS: number, limitC: number): boolean {
    return this.problem.ambientC + meanOf(laid.rises(this.heat, pieces, nowS)) <= limitC;
  }

  /**
   * What an order of runs comes to.
   * @param runs each person's runs in the order they make them; those of a later pass after those of the one before
   */
  judge(runs: readonly ArcRun[]): Judgement {
    const { problem, pieceMm } = this;
    const { shell, moveS, ambientC } = problem;
    const pieces = piecesOf(problem);
    const laid = new Laid();
    const queues = [0, 1].map((person) => runs.filter((run) => run.person === person));
    const ready = queues.map(([first]) => first?.restS ?? 0);
    const passEnds: number[] = [];
    const records: RunRecord[] = [];
    const lengths: LaidLength[] = [];
    const passLength = runs.reduce((sum, run) => sum + (run.pass === 0 ? Math.abs(run.toMm - run.fromMm) : 0), 0);
    for (;;) {
      const person = nextPerson(queues, ready);
      if (person === null) break;
      const run = queues[person]!.shift()!;
      const covers = coveredPieces(run, pieceMm, pieces);
      const arc = arcOfPass(problem, run.pass);
      const soonest = Math.max(ready[person]!, run.pass > 0 ? (passEnds[run.pass - 1] ?? 0) : 0);
      const limitC = metalLimit(problem, run.pass);
      const felt = coveredPieces(feltStretch(run, shell), pieceMm, pieces);
      const waitedS = limitC === null ? 0 : this.wait(laid, felt, soonest, limitC);
      const startS = soonest + waitedS;
      const rises = laid.rises(this.heat, covers, startS);
      const metC = ambientC + meanOf(rises.subarray(0, felt.length));
      const seconds = Math.abs(run.toMm - run.fromMm) / arc.travelMmPerS;
      const timeOf = (index: number): number => startS + ((index + 0.5) / covers.length) * seconds;
      covers.forEach((piece, index) =>
        lengths.push({
          atS: timeOf(index),
          pass: run.pass,
          atMm: (piece + 0.5) * pieceMm,
          lengthMm: Math.abs(run.toMm - run.fromMm) / covers.length,
          // Metal right before the arc is hot from the arc itself; what counts is what was there before this run.
          metC: ambientC + (rises[index] as number),
        }),
      );
      covers.forEach((piece, index) => laid.add(piece, timeOf(index), (arc.powerW * seconds) / covers.length));
      const endS = startS + seconds;
      records.push({ ...run, startS, endS, waitedS, metC });
      passEnds[run.pass] = Math.max(passEnds[run.pass] ?? 0, endS);
      const next = queues[person]![0];
      ready[person] = endS + (next ? moveS + next.restS : 0);
    }
    const later = records.filter(({ pass }) => pass > 0);
    return {
      runs: records,
      minutes: Math.max(0, ...records.map(({ endS }) => endS)) / 60,
      peakInterpassC: later.length === 0 ? null : Math.max(...later.map(({ metC }) => metC)),
      pull: seamPull(
        {
          kind: shell.kind,
          lengthMm: shell.lengthMm,
          shrinkMm: problem.shrinkMm,
          tackMm: problem.tackMm,
          left: heldTo(problem.hold, 'tilt'),
        },
        weldedShares(lengths, passLength),
      ),
    };
  }
}

/** Who starts next: the one who is ready first, a lower pass before a higher one. null when all is welded. */
function nextPerson(queues: readonly (readonly ArcRun[])[], ready: readonly number[]): number | null {
  let found: number | null = null;
  queues.forEach((queue, person) => {
    const next = queue[0];
    if (!next) return;
    const best = found === null ? undefined : queues[found]![0];
    if (!best || next.pass < best.pass || (next.pass === best.pass && ready[person]! < ready[found!]! - 1e-9))
      found = person;
  });
  return found;
}

/** A length of weld and when it was laid. */
type LaidLength = Omit<WeldedLength, 'welded'> & { readonly atS: number };

/** Lengths laid within so short a time count as laid at once, s. */
const AT_ONCE_S = 0.05;

/**
 * How much of its pass was welded when each length's turn came: by the clock, so that two who weld at once count alike.
 */
function weldedShares(lengths: readonly LaidLength[], passLength: number): readonly WeldedLength[] {
  const order = [...lengths].sort((one, other) => one.pass - other.pass || one.atS - other.atS);
  const shares: WeldedLength[] = [];
  let [pass, done, index] = [-1, 0, 0];
  while (index < order.length) {
    const first = order[index] as LaidLength;
    if (first.pass !== pass) [pass, done] = [first.pass, 0];
    const together = order.filter(
      (one) => one.pass === pass && one.atS >= first.atS && one.atS < first.atS + AT_ONCE_S,
    );
    const sum = together.reduce((mm, { lengthMm }) => mm + lengthMm, 0);
    for (const one of together) shares.push({ ...one, welded: (done + sum / 2) / passLength });
    done += sum;
    index += together.length;
  }
  return shares;
}
