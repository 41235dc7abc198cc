import { inject, Injectable } from '@angular/core';
import type { FieldTestRecord, NewPiece, Piece, PiecePatch } from '@variatum/contracts';
import { JobStore } from './job-store';
import { UndoHistory } from '../sync/undo-history';

/** What a kept piece takes over from one joined to it, where it has nothing itself. */
const MERGED = new Set([
  'family', 'form', 'thicknessMm', 'thicknessText', 'size', 'outsideMm', 'outsideText', 'condition', 'marks', 'coating', 'origin', 'grade',
]); // prettier-ignore

/** Splits a piece that turns out to be two metals, and joins two that turn out to be one. */
@Injectable()
export class PieceArrangement {
  private readonly jobs = inject(JobStore);
  private readonly history = inject(UndoHistory);

  /**
   * A piece turns out to be two metals: a second one like it, with the tests that were done on it. A test that moves is struck
   * out here and logged there, so that the log still tells what happened.
   */
  split(id: string, name: string, moved: readonly FieldTestRecord[]): void {
    const piece = this.jobs.piece(id);
    if (!piece) return;
    this.jobs.flush();
    this.history.group(`splitting ${piece.name}`, () => {
      const { kind, family, form, thicknessMm, thicknessText, size, outsideMm, outsideText, coating, origin } = piece;
      const second = this.jobs.addPiece({
        name,
        kind,
        family,
        form: form as NewPiece['form'],
        thicknessMm,
        thicknessText,
        size,
        outsideMm,
        outsideText,
        coating,
        origin,
        condition: piece.condition,
      });
      for (const record of moved) this.moveTest(id, record, second);
    });
  }

  /** Two pieces turn out to be one metal: the tests of the other are logged on the kept one too, and the other is taken off. */
  merge(keptId: string, otherId: string): void {
    const [kept, other] = [this.jobs.piece(keptId), this.jobs.piece(otherId)];
    if (!kept || !other) return;
    this.jobs.flush();
    this.history.group(`joining ${other.name} to ${kept.name}`, () => {
      for (const { struckOutAt, entry, note } of other.tests)
        if (struckOutAt === null)
          this.jobs.addTest(keptId, entry, [note, `done on ${other.name}`].filter(Boolean).join('; '));
      const wanting = ([name, value]: [string, unknown]): boolean =>
        MERGED.has(name) && value !== null && value !== '' && [null, ''].includes(kept[name as keyof Piece] as null);
      const gained = Object.fromEntries(Object.entries(other).filter(wanting)) as Omit<PiecePatch, 'version'>;
      if (Object.keys(gained).length > 0) this.jobs.changePiece(keptId, gained);
      this.jobs.flush();
      this.jobs.setPieceWithdrawn(otherId, true);
    });
  }

  private moveTest(fromId: string, record: FieldTestRecord, toId: string): void {
    const [from, to] = [this.jobs.piece(fromId), this.jobs.piece(toId)];
    if (!from || !to) return;
    const note = [record.note, `logged on ${from.name} first`].filter(Boolean).join('; ');
    const copy = this.jobs.addTest(toId, record.entry, note);
    if (copy === null) return;
    this.jobs.strikeOut(fromId, record.id, `done on ${to.name}`);
  }
}
