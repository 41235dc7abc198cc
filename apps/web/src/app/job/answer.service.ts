import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { Choice, ChooseInput, NextTest, PoolCloud, RankedRod } from '@variatum/metallurgy';
import {
  catchError,
  concatAll,
  debounceTime,
  distinctUntilChanged,
  EMPTY,
  filter,
  map,
  of,
  switchMap,
  tap,
} from 'rxjs';
import { ComputeService, type Answer } from '../compute/compute.service';
import type { PieceBeliefView } from '../compute/computations';
import { JobStore } from './job-store';

const REST_MS = 120;
/** Regret below which a rod serves a hypothesis as well as its best rod, loss units. */
const SERVES_WITHIN = 0.03;

/** The standing answer of the open job and everything drawn from it, computed anew whenever the question changes. */
@Injectable()
export class AnswerService {
  private readonly store = inject(JobStore);
  private readonly compute = inject(ComputeService);

  private readonly answerState = signal<Answer | null>(null);
  private readonly beliefState = signal<Readonly<Record<number, PieceBeliefView>>>({});
  private readonly cloudState = signal<PoolCloud | null>(null);
  private readonly failureState = signal<string | null>(null);
  private readonly busyState = signal(false);
  /** Rod looked at on the map and in the details; undefined follows the recommendation. */
  readonly looked = signal<string | null | undefined>(undefined);

  readonly busy = this.busyState.asReadonly();
  readonly failure = this.failureState.asReadonly();
  readonly beliefs = this.beliefState.asReadonly();
  readonly cloud = this.cloudState.asReadonly();
  readonly ranking = computed<readonly RankedRod[]>(() => this.answerState()?.answer.ranking ?? []);
  readonly best = computed(() => this.ranking()[0] ?? null);
  readonly settled = computed<Choice | null>(() => {
    const state = this.answerState();
    return state?.stage === 'settled' ? state.answer : null;
  });
  readonly current = computed(() => {
    const looked = this.looked();
    return (looked === undefined ? undefined : this.ranking().find(({ rod }) => rod === looked)) ?? this.best();
  });

  /** Share of what the pieces may be for which the recommended rod serves about as well as the best one; of the piece where it is least. */
  readonly sureness = computed<number | null>(() => {
    const choice = this.settled();
    if (!choice) return null;
    const shares = new Map<number, number>();
    for (const { piece, probability, cells } of choice.matrix) {
      const cell = cells.find(({ rod }) => rod === choice.recommended);
      shares.set(piece, (shares.get(piece) ?? 0) + (cell && cell.regret < SERVES_WITHIN ? probability : 0));
    }
    return Math.min(1, ...shares.values());
  });

  /** The one test, over all pieces, that is worth most a minute for the rod; null when enough is known. */
  readonly nextTest = computed<{ piece: number; test: NextTest } | null>(() => {
    let best: { piece: number; test: NextTest } | null = null;
    const worth = ({ lossDrop, minutes }: NextTest): number => lossDrop / (minutes + 0.5);
    for (const [piece, { nextTests, enough }] of Object.entries(this.beliefState())) {
      const first = enough ? undefined : nextTests.find(({ moves }) => moves !== null);
      if (first && (!best || worth(first) > worth(best.test))) best = { piece: Number(piece), test: first };
    }
    return best;
  });
  readonly enough = computed(() => {
    const beliefs = Object.values(this.beliefState());
    return beliefs.length > 0 && beliefs.every(({ enough }) => enough);
  });

  constructor() {
    const questions = toObservable(this.store.question).pipe(debounceTime(REST_MS), takeUntilDestroyed());
    questions
      .pipe(
        tap(() => this.busyState.set(true)),
        switchMap((question) =>
          question === null
            ? of(null)
            : this.compute.answer(question).pipe(
                catchError((error: unknown) => {
                  this.failureState.set(error instanceof Error ? error.message : String(error));
                  this.busyState.set(false);
                  return EMPTY;
                }),
              ),
        ),
      )
      .subscribe((answer) => {
        this.failureState.set(null);
        this.answerState.set(answer);
        this.busyState.set(answer?.stage === 'first');
      });

    questions
      .pipe(
        switchMap((question) => {
          if (question === null) return EMPTY;
          const unknown = question.pieces.flatMap((piece, index) => (piece.tests === undefined ? [] : [index]));
          const owned = this.store.workshop()?.ownedTests ?? undefined;
          this.beliefState.update((all) =>
            Object.fromEntries(Object.entries(all).filter(([piece]) => unknown.includes(Number(piece)))),
          );
          return of(...unknown).pipe(
            // One piece after another: each view appears as soon as it is ready.
            map((piece) =>
              this.compute.belief(question, piece, owned).pipe(
                map((view) => ({ piece, view })),
                catchError(() => EMPTY),
              ),
            ),
            concatAll(),
          );
        }),
      )
      .subscribe(({ piece, view }) => this.beliefState.update((all) => ({ ...all, [piece]: view })));

    toObservable(computed(() => ({ question: this.store.question(), rod: this.current()?.rod })))
      .pipe(
        filter(
          (state): state is { question: ChooseInput; rod: string | null } =>
            state.question !== null && state.rod !== undefined,
        ),
        distinctUntilChanged((left, right) => left.rod === right.rod && left.question === right.question),
        debounceTime(REST_MS),
        switchMap(({ question, rod }) => this.compute.cloud(question, rod).pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(),
      )
      .subscribe((cloud) => this.cloudState.set(cloud));
  }
}
