import { computed, inject, Injectable } from '@angular/core';
import { fitOf } from '@variatum/contracts';
import {
  completeJoint,
  findGrade,
  FAMILIES,
  JOINTS,
  UNSAID_FIT,
  type Joint,
  type MaterialFamily,
  type SectionQuestion,
} from '@variatum/metallurgy';
import { JobStore, JointStore, PartStore } from '../../job/stores';
import type { PulledPool } from '../../part/section-view';

/** Weld metal and unknown pieces conduct as the common ones do. */
const USUAL: MaterialFamily = 'austenitic';

const familyOf = (grade: string | null, likely: string | null): MaterialFamily => {
  const family = grade === null ? likely : findGrade(grade)?.family;
  // A name that is not known is no family.
  return typeof family === 'string' && family in FAMILIES ? (family as MaterialFamily) : USUAL;
};

/** The pool of the joint looked at: how it is reckoned with, drawn and pulled. */
@Injectable()
export class JointPool {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);

  /** Pieces that meet, in the order of the joint. */
  readonly pieces = this.jobs.meeting;
  readonly letters = computed(() => this.pieces().map(({ id }) => this.part.letters().get(id) ?? ''));
  /** Places of the pieces among those of the job: they give the colours. */
  readonly orders = computed(() =>
    this.pieces().map(({ id }) => this.jobs.pieces().findIndex((piece) => piece.id === id)),
  );
  /** The joint as it is reckoned with; null while it cannot be: what is wrong stands at its field. */
  readonly completed = computed<Joint | null>(() => {
    const pieces = this.pieces();
    const families = pieces.map(({ grade, likelyFamily }) => familyOf(grade, likelyFamily));
    const thicknessMm = pieces.map((piece) => piece.thicknessMm.value ?? JOINTS.defaultThicknessMm);
    try {
      return completeJoint({ ...this.joints.reckoned(), thicknessMm }, families.length > 0 ? families : [USUAL]);
    } catch {
      return null;
    }
  });
  /** What the section is drawn from; null while the joint cannot be reckoned with. */
  readonly section = computed<SectionQuestion | null>(() => {
    const [joint, pieces] = [this.completed(), this.pieces()];
    if (!joint || pieces.length === 0) return null;
    const shares = joint.shares.map(({ mode }) => mode);
    const sum = shares.reduce((total, share) => total + share, 0) || 1;
    const fit = this.joints.leading()?.fit;
    return {
      type: joint.type,
      technique: joint.technique,
      sides: pieces.map(({ thicknessMm, kind }) => ({ thicknessMm: thicknessMm.value, oldWeld: kind === 'old-weld' })),
      edge: this.edge(),
      fit: fit ? fitOf(fit) : UNSAID_FIT,
      dilution: joint.dilution.mode,
      shares: shares.map((share) => share / sum),
    };
  });

  /** Which piece brings its edge, as the part is laid out; undefined where both do. */
  private edge(): number | undefined {
    const laid = this.part.layout().joints.find(({ id }) => id === this.joints.leading()?.id);
    if (laid?.settled.meeting !== 'end-on-side') return undefined;
    const branch = laid.settled.sides.find(({ place }) => 'end' in place);
    const index = this.pieces().findIndex(({ id }) => id === branch?.piece);
    return index < 0 ? undefined : index;
  }

  /** Takes over a pool as it was pulled. Figures are said as finely as anybody can weld. */
  take({ dilution, shares }: PulledPool): void {
    const rounded = shares.map((share) => Math.round(share * 1000) / 1000);
    const rest = 1 - rounded.slice(0, -1).reduce((sum, share) => sum + share, 0);
    const exact = [...rounded.slice(0, -1), Math.round(rest * 1e6) / 1e6];
    this.joints.describe({
      dilution: Math.round(dilution * 1000) / 1000,
      shares: exact.length > 1 ? exact : undefined,
    });
  }
}
