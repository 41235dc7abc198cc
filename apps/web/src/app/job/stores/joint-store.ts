import { computed, inject, Injectable } from '@angular/core';
import {
  jointPatchSchema,
  newJointSchema,
  type JointDescription,
  type JointFitRecord,
  type JointPatch,
  type JointRecord,
  type JointSideRecord,
  type NewJoint,
} from '@variatum/contracts';
import { alikeJoints, leaderOf, learntFor, ownOf, leadingJoints, sideOf, withLearnt } from '@variatum/job';
import { checkJoint, FaultCollector, known, MOST_PIECES, type FieldError, type JointType } from '@variatum/metallurgy';
import { JobStore } from './job-store';
import { LearntStore } from './learnt-store';
import { PartSelection } from './part-selection';
import { answered, fieldsOf } from '../../kit/fields';
import { requestTo, UndoHistory } from '../../sync';

/** The joint nobody has described yet. */
const UNSAID: JointDescription = { type: 'bevel' };

/** The joints of the open job, and the one that is looked at. */
@Injectable()
export class JointStore {
  private readonly jobs = inject(JobStore);
  private readonly history = inject(UndoHistory);
  private readonly selection = inject(PartSelection);
  private readonly learnt = inject(LearntStore);

  /** Joints that are not taken off, in their order. */
  readonly all = this.jobs.joints;
  readonly leaders = computed(() => leadingJoints(this.all()));
  readonly withdrawn = computed(() => this.jobs.job()?.joints.filter(({ withdrawnAt }) => withdrawnAt !== null) ?? []);
  /** The joint looked at; null while there is none. */
  readonly shown = this.jobs.joint;
  /** What the joint looked at is called. */
  readonly title = computed(() => {
    const shown = this.shown();
    return shown ? `Joint ${this.numberOf(shown.id)}` : 'The joint';
  });
  /** The joint whose description holds for it. */
  readonly leading = this.jobs.leading;
  /** As it is described; a joint of all pieces while none is. */
  readonly joint = computed<JointDescription>(() => this.leading()?.joint ?? UNSAID);
  /** As it is reckoned with: dilution nobody said is the workshop's own, where it is known. */
  readonly reckoned = computed<JointDescription>(() => withLearnt(this.joint(), this.learnt.now()));
  /** What was learnt of its dilution; null: nothing, or it is said. */
  readonly ownDilution = computed(() => {
    const known = learntFor(this.joint(), this.learnt.now());
    return known && { ...known, ...ownOf(known) };
  });
  readonly errors = computed(() => {
    const leading = this.leading();
    return leading ? this.jobs.document.errorsOf(`joint ${leading.id}`) : {};
  });
  /** All joints the description holds for. */
  readonly alike = computed(() => {
    const leading = this.leading();
    return leading ? alikeJoints(this.all(), leading) : [];
  });

  /** The joint as its fields are shown and changed. */
  readonly fields = computed(() => fieldsOf(this.joint(), (changes) => this.describe(changes)));
  /** What is measured of how its edges are set. */
  readonly fit = computed(() => {
    const leading = this.leading();
    return (
      leading &&
      fieldsOf<JointFitRecord>(
        leading.fit,
        (changes) => this.change(leading.id, { fit: { ...leading.fit, ...changes } }),
        errorsBelow(this.errors(), 'fit'),
      )
    );
  });

  /** A joint of the job, taken off or not. */
  find(id: string): JointRecord | undefined {
    return this.jobs.document.value()?.joints.find((joint) => joint.id === id);
  }

  /** Number people know a joint by, from 1. */
  numberOf(id: string): number {
    return this.all().findIndex((joint) => joint.id === id) + 1;
  }

  /**
   * Changes what is said of the joint looked at; what is null or undefined is left open again. The first word makes the
   * joint.
   */
  describe(changes: Partial<JointDescription>): void {
    const leading = this.leading();
    const joint: JointDescription = { type: this.joint().type, ...answered({ ...this.joint(), ...changes }) };
    if (leading) return this.change(leading.id, { joint });
    const sides = this.jobs
      .pieces()
      .slice(0, MOST_PIECES)
      .map(({ id }) => sideOf(id));
    // A joint is made of what can be taken; what cannot stands at its field.
    const right = this.faults(joint, sides.length).length === 0;
    const id = this.add({ joint: right ? joint : { type: joint.type }, sides });
    this.selection.joint.set(id);
    if (!right) this.change(id, { joint });
  }

  /** Sets a size of how the edges of the joint looked at are set. The first word makes the joint. */
  setFit(size: keyof JointFitRecord, value: number): void {
    if (!this.leading()) this.describe({});
    const leading = this.leading();
    if (leading) this.change(leading.id, { fit: { ...leading.fit, [size]: known(value) } });
  }

  /** Sets which pieces meet and where; what counted them by their places is left open again. */
  setSides(id: string, sides: readonly JointSideRecord[]): void {
    const joint = this.find(id);
    if (!joint) return;
    const { shares: _shares, aimedAt: _aimedAt, thicknessMm: _thickness, ...described } = joint.joint;
    const same =
      joint.sides.length === sides.length && joint.sides.every(({ piece }, index) => piece === sides[index]?.piece);
    this.change(id, { sides: [...sides], ...(same ? {} : { joint: described }) });
  }

  change(id: string, changes: Omit<JointPatch, 'version'>): void {
    const joint = this.find(id);
    if (!joint) return;
    const described = changes.joint ?? joint.joint;
    const sides = changes.sides ?? joint.sides;
    this.jobs.document.change({
      key: `joint ${id}`,
      changes,
      words: 'the change to the joint',
      schema: jointPatchSchema,
      check: () => this.faults(described, sides.length),
      operation: requestTo('PATCH /joints/:id', { id }),
    });
  }

  /** Adds a joint. @returns its identifier */
  add(joint: NewJoint): string {
    const jobId = this.jobs.id;
    const id = crypto.randomUUID();
    this.jobs.document.show((job) => {
      const position = Math.max(-1, ...job.joints.map((other) => other.position)) + 1;
      const shown: JointRecord = { ...newJointSchema.parse(joint), id, jobId, position, version: 1, withdrawnAt: null };
      return { ...job, joints: [...job.joints, shown] };
    });
    this.jobs.document.send(
      { key: `joint ${id}`, ...requestTo('POST /jobs/:id/joints', { id: jobId }), body: { ...joint, id } },
      'the new joint',
      () => this.setWithdrawn(id, true),
    );
    return id;
  }

  /** Adds a joint of these pieces and looks at it. */
  join(type: JointType, pieces: readonly string[]): void {
    this.selection.joint.set(this.add({ joint: { type }, sides: pieces.map((piece) => sideOf(piece)) }));
  }

  /** Adds joints alike to the one looked at, between the same pieces, spread over them. */
  addAlike(count: number): void {
    const leading = this.leading();
    if (!leading) return;
    this.history.group(count === 1 ? 'a joint alike' : `${count} joints alike`, () => {
      for (let made = 0; made < count; made++)
        this.add({
          joint: leading.joint,
          // The same pieces at places of their own.
          sides: leading.sides.map(({ piece }) => sideOf(piece)),
          alikeTo: leading.id,
        });
    });
  }

  /** Declares a joint alike to another one, or to be planned by itself again. */
  setAlike(id: string, to: string | null): void {
    const joint = this.find(id);
    if (!joint) return;
    const leader = to === null ? null : this.find(to);
    // Planned by itself again it begins with what it had in common.
    const described = to === null ? leaderOf(this.all(), joint) : undefined;
    this.history.group('joints alike', () => {
      if (leader)
        for (const follower of alikeJoints(this.all(), joint).slice(1))
          this.change(follower.id, { alikeTo: leader.id });
      this.change(id, {
        alikeTo: leader?.id ?? null,
        ...(described ? { joint: described.joint, fit: described.fit } : {}),
      });
    });
  }

  setWithdrawn(id: string, withdrawn: boolean): void {
    this.jobs.setWithdrawn('joint', id, withdrawn, 'the joint');
  }

  /** What the core finds wrong with a joint. */
  private faults(joint: JointDescription, sides: number): readonly FieldError[] {
    const faults = new FaultCollector();
    faults.attempt(() => checkJoint(joint, sides > 0 ? sides : this.jobs.pieces().length, ['joint']));
    return faults.errors;
  }
}

/** Errors of what lies under a field, by their own names. */
function errorsBelow(errors: Readonly<Record<string, string>>, field: string): Readonly<Record<string, string>> {
  const under = `${field}.`;
  return Object.fromEntries(
    Object.entries(errors).flatMap(([path, message]) =>
      path.startsWith(under) ? [[path.slice(under.length), message]] : [],
    ),
  );
}
