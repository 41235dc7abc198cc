import { inject, Injectable } from '@angular/core';
import type { FieldTestRecord, JointSideRecord, PiecePatch } from '@variatum/contracts';
import { isGiven, type Quantity } from '@variatum/metallurgy';
import { FieldTestStore } from './field-test-store';
import { JobStore } from './job-store';
import { JointStore } from './joint-store';
import { PieceStore } from './piece-store';
import { UndoHistory } from '../../sync';

/** What a kept piece takes over from one joined to it, where it has nothing itself. */
const MERGED = [
  'itemFamily',
  'form',
  'shape',
  'thicknessMm',
  'size',
  'outsideMm',
  'lengthMm',
  'widthMm',
  'endOutsideMm',
  'bendDeg',
  'condition',
  'marks',
  'coating',
  'origin',
  'grade',
] as const;

const isOpen = (field: string | Quantity | null): boolean =>
  field === null || field === '' || (typeof field === 'object' && !isGiven(field));

/** Two sides of one piece are one. */
const withoutTwice = (sides: readonly JointSideRecord[]): readonly JointSideRecord[] =>
  sides.filter(({ piece }, index) => sides.findIndex((side) => side.piece === piece) === index);

/** Splits a piece that turns out to be two metals, and joins two that turn out to be one. */
@Injectable()
export class PieceArrangement {
  private readonly pieces = inject(PieceStore);
  private readonly tests = inject(FieldTestStore);
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly history = inject(UndoHistory);

  /**
   * A piece turns out to be two metals: a second one like it, with the tests that were done on it. A test that moves is
   * struck out here and logged there, so that the log still tells what happened.
   */
  split(id: string, name: string, moved: readonly FieldTestRecord[]): void {
    const piece = this.pieces.find(id);
    if (!piece) return;
    this.jobs.flush();
    this.history.group(`splitting ${piece.name}`, () => {
      const { kind, itemFamily, form, shape, thicknessMm, size, outsideMm, widthMm, coating, origin, condition } =
        piece;
      const second = this.pieces.add({
        name,
        kind,
        itemFamily,
        form,
        shape,
        thicknessMm,
        size,
        outsideMm,
        widthMm,
        coating,
        origin,
        condition,
      });
      for (const record of moved) this.moveTest(id, record, second);
    });
  }

  /**
   * Two pieces turn out to be one metal: the tests of the other are logged on the kept one too, and the other is taken
   * off.
   */
  merge(keptId: string, otherId: string): void {
    const [kept, other] = [this.pieces.find(keptId), this.pieces.find(otherId)];
    if (!kept || !other) return;
    this.jobs.flush();
    this.history.group(`joining ${other.name} to ${kept.name}`, () => {
      for (const { struckOutAt, entry, note, spot } of other.tests)
        if (struckOutAt === null)
          this.tests.add(keptId, entry, [note, `done on ${other.name}`].filter(Boolean).join('; '), spot);
      const wanting = MERGED.filter((field) => isOpen(kept[field]) && !isOpen(other[field]));
      const gained: Omit<PiecePatch, 'version'> = Object.fromEntries(wanting.map((field) => [field, other[field]]));
      if (Object.keys(gained).length > 0) this.pieces.change(keptId, gained);
      // Joints of the other one are joints of the kept one.
      for (const { id, sides } of this.joints.all())
        if (sides.some(({ piece }) => piece === otherId))
          this.joints.setSides(
            id,
            withoutTwice(sides.map((side) => (side.piece === otherId ? { ...side, piece: keptId } : side))),
          );
      this.jobs.flush();
      this.pieces.setWithdrawn(otherId, true);
    });
  }

  private moveTest(fromId: string, record: FieldTestRecord, toId: string): void {
    const [from, to] = [this.pieces.find(fromId), this.pieces.find(toId)];
    if (!from || !to) return;
    const note = [record.note, `logged on ${from.name} first`].filter(Boolean).join('; ');
    const copy = this.tests.add(toId, record.entry, note, record.spot);
    if (copy === null) return;
    this.tests.strikeOut(fromId, record.id, `done on ${to.name}`);
  }
}
