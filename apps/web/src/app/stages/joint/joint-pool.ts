import { computed, inject, Injectable } from '@angular/core';
import { completedJoint, sectionQuestionOf, weldedWith } from '@variatum/job';
import type { Joint, SectionQuestion } from '@variatum/metallurgy';
import { JobPlan } from '../../job/job-plan';
import { JobStore, JointStore, PartStore } from '../../job/stores';
import type { PulledPool } from '../../part/section-view';

/** Places a hand can set, and those that make the shares one whole. */
const PLACES = 3;
const EXACT_PLACES = 6;

/** The pool of the joint looked at: how it is reckoned with, drawn and pulled. */
@Injectable()
export class JointPool {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly plan = inject(JobPlan);

  /** Pieces that meet, in the order of the joint. */
  readonly pieces = this.jobs.meeting;
  readonly letters = computed(() => this.pieces().map(({ id }) => this.part.letters().get(id) ?? ''));
  /** Places of the pieces among those of the job: they give the colours. */
  readonly orders = computed(() =>
    this.pieces().map(({ id }) => this.jobs.pieces().findIndex((piece) => piece.id === id)),
  );
  /** The joint as it is reckoned with; null while it cannot be: what is wrong stands at its field. */
  readonly completed = computed<Joint | null>(() =>
    completedJoint(weldedWith(this.joints.reckoned(), this.plan.shown()?.rod.used), this.pieces()),
  );
  /** What the section is drawn from; null while the joint cannot be reckoned with. */
  readonly section = computed<SectionQuestion | null>(() =>
    sectionQuestionOf(this.completed(), this.pieces(), this.joints.leading(), this.part.layout()),
  );

  /** Takes over a pool as it was pulled. Figures are said as finely as anybody can weld. */
  take({ dilution, shares }: PulledPool): void {
    const rounded = shares.map((share) => Number(share.toFixed(PLACES)));
    const rest = 1 - rounded.slice(0, -1).reduce((sum, share) => sum + share, 0);
    const exact = [...rounded.slice(0, -1), Number(rest.toFixed(EXACT_PLACES))];
    this.joints.describe({
      dilution: Number(dilution.toFixed(PLACES)),
      shares: exact.length > 1 ? exact : undefined,
    });
  }
}
