import { ChangeDetectionStrategy, Component, computed, inject, resource } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Panel } from '../kit/panel';
import { ApiClient } from '../sync';
import { percent } from './learnt-words';

const SIDE = 260;
const FRAME = { left: 38, top: 10, size: SIDE - 56 };
const LEAST_TOP_FN = 15;
/** Of a mechanism that is hardly ever to blame nothing is said. */
const LEAST_COUNT = 0.1;

/** What was predicted against what was found: how far the program itself is to be believed. */
@Component({
  selector: 'va-calibration-panel',
  imports: [Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Predicted against found">
      @if (read.error()) {
        <p role="alert">It cannot be read just now: the server does not answer.</p>
      } @else if (lines(); as all) {
        @if (plot(); as drawn) {
          <svg
            role="img"
            [attr.viewBox]="'0 0 ' + side + ' ' + side"
            [attr.aria-label]="'Ferrite number found, over the one predicted: ' + drawn.points.length + ' beads'"
          >
            <path class="even" [attr.d]="drawn.even" />
            @for (point of drawn.points; track $index) {
              <path class="range" [attr.d]="point.range" />
              <circle [attr.cx]="point.x" [attr.cy]="point.y" r="3.5" [class.out]="point.out">
                <title>{{ point.title }}</title>
              </circle>
            }
            <rect
              class="frame"
              [attr.x]="frame.left"
              [attr.y]="frame.top"
              [attr.width]="frame.size"
              [attr.height]="frame.size"
            />
            @for (tick of drawn.ticks; track tick.value) {
              <text [attr.x]="frame.left - 5" [attr.y]="tick.y + 4" text-anchor="end">{{ tick.value }}</text>
              <text [attr.x]="tick.x" [attr.y]="frame.top + frame.size + 16" text-anchor="middle">
                {{ tick.value }}
              </text>
            }
            <text [attr.x]="frame.left + frame.size / 2" [attr.y]="side - 6" text-anchor="middle">FN predicted</text>
            <text transform="rotate(-90)" [attr.x]="-(frame.top + frame.size / 2)" y="11" text-anchor="middle">
              FN found
            </text>
          </svg>
        }
        <ul class="dashes" data-testid="calibration">
          @for (line of all; track line) {
            <li>{{ line }}</li>
          }
        </ul>
      } @else {
        <p class="soft">Being reckoned.</p>
      }
    </va-panel>
  `,
  styles: `
    svg {
      width: min(100%, 300px);
    }
    .frame {
      fill: none;
      stroke: var(--line-strong);
    }
    .even {
      stroke: var(--line-strong);
      stroke-dasharray: 4 4;
    }
    .range {
      stroke: var(--accent);
      stroke-width: 1.5;
      opacity: 0.5;
    }
    circle {
      fill: var(--accent);
    }
    circle.out {
      fill: var(--do-not);
    }
    text {
      font-size: 11px;
      fill: var(--ink-soft);
      font-family: var(--font-display);
    }
  `,
})
export class CalibrationPanel {
  private readonly api = inject(ApiClient);
  protected readonly side = SIDE;
  protected readonly frame = FRAME;
  protected readonly read = resource({ loader: () => firstValueFrom(this.api.ask('GET /calibration')) });
  private readonly known = computed(() => (this.read.hasValue() ? this.read.value() : null));

  protected readonly lines = computed(() => {
    const known = this.known();
    if (!known) return null;
    const { ferrite, identity, cracks, mechanisms } = known;
    return [
      ferrite.count === 0
        ? 'Ferrite: no bead of a decided joint was measured yet.'
        : `Ferrite: ${ferrite.inside} of ${ferrite.count} beads within the predicted 90 % range; on average ` +
          `${Math.abs(ferrite.off).toFixed(1)} FN ${ferrite.off < 0 ? 'below' : 'above'} the middle.`,
      identity.count === 0
        ? 'Metals: no tested piece is known by now.'
        : `Metals: of ${identity.count} tested pieces that are known by now the tests alone named ` +
          `${identity.right} right and had ${identity.inside} among the likeliest that hold 90 %; the right one ` +
          `was given ${percent(identity.chance)} % on average.`,
      cracks.count === 0
        ? 'Cracks: no decided joint was welded or seen again yet.'
        : `Cracks: ${cracks.expected.toFixed(1)} expected on ${cracks.count} joints, ${cracks.found} found.`,
      ...mechanisms
        .filter(({ count }) => count >= LEAST_COUNT)
        .map(
          ({ title, count, of, range90 }) =>
            `Gave out of ${title.toLowerCase()}: ${Number(count.toFixed(1))} of ${of} joints seen again, ` +
            `${range90.map(percent).join(' to ')} %.`,
        ),
    ];
  });

  protected readonly plot = computed(() => {
    const points = this.known()?.ferrite.points ?? [];
    if (points.length === 0) return null;
    const top = Math.max(LEAST_TOP_FN, ...points.flatMap(({ high, found }) => [high, found]));
    const step = [5, 10, 20, 50].find((one) => top / one <= 5) ?? 50;
    const x = (value: number): number => FRAME.left + (FRAME.size * Math.min(top, value)) / top;
    const y = (value: number): number => FRAME.top + FRAME.size - (FRAME.size * Math.min(top, value)) / top;
    return {
      even: `M${x(0)} ${y(0)}L${x(top)} ${y(top)}`,
      points: points.map(({ title, low, median, high, found }) => ({
        x: x(median),
        y: y(found),
        range: `M${x(low)} ${y(found)}H${x(high)}`,
        out: found < low || found > high,
        title: `${title}: ${Math.round(median)} predicted (${Math.round(low)} to ${Math.round(high)}), ${found} found`,
      })),
      ticks: Array.from({ length: Math.floor(top / step) + 1 }, (_, index) => ({
        value: index * step,
        x: x(index * step),
        y: y(index * step),
      })),
    };
  });
}
