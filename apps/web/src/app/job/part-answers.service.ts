import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { JointRecord } from '@variatum/contracts';
import { alikeJoints } from '@variatum/job';
import { rodsForPart, type Choice, type ChooseInput, type JointOutlook, type RankedRod } from '@variatum/metallurgy';
import { catchError, concatMap, debounceTime, EMPTY, from, map, switchMap } from 'rxjs';
import { ComputeService } from '../compute/compute.service';
import { AnswerService, type KnownChoice } from './answer.service';
import { JobStore, JointStore } from './stores';

/** The joint looked at goes first. */
const REST_MS = 600;

/** What the core answered for a joint, and to what. */
interface Answered {
  readonly asked: string;
  readonly question: ChooseInput;
  readonly answer: Choice;
}

/** The answer of one joint among several. */
export interface JointAnswer {
  readonly joint: JointRecord;
  readonly ranking: readonly RankedRod[];
}

/** The answers of all joints of a part: those nobody looks at are reckoned behind the one that is. */
@Injectable()
export class PartAnswers {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly answers = inject(AnswerService);
  private readonly compute = inject(ComputeService);
  private readonly answered = signal<Readonly<Record<string, Answered>>>({});

  /** Questions of the joints that are planned by themselves. */
  private readonly questions = computed(
    () =>
      this.joints.leaders().flatMap((joint) => {
        const question = this.jobs.questionOf(joint);
        return question ? [{ id: joint.id, question, asked: JSON.stringify(question) }] : [];
      }),
    { equal: (left, right) => JSON.stringify(left) === JSON.stringify(right) },
  );

  /** What was answered of joints nobody looked at. */
  readonly known = computed<readonly KnownChoice[]>(() =>
    Object.entries(this.answered()).map(([joint, { question, answer }]) => ({
      joint,
      question,
      answer,
      isSettled: true,
    })),
  );
  /** Joints that are planned by themselves with their rods, as far as they are reckoned. */
  readonly outlooks = computed<readonly JointAnswer[]>(() => {
    const answered = this.answered();
    return this.questions().flatMap(({ id, asked }) => {
      const joint = this.joints.leaders().find((one) => one.id === id);
      const found = this.answers.settledFor(id, asked) ?? answered[id]?.answer;
      return joint && found && found.ranking.length > 0 ? [{ joint, ranking: found.ranking }] : [];
    });
  });
  /** Whether every joint has been reckoned. */
  readonly complete = computed(() => this.outlooks().length === this.joints.leaders().length);

  /** Ways to weld the whole part, best first; none while there is but one joint to plan. */
  readonly plans = computed(() => {
    if (this.joints.leaders().length < 2 || !this.complete()) return [];
    return rodsForPart(
      this.outlooks().map(({ joint, ranking }): JointOutlook => ({
        joint: joint.id,
        alike: alikeJoints(this.joints.all(), joint).length,
        ranking,
      })),
    );
  });

  /** The joint whose best rod still risks most; null while there is but one. */
  readonly worst = computed(() => {
    const outlooks = this.outlooks();
    if (this.joints.leaders().length < 2) return null;
    return outlooks.reduce<JointAnswer | null>(
      (worst, one) => ((one.ranking[0]?.expectedLoss ?? 0) > (worst?.ranking[0]?.expectedLoss ?? -1) ? one : worst),
      null,
    );
  });

  constructor() {
    toObservable(computed(() => ({ all: this.questions(), shown: this.joints.leading()?.id })))
      .pipe(
        debounceTime(REST_MS),
        switchMap(({ all, shown }) => {
          if (all.length < 2) return EMPTY;
          const known = this.answered();
          const stale = all.filter(
            ({ id, asked }) => id !== shown && known[id]?.asked !== asked && !this.answers.settledFor(id, asked),
          );
          return from(stale).pipe(concatMap((one) => this.ask(one)));
        }),
        takeUntilDestroyed(),
      )
      .subscribe(({ id, answer }) => this.answered.update((all) => ({ ...all, [id]: answer })));
  }

  private ask({
    id,
    question,
    asked,
  }: {
    readonly id: string;
    readonly question: ChooseInput;
    readonly asked: string;
  }) {
    return this.compute.aside(question).pipe(
      map((answer) => ({ id, answer: { asked, question, answer } })),
      // What is wrong with a joint is said where it is looked at.
      catchError(() => EMPTY),
    );
  }
}
