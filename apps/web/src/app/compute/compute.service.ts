import { inject, Injectable } from '@angular/core';
import type { Choice, ChooseInput, Composition, ExplainStep, FirstAnswer, PoolCloud } from '@variatum/metallurgy';
import type { Remote } from 'comlink';
import { concat, from, map, type Observable } from 'rxjs';
import { LostPart } from '../frame/lost-part';
import type { Computations, PieceBeliefView } from './computations';
import { startComputeWorker } from './worker-client';

/** Seed of every answer shown; a decision stores it. */
export const SEED = 1;

/** A ranking: quick at first, then settled. */
export type Answer =
  { readonly stage: 'first'; readonly answer: FirstAnswer } | { readonly stage: 'settled'; readonly answer: Choice };

/** Sends computations to workers: one for rods, one for pieces, so that a list of grades never waits for a ranking. */
@Injectable({ providedIn: 'root' })
export class ComputeService {
  private readonly lost = inject(LostPart);
  private rods: Remote<Computations> | undefined;
  private pieces: Remote<Computations> | undefined;

  private get rodWorker(): Remote<Computations> {
    return (this.rods ??= startComputeWorker(() => this.lost.missing()));
  }

  private get pieceWorker(): Remote<Computations> {
    return (this.pieces ??= startComputeWorker(() => this.lost.missing()));
  }

  /** First ranking, then the settled one. */
  answer(question: ChooseInput): Observable<Answer> {
    return concat(
      from(this.rodWorker.first(question, SEED)).pipe(map((answer): Answer => ({ stage: 'first', answer }))),
      from(this.rodWorker.choose(question, SEED)).pipe(map((answer): Answer => ({ stage: 'settled', answer }))),
    );
  }

  /** Likely grades at once, then the same with the next tests. */
  belief(question: ChooseInput, piece: number, owned: readonly string[] | undefined): Observable<PieceBeliefView> {
    return concat(
      from(this.pieceWorker.identify(question, piece)).pipe(
        map((view): PieceBeliefView => ({ ...view, nextTests: [], enough: false })),
      ),
      from(this.pieceWorker.plan(question, piece, owned, SEED)),
    );
  }

  /** Every figure of a composition with formula, numbers and source. */
  trace(composition: Composition): Observable<readonly ExplainStep[]> {
    return from(this.pieceWorker.trace(composition));
  }

  /** Cloud of pools of one rod. */
  cloud(question: ChooseInput, rod: string | null): Observable<PoolCloud> {
    return from(this.rodWorker.cloud(question, rod, SEED));
  }
}
