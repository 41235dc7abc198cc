import { computed, inject, Injectable, signal } from '@angular/core';
import {
  activePieces,
  jobPatchSchema,
  jobQuestion,
  jointPutSchema,
  newFieldTestSchema,
  parseWith,
  piecePatchSchema,
  type Decision,
  type FieldTestRecord,
  type JobDetail,
  type JobPatch,
  type JointRecord,
  type NewPiece,
  type Piece,
  type PiecePatch,
  type RodStock,
  type Workshop,
} from '@variatum/contracts';
import { checkIdentifyInput, completeJoint, InputError, type JointInput, type TestEntry } from '@variatum/metallurgy';
import { firstValueFrom, tap } from 'rxjs';
import { ApiService } from './api.service';
import { Autosave, type Change } from './autosave';

type Fields<Patch> = Omit<Patch, 'version'>;

/** How long typing rests before a change is sent. */
const REST_MS = 400;

/**
 * The open job: what the page shows and what the server has are kept together here. Every change shows at once, is checked by
 * the same schema as on the server, and saves itself.
 */
@Injectable()
export class JobStore {
  private readonly api = inject(ApiService);
  readonly saving = inject(Autosave);

  private readonly detail = signal<JobDetail | null>(null);
  private readonly shelfState = signal<readonly RodStock[]>([]);
  private readonly workshopState = signal<Workshop | null>(null);
  private readonly timers = new Map<
    string,
    { timer: ReturnType<typeof setTimeout>; changes: object; flush: () => void }
  >();

  readonly job = this.detail.asReadonly();
  readonly shelf = this.shelfState.asReadonly();
  readonly workshop = this.workshopState.asReadonly();
  readonly pieces = computed(() => {
    const job = this.detail();
    return job ? activePieces(job) : [];
  });
  readonly withdrawnPieces = computed(
    () => this.detail()?.pieces.filter(({ withdrawnAt }) => withdrawnAt !== null) ?? [],
  );
  readonly joint = computed(() => (this.detail()?.joint?.joint ?? { type: 'bevel' }) as JointInput);
  /** The question this job asks of the core; null while it has no piece. */
  readonly question = computed(
    () => {
      const job = this.detail();
      return job ? jobQuestion(job, this.shelfState(), this.workshopState() ?? undefined) : null;
    },
    { equal: (left, right) => JSON.stringify(left) === JSON.stringify(right) },
  );

  /** Loads a job. */
  async open(id: string): Promise<void> {
    this.flush();
    this.detail.set(null);
    const [job, shelf, workshop] = await Promise.all([
      firstValueFrom(this.api.job(id)),
      firstValueFrom(this.api.rodStock()),
      firstValueFrom(this.api.workshop()),
    ]);
    this.shelfState.set(shelf);
    this.workshopState.set(workshop);
    this.detail.set(job);
  }

  /** Sends what is still resting. */
  flush(): void {
    for (const { flush } of [...this.timers.values()]) flush();
  }

  changeJob(changes: Fields<JobPatch>): void {
    const job = this.detail();
    if (!job) return;
    this.detail.set({ ...job, ...changes } as JobDetail);
    this.rest(`job`, changes, jobPatchSchema, (sent) => ({
      send: () =>
        this.api
          .changeJob(job.id, { ...(sent as Fields<JobPatch>), version: this.required().version })
          .pipe(tap((current) => this.takeJobVersion(current))),
      adopt: (current) => this.takeJobVersion(current as JobDetail),
    }));
  }

  private takeJobVersion(current: JobDetail): void {
    this.detail.update((job) => job && { ...job, version: current.version, updatedAt: current.updatedAt });
  }

  addPiece(piece: NewPiece): string {
    const job = this.required();
    const id = crypto.randomUUID();
    const shown: Piece = {
      kind: 'base',
      family: null,
      form: null,
      thicknessMm: null,
      size: '',
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
    this.saving.enqueue({ key: `piece ${id}`, send: () => this.api.addPiece(job.id, { ...piece, id }) });
    return id;
  }

  changePiece(id: string, changes: Fields<PiecePatch>): void {
    this.showPiece(id, changes as Partial<Piece>);
    this.rest(`piece ${id}`, changes, piecePatchSchema, (sent) => ({
      send: () =>
        this.api
          .changePiece(id, { ...(sent as Fields<PiecePatch>), version: this.piece(id)?.version ?? 1 })
          .pipe(tap(({ version }) => this.showPiece(id, { version }))),
      adopt: (current) => this.showPiece(id, { version: (current as Piece).version }),
    }));
  }

  setPieceWithdrawn(id: string, withdrawn: boolean): void {
    this.flush();
    this.showPiece(id, { withdrawnAt: withdrawn ? new Date().toISOString() : null });
    this.saving.enqueue({
      key: `piece ${id}`,
      send: () =>
        this.api
          .setPieceWithdrawn(id, this.piece(id)?.version ?? 1, withdrawn)
          .pipe(tap(({ version }) => this.showPiece(id, { version }))),
      adopt: (current) => this.showPiece(id, { version: (current as Piece).version }),
    });
  }

  /**
   * Logs a field test.
   * @returns false when the entry cannot be taken; its errors then stand under `test <piece id>`
   */
  addTest(pieceId: string, entry: TestEntry, note = ''): boolean {
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
      return false;
    }
    this.saving.setErrors(key, []);
    const record: FieldTestRecord = {
      id,
      pieceId,
      entry: entry as FieldTestRecord['entry'],
      note,
      createdAt: new Date().toISOString(),
      struckOutAt: null,
      struckOutReason: null,
    };
    this.showTests(pieceId, (tests) => [...tests, record]);
    this.saving.enqueue({
      key,
      send: () => this.api.addTest(pieceId, { id, entry: entry as FieldTestRecord['entry'], note }),
      refused: () => this.showTests(pieceId, (tests) => tests.filter((test) => test.id !== id)),
    });
    return true;
  }

  strikeOut(pieceId: string, testId: string, reason: string): void {
    const show = (struckOutAt: string | null, struckOutReason: string | null): void =>
      this.showTests(pieceId, (tests) =>
        tests.map((test) => (test.id === testId ? { ...test, struckOutAt, struckOutReason } : test)),
      );
    show(new Date().toISOString(), reason);
    this.saving.enqueue({
      key: `test ${pieceId}`,
      send: () => this.api.strikeOut(testId, reason),
      refused: () => show(null, null),
    });
  }

  changeJoint(changes: Partial<JointInput>): void {
    const job = this.required();
    const merged = { ...this.joint(), ...changes } as Record<string, unknown>;
    for (const key of Object.keys(merged)) if (merged[key] === undefined) delete merged[key];
    const joint = merged as unknown as JointRecord['joint'];
    this.detail.set({
      ...job,
      joint: { id: job.joint?.id ?? '', jobId: job.id, version: job.joint?.version ?? 0, joint },
    });
    try {
      completeJoint(
        joint as JointInput,
        Array.from({ length: Math.max(1, Math.min(4, this.pieces().length)) }, () => 'austenitic' as const),
      );
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      this.saving.setErrors('joint', error.errors);
      return;
    }
    const take = (record: JointRecord | null): void =>
      this.detail.update(
        (current) =>
          current && {
            ...current,
            joint: {
              id: record?.id ?? '',
              jobId: current.id,
              version: record?.version ?? 0,
              joint: current.joint?.joint ?? joint,
            },
          },
      );
    this.rest('joint', { joint }, jointPutSchema, () => ({
      send: () =>
        this.api
          .putJoint(job.id, {
            version: this.detail()?.joint?.version ?? 0,
            joint: (this.detail()?.joint?.joint ?? joint) as JointRecord['joint'],
          })
          .pipe(tap(take)),
      adopt: (current) => take(current as JointRecord | null),
    }));
  }

  /** Records a decision; the server computes it again from the job as it stands. */
  async decide(rod: string | null, note: string): Promise<Decision> {
    this.flush();
    // The server decides from what it has: everything typed must be there first.
    await this.saving.idle();
    const job = this.required();
    const decision = await firstValueFrom(this.api.decide(job.id, { id: crypto.randomUUID(), rod, note }));
    this.detail.update(
      (current) => current && { ...current, decisions: [decision, ...current.decisions], lastRod: rod ?? 'no rod' },
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

  private piece(id: string): Piece | undefined {
    return this.detail()?.pieces.find((piece) => piece.id === id);
  }

  private showPiece(id: string, changes: Partial<Piece>): void {
    this.detail.update(
      (job) =>
        job && { ...job, pieces: job.pieces.map((piece) => (piece.id === id ? { ...piece, ...changes } : piece)) },
    );
  }

  private showTests(pieceId: string, change: (tests: FieldTestRecord[]) => FieldTestRecord[]): void {
    const piece = this.piece(pieceId);
    if (piece) this.showPiece(pieceId, { tests: change(piece.tests) });
  }

  /**
   * Gathers changes to one thing until typing rests, checks them, and sends them as one. Fields that cannot be taken keep what
   * was typed, show why, and are sent when they are right; the others go ahead.
   */
  private rest(
    key: string,
    changes: object,
    schema: typeof jobPatchSchema | typeof piecePatchSchema | typeof jointPutSchema,
    change: (sent: object) => Pick<Change, 'send' | 'adopt'>,
  ): void {
    const known = this.timers.get(key);
    if (known) clearTimeout(known.timer);
    const gathered = { ...known?.changes, ...changes };
    const checked = schema.safeParse({ ...gathered, version: 1 });
    this.saving.setErrors(
      key,
      checked.success ? [] : checked.error.issues.map(({ path, message }) => ({ path: path.join('.'), message })),
    );
    const flush = (): void => {
      const entry = this.timers.get(key);
      if (!entry) return;
      clearTimeout(entry.timer);
      const result = schema.safeParse({ ...entry.changes, version: 1 });
      const bad = new Set(result.success ? [] : result.error.issues.map(({ path }) => String(path[0])));
      const fields = Object.entries(entry.changes);
      const good = Object.fromEntries(fields.filter(([field]) => !bad.has(field)));
      entry.changes = Object.fromEntries(fields.filter(([field]) => bad.has(field)));
      if (bad.size === 0) this.timers.delete(key);
      this.saving.setResting(key, false);
      if (Object.keys(good).length > 0) this.saving.enqueue({ key, ...change(good) });
    };
    this.saving.setResting(key, true);
    this.timers.set(key, { changes: gathered, flush, timer: setTimeout(flush, REST_MS) });
  }
}
