import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatLength } from '@variatum/metallurgy';
import { WorkshopStore } from '../../settings/workshop-store';
import { OrderPlanning } from '../../planning';
import { TINT_COLOURS } from './heat-colours';

/**
 * What follows from the heat: colours beside the bead, what it does to each metal, and the same pool made colder and
 * hotter.
 */
@Component({
  selector: 'va-heat-follows',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (planning.heat().answer; as heat) {
      <section class="panel" aria-label="Colours beside the bead">
        <p class="small soft">Colours beside the bead</p>
        <div class="bands" data-testid="tints">
          @for (side of tints(); track $index) {
            <p class="small">
              <span class="soft">{{ side.words }}</span>
              @for (band of side.bands; track band.tint) {
                <span
                  class="band"
                  [style.background]="band.colour"
                  [style.flex-grow]="band.wide"
                  [title]="band.words"
                ></span>
              } @empty {
                <span>bright</span>
              }
              <span class="figure">{{ side.reach }}</span>
            </p>
          }
        </div>
      </section>
      <section class="panel" aria-label="What the heat does">
        <p class="small soft head">What it does</p>
        <ul class="said" data-testid="heat-remarks">
          @for (remark of heat.remarks; track $index) {
            <li [attr.data-level]="remark.level">{{ remark.words }}</li>
          }
        </ul>
        <table class="small">
          <caption>The same pool, colder and hotter</caption>
          <thead>
            <tr>
              <th scope="col">A</th>
              <th scope="col">mm/s</th>
              <th scope="col">kJ/mm</th>
              <th scope="col">coloured</th>
              <th scope="col">850–550 °C</th>
            </tr>
          </thead>
          <tbody>
            @for (pace of paces(); track pace.amps) {
              <tr>
                <th scope="row">{{ pace.amps }}</th>
                <td>{{ pace.travel }}</td>
                <td>{{ pace.input }}</td>
                <td>{{ pace.coloured }}</td>
                <td>{{ pace.seconds }}</td>
              </tr>
            }
          </tbody>
        </table>
      </section>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
      gap: var(--space-3);
    }
    .panel {
      background: var(--raised);
      padding: 8px var(--space-3);
      display: grid;
      gap: 6px;
      align-content: start;
    }
    .bands p {
      display: flex;
      gap: 0;
      align-items: center;
      min-height: 22px;
    }
    .bands .soft {
      flex: 0 0 132px;
    }
    .band {
      flex: 0 1 0;
      height: 14px;
      min-width: 3px;
    }
    .bands .figure {
      margin-left: 8px;
    }
    .said {
      list-style: none;
      display: grid;
      gap: 4px;
      font-size: 0.92rem;
    }
    .said li {
      padding-left: 10px;
      border-left: 4px solid var(--line-strong);
    }
    .said li[data-level='watch'] {
      border-color: var(--tint-straw);
    }
    .said li[data-level='high'] {
      border-color: var(--do-not);
    }
    table {
      border-collapse: collapse;
      width: 100%;
    }
    caption {
      text-align: left;
      caption-side: top;
      color: var(--ink-soft);
      padding: 6px 0 2px;
    }
    th,
    td {
      text-align: right;
      padding: 2px 4px;
      font-weight: 500;
      border-bottom: 1px solid var(--line);
    }
    @media (max-width: 700px) {
      :host {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class HeatFollows {
  protected readonly planning = inject(OrderPlanning);
  private readonly workshops = inject(WorkshopStore);
  private readonly lengthUnit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');

  /** Colours of each side, outside and inside, from the bead outwards. */
  protected readonly tints = computed(() => {
    const heat = this.planning.heat().answer;
    if (!heat) return [];
    const unit = this.lengthUnit();
    const row = (words: string, bands: (typeof heat.sides)[number]['outside']) => ({
      words,
      bands: bands.map(({ tint, fromMm, toMm }) => ({
        tint,
        colour: TINT_COLOURS[tint] ?? '#777',
        wide: toMm - fromMm,
        words: `${tint}: ${fromMm.toFixed(1)} to ${toMm.toFixed(1)} mm from the seam`,
      })),
      reach: bands.length === 0 ? '' : `to ${formatLength(Math.round(bands[bands.length - 1]!.toMm), unit)}`,
    });
    return heat.sides.flatMap(({ outside, inside }, index) => [
      row(`Side ${this.planning.letter(index as 0 | 1)}, outside`, outside),
      row(
        `Side ${this.planning.letter(index as 0 | 1)}, ${inside.length === 0 ? 'inside, gas' : 'inside, air'}`,
        inside,
      ),
    ]);
  });
  protected readonly paces = computed(() =>
    (this.planning.heat().answer?.paces ?? []).map(({ amps, travelMmPerS, heatInputKjPerMm, colouredMm, seconds }) => ({
      amps,
      travel: travelMmPerS.toFixed(1),
      input: heatInputKjPerMm.toFixed(2),
      coloured: formatLength(Math.round(colouredMm), this.lengthUnit()),
      seconds: `${seconds.toFixed(0)} s`,
    })),
  );
}
