import { inject, Injectable } from '@angular/core';
import type {
  Choice,
  ChooseInput,
  Composition,
  ExplainStep,
  FirstAnswer,
  PoolCloud,
  RankedRod,
  SettingsQuestion,
  TorchSettings,
} from '@variatum/metallurgy';
import type { ComputationName, ComputedBy, PieceBelief, QuestionOf } from '@variatum/contracts';
import type { Remote } from 'comlink';
import { concat, filter, forkJoin, from, map, type Observable } from 'rxjs';
import { LostPart } from '../frame/lost-part';
import type { Computations } from './computations';
import { startComputeWorker } from './worker-client';

/** Seed of every answer shown; a decision stores it. */
export const SEED = 1;

/** A ranking: quick at first, then settled. */
export type Answer =
  { readonly stage: 'first'; readonly answer: FirstAnswer } | { readonly stage: 'settled'; readonly answer: Choice };

/**
 * Sends computations to workers: one for rods, one for pieces, so that a list of grades never waits for a ranking, and one for the
 * joints nobody looks at, so that the one that is looked at waits for none of them.
 */
@Injectable({ providedIn: 'root' })
export class ComputeService {
  private readonly lost = inject(LostPart);
  private rods: Remote<Computations> | undefined;
  private pieces: Remote<Computations> | undefined;
  private others: Remote<Computations> | undefined;

  private get rodWorker(): Remote<Computations> {
    return (this.rods ??= startComputeWorker(() => this.lost.missing()));
  }

  private get pieceWorker(): Remote<Computations> {
    return (this.pieces ??= startComputeWorker(() => this.lost.missing()));
  }

  private get otherWorker(): Remote<Computations> {
    return (this.others ??= startComputeWorker(() => this.lost.missing()));
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

  /** Settings at the torch. */
  settings(question: SettingsQuestion): Observable<TorchSettings> {
    return this.ask(this.otherWorker, 'settings', question);
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

  private ask<Name extends ComputationName>(
    worker: Remote<Computations>,
    name: Name,
    question: QuestionOf<Name>,
  ): Observable<ComputedBy<Name>> {
    // What crosses to a worker loses its type parameters; the answer is the one of the computation named.
    return from(worker.run(name, question, SEED) as Promise<ComputedBy<Name>>);
  }
}
