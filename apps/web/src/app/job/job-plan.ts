import { computed, effect, inject, Injectable, signal, untracked, type WritableSignal } from '@angular/core';
import {
  jointsInTurn,
  wholePlan,
  type JointPlan,
  type KeptAnswer,
  type LikelyPiece,
  type WholePlan,
} from '@variatum/job';
import type { Judgement } from '@variatum/metallurgy';
import { catchError, of, type Observable } from 'rxjs';
import { ComputeService, SEED } from '../compute/compute.service';
import { RackStore } from '../rack/rack-store';
import { WorkshopStore } from '../settings/workshop-store';
import { AnswerService } from './answer.service';
import { PartAnswers } from './part-answers.service';
import { JobStore, JointStore, LearntStore } from './stores';

/** Answers of one kind that were asked for, by their question as text. */
type Asked<Answer> = ReadonlyMap<string, KeptAnswer<unknown, Answer>>;

/** Answers of a kind that are kept; those asked for longest ago go first. Every plan looks them through. */
const MOST_KEPT = 60;

/**
 * The plan of the open job: what every room shows of rods, passes, tacks, gas, steps and minutes. It is made anew from
 * the record with every change; what takes long is reckoned elsewhere and waited for.
 */
@Injectable()
export class JobPlan {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly rack = inject(RackStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly learnt = inject(LearntStore);
  private readonly answers = inject(AnswerService);
  private readonly parts = inject(PartAnswers);
  private readonly compute = inject(ComputeService);

  private readonly orders = signal<Asked<Judgement | null>>(new Map());
  private readonly pieces = signal<Asked<LikelyPiece>>(new Map());

  /** The plan with what it was made from; null until the job has been read. */
  readonly whole = computed<WholePlan | null>(() => {
    const job = this.jobs.job();
    if (!job) return null;
    // The joint looked at is answered first; the others behind it.
    const known = [...this.parts.known(), ...this.answers.known()];
    return wholePlan(
      {
        job,
        workshop: this.workshops.workshop(),
        stock: this.rack.stock() ?? [],
        learnt: this.learnt.now(),
        results: {
          choices: known.filter(({ isSettled }) => isSettled),
          standing: {
            joints: Object.fromEntries(known.map(({ joint, answer }) => [joint, answer])),
            pieces: this.answers.beliefs(),
          },
          orders: [...this.orders().values()],
          pieces: [...this.pieces().values()],
        },
        seed: SEED,
        asOf: job.updatedAt,
      },
      null,
    );
  });
  readonly plan = computed(() => this.whole()?.plan ?? null);
  private readonly byJoint = computed<ReadonlyMap<string, JointPlan>>(
    () => new Map((this.whole()?.joints ?? []).map((one) => [one.facts.joint.id, one])),
  );
  /** How the joint looked at is welded; null: there is none. */
  readonly shown = computed<JointPlan | null>(() => this.of(this.joints.shown()?.id));

  /** Joints at which an arc is still to be struck, in the order of the plan. */
  readonly inTurn = computed(() => jointsInTurn(this.plan()?.steps ?? []));

  /** How a joint is welded; null: it is not of this job. */
  of(joint: string | undefined): JointPlan | null {
    return (joint === undefined ? undefined : this.byJoint().get(joint)) ?? null;
  }

  constructor() {
    effect(() => {
      const wanted = this.whole()?.unanswered;
      if (!wanted) return;
      untracked(() => {
        this.askAll(wanted.orders, this.orders, (order) => this.compute.judgeOrder(order));
        this.askAll(wanted.pieces, this.pieces, (piece) => this.compute.likely(piece));
      });
    });
  }

  /** What is asked and not answered yet, and what could not be answered. */
  private readonly asking = new Set<string>();

  /** Has questions answered that nobody asked yet. */
  private askAll<Question, Answer>(
    questions: readonly Question[],
    kept: WritableSignal<Asked<Answer>>,
    ask: (question: Question) => Observable<Answer>,
  ): void {
    for (const question of questions) {
      const key = JSON.stringify(question);
      if (this.asking.has(key)) continue;
      this.asking.add(key);
      ask(question)
        // What cannot be reckoned stands at its field.
        .pipe(catchError(() => of(null)))
        .subscribe((answer) => {
          // What was refused once is not asked again; what was answered is, should it have gone meanwhile.
          if (answer === null) return;
          this.asking.delete(key);
          kept.update((was) => new Map([...was].slice(1 - MOST_KEPT)).set(key, { question, answer }));
        });
    }
  }
}
