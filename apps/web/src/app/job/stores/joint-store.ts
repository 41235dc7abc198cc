import { computed, inject, Injectable } from '@angular/core';
import { jointPutSchema, type JointDescription } from '@variatum/contracts';
import { checkJoint, type FieldError, InputError } from '@variatum/metallurgy';
import { JobStore } from './job-store';
import { fieldsOf } from '../../kit/fields';
import { requestTo } from '../../sync';

/** The joint of the open job. */
@Injectable()
export class JointStore {
  private readonly jobs = inject(JobStore);
  readonly joint = this.jobs.joint;
  readonly errors = computed(() => this.jobs.document.errorsOf('joint'));

  /** The joint as its fields are shown and changed. */
  readonly fields = computed(() => fieldsOf(this.joint(), (changes) => this.change(changes)));

  /** Changes what is said of the joint; what is null or undefined is left open again. */
  change(changes: Partial<JointDescription>): void {
    const said = Object.entries({ ...this.joint(), ...changes }).filter(([, value]) => (value ?? null) !== null);
    // Entries lose their types; they are those of a joint.
    const joint = { type: this.joint().type, ...(Object.fromEntries(said) as Partial<JointDescription>) };
    this.jobs.document.change({
      key: 'joint',
      changes: { joint },
      words: 'the change to the joint',
      schema: jointPutSchema,
      check: () => this.faults(joint),
      operation: requestTo('PUT /jobs/:id/joint', { id: this.jobs.id }),
    });
  }

  /** What the core finds wrong with a joint. */
  private faults(joint: JointDescription): readonly FieldError[] {
    try {
      checkJoint(joint, this.jobs.pieces().length, ['joint']);
      return [];
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return error.errors;
    }
  }
}
