import { inject, Injectable } from '@angular/core';
import type {
  Choice,
  ChooseInput,
  Composition,
  ExplainStep,
  FirstAnswer,
  IdentifyInput,
  PoolCloud,
  RankedRod,
} from '@variatum/metallurgy';
import type { ComputationName, ComputedBy, PieceBelief, QuestionOf } from '@variatum/job';
import { proxy, type Remote } from 'comlink';
import { concat, filter, forkJoin, from, map, Observable } from 'rxjs';
import { LostPart } from '../frame/lost-part';
import type { Computations } from './computations';
import { startComputeWorker, type ComputeWorker } from './worker-client';

/** Seed of every answer shown; a decision stores it. */
export const SEED = 1;

/** A ranking: quick at first, then settled. */
export type Answer =
  { readonly stage: 'first'; readonly answer: FirstAnswer } | { readonly stage: 'settled'; readonly answer: Choice };

/** How far a long computation is, and its answer at the end. */
export interface Followed<Answer> {
  /** Share done, 0 to 1. */
  readonly done: number;
  readonly answer: Answer | null;
}

/**
 * Sends computations to workers: one for rods, one for pieces, so that a list of grades never waits for a ranking, and
 * one for the joints nobody looks at, so that the one that is looked at waits for none of them.
 */
@Injectable({ providedIn: 'root' })
export class ComputeService {
  private readonly lost = inject(LostPart);
  private rods: Remote<Computations> | undefined;
  private pieces: Remote<Computations> | undefined;
  private others: Remote<Computations> | undefined;
  /** A worker that has ended a long computation and waits for the next. */
  private spare: ComputeWorker | undefined;

  private get rodWorker(): Remote<Computations> {
    return (this.rods ??= startComputeWorker(() => this.lost.missing()).remote);
  }

  private get pieceWorker(): Remote<Computations> {
    return (this.pieces ??= startComputeWorker(() => this.lost.missing()).remote);
  }

  private get otherWorker(): Remote<Computations> {
    return (this.others ??= startComputeWorker(() => this.lost.missing()).remote);
  }

  /**
   * Has every worker's program fetched, so that what is first asked for when the network is gone is computed as well.
   * A worker is otherwise started by its first question.
   */
  makeReady(): void {
    void this.rodWorker;
    void this.pieceWorker;
    void this.otherWorker;
  }

  /** The settled ranking of a joint nobody looks at. */
  aside(question: ChooseInput): Observable<Choice> {
    return this.ask(this.otherWorker, 'choose', question);
  }

  /** First ranking, then the settled one. */
  answer(question: ChooseInput): Observable<Answer> {
    return concat(
      this.ask(this.rodWorker, 'choose-first', question).pipe(map((answer): Answer => ({ stage: 'first', answer }))),
      this.ask(this.rodWorker, 'choose', question).pipe(map((answer): Answer => ({ stage: 'settled', answer }))),
    );
  }

  /** Likely grades at once, then the same with the next tests. */
  belief(joint: ChooseInput, piece: number, owned: readonly string[] | undefined): Observable<PieceBelief> {
    const question = { joint, piece, owned };
    return concat(
      this.ask(this.pieceWorker, 'identify-piece', question).pipe(
        map((known): PieceBelief => ({ ...known, nextTests: [], enough: false })),
      ),
      this.ask(this.pieceWorker, 'plan-tests', question),
    );
  }

  /** Likely grades of a piece by its item and its tests alone. */
  likely(piece: IdentifyInput): Observable<ComputedBy<'identify-piece'>> {
    return this.ask(this.otherWorker, 'identify-piece', { joint: { pieces: [piece] }, piece: 0 });
  }

  /** What the readings of a running purge say. */
  purgeFit(question: QuestionOf<'purge-fit'>): Observable<ComputedBy<'purge-fit'>> {
    return this.ask(this.otherWorker, 'purge-fit', question);
  }

  /** When a weld that is measured is cool. */
  interpassFit(question: QuestionOf<'interpass-fit'>): Observable<ComputedBy<'interpass-fit'>> {
    return this.ask(this.otherWorker, 'interpass-fit', question);
  }

  /** When a weld that nobody measures is most likely cool. */
  coolingForecast(question: QuestionOf<'cooling-forecast'>): Observable<ComputedBy<'cooling-forecast'>> {
    return this.ask(this.otherWorker, 'cooling-forecast', question);
  }

  /** What the last bead of a joint says. */
  beadFinding(question: QuestionOf<'bead-finding'>): Observable<ComputedBy<'bead-finding'>> {
    return this.ask(this.otherWorker, 'bead-finding', question);
  }

  /** What a heat tint in a picture comes to. */
  tint(question: QuestionOf<'tint'>): Observable<ComputedBy<'tint'>> {
    return this.ask(this.otherWorker, 'tint', question);
  }

  /** What a job takes and comes to. */
  quote(question: QuestionOf<'quote'>): Observable<ComputedBy<'quote'>> {
    return this.ask(this.otherWorker, 'quote', question);
  }

  /** What an order of one's own comes to. */
  judgeOrder(question: QuestionOf<'judge-order'>): Observable<ComputedBy<'judge-order'>> {
    return this.ask(this.otherWorker, 'judge-order', question);
  }

  /** Usual orders of a seam, and a better one; unsubscribing stops the search. */
  orderPlans(question: QuestionOf<'order-plans'>): Observable<Followed<ComputedBy<'order-plans'>>> {
    return this.follow('order-plans', question);
  }

  /** The heat of a seam welded in an order; unsubscribing stops the simulation. */
  weldHeat(question: QuestionOf<'weld-heat'>): Observable<Followed<ComputedBy<'weld-heat'>>> {
    return this.follow('weld-heat', question);
  }

  /** The best rods of two questions, quickly. */
  bothFirst(one: ChooseInput, other: ChooseInput): Observable<readonly [RankedRod, RankedRod]> {
    const best = (question: ChooseInput): Observable<RankedRod> =>
      this.ask(this.otherWorker, 'choose-first', question).pipe(
        map(({ ranking }) => ranking[0]),
        filter((first) => first !== undefined),
      );
    return forkJoin([best(one), best(other)]);
  }

  /** Every figure of a composition with formula, numbers and source. */
  trace(composition: Composition): Observable<readonly ExplainStep[]> {
    return this.ask(this.pieceWorker, 'trace', composition);
  }

  /** Cloud of pools of one rod. */
  cloud(joint: ChooseInput, rod: string | null): Observable<PoolCloud> {
    return this.ask(this.rodWorker, 'pool-cloud', { joint, rod });
  }

  /**
   * A long computation in a worker of its own, with the share done; ended with its worker when nobody listens any more.
   */
  private follow<Name extends ComputationName>(
    name: Name,
    question: QuestionOf<Name>,
  ): Observable<Followed<ComputedBy<Name>>> {
    return new Observable((listener) => {
      const worker = this.spare ?? startComputeWorker(() => this.lost.missing());
      this.spare = undefined;
      let working = true;
      const tell = proxy((share: number) => listener.next({ done: share, answer: null }));
      // What crosses to a worker loses its type parameters; the answer is the one of the computation named.
      (worker.remote.follow(name, question, SEED, tell) as Promise<ComputedBy<Name>>).then(
        (answer) => {
          working = false;
          this.spare = worker;
          listener.next({ done: 1, answer });
          listener.complete();
        },
        (error: unknown) => {
          working = false;
          this.spare = worker;
          listener.error(error);
        },
      );
      return () => {
        if (working) worker.end();
      };
    });
  }

  private ask<Name extends ComputationName>(
    worker: Remote<Computations>,
    name: Name,
    question: QuestionOf<Name>,
  ): Observable<ComputedBy<Name>> {
    // What crosses to a worker loses its type parameters; the answer is the one of the computation named.
    return from(worker.run(name, question, SEED) as Promise<ComputedBy<Name>>);
  }
}
