import { computed, inject, Injectable } from '@angular/core';
import { jointPutSchema, type JointDescription } from '@variatum/contracts';
import { checkJoint, FaultCollector, type FieldError } from '@variatum/metallurgy';
import { JobStore } from './job-store';
import { answered, fieldsOf } from '../../kit/fields';
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
    const joint = { type: this.joint().type, ...answered({ ...this.joint(), ...changes }) };
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
    const faults = new FaultCollector();
    faults.attempt(() => checkJoint(joint, this.jobs.pieces().length, ['joint']));
    return faults.errors;
  }
}
