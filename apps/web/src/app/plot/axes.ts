import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { HEIGHT, PLOT, type Plane } from './map-plane';

/** The two axes of a diagram with their ticks and titles, and the frame around it. */
@Component({
  selector: '[vaAxes]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (tick of ticks(); track $index) {
      <svg:path [attr.d]="tick.mark" />
      <svg:text [attr.x]="tick.x" [attr.y]="tick.y" [attr.text-anchor]="tick.anchor">{{ tick.value }}</svg:text>
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
    path {
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
  protected readonly ticks = computed(() => {
    const { x, y, xTicks, yTicks } = this.plane();
    return [
      ...xTicks.map((value) => ({
        value,
        mark: `M${x(value)} ${PLOT.bottom}v5`,
        x: x(value),
        y: PLOT.bottom + 18,
        anchor: 'middle',
      })),
      ...yTicks.map((value) => ({
        value,
        mark: `M${PLOT.left - 5} ${y(value)}h5`,
        x: PLOT.left - 8,
        y: y(value) + 4,
        anchor: 'end',
      })),
    ];
  });
  protected readonly plot = PLOT;
  protected readonly height = HEIGHT;
}
