import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Piece } from '@variatum/contracts';
import {
  findGrade,
  gaugeKindOf,
  isGiven,
  known,
  LIMITS,
  type Quantity,
  readSize,
  sectionShape,
  wallMisfit,
} from '@variatum/metallurgy';
import { PieceStore } from '../../job/stores';
import { type FieldOf, type FieldsOf, lengthMeasure, MeasureField, TextField } from '../../kit/fields';
import { WorkshopStore } from '../../settings/workshop-store';
import { SizePicker } from './size-picker';

/** Sizes nearer than this are one, mm; and places that are kept of one from a table. */
const SAME_MM = 0.01;
const PLACES = 4;

/** How large a piece is: as people say it, from the tables, or measured. */
@Component({
  selector: 'va-piece-size',
  imports: [MeasureField, SizePicker, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-text-field
      label="Size as people say it"
      [longest]="80"
      placeholder="42.4 x 2 mm, 2 in sch 10, 16 ga"
      [of]="of().size"
      (left)="fillFromSize()"
    >
      @if (said(); as size) {
        <span class="small soft">
          {{ size.understood }}
          @if (!taken()) {
            <button type="button" class="link" (click)="take(size)">take these over</button>
          }
        </span>
      }
    </va-text-field>
    <va-size-picker [form]="piece().form" [unit]="unit()" (chosen)="of().size.change($event.text); take($event)" />
    @if (round()) {
      <va-measure-field
        label="Outside diameter"
        placeholder='42.4, 1 1/2"'
        [measure]="outsideMeasure()"
        [of]="of().outsideMm"
      />
    }
    <va-measure-field
      label="Thickness at the joint"
      placeholder='1.5, 1/16", 16 ga'
      [measure]="thicknessMeasure()"
      [of]="thickness()"
    />
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
})
export class PieceSize {
  readonly piece = input.required<Piece>();
  readonly of = input.required<FieldsOf<Piece>>();
  private readonly pieces = inject(PieceStore);
  private readonly workshops = inject(WorkshopStore);

  protected readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');
  /** A form that is not stated may be round. */
  protected readonly round = computed(() => {
    const shape = sectionShape(this.piece().form);
    return shape === undefined || shape === 'hollow' || shape === 'round';
  });
  private readonly gauge = computed(() => {
    const { form, grade } = this.piece();
    return gaugeKindOf(form, grade === null ? undefined : findGrade(grade)?.family);
  });
  protected readonly outsideMeasure = computed(() =>
    lengthMeasure(this.unit(), LIMITS.outsideMm, 'tube', '42.4 mm or 1 1/2"'),
  );
  protected readonly thicknessMeasure = computed(() =>
    lengthMeasure(this.unit(), LIMITS.thicknessMm, this.gauge(), '1.5 mm, 1/16", .065, 16 ga or 2 in sch 10'),
  );
  /** The wall, with why it cannot belong to the diameter where nothing else is wrong with it. */
  protected readonly thickness = computed<FieldOf<Quantity>>(() => {
    const { form, outsideMm, thicknessMm } = this.piece();
    const field = this.of().thicknessMm;
    return { ...field, error: field.error ?? wallMisfit(form, outsideMm.value, thicknessMm.value) };
  });
  protected readonly said = computed(() => readSize(this.piece().size, this.unit(), this.gauge()) ?? null);
  protected readonly taken = computed(() => {
    const { outsideMm, thicknessMm } = this.piece();
    const { outsideMm: outside, wallMm: wall } = this.said() ?? {};
    const same = ({ value }: Quantity, mm: number | undefined): boolean =>
      mm === undefined || (value !== null && Math.abs(value - mm) < SAME_MM);
    return same(outsideMm, outside) && same(thicknessMm, wall);
  });

  /** A size that was just said fills what nothing is known of yet. */
  protected fillFromSize(): void {
    const size = this.said();
    const { outsideMm, thicknessMm } = this.piece();
    if (size && !isGiven(outsideMm) && !isGiven(thicknessMm)) this.take(size);
  }

  protected take({ outsideMm, wallMm }: { readonly outsideMm?: number; readonly wallMm?: number }): void {
    const round = (mm: number): Quantity => known(Number(mm.toFixed(PLACES)));
    this.pieces.change(this.piece().id, {
      ...(outsideMm === undefined ? {} : { outsideMm: round(outsideMm) }),
      ...(wallMm === undefined ? {} : { thicknessMm: round(wallMm) }),
    });
  }
}
