import { computed, inject, Injectable } from '@angular/core';
import { assemblyOf, laidPart } from '@variatum/job';
import { pieceFigures, type JointFigures, type PieceFigures } from '@variatum/metallurgy';
import { pieceLetter } from '@variatum/presentation';
import { JobStore } from './job-store';

/** The part of the open job laid out: what its pictures are drawn from and what they show is reckoned by. */
@Injectable()
export class PartStore {
  private readonly jobs = inject(JobStore);

  readonly assembly = computed(() => assemblyOf(this.jobs.pieces(), this.jobs.joints()), {
    equal: (left, right) => JSON.stringify(left) === JSON.stringify(right),
  });
  readonly laid = computed(() => laidPart(this.assembly()));
  readonly layout = computed(() => this.laid().layout);
  readonly joints = computed<ReadonlyMap<string, JointFigures>>(() => this.laid().figures);
  readonly pieces = computed<ReadonlyMap<string, PieceFigures>>(
    () => new Map(this.assembly().pieces.map((piece) => [piece.id, pieceFigures(piece)])),
  );
  readonly spaces = computed(() => this.laid().spaces);

  /** True length of a piece along its centre line, mm; null: not known. */
  pieceLength(piece: string): number | null {
    return this.layout().pieces.find(({ id }) => id === piece)?.placed.body.trueLength ?? null;
  }
  /** Letters people know the pieces by. */
  readonly letters = computed<ReadonlyMap<string, string>>(
    () => new Map(this.jobs.pieces().map(({ id }, index) => [id, pieceLetter(index)])),
  );
}
