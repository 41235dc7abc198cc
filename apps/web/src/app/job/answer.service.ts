import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { Piece } from '@variatum/contracts';
import type { KeptAnswer, PieceBelief, PlannedChoice } from '@variatum/job';
import {
  isUntold,
  mostWorthwhile,
  sureness,
  type Choice,
  type ChooseInput,
  type PoolCloud,
  type RankedRod,
} from '@variatum/metallurgy';
import { lettered } from '@variatum/presentation';
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
import { DecisionStore, JobStore, JointStore, PartStore } from './stores';

const REST_MS = 120;

/** An answer, and what it answers. */
interface JointAnswered {
  readonly question: ChooseInput;
  readonly answer: Answer;
}

/** What was answered of a joint, and to what. */
export interface KnownChoice extends KeptAnswer<ChooseInput, PlannedChoice> {
  readonly joint: string;
  /** Whether it is the last word on that question. */
  readonly isSettled: boolean;
}

/**
 * The standing answer of the joint looked at and everything drawn from it, computed anew whenever the question changes.
 */
@Injectable()
export class AnswerService {
  private readonly store = inject(JobStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly compute = inject(ComputeService);
  private readonly joints = inject(JointStore);
  private readonly decisions = inject(DecisionStore);
  private readonly part = inject(PartStore);

  /** The last answer of each joint that was looked at, by its identifier; of a job without joints under none. */
  private readonly answered = signal<Readonly<Record<string, JointAnswered>>>({});
  /** What was answered of joints that were looked at, by the joint and its question. */
  readonly known = computed<readonly KnownChoice[]>(() =>
    Object.entries(this.answered()).map(([joint, { question, answer }]) => ({
      joint,
      question,
      answer: answer.answer,
      isSettled: answer.stage === 'settled',
    })),
  );
  private readonly answerState = computed<Answer | null>(() => this.answered()[this.key()]?.answer ?? null);
  private readonly beliefState = signal<Readonly<Record<string, PieceBelief>>>({});
  private readonly cloudState = signal<PoolCloud | null>(null);
  private readonly failureState = signal<string | null>(null);
  private readonly busyState = signal(false);
  /** Rod looked at on the map and in the details; undefined follows the recommendation. */
  readonly looked = signal<string | null | undefined>(undefined);

  readonly busy = this.busyState.asReadonly();
  readonly failure = this.failureState.asReadonly();
  /** What is believed of each piece, by its identifier. */
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
  readonly nextTest = computed(() => {
    const [pieces, beliefs] = [this.store.meeting(), this.beliefState()];
    const plans = Object.fromEntries(
      pieces.flatMap(({ id }, index) => {
        const belief = beliefs[id];
        return belief ? [[index, belief] as const] : [];
      }),
    );
    const next = mostWorthwhile(plans);
    const piece = next && pieces[next.piece];
    return piece ? { piece, test: next.test } : null;
  });
  /** Pieces that meet here of which nothing tells what they are: no grade, no test, no analysis. */
  readonly untold = computed<readonly Piece[]>(() => {
    const asked = this.store.question()?.pieces ?? [];
    return this.store.meeting().filter((_piece, index) => {
      const piece = asked[index];
      return piece !== undefined && isUntold(piece);
    });
  });
  /** The rod that was decided on; undefined: none was. It stands, whatever ranks first. */
  readonly decided = computed(() => this.decisions.lastOf()(this.joints.shown())?.rod);
  /** What stands of the rod that will be used: the one decided on, else the first; null: nothing is reckoned of it. */
  readonly stands = computed<RankedRod | null>(() => {
    const decided = this.decided();
    return decided === undefined ? this.best() : (this.ranking().find(({ rod }) => rod === decided) ?? null);
  });
  /** What ranks first where another rod was decided on: it stands beside that one, small; null: nothing else does. */
  readonly firstBeside = computed<RankedRod | null>(() => {
    const [decided, best] = [this.decided(), this.best()];
    return decided === undefined || best?.rod === decided ? null : best;
  });
  /** What is said before any rod: what forbids the joint as it stands, then a piece that is wrong for its life. */
  private readonly saidFirst = computed(() => {
    const answer = this.answerState()?.answer;
    return answer ? [...answer.holds, ...answer.saidFirst] : [];
  });
  /** What is said first, else the worst risk above low of the rod that stands; null when there is none. */
  readonly worst = computed(
    () => this.saidFirst()[0] ?? this.stands()?.risks.find(({ level }) => level !== 'low') ?? null,
  );
  /** Whoever works by keyboard wants to see what an act has done to the answer. */
  readonly lookAt = new Subject<void>();
  readonly enough = computed(() => {
    const meeting = new Set(this.store.meeting().map(({ id }) => id));
    const beliefs = Object.entries(this.beliefState()).flatMap(([id, belief]) => (meeting.has(id) ? [belief] : []));
    return this.untold().length === 0 && beliefs.length > 0 && beliefs.every(({ enough }) => enough);
  });

  /** What the core says of the joint looked at, with the letters of its pieces. */
  said(text: string): string {
    const letters = this.part.letters();
    return lettered(
      text,
      this.store.meeting().map(({ id }) => letters.get(id) ?? ''),
    );
  }

  /** The settled answer to a question of a joint; undefined while it has none. */
  settledFor(joint: string, asked: string): Choice | undefined {
    const known = this.answered()[joint];
    return known?.answer.stage === 'settled' && JSON.stringify(known.question) === asked
      ? known.answer.answer
      : undefined;
  }

  private key(): string {
    return this.store.leading()?.id ?? '';
  }

  constructor() {
    // Another joint, another rod to look at.
    toObservable(this.store.joint)
      .pipe(
        map((joint) => joint?.id),
        distinctUntilChanged(),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.looked.set(undefined));
    // Two joints may ask the same: each has its own answer all the same.
    const asked = computed(() => ({ key: this.key(), question: this.store.question() }), {
      equal: (left, right) => left.key === right.key && left.question === right.question,
    });
    const questions = toObservable(asked).pipe(debounceTime(REST_MS), takeUntilDestroyed());
    questions
      .pipe(
        tap(() => this.busyState.set(true)),
        switchMap(({ key, question }) => {
          if (question === null) return of({ key, known: null });
          return this.compute.answer(question).pipe(
            map((answer) => ({ key, known: { question, answer } })),
            catchError((error: unknown) => {
              this.failureState.set(error instanceof Error ? error.message : String(error));
              this.busyState.set(false);
              return EMPTY;
            }),
          );
        }),
      )
      .subscribe(({ key, known }) => {
        this.failureState.set(null);
        this.answered.update(({ [key]: _last, ...others }) => (known ? { ...others, [key]: known } : others));
        this.busyState.set(known?.answer.stage === 'first');
      });

    questions
      .pipe(
        switchMap(({ question }) => {
          if (question === null) return EMPTY;
          const pieces = this.store.meeting();
          const unknown = question.pieces.flatMap((piece, index) => {
            const id = pieces[index]?.id;
            return piece.tests === undefined || id === undefined ? [] : [{ index, id }];
          });
          const owned = this.workshops.workshop()?.ownedTests ?? undefined;
          const known = new Set(
            this.store
              .pieces()
              .filter(({ grade, weldMetal }) => grade === null && weldMetal === null)
              .map(({ id }) => id),
          );
          this.beliefState.update((all) => Object.fromEntries(Object.entries(all).filter(([id]) => known.has(id))));
          return of(...unknown).pipe(
            // One piece after another: each view appears as soon as it is ready.
            map(({ index, id }) =>
              this.compute.belief(question, index, owned).pipe(
                map((view) => ({ id, view })),
                catchError(() => EMPTY),
              ),
            ),
            concatAll(),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe(({ id, view }) => this.beliefState.update((all) => ({ ...all, [id]: view })));

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
