import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Choice } from '@variatum/metallurgy';
import { rodName } from '@variatum/presentation';
import { RiskMark } from '../kit/marks/risk-mark';

const MOST_RODS = 6;
const SHOWN_FROM = 0.015;

/** Rod by hypothesis: ferrite, worst risk and regret in every cell; the best rod of each row is marked. */
@Component({
  selector: 'va-rod-matrix',
  imports: [RiskMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll" tabindex="0" role="region" aria-label="Rods against what the pieces may be">
      <table>
        <thead>
          <tr>
            <th scope="col">If it is</th>
            @for (rod of rods(); track $index) {
              <th scope="col" class="figure">{{ rod }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.key) {
            <tr>
              <th scope="row">
                <span class="figure">{{ row.grade }}</span>
                <span class="small soft">{{ row.who }}, {{ row.share }}</span>
              </th>
              @for (cell of row.cells; track $index) {
                <td [class.best]="cell.best">
                  <span class="figure">{{ cell.ferrite }}</span>
                  @if (cell.worst; as worst) {
                    <va-risk-mark [level]="worst" />
                  }
                  <span class="small soft">{{ cell.best ? 'best here' : cell.regret }}</span>
                </td>
              }
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    .scroll {
      overflow-x: auto;
      border: 1px solid var(--line);
      border-radius: var(--corner);
    }
    table {
      border-collapse: collapse;
      width: 100%;
      font-size: var(--size-small);
    }
    th,
    td {
      text-align: left;
      padding: 8px 10px;
      border-bottom: 1px solid var(--line);
      vertical-align: top;
    }
    thead th {
      background: var(--surface);
      position: sticky;
      top: 0;
    }
    tbody th {
      position: sticky;
      left: 0;
      background: var(--surface);
      min-width: 110px;
    }
    th span,
    td span {
      display: block;
    }
    td.best {
      background: var(--low-wash);
    }
    tbody tr:last-child > * {
      border-bottom: 0;
    }
  `,
})
export class RodMatrix {
  readonly choice = input.required<Choice>();
  readonly pieceNames = input.required<readonly string[]>();

  /** Rods whose weld metal no ferrite diagram covers: a number of theirs would mean nothing. */
  private readonly without = computed(
    () => new Set(this.choice().ranking.flatMap(({ rod, governing }) => (governing === 'none' ? [rod] : []))),
  );
  protected readonly rods = computed(() =>
    (this.choice().matrix[0]?.cells ?? []).slice(0, MOST_RODS).map(({ rod }) => rodName(rod)),
  );
  protected readonly rows = computed(() =>
    this.choice()
      .matrix.filter(({ probability }) => probability >= SHOWN_FROM)
      .map(({ piece, grade, coating, probability, best, cells }) => ({
        key: `${piece} ${grade} ${coating}`,
        grade: coating === 'bare' ? grade : `${grade}, ${coating}`,
        who: this.pieceNames()[piece] ?? `piece ${piece + 1}`,
        share: `${(100 * probability).toFixed(0)} %`,
        cells: cells.slice(0, MOST_RODS).map(({ rod, ferriteNumber, worst, regret }) => ({
          best: rod === best,
          ferrite: this.without().has(rod)
            ? 'no ferrite number'
            : `FN ${ferriteNumber.range90.map(Math.round).join('–')}`,
          worst: worst?.level ?? null,
          regret: regret < 0.01 ? 'as good' : `costs ${(100 * regret).toFixed(0)} points`,
        })),
      })),
  );
}
