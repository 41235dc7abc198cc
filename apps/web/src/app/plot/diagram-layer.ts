import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { SCHAEFFLER_FIELDS, SCHAEFFLER_ISO_LINES, WRC1992_ISO_LINES, WRC1992_MODE_BORDERS } from '@variatum/metallurgy';
import { lineOf } from './map-geometry';
import { type Label, PLOT, type Plane, WIDTH } from './map-plane';

const LABELLED_FERRITE = new Set([0, 4, 8, 12, 20, 30, 50, 75, 100]);
/** Above this only every tenth line is drawn. */
const DENSE_TO = 30;

/** Where the names of fields stand: chromium and nickel equivalent. */
const FIELD_NAMES = {
  wrc: [
    [18.4, 16.6, 'A'],
    [23.75, 17.4, 'AF'],
    [26.6, 16.9, 'FA'],
    [28.4, 11.2, 'F'],
  ],
  schaeffler: [
    [12, 24, 'AUSTENITE'],
    [5.5, 9, 'MARTENSITE'],
    [9, 15.5, 'A + M'],
    [30, 6, 'FERRITE'],
    [30, 18.5, 'A + F'],
    [12.6, 3, 'M + F'],
    [16.6, 7.8, 'A + M + F'],
  ],
} as const;

/** The diagram itself: lines of equal ferrite, borders of solidification modes, and fields with their names. */
@Component({
  selector: '[vaDiagramLayer]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg:g clip-path="url(#map-clip)">
      @for (field of fields(); track field.name) {
        <svg:path [attr.d]="field.path" class="field" />
      }
      @for (iso of isoLines(); track iso.value) {
        <svg:path [attr.d]="iso.path" class="iso" [class.zero]="iso.value === 0" />
      }
      @for (border of borders(); track border.name) {
        <svg:path [attr.d]="border.path" class="border" />
      }
    </svg:g>
    @for (label of isoLabels(); track label.text) {
      <svg:text [attr.x]="label.x" [attr.y]="label.y" class="iso-label">{{ label.text }}</svg:text>
    }
    @for (label of fieldLabels(); track $index) {
      <svg:text [attr.x]="label.x" [attr.y]="label.y" class="field-label">{{ label.text }}</svg:text>
    }
  `,
  styles: `
    .field {
      fill: none;
      stroke: var(--line-strong);
      stroke-width: 1;
    }
    .iso {
      fill: none;
      stroke: var(--line-strong);
      stroke-width: 0.8;
      opacity: 0.7;
    }
    .iso.zero {
      stroke-width: 1.8;
      opacity: 1;
    }
    .border {
      fill: none;
      stroke: var(--tint-purple);
      stroke-width: 1.2;
      stroke-dasharray: 6 4;
      opacity: 0.75;
    }
    text {
      fill: var(--ink-soft);
      font-family: var(--font-display);
      font-size: 12px;
    }
    .iso-label {
      font-size: 11px;
    }
    .field-label {
      font-size: 13px;
      letter-spacing: 0.06em;
      font-weight: 600;
      opacity: 0.75;
    }
  `,
})
export class DiagramLayer {
  readonly plane = input.required<Plane>({ alias: 'vaDiagramLayer' });

  private readonly wrc = computed(() => this.plane().diagram === 'wrc');
  private pathOf(points: Parameters<typeof lineOf>[0]): string {
    return lineOf(points, this.plane().x, this.plane().y);
  }

  protected readonly isoLines = computed(() =>
    (this.wrc()
      ? WRC1992_ISO_LINES.filter(({ value }) => value <= DENSE_TO || value % 10 === 0)
      : SCHAEFFLER_ISO_LINES
    ).map(({ value, points }) => ({ value, path: this.pathOf(points) })),
  );
  protected readonly borders = computed(() =>
    this.wrc() ? WRC1992_MODE_BORDERS.map(({ name, points }) => ({ name, path: this.pathOf(points) })) : [],
  );
  protected readonly fields = computed(() =>
    this.wrc() ? [] : SCHAEFFLER_FIELDS.map(({ name, polygon }) => ({ name, path: `${this.pathOf(polygon)}Z` })),
  );
  protected readonly fieldLabels = computed<readonly Label[]>(() => {
    const { diagram, x, y } = this.plane();
    return FIELD_NAMES[diagram].map(([cr, ni, text]) => ({ x: x(cr), y: y(ni), text }));
  });
  protected readonly isoLabels = computed<readonly Label[]>(() => {
    const { window, x, y } = this.plane();
    const lines = this.wrc()
      ? WRC1992_ISO_LINES.filter(({ value }) => LABELLED_FERRITE.has(value))
      : SCHAEFFLER_ISO_LINES;
    return lines.flatMap(({ value, points }) => {
      const end = points[points.length - 1];
      if (!end) return [];
      return [
        {
          x: Math.min(x(Math.min(end[0], window.x[1])) - 4, WIDTH - 34),
          y: Math.max(PLOT.top + 11, y(end[1]) + 3),
          text: `${value}${this.wrc() ? '' : ' %'}`,
        },
      ];
    });
  });
}
