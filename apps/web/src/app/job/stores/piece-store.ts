import { computed, inject, Injectable } from '@angular/core';
import { newPieceSchema, piecePatchSchema, type NewPiece, type Piece, type PiecePatch } from '@variatum/contracts';
import { JobStore } from './job-store';
import { fieldsOf, type FieldsOf } from '../../kit/fields';
import { requestTo } from '../../sync';

/** The pieces of the open job. */
@Injectable()
export class PieceStore {
  private readonly jobs = inject(JobStore);

  /** Pieces that are not taken off, in their order. */
  readonly active = this.jobs.pieces;
  readonly withdrawn = computed(() => this.jobs.job()?.pieces.filter(({ withdrawnAt }) => withdrawnAt !== null) ?? []);

  /** A piece of the job, taken off or not. */
  find(id: string): Piece | undefined {
    return this.jobs.document.value()?.pieces.find((piece) => piece.id === id);
  }

  /** Adds a piece. @returns its identifier */
  add(piece: NewPiece): string {
    const jobId = this.jobs.id;
    const id = crypto.randomUUID();
    this.jobs.document.show((job) => {
      const shown: Piece = {
        ...newPieceSchema.parse(piece),
        id,
        jobId,
        position: Math.max(-1, ...job.pieces.map(({ position }) => position)) + 1,
        likelyFamily: null,
        version: 1,
        withdrawnAt: null,
        tests: [],
      };
      return { ...job, pieces: [...job.pieces, shown] };
    });
    this.jobs.document.send(
      {
        key: `piece ${id}`,
        ...requestTo('POST /jobs/:id/pieces', { id: jobId }),
        body: { ...piece, id },
      },
      `the new piece ${piece.name}`,
      () => this.setWithdrawn(id, true),
    );
    return id;
  }

  change(id: string, changes: Omit<PiecePatch, 'version'>): void {
    // How the grade before was known says nothing of another one.
    const anew = changes.grade !== undefined && changes.gradeSource === undefined ? { gradeSource: null } : {};
    this.jobs.document.change({
      key: `piece ${id}`,
      changes: { ...anew, ...changes },
      words: 'the change to the piece',
      schema: piecePatchSchema,
      operation: requestTo('PATCH /pieces/:id', { id }),
    });
  }

  setWithdrawn(id: string, withdrawn: boolean): void {
    this.jobs.setWithdrawn('piece', id, withdrawn, this.find(id)?.name ?? 'the piece');
  }

  /** A piece as its fields are shown and changed. */
  fieldsOf(piece: Piece): FieldsOf<Piece> {
    return fieldsOf(piece, (changes) => this.change(piece.id, changes), this.errorsOf(piece.id));
  }

  /** Errors of the changes to a piece, by field. */
  errorsOf(id: string): Readonly<Record<string, string>> {
    return this.jobs.document.errorsOf(`piece ${id}`);
  }
}
