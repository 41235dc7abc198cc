import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { CloudMarks } from './cloud-marks';

/** Where the pools may lie, the pieces, the rod, and the lines between them. */
@Component({
  selector: '[vaCloudLayer]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg:g clip-path="url(#map-clip)">
      @for (band of marks().bands; track $index) {
        <svg:path [attr.d]="band" class="band" />
      }
      @for (dot of marks().dots; track $index) {
        <svg:circle [attr.cx]="dot.x" [attr.cy]="dot.y" r="1.8" class="dot" />
      }
      @for (tie of marks().ties; track $index) {
        <svg:line
          [attr.x1]="tie.from.x"
          [attr.y1]="tie.from.y"
          [attr.x2]="tie.to.x"
          [attr.y2]="tie.to.y"
          class="tie"
          [class.rod]="tie.rod"
        />
      }
      @for (piece of marks().pieces; track $index) {
        <svg:g [attr.data-piece]="piece.piece" [style.opacity]="piece.opacity">
          <svg:rect [attr.x]="piece.x - 5" [attr.y]="piece.y - 5" width="10" height="10" class="piece" />
        </svg:g>
      }
      @if (marks().filler; as mark) {
        <svg:path [attr.d]="'M' + (mark.x - 8) + ' ' + mark.y + 'l8 -8 8 8 -8 8Z'" class="filler" />
      }
    </svg:g>
    @for (label of marks().labels; track $index) {
      <svg:text [attr.x]="label.x" [attr.y]="label.y" class="mark-label">{{ label.text }}</svg:text>
    }
  `,
  styles: `
    .band {
      fill: var(--tint-straw);
      opacity: 0.24;
    }
    .dot {
      fill: var(--tint-gold);
      opacity: 0.55;
    }
    .tie {
      stroke: var(--ink-soft);
      stroke-width: 1.2;
      stroke-dasharray: 2 3;
    }
    .tie.rod {
      stroke: var(--ink);
      stroke-width: 1.6;
      stroke-dasharray: none;
    }
    .piece {
      fill: var(--piece);
      stroke: var(--raised);
      stroke-width: 1.5;
    }
    .filler {
      fill: var(--tint-purple);
      stroke: var(--raised);
      stroke-width: 1.5;
    }
    text {
      fill: var(--ink-soft);
      font-family: var(--font-display);
    }
    .mark-label {
      fill: var(--ink);
      font-size: 13px;
      font-weight: 650;
      paint-order: stroke;
      stroke: var(--raised);
      stroke-width: 3px;
    }
  `,
})
export class CloudLayer {
  readonly marks = input.required<CloudMarks>({ alias: 'vaCloudLayer' });
}
