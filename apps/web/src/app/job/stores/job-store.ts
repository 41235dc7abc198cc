import { computed, inject, Injectable } from '@angular/core';
import {
  jobPatchSchema,
  type JobDetail,
  type JobHead,
  type JobPatch,
  type JointRecord,
  type Photo,
  type Stage,
} from '@variatum/contracts';
import { activeJoints, activePieces, jointQuestion, leaderOf, piecesOfJoint } from '@variatum/job';
import { firstValueFrom } from 'rxjs';
import { fieldsOf } from '../../kit/fields';
import { LearntStore } from './learnt-store';
import { PartSelection } from './part-selection';
import { RackStore } from '../../rack/rack-store';
import { WorkshopStore } from '../../settings/workshop-store';
import {
  ApiClient,
  type DocumentKind,
  OperationQueue,
  type Part,
  type Reading,
  requestTo,
  RestingChanges,
  SyncedDocument,
} from '../../sync';

/** A thing of a job as keys of changes name it: `piece 0198…`. */
const NAMED = /^(piece|joint|photo) (.+)$/;
const LIST = { piece: 'pieces', joint: 'joints', photo: 'photos' } as const;
type Kind = keyof typeof LIST;

/**
 * A job with everything on it, as a document whose parts are the job itself, its pieces, its joints and its pictures.
 */
const jobDocument = (api: ApiClient): DocumentKind<JobDetail> => ({
  name: 'job',
  read: (id) => firstValueFrom(api.ask('GET /jobs/:id', { path: { id } })),
  // What an older program kept on this device says less.
  complete: (job) => ({
    ...job,
    weld: (job.weld as JobDetail['weld'] | undefined) ?? [],
    record: (job.record as JobDetail['record'] | undefined) ?? [],
  }),
  *versions(job) {
    yield [job.id, job.version];
    for (const { id, version } of [...job.photos, ...job.joints, ...job.pieces]) yield [id, version];
    for (const { tests } of job.pieces) for (const { id, version } of tests) yield [id, version];
    for (const { id } of [...job.decisions, ...job.preparation]) yield [id, 1];
    for (const { id, version } of [...job.weld, ...job.record]) yield [id, version];
  },
  part(job, key): Part | undefined {
    if (key === 'job') return { id: job.id, fields: job };
    const [, kind, id] = NAMED.exec(key) ?? [];
    if (kind === undefined) return undefined;
    const thing = job[LIST[kind as Kind]].find((one) => one.id === id);
    return thing && { id: thing.id, fields: thing };
  },
  withPart(job, key, fields) {
    if (key === 'job') return { ...job, ...fields };
    const [, kind, id] = NAMED.exec(key) ?? [];
    if (kind === undefined) return job;
    const list = LIST[kind as Kind];
    return { ...job, [list]: job[list].map((thing) => (thing.id === id ? { ...thing, ...fields } : thing)) };
  },
  owns: () => true,
  concerns: ({ job }, id) => job === id,
});

/**
 * The open job: what the page shows and what the server has are kept together here. What stands on it has stores of its
 * own.
 */
@Injectable()
export class JobStore {
  private readonly queue = inject(OperationQueue);
  private readonly resting = inject(RestingChanges);
  private readonly rack = inject(RackStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly selection = inject(PartSelection);
  private readonly learnt = inject(LearntStore);
  /** The job with everything on it. */
  readonly document = new SyncedDocument(jobDocument(inject(ApiClient)));

  /** Where reading what a page of a job needs stands. */
  readonly reading = computed<Reading>(() => {
    const all = [this.document, this.rack.document, this.workshops.document].map(({ reading }) => reading());
    return (['missing', 'unanswered', 'reading'] as const).find((one) => all.includes(one)) ?? 'there';
  });
  /** The job; null until all a page of it needs has been read. */
  readonly job = computed(() => (this.rack.stock() && this.workshops.workshop() ? this.document.value() : null));
  readonly pieces = computed(() => {
    const job = this.job();
    return job ? activePieces(job) : [];
  });
  readonly joints = computed<readonly JointRecord[]>(() => {
    const job = this.job();
    return job ? activeJoints(job) : [];
  });
  /** The joint looked at; null while the job has none. */
  readonly joint = computed(() => {
    const joints = this.joints();
    return joints.find(({ id }) => id === this.selection.joint()) ?? joints[0] ?? null;
  });
  /** The joint whose description holds for the one looked at: another one where they are alike. */
  readonly leading = computed(() => {
    const joint = this.joint();
    return joint && leaderOf(this.joints(), joint);
  });
  /** Pieces that meet in the joint looked at, in its order. */
  readonly meeting = computed(() => {
    const job = this.job();
    return job ? piecesOfJoint(job, this.leading()) : [];
  });
  /** The question the joint looked at asks of the core; null while there is no piece. */
  readonly question = computed(() => this.questionOf(this.leading()), {
    equal: (left, right) => JSON.stringify(left) === JSON.stringify(right),
  });
  readonly photos = computed<readonly Photo[]>(() => this.job()?.photos ?? []);
  readonly errors = computed(() => this.document.errorsOf('job'));
  /** What stands in the job itself, as it is shown and changed; null until it has been read. */
  readonly fields = computed(() => {
    const job = this.job();
    return job && fieldsOf<JobHead>(job, (changes) => this.change(changes), this.errors());
  });

  /** Loads a job. */
  async open(id: string): Promise<void> {
    this.flush();
    this.resting.clear();
    this.selection.clear();
    await Promise.all([this.document.open(id), this.rack.open(), this.workshops.open()]);
  }

  /** The question a joint of this job asks; null while there is no piece. */
  questionOf(joint: JointRecord | null): ReturnType<typeof jointQuestion> {
    const job = this.job();
    return (
      job &&
      jointQuestion(job, joint, this.rack.stock() ?? [], this.workshops.workshop() ?? undefined, this.learnt.now())
    );
  }

  /**
   * Remembers where the person stopped, for the board. Two people on two stages are no conflict: the last word counts.
   */
  stopAt(stage: Stage): void {
    const job = this.job();
    if (!job || job.stage === stage) return;
    this.flush();
    this.document.showPart('job', { stage });
    this.document.send(
      {
        key: 'job',
        ...requestTo('PATCH /jobs/:id', { id: job.id }),
        body: { stage },
        versioned: { id: job.id, version: job.version, base: { stage: job.stage }, lastWord: ['stage'] },
      },
      null,
    );
  }

  change(changes: Omit<JobPatch, 'version'>): void {
    this.document.change({
      key: 'job',
      changes,
      words: 'the change to the job',
      schema: jobPatchSchema,
      operation: requestTo('PATCH /jobs/:id', { id: this.id }),
    });
  }

  /** Takes a thing of the job off, or brings it back. @param name for the step to take back */
  setWithdrawn(kind: Kind, id: string, withdrawn: boolean, name: string): void {
    const request = requestTo(`POST /${kind}s/:id/${withdrawn ? 'withdraw' : 'restore'}`, { id });
    const undo = (): void => this.setWithdrawn(kind, id, !withdrawn, name);
    this.document.setWithdrawn(`${kind} ${id}`, withdrawn, name, request, undo);
  }

  /** Sends what is still resting. */
  flush(): void {
    this.document.flush();
  }

  /** Sends what rests and resolves when everything typed so far has arrived. */
  async arrived(): Promise<void> {
    this.flush();
    await this.queue.idle();
  }

  /** Identifier of the open job. @throws Error while none is open */
  get id(): string {
    const job = this.document.value();
    if (!job) throw new Error('no job is open');
    return job.id;
  }
}
