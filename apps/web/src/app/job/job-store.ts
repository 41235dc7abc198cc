import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  activePieces,
  jobPatchSchema,
  jobQuestion,
  jointPutSchema,
  newFieldTestSchema,
  parseWith,
  piecePatchSchema,
  type DecisionBrief,
  type FieldTestRecord,
  type JobDetail,
  type JobPatch,
  type JointDescription,
  type LoggedEntry,
  type NewPiece,
  type Photo,
  type Piece,
  type PiecePatch,
  type RodStock,
  type Stage,
  type Workshop,
} from '@variatum/contracts';
import { checkIdentifyInput, completeJoint, InputError, type FieldError, MOST_PIECES } from '@variatum/metallurgy';
import { auditTime, filter, firstValueFrom, merge } from 'rxjs';
import { ApiClient } from '../sync/api-client';
import { Autosave } from '../sync/autosave';
import { LiveService } from '../sync/live.service';
import { OperationQueue, type Outcome } from '../sync/operation-queue';
import { RepeatableRequest } from '../sync/repeatable-request';
import { requestTo } from '../sync/request-to';
import { RestingChanges } from '../sync/resting-changes';
import { UndoHistory } from '../sync/undo-history';
import { untilAnswered } from '../sync/until-answered';

type Fields<Patch> = Omit<Patch, 'version'>;

/** Changes of others come in bursts, and may come without end: they are gathered, not waited out. */
const REFRESH_MS = 150;

/**
 * The open job: what the page shows and what the server has are kept together here. Every change shows at once, is checked by
 * the same schema as on the server, saves itself, and can be taken back; changes of others appear by themselves.
 */
@Injectable()
export class JobStore {
  private readonly api = inject(ApiClient);
  private readonly queue = inject(OperationQueue);
  private readonly live = inject(LiveService);
  readonly saving = inject(Autosave);
  readonly history = inject(UndoHistory);

  private readonly detail = signal<JobDetail | null>(null);
  private readonly shelfState = signal<readonly RodStock[]>([]);
  private readonly workshopState = signal<Workshop | null>(null);
  private readonly resting = inject(RestingChanges);
  private readonly deciding = new RepeatableRequest();
  /** Job that is open or being opened. */
  private wanted = '';
  private refreshing = false;
  private refreshAgain = false;
  private left = false;
  /** Operations of this job that have been answered. */
  private settled = 0;

  readonly job = this.detail.asReadonly();
  readonly shelf = this.shelfState.asReadonly();
  readonly workshop = this.workshopState.asReadonly();
  readonly pieces = computed(() => {
    const job = this.detail();
    return job ? activePieces(job) : [];
  });
  /** Whether no further piece can be reckoned with. */
  readonly full = computed(() => this.pieces().length >= MOST_PIECES);
  readonly withdrawnPieces = computed(
    () => this.detail()?.pieces.filter(({ withdrawnAt }) => withdrawnAt !== null) ?? [],
  );
  readonly joint = computed<JointDescription>(() => this.detail()?.joint?.joint ?? { type: 'bevel' });
  /** Fields of this job that somebody else changed too. */
  readonly conflicts = computed(() =>
    this.queue.conflicts().filter(({ operation }) => operation.job === this.detail()?.id),
  );
  /** The question this job asks of the core; null while it has no piece. */
  readonly question = computed(
    () => {
      const job = this.detail();
      return job ? jobQuestion(job, this.shelfState(), this.workshopState() ?? undefined) : null;
    },
    { equal: (left, right) => JSON.stringify(left) === JSON.stringify(right) },
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => (this.left = true));
    // A refused change stands at its field; what could not be made or withdrawn has none.
    this.saving.mine = ({ job, versioned }) =>
      job === this.detail()?.id && versioned !== undefined && versioned.withdrawn === undefined;
    this.queue.outcomes.pipe(takeUntilDestroyed()).subscribe((outcome) => this.settle(outcome));
    merge(
      this.live.changes.pipe(
        filter(({ job, id, version }) => job === this.wanted && (this.queue.versionOf(id) ?? 0) < version),
      ),
      this.live.opened,
    )
      .pipe(auditTime(REFRESH_MS), takeUntilDestroyed())
      .subscribe(() => void this.refresh());
  }

  /** Loads a job. */
  async open(id: string): Promise<void> {
    this.flush();
    this.resting.clear();
    this.wanted = id;
    this.refreshAgain = false;
    this.detail.set(null);
    this.history.clear();
    const [job, shelf, workshop] = await Promise.all([
      firstValueFrom(this.api.ask('GET /jobs/:id', { path: { id } })),
      firstValueFrom(this.api.ask('GET /rod-stock')),
      firstValueFrom(this.api.ask('GET /workshop')),
    ]);
    this.shelfState.set(shelf);
    this.workshopState.set(workshop);
    this.take(job);
    // Something was told of it while it was being read.
    if (this.refreshAgain) void this.refresh();
    // What an earlier page could not send changes what was just read.
    await this.queue.ready;
    if (this.queue.waiting().some((operation) => operation.job === id))
      void this.queue.idle().then(() => this.refresh());
  }

  /** Reads the job anew, once nothing typed here is on its way; while the server cannot answer it is asked again. */
  async refresh(): Promise<void> {
    const id = this.detail()?.id;
    if (!id || this.refreshing) {
      // What is being read may be older than what asks for this.
      this.refreshAgain = true;
      return;
    }
    this.refreshing = true;
    this.refreshAgain = false;
    await this.queue.idle();
    const { settled } = this;
    const job = await untilAnswered(
      () => firstValueFrom(this.api.ask('GET /jobs/:id', { path: { id } })),
      () => !this.left && this.detail()?.id === id,
    );
    this.refreshing = false;
    // Something was typed while the answer was on its way, and may even have arrived before it: it is shown, and what others
    // changed is read after it.
    const typed = this.saving.resting || this.queue.unsent() || this.settled !== settled;
    if (job && !typed) this.take(job);
    if ((job && typed) || this.refreshAgain) setTimeout(() => void this.refresh(), REFRESH_MS);
  }

  private take(job: JobDetail): void {
    this.queue.knowVersion(job.id, job.version);
    for (const { id, version } of [...job.pieces, ...job.photos]) this.queue.knowVersion(id, version);
    for (const { id } of job.decisions) this.queue.knowVersion(id, 1);
    if (job.joint) this.queue.knowVersion(`joint ${job.id}`, job.joint.version);
    // What was typed and cannot be taken yet stands where it was typed.
    const { joint } = this.resting.unsent('joint') as { joint?: JointDescription };
    const none = { id: '', jobId: job.id, version: 0 };
    this.detail.set({
      ...job,
      ...this.resting.unsent('job'),
      joint: joint === undefined ? job.joint : { ...(job.joint ?? none), joint },
      pieces: job.pieces.map((piece) => ({ ...piece, ...this.resting.unsent(`piece ${piece.id}`) })),
    });
  }

  /** Takes over what the server answered, or takes back what it refused. */
  private settle(outcome: Outcome): void {
    const { operation } = outcome;
    const job = this.detail();
    if (!job || operation.job !== job.id) return;
    this.settled++;
    if ('problem' in outcome) {
      if (!outcome.shown) void this.refresh();
      return;
    }
    const version = (outcome.answer as { version?: number } | null)?.version;
    if (version === undefined) return;
    if (operation.key === 'job') this.detail.set({ ...job, version });
    else if (operation.key === 'joint' && job.joint) this.detail.set({ ...job, joint: { ...job.joint, version } });
    else if (operation.key.startsWith('photo ')) this.showPhoto(operation.versioned?.id ?? '', { version });
    else if (operation.versioned) this.showPiece(operation.versioned.id, { version });
  }

  /** Settles a field two people changed. */
  decideConflict(conflict: ReturnType<typeof this.conflicts>[number], keepMine: boolean): void {
    this.queue.settle(conflict, keepMine);
    void this.refresh();
  }

  /** Sends what is still resting. */
  flush(): void {
    this.resting.flush();
  }

  /** Remembers where the person stopped, for the board. Two people on two stages are no conflict: the last word counts. */
  stopAt(stage: Stage): void {
    const job = this.detail();
    if (!job || job.stage === stage) return;
    this.flush();
    const { version } = job;
    this.detail.set({ ...job, stage });
    this.queue.enqueue({
      key: 'job',
      job: job.id,
      ...requestTo('PATCH /jobs/:id', { id: job.id }),
      body: { stage },
      versioned: { id: job.id, version, base: { stage: job.stage }, lastWord: ['stage'] },
    });
  }

  /** Sends what rests and resolves when everything typed so far has arrived. */
  async arrived(): Promise<void> {
    this.flush();
    await this.queue.idle();
  }

  changeJob(changes: Fields<JobPatch>): void {
    const job = this.detail();
    if (!job) return;
    this.detail.set({ ...job, ...changes } as JobDetail);
    this.resting.rest({
      key: 'job',
      job: job.id,
      words: 'the change to the job',
      changes,
      before: job as unknown as Record<string, unknown>,
      schema: jobPatchSchema,
      operation: requestTo('PATCH /jobs/:id', { id: job.id }),
      id: job.id,
      version: job.version,
      undo: (before) => this.changeJob(before as Fields<JobPatch>),
    });
  }

  addPiece(piece: NewPiece): string {
    const job = this.required();
    const id = crypto.randomUUID();
    const shown: Piece = {
      kind: 'base',
      family: null,
      form: null,
      thicknessMm: null,
      thicknessText: '',
      size: '',
      outsideMm: null,
      outsideText: '',
      condition: null,
      marks: '',
      likelyFamily: null,
      coating: null,
      origin: '',
      grade: null,
      weldMetal: null,
      ...piece,
      id,
      jobId: job.id,
      position: Math.max(-1, ...job.pieces.map(({ position }) => position)) + 1,
      version: 1,
      withdrawnAt: null,
      tests: [],
    };
    this.detail.set({ ...job, pieces: [...job.pieces, shown] });
    this.queue.enqueue({
      key: `piece ${id}`,
      job: job.id,
      ...requestTo('POST /jobs/:id/pieces', { id: job.id }),
      body: { ...piece, id },
    });
    this.history.push(`the new piece ${shown.name}`, () => this.setPieceWithdrawn(id, true));
    return id;
  }

  changePiece(id: string, changes: Fields<PiecePatch>): void {
    const piece = this.piece(id);
    if (!piece) return;
    this.showPiece(id, changes as Partial<Piece>);
    this.resting.rest({
      key: `piece ${id}`,
      job: piece.jobId,
      words: 'the change to the piece',
      changes,
      before: piece as unknown as Record<string, unknown>,
      schema: piecePatchSchema,
      operation: requestTo('PATCH /pieces/:id', { id }),
      id,
      version: piece.version,
      undo: (before) => this.changePiece(id, before as Fields<PiecePatch>),
    });
  }

  setPieceWithdrawn(id: string, withdrawn: boolean): void {
    this.flush();
    const piece = this.piece(id);
    if (!piece) return;
    this.showPiece(id, { withdrawnAt: withdrawn ? new Date().toISOString() : null });
    this.queue.enqueue({
      key: `piece ${id}`,
      job: piece.jobId,
      ...requestTo(withdrawn ? 'POST /pieces/:id/withdraw' : 'POST /pieces/:id/restore', { id }),
      body: {},
      versioned: { id, version: piece.version, base: {}, withdrawn },
    });
    this.history.push(`${withdrawn ? 'taking off' : 'bringing back'} ${piece.name}`, () =>
      this.setPieceWithdrawn(id, !withdrawn),
    );
  }

  /**
   * Logs a field test.
   * @returns null when the entry cannot be taken; its errors then stand under `test <piece id>`
   */
  addTest(pieceId: string, entry: LoggedEntry, note = ''): string | null {
    const key = `test ${pieceId}`;
    const id = crypto.randomUUID();
    try {
      checkIdentifyInput({ tests: [entry] });
      parseWith(newFieldTestSchema, { id, entry, note });
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      this.saving.setErrors(
        key,
        error.errors.map(({ path, message }) => ({ path: path.replace(/^(tests\.0|entry)\.?/, ''), message })),
      );
      return null;
    }
    this.saving.setErrors(key, []);
    const record: FieldTestRecord = {
      id,
      pieceId,
      entry,
      note,
      createdAt: new Date().toISOString(),
      struckOutAt: null,
      struckOutReason: null,
    };
    this.showTests(pieceId, (tests) => [...tests, record]);
    this.queue.enqueue({
      key,
      job: this.required().id,
      ...requestTo('POST /pieces/:id/tests', { id: pieceId }),
      body: { id, entry, note },
    });
    this.history.push('the logged test', () => this.strikeOut(pieceId, id, 'taken back'));
    return id;
  }

  strikeOut(pieceId: string, testId: string, reason: string): void {
    const struckOutAt = new Date().toISOString();
    const record = this.piece(pieceId)?.tests.find(({ id }) => id === testId);
    this.showTests(pieceId, (tests) =>
      tests.map((test) => (test.id === testId ? { ...test, struckOutAt, struckOutReason: reason } : test)),
    );
    this.queue.enqueue({
      key: `test ${pieceId}`,
      job: this.required().id,
      ...requestTo('POST /tests/:id/strike-out', { id: testId }),
      body: { reason },
    });
    // What is struck out stays so in the log: taking that back logs it again.
    if (record)
      this.history.push('striking out a test', () =>
        this.addTest(pieceId, record.entry, record.note || 'struck out by mistake'),
      );
  }

  changeJoint(changes: Partial<JointDescription>): void {
    const job = this.required();
    const said = Object.entries({ ...this.joint(), ...changes }).filter(([, value]) => value !== undefined);
    this.setJoint(job, { type: this.joint().type, ...(Object.fromEntries(said) as Partial<JointDescription>) });
  }

  private setJoint(job: JobDetail, joint: JointDescription): void {
    const before: { readonly joint: JointDescription } = { joint: job.joint?.joint ?? { type: 'bevel' } };
    const version = job.joint?.version ?? 0;
    this.detail.set({ ...job, joint: { id: job.joint?.id ?? '', jobId: job.id, version, joint } });
    this.resting.rest({
      key: 'joint',
      job: job.id,
      words: 'the change to the joint',
      changes: { joint },
      before,
      schema: jointPutSchema,
      check: ({ joint: typed }) => this.jointFaults(typed as JointDescription),
      operation: requestTo('PUT /jobs/:id/joint', { id: job.id }),
      id: `joint ${job.id}`,
      version,
      undo: (old) => this.setJoint(this.required(), (old as typeof before).joint),
    });
  }

  /** What the core finds wrong with a joint. */
  private jointFaults(joint: JointDescription): readonly FieldError[] {
    try {
      const pieces = Math.max(1, Math.min(MOST_PIECES, this.pieces().length));
      completeJoint(
        joint,
        Array.from({ length: pieces }, () => 'austenitic' as const),
      );
      return [];
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return error.errors;
    }
  }

  /** Records a decision; the server computes it again from the job as it stands. */
  async decide(rod: string | null, note: string): Promise<DecisionBrief> {
    // The server decides from what it has: everything typed must be there first.
    await this.arrived();
    const job = this.required();
    const id = this.deciding.idFor([job.id, rod, note]);
    const decision = await firstValueFrom(
      this.api.ask('POST /jobs/:id/decisions', { path: { id: job.id }, body: { id, rod, note } }),
    );
    this.deciding.answered();
    this.detail.update(
      (current) =>
        current && {
          ...current,
          decisions: [decision, ...current.decisions.filter(({ id }) => id !== decision.id)],
          lastRod: rod ?? 'no rod',
        },
    );
    return decision;
  }

  /** Errors of a change, by field path. */
  errorsOf(key: string): Readonly<Record<string, string>> {
    return this.saving.fieldErrors()[key] ?? {};
  }

  private required(): JobDetail {
    const job = this.detail();
    if (!job) throw new Error('no job is open');
    return job;
  }

  /** A piece of the job, taken off or not. */
  piece(id: string): Piece | undefined {
    return this.detail()?.pieces.find((piece) => piece.id === id);
  }

  private showPiece(id: string, changes: Partial<Piece>): void {
    this.detail.update(
      (job) =>
        job && { ...job, pieces: job.pieces.map((piece) => (piece.id === id ? { ...piece, ...changes } : piece)) },
    );
  }

  /** Shows a picture as changed, or a new one. */
  showPhoto(id: string, changes: Partial<Photo>): void {
    this.detail.update(
      (job) =>
        job && {
          ...job,
          photos: job.photos.some((photo) => photo.id === id)
            ? job.photos.map((photo) => (photo.id === id ? { ...photo, ...changes } : photo))
            : 'jobId' in changes
              ? [...job.photos, changes as Photo]
              : job.photos,
        },
    );
  }

  private showTests(pieceId: string, change: (tests: FieldTestRecord[]) => FieldTestRecord[]): void {
    const piece = this.piece(pieceId);
    if (piece) this.showPiece(pieceId, { tests: change(piece.tests) });
  }
}
