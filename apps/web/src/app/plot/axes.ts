import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { HEIGHT, PLOT, type Plane } from './map-plane';

/** The two axes of a diagram with their ticks and titles, and the frame around it. */
@Component({
  selector: '[vaAxes]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (tick of plane().xTicks; track tick) {
      <svg:line
        [attr.x1]="plane().x(tick)"
        [attr.x2]="plane().x(tick)"
        [attr.y1]="plot.bottom"
        [attr.y2]="plot.bottom + 5"
      />
      <svg:text [attr.x]="plane().x(tick)" [attr.y]="plot.bottom + 18" text-anchor="middle">{{ tick }}</svg:text>
    }
    @for (tick of plane().yTicks; track tick) {
      <svg:line
        [attr.y1]="plane().y(tick)"
        [attr.y2]="plane().y(tick)"
        [attr.x1]="plot.left - 5"
        [attr.x2]="plot.left"
      />
      <svg:text [attr.x]="plot.left - 8" [attr.y]="plane().y(tick) + 4" text-anchor="end">{{ tick }}</svg:text>
    }
    <svg:rect
      [attr.x]="plot.left"
      [attr.y]="plot.top"
      [attr.width]="plot.width"
      [attr.height]="plot.height"
      class="frame"
    />
    <svg:text [attr.x]="plot.left + plot.width / 2" [attr.y]="height - 6" text-anchor="middle">
      {{ plane().window.xTitle }}
    </svg:text>
    <svg:text transform="rotate(-90)" [attr.x]="-(plot.top + plot.height / 2)" y="13" text-anchor="middle">
      {{ plane().window.yTitle }}
    </svg:text>
  `,
  styles: `
    text {
      fill: var(--ink-soft);
      font-family: var(--font-display);
      font-size: 12px;
    }
    line {
      stroke: var(--line-strong);
    }
    .frame {
      fill: none;
      stroke: var(--line-strong);
    }
  `,
})
export class Axes {
  readonly plane = input.required<Plane>({ alias: 'vaAxes' });
  protected readonly plot = PLOT;
  protected readonly height = HEIGHT;
}
