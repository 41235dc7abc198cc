import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import type { PoolCloud } from '@variatum/metallurgy';
import { ChoiceGroup, fieldBy } from '../kit/fields';
import { Axes } from './axes';
import { CloudLayer } from './cloud-layer';
import { cloudMarks, likelyPieces } from './cloud-marks';
import { DiagramLayer } from './diagram-layer';
import { type DiagramName, WINDOWS } from './map-geometry';
import { MapKey } from './map-key';
import { HEIGHT, inWindow, planeOf, PLOT, WIDTH } from './map-plane';

/**
 * Constitution map: iso-ferrite lines, cloud of pools, and tie lines from the pieces over the melted base to the rod.
 */
@Component({
  selector: 'va-constitution-map',
  imports: [Axes, ChoiceGroup, CloudLayer, DiagramLayer, MapKey],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row between">
      <h3>Constitution map</h3>
      <va-choice-group label="Diagram" quiet [options]="names" [of]="shown" />
    </div>
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="words()">
      <defs>
        <clipPath id="map-clip">
          <rect [attr.x]="plot.left" [attr.y]="plot.top" [attr.width]="plot.width" [attr.height]="plot.height" />
        </clipPath>
      </defs>
      <g [vaDiagramLayer]="plane()"></g>
      <g [vaCloudLayer]="marks()"></g>
      <g [vaAxes]="plane()"></g>
    </svg>
    <va-map-key [modes]="diagram() === 'wrc'" [offMap]="marks().offMap" />
  `,
  styles: `
    :host {
      display: block;
    }
    .between {
      margin-bottom: var(--space-2);
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
      background: var(--raised);
      border-radius: var(--corner);
    }
  `,
})
export class ConstitutionMap {
  readonly cloud = input.required<PoolCloud>();

  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly plot = PLOT;
  protected readonly names = [
    { value: 'wrc', title: 'WRC-1992' },
    { value: 'schaeffler', title: 'Schaeffler' },
  ] as const;

  /** Diagram chosen by hand; until then the one that shows every likely piece. */
  private readonly chosen = signal<DiagramName | null>(null);
  protected readonly diagram = computed<DiagramName>(
    () =>
      this.chosen() ??
      (likelyPieces(this.cloud()).every(({ position }) => inWindow(position.wrc, WINDOWS.wrc)) ? 'wrc' : 'schaeffler'),
  );
  protected readonly shown = fieldBy<DiagramName>(this.diagram, (name) => this.chosen.set(name));
  protected readonly plane = computed(() => planeOf(this.diagram()));
  protected readonly marks = computed(() => cloudMarks(this.cloud(), this.plane()));
  protected readonly words = computed(() => {
    const numbers = this.cloud()
      .pools.map(({ ferriteNumber }) => ferriteNumber)
      .sort((left, right) => left - right);
    const at = (share: number): number => Math.round(numbers[Math.floor(share * (numbers.length - 1))] ?? 0);
    return (
      `Constitution map after ${this.plane().window.title}. Rod ${this.cloud().rod ?? 'none'}; pools from ferrite ` +
      `number ${at(0.05)} to ${at(0.95)}, middle ${at(0.5)}.`
    );
  });
}
