import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { JudgedPlan } from '@variatum/metallurgy';
import { FrameSize } from '../kit/frame-size';
import { orderPicture, type ClosedStretch } from './order-picture';
import { placeWords } from './seam-places';

/**
 * An order on the ring or along the seam: numbers, arrows, tacks, where it pulls, and the run that burns at a moment.
 */
@Component({
  selector: 'va-order-round',
  hostDirectives: [FrameSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let drawn = picture();
    <svg role="img" [attr.aria-label]="label()" [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height">
      @for (part of drawn.closed; track $index) {
        <path
          class="closed"
          [class.left]="part.why === 'left'"
          [attr.d]="part.d"
          [attr.stroke-width]="drawn.band + 12"
        />
      }
      @for (run of drawn.runs; track $index) {
        <path
          class="run"
          [class.other]="run.person === 1"
          [class.lit]="lit().includes($index)"
          [attr.d]="run.d"
          [attr.stroke-width]="drawn.band"
        />
        <path class="arrow" [attr.d]="run.arrow" />
        <circle class="disc" r="11" [attr.cx]="run.at[0]" [attr.cy]="run.at[1]" />
        @if (run.turn) {
          <path class="turn" [attr.d]="run.turn" />
        }
        <text class="number" [attr.x]="run.at[0]" [attr.y]="run.at[1] + 5">{{ run.number }}</text>
      }
      @for (tack of drawn.tacks; track $index) {
        <path class="tack" [attr.d]="'M' + (tack.at[0] - 4) + ' ' + (tack.at[1] - 4) + 'l8 8m0 -8l-8 8'" />
      }
      @for (hour of drawn.hours; track hour.words) {
        <text class="hour" [attr.x]="hour.at[0]" [attr.y]="hour.at[1]">{{ hour.words }}</text>
      }
      @if (drawn.pull; as pull) {
        <path class="pull" [attr.d]="pull.d" />
        <text class="pulls" [attr.x]="pull.at[0]" [attr.y]="pull.at[1] + 4">{{ pullWords() }}</text>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      overflow: hidden;
    }
    svg {
      position: absolute;
      width: 100%;
      height: 100%;
      font-family: var(--font-display);
    }
    .run {
      fill: none;
      stroke: color-mix(in srgb, var(--tint-blue) 26%, var(--raised));
    }
    .run.other {
      stroke: color-mix(in srgb, var(--tint-straw) 45%, var(--raised));
    }
    .run.lit {
      stroke: var(--tint-straw);
    }
    .closed {
      fill: none;
      stroke: color-mix(in srgb, var(--ink-soft) 24%, transparent);
      stroke-dasharray: 4 3;
    }
    .closed.left {
      stroke: color-mix(in srgb, var(--do-not) 42%, transparent);
      stroke-dasharray: none;
    }
    .turn {
      fill: none;
      stroke: var(--accent);
      stroke-width: 2.5;
    }
    .arrow,
    .pull,
    .tack {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2;
    }
    .tack {
      stroke: var(--tint-brown, var(--ink-soft));
    }
    .pull {
      stroke: var(--do-not);
      stroke-width: 2.5;
    }
    .disc {
      fill: var(--raised);
      stroke: var(--ink);
    }
    text {
      text-anchor: middle;
      fill: var(--ink);
      font-size: 13px;
    }
    .number {
      font-weight: 700;
    }
    .hour {
      fill: var(--ink-soft);
    }
    .pulls {
      fill: var(--do-not);
      font-weight: 650;
    }
  `,
})
export class OrderRound {
  readonly kind = input.required<'ring' | 'line'>();
  readonly lengthMm = input.required<number>();
  readonly plan = input.required<JudgedPlan>();
  readonly tacks = input<readonly number[]>([]);
  /** Pull in words of the workshop's units. */
  readonly pullWords = input('');
  /** Moment that is looked at, s; null: none. */
  readonly nowS = input<number | null>(null);
  /** Stretches that are out of reach, or stay free. */
  readonly closed = input<readonly ClosedStretch[]>([]);
  /** Whether the part is turned before each run of a pass. */
  readonly turned = input<readonly boolean[]>([]);
  protected readonly size = inject(FrameSize).value;
  private readonly runs = computed(() => this.plan().runs.filter(({ pass }) => pass === 0));
  protected readonly picture = computed(() => {
    const { pull } = this.plan().judged;
    return orderPicture({
      kind: this.kind(),
      lengthMm: this.lengthMm(),
      runs: this.runs(),
      turned: this.turned(),
      closed: this.closed(),
      tacks: this.tacks(),
      pull,
      ...this.size(),
    });
  });
  /** Which runs of the pass burn at the moment looked at; of a later pass the run over the same place. */
  protected readonly lit = computed(() => {
    const now = this.nowS();
    if (now === null) return [];
    const burning = this.plan().judged.runs.filter(({ startS, endS }) => now >= startS && now <= endS);
    return this.runs().flatMap(({ fromMm, toMm, person }, index) =>
      burning.some((run) => run.fromMm === fromMm && run.toMm === toMm && run.person === person) ? [index] : [],
    );
  });
  protected readonly label = computed(() => {
    const seam = { kind: this.kind(), lengthMm: this.lengthMm() };
    const turned = this.turned();
    const runs = this.runs().map(
      ({ fromMm, toMm }, index) =>
        `${index + 1}: ${turned[index] ? 'turn the part, ' : ''}from ${placeWords(seam, fromMm)} to ` +
        placeWords(seam, toMm),
    );
    return `Order of a pass, ${this.plan().title}. ${runs.join('; ')}. ${this.pullWords()}`;
  });
}
