import { inject, Injectable } from '@angular/core';
import { newFieldTestSchema, parseWith, type FieldTestRecord, type LoggedEntry } from '@variatum/contracts';
import { checkTestEntry, FaultCollector } from '@variatum/metallurgy';
import { JobStore } from './job-store';
import { PieceStore } from './piece-store';
import { Autosave, requestTo } from '../../sync';
import { Session } from '../../sync/session';

/** The log of field tests of the open job: only ever added to; what was wrong is struck out. */
@Injectable()
export class FieldTestStore {
  private readonly jobs = inject(JobStore);
  private readonly session = inject(Session);
  private readonly pieces = inject(PieceStore);
  private readonly saving = inject(Autosave);

  /**
   * Logs a field test.
   * @param spot where on the piece it was done; null: not said
   * @returns null when the entry cannot be taken; its errors then stand under `errorsOf`
   */
  add(pieceId: string, entry: LoggedEntry, note = '', spot: FieldTestRecord['spot'] = null): string | null {
    const key = keyOf(pieceId);
    const id = crypto.randomUUID();
    const faults = new FaultCollector();
    faults.attempt(() => {
      checkTestEntry(entry, ['entry']);
      parseWith(newFieldTestSchema, { id, entry, spot, note });
    });
    this.saving.setErrors(
      key,
      faults.errors.map(({ path: [first, ...rest], message }) => ({
        path: first === 'entry' ? rest : [first ?? '', ...rest],
        message,
      })),
    );
    if (faults.errors.length > 0) return null;
    const record: FieldTestRecord = {
      id,
      pieceId,
      entry,
      spot,
      note,
      madeBy: this.session.owner()?.person ?? null,
      version: 1,
      createdAt: new Date().toISOString(),
      struckOutAt: null,
      struckOutReason: null,
    };
    this.show(pieceId, (tests) => [...tests, record]);
    this.jobs.document.send(
      {
        key,
        ...requestTo('POST /pieces/:id/tests', { id: pieceId }),
        body: { id, entry, note, ...(spot ? { spot } : {}) },
      },
      'the logged test',
      () => this.strikeOut(pieceId, id, 'taken back'),
    );
    return id;
  }

  strikeOut(pieceId: string, testId: string, reason: string): void {
    const struckOutAt = new Date().toISOString();
    const record = this.pieces.find(pieceId)?.tests.find(({ id }) => id === testId);
    this.show(pieceId, (tests) =>
      tests.map((test) => (test.id === testId ? { ...test, struckOutAt, struckOutReason: reason } : test)),
    );
    // What is struck out stays so in the log: taking that back logs it again.
    this.jobs.document.send(
      { key: keyOf(pieceId), ...requestTo('POST /tests/:id/strike-out', { id: testId }), body: { reason } },
      record ? 'striking out a test' : null,
      () => record && this.add(pieceId, record.entry, record.note || 'struck out by mistake', record.spot),
    );
  }

  /** Errors of the entry that was tried last on a piece, by field. */
  errorsOf(pieceId: string): Readonly<Record<string, string>> {
    return this.jobs.document.errorsOf(keyOf(pieceId));
  }

  forgetErrors(pieceId: string): void {
    this.saving.setErrors(keyOf(pieceId), []);
  }

  private show(pieceId: string, change: (tests: FieldTestRecord[]) => FieldTestRecord[]): void {
    const piece = this.pieces.find(pieceId);
    if (piece) this.jobs.document.showPart(`piece ${pieceId}`, { tests: change(piece.tests) });
  }
}

const keyOf = (pieceId: string): string => `test ${pieceId}`;
