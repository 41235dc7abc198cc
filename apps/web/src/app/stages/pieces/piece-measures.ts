import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Piece } from '@variatum/contracts';
import type { PieceFigures } from '@variatum/metallurgy';
import { missingWords } from '@variatum/presentation';
import { PartStore, PieceStore } from '../../job/stores';
import { PieceSection } from '../../part/piece-section';
import { WorkshopStore } from '../../settings/workshop-store';
import { PieceChanges } from './piece-changes';
import { PiecePhotos } from './piece-photos';
import { PieceShape } from './piece-shape';
import { PieceSize } from './piece-size';
import { MM3_PER_L } from '../../kit/units';

/** One piece measured: cut across to scale, its sizes and its shape, what follows from them, and its pictures. */
@Component({
  selector: 'va-piece-measures',
  imports: [PieceChanges, PiecePhotos, PieceSection, PieceShape, PieceSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" [attr.aria-label]="'Size of ' + piece().name">
      <div class="halves">
        <div class="stack side">
          <va-piece-section [piece]="sized()" [unit]="unit()" />
          <p class="small soft">{{ weighs() }}</p>
          <va-piece-photos [pieceId]="piece().id" [name]="piece().name" />
        </div>
        <div class="fields">
          <va-piece-size [piece]="piece()" [of]="of()" />
          @if (piece().kind === 'base') {
            <va-piece-shape [piece]="piece()" [of]="of()" />
          }
        </div>
      </div>
      <va-piece-changes [piece]="piece()" />
    </section>
  `,
  styles: `
    .halves {
      display: grid;
      grid-template-columns: 250px minmax(0, 1fr);
      gap: var(--space-4);
    }
    .panel {
      gap: var(--space-2);
    }
    .side {
      gap: var(--space-2);
    }
    .fields {
      gap: 10px var(--space-3);
      align-content: start;
      grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
    }
    @media (max-width: 700px) {
      .halves {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class PieceMeasures {
  readonly piece = input.required<Piece>();
  private readonly pieces = inject(PieceStore);
  private readonly part = inject(PartStore);
  private readonly workshops = inject(WorkshopStore);
  protected readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');
  protected readonly of = computed(() => this.pieces.fieldsOf(this.piece()));
  protected readonly sized = computed(() => {
    const { name, form, outsideMm, thicknessMm } = this.piece();
    return { name, form, outsideMm: outsideMm.value, thicknessMm: thicknessMm.value };
  });
  /** What follows from the sizes, or what it wants. */
  protected readonly weighs = computed(() => {
    const figures: PieceFigures | undefined = this.part.pieces().get(this.piece().id);
    if (!figures || this.piece().kind !== 'base') return '';
    const { massKg, innerMm3 } = figures;
    const mass =
      massKg.value === null ? '' : `${massKg.value < 1 ? massKg.value.toFixed(2) : massKg.value.toFixed(1)} kg`;
    const holds =
      innerMm3.value === null || innerMm3.value === 0 ? '' : `holds ${(innerMm3.value / MM3_PER_L).toFixed(2)} L`;
    const said = [mass, holds].filter(Boolean).join(', ');
    return (
      said ||
      (massKg.missing.length > 0 ? `Its weight wants ${missingWords(massKg.missing, this.part.letters())}.` : '')
    );
  });
}
