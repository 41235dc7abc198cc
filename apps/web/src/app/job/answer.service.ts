import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { PieceBelief } from '@variatum/contracts';
import {
  mostWorthwhile,
  sureness,
  type Choice,
  type ChooseInput,
  type PoolCloud,
  type RankedRod,
} from '@variatum/metallurgy';
import {
  catchError,
  concatAll,
  debounceTime,
  distinctUntilChanged,
  EMPTY,
  filter,
  map,
  of,
  Subject,
  switchMap,
  tap,
} from 'rxjs';
import { ComputeService, type Answer } from '../compute/compute.service';
import { WorkshopStore } from '../settings/workshop-store';
import { JobStore } from './stores';

const REST_MS = 120;

/** The standing answer of the open job and everything drawn from it, computed anew whenever the question changes. */
@Injectable()
export class AnswerService {
  private readonly store = inject(JobStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly compute = inject(ComputeService);

  private readonly answerState = signal<Answer | null>(null);
  private readonly beliefState = signal<Readonly<Record<number, PieceBelief>>>({});
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
  /** Why no rod is offered at all; null for nearly every joint. */
  readonly stop = computed(() => this.answerState()?.answer.stop ?? null);
  readonly settled = computed<Choice | null>(() => {
    const state = this.answerState();
    return state?.stage === 'settled' ? state.answer : null;
  });
  readonly current = computed(() => {
    const looked = this.looked();
    return (looked === undefined ? undefined : this.ranking().find(({ rod }) => rod === looked)) ?? this.best();
  });

  /** How sure the settled answer is, 0 to 1; null before. */
  readonly sureness = computed<number | null>(() => {
    const choice = this.settled();
    return choice && sureness(choice);
  });

  /** The one test, over all pieces, that is worth most for the rod; null when enough is known. */
  readonly nextTest = computed(() => mostWorthwhile(this.beliefState()));
  /** Worst risk of the best rod above low; null when there is none. */
  readonly worst = computed(() => this.best()?.risks.find(({ level }) => level !== 'low') ?? null);
  /** Whoever works by keyboard wants to see what an act has done to the answer. */
  readonly lookAt = new Subject<void>();
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
          const owned = this.workshops.workshop()?.ownedTests ?? undefined;
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
