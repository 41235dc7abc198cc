import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { JOINTS, type BackShielding } from '@variatum/metallurgy';
import { minutesWords, ppmWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JointStore } from '../../job/stores';
import { Panel } from '../../kit/panel';
import { WorkshopStore } from '../../settings/workshop-store';
import { PurgePlanning } from '../../planning';

/** Ways to shield the back side by side: oxygen, colour, minutes, gas, and what each forgives. */
@Component({
  selector: 'va-back-ways',
  imports: [NzButtonModule, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Ways to shield the back" heading="Or shield the back otherwise">
      <div class="scroll" tabindex="0" role="group" aria-label="Ways to shield the back, a table">
        <table>
          <thead>
            <tr>
              <th scope="col">Way</th>
              <th scope="col">Oxygen, ppm</th>
              <th scope="col">Colour inside</th>
              <th scope="col">Set up and wait</th>
              <th scope="col">Gas</th>
              @if (currency(); as unit) {
                <th scope="col">Hands, {{ unit }}</th>
              }
              <th scope="col">Forgives</th>
              <th scope="col"><span class="hidden-text">Take it</span></th>
            </tr>
          </thead>
          <tbody>
            @for (way of ways(); track way.way) {
              <tr [class.chosen]="way.way === chosen()">
                <th scope="row">{{ way.title }}</th>
                <td class="figure">{{ way.oxygen }}</td>
                <td>{{ way.tint.words }}</td>
                <td class="figure">{{ way.time }}</td>
                <td class="figure">{{ way.gas }}</td>
                @if (currency()) {
                  <td class="figure">{{ way.money === null ? '' : way.money.toFixed(0) }}</td>
                }
                <td class="small">{{ way.forgives }}</td>
                <td>
                  @if (way.way === chosen()) {
                    <span class="small soft">taken</span>
                  } @else {
                    <button nz-button type="button" [attr.aria-label]="'Take ' + way.title" (click)="take(way.way)">
                      Take
                    </button>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      </div>
      <p class="small soft">Oxygen of boxes, metal and paste, and the minutes, are estimates: they order the ways.</p>
    </va-panel>
  `,
  styles: `
    .scroll {
      overflow-x: auto;
    }
    table {
      width: 100%;
      border-collapse: collapse;
      min-width: 720px;
    }
    th,
    td {
      text-align: left;
      padding: 6px 8px;
      border-top: 1px solid var(--line);
      vertical-align: baseline;
      font-weight: 400;
    }
    thead th {
      border: 0;
      font-size: 0.85rem;
      color: var(--ink-soft);
    }
    tbody th {
      font-weight: 650;
    }
    .chosen {
      background: var(--accent-wash);
    }
  `,
})
export class BackWays {
  private readonly planning = inject(PurgePlanning);
  private readonly joints = inject(JointStore);
  private readonly workshops = inject(WorkshopStore);
  protected readonly chosen = computed(() => this.joints.joint().backShielding ?? null);
  /** Said only where an hour or the gas has its price. */
  protected readonly currency = computed(() => {
    const rates = this.workshops.workshop()?.rates;
    return rates?.labourPerHour || rates?.gasPerCubicMetre ? rates.currency || 'money' : null;
  });
  protected readonly ways = computed(() =>
    this.planning.ways().map((way) => ({
      ...way,
      title: JOINTS.backShielding[way.way].title,
      oxygen: way.ppm[0] === way.ppm[1] ? ppmWords(way.ppm[0]) : `${ppmWords(way.ppm[0])} to ${ppmWords(way.ppm[1])}`,
      time:
        way.minutes[1] === 0
          ? 'none'
          : `${minutesWords(way.minutes[0])} to ${way.minutes[1] === null ? 'never' : minutesWords(way.minutes[1])}`,
      gas: way.gasL > 0 ? `${Math.round(way.gasL)} L` : 'none',
    })),
  );

  protected take(backShielding: BackShielding): void {
    this.joints.describe({ backShielding });
  }
}
