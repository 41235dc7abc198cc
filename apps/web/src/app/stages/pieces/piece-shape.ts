import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Piece } from '@variatum/contracts';
import { LIMITS, sectionShape, SHAPES, shapeTitle, usualShape } from '@variatum/metallurgy';
import { angleMeasure, type FieldsOf, lengthMeasure, MeasureField, NumberField, SelectField } from '../../kit/fields';
import { WorkshopStore } from '../../settings/workshop-store';

const SHAPE_CHOICES = SHAPES.map((value) => ({ value, title: shapeTitle(value) }));

/**
 * How a piece lies in space: its shape and the sizes its picture is drawn from. Only what the shape has is asked for.
 */
@Component({
  selector: 'va-piece-shape',
  imports: [MeasureField, NumberField, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-select-field label="Shape" clear [placeholder]="usual()" [options]="shapes" [of]="of().shape" />
    @if (shape() !== 'ring' && shape() !== 'disc') {
      <va-measure-field
        [label]="shape() === 'cap' ? 'Depth' : 'Length'"
        placeholder="not measured"
        [measure]="lengths()"
        [of]="of().lengthMm"
      />
    }
    @if (wide()) {
      <va-measure-field
        [label]="shape() === 'ring' ? 'Over all' : 'Width'"
        placeholder="not measured"
        [measure]="widths()"
        [of]="of().widthMm"
      />
    }
    @if (shape() === 'bend') {
      <va-measure-field label="Bend" placeholder="90°" [measure]="angle" [of]="of().bendDeg" />
    }
    @if (swages()) {
      <va-measure-field
        label="Swaged end, outside"
        placeholder="not swaged"
        [measure]="outsides()"
        [of]="of().endOutsideMm"
      />
    }
    <va-number-field label="How many alike" needed [of]="of().count" />
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
})
export class PieceShape {
  readonly piece = input.required<Piece>();
  readonly of = input.required<FieldsOf<Piece>>();
  private readonly workshops = inject(WorkshopStore);
  private readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');

  protected readonly shapes = SHAPE_CHOICES;
  protected readonly shape = computed(() => this.piece().shape ?? usualShape(this.piece().form));
  protected readonly usual = computed(() => `${shapeTitle(usualShape(this.piece().form))}, as usual`);
  protected readonly wide = computed(() => {
    const section = sectionShape(this.piece().form);
    if (this.shape() === 'ring' || this.shape() === 'block') return true;
    return this.shape() === 'straight' && (section === 'flat' || this.piece().form === 'bar');
  });
  protected readonly swages = computed(
    () => this.shape() === 'straight' && sectionShape(this.piece().form) === 'hollow',
  );
  protected readonly lengths = computed(() =>
    lengthMeasure(this.unit(), LIMITS.lengthMm, undefined, '250 mm, 0.5 m or 10"'),
  );
  protected readonly widths = computed(() => lengthMeasure(this.unit(), LIMITS.widthMm, undefined, '80 mm or 3 1/8"'));
  protected readonly outsides = computed(() => lengthMeasure(this.unit(), LIMITS.outsideMm, 'tube', '38 mm or 1 1/2"'));
  protected readonly angle = angleMeasure(LIMITS.bendDeg);
}
