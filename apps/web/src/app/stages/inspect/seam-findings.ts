import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { LineState } from '@variatum/metallurgy';
import { pathOf } from '@variatum/presentation';
import { FrameSize } from '../../kit/frame-size';
import { orderPicture, placeWords } from '../../planning';

/** Steps of a key along a seam, with and without shift. */
const LARGE_STEPS = 12;
const SMALL_STEPS = 60;

/** A finding as it stands on the seam. */
export interface SeamFinding {
  readonly id: string;
  readonly atMm: number | null;
  readonly state: LineState;
  readonly words: string;
  readonly number: number;
}

const STEPS = 180;

/**
 * The seam with what was found where: a tap says where the next finding is. Arrow keys move the place, Delete takes it
 * back.
 */
@Component({
  selector: 'va-seam-findings',
  hostDirectives: [FrameSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let drawn = picture();
    <svg
      role="slider"
      tabindex="0"
      aria-label="Place on the seam"
      aria-valuemin="0"
      [attr.aria-valuemax]="lengthMm().toFixed(0)"
      [attr.aria-valuenow]="(atMm() ?? 0).toFixed(0)"
      [attr.aria-valuetext]="said()"
      [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height"
      (click)="tap($event)"
      (keydown)="key($event)"
    >
      <path class="seam" [attr.d]="drawn.path" [attr.stroke-width]="drawn.band" />
      @for (hour of drawn.hours; track hour.words) {
        <text class="hour" [attr.x]="hour.at[0]" [attr.y]="hour.at[1]">{{ hour.words }}</text>
      }
      @for (mark of drawn.marks; track mark.id) {
        <g class="mark" [attr.data-state]="mark.state">
          <circle r="13" [attr.cx]="mark.at[0]" [attr.cy]="mark.at[1]" />
          <text [attr.x]="mark.at[0]" [attr.y]="mark.at[1] + 5">{{ mark.number }}</text>
        </g>
      }
      @if (drawn.here; as here) {
        <path
          class="here"
          [attr.d]="'M' + (here[0] - 18) + ' ' + here[1] + 'h36M' + here[0] + ' ' + (here[1] - 18) + 'v36'"
        />
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      overflow: hidden;
      min-height: 0;
    }
    svg {
      position: absolute;
      width: 100%;
      height: 100%;
      font-family: var(--font-display);
      cursor: crosshair;
      touch-action: manipulation;
    }
    .seam {
      fill: none;
      stroke: var(--line-strong);
    }
    text {
      text-anchor: middle;
      fill: var(--ink-soft);
      font-size: 13px;
    }
    .mark circle {
      fill: var(--raised);
      stroke: var(--low);
      stroke-width: 3;
    }
    .mark[data-state='close'] circle {
      stroke: var(--watch);
      stroke-dasharray: 5 3;
    }
    .mark[data-state='missed'] circle {
      fill: var(--do-not-wash);
      stroke: var(--do-not);
    }
    .mark text {
      fill: var(--ink);
      font-weight: 700;
    }
    .here {
      stroke: var(--accent);
      stroke-width: 3;
    }
  `,
})
export class SeamFindings {
  readonly kind = input.required<'ring' | 'line'>();
  readonly lengthMm = input.required<number>();
  readonly findings = input.required<readonly SeamFinding[]>();
  readonly atMm = input.required<number | null>();
  /** A place was tapped, mm along the seam; null: taken back. */
  readonly placed = output<number | null>();

  protected readonly size = inject(FrameSize).value;
  private readonly seam = computed(() => ({ kind: this.kind(), lengthMm: this.lengthMm() }));
  private readonly frame = computed(() =>
    orderPicture({
      ...this.seam(),
      ...this.size(),
      runs: [],
      turned: [],
      closed: [],
      tacks: [],
      pull: { mm: 0, towards: 0 },
    }),
  );
  protected readonly picture = computed(() => {
    const { band, hours, placeAt } = this.frame();
    const length = this.lengthMm();
    const [here, seen] = [this.atMm(), this.findings()];
    return {
      band,
      hours,
      path: pathOf(Array.from({ length: STEPS + 1 }, (_, step) => placeAt((length * step) / STEPS))),
      here: here === null ? null : placeAt(here),
      marks: seen.flatMap((one) => (one.atMm === null ? [] : [{ ...one, at: placeAt(one.atMm) }])),
    };
  });
  protected readonly said = computed(() => {
    const at = this.atMm();
    const list = this.findings()
      .map(({ number, words }) => `${number}: ${words}`)
      .join('; ');
    return `${at === null ? 'all of the seam' : `at ${placeWords(this.seam(), at)}`}${list && `. Found: ${list}`}`;
  });

  protected tap(event: MouseEvent): void {
    const frame = (event.currentTarget as Element).getBoundingClientRect();
    const [x, y] = [event.clientX - frame.left, event.clientY - frame.top];
    const length = this.lengthMm();
    const places = Array.from({ length: STEPS }, (_, step) => (length * step) / STEPS);
    const far = (mm: number): number => {
      const [px, py] = this.frame().placeAt(mm);
      return Math.hypot(px - x, py - y);
    };
    this.placed.emit(Math.round(places.reduce((near, one) => (far(one) < far(near) ? one : near))));
  }

  protected key(event: KeyboardEvent): void {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (by === undefined && event.key !== 'Delete' && event.key !== 'Backspace') return;
    event.preventDefault();
    if (by === undefined) return this.placed.emit(null);
    const step = this.lengthMm() / (event.shiftKey ? LARGE_STEPS : SMALL_STEPS);
    this.placed.emit(Math.round(Math.min(this.lengthMm(), Math.max(0, (this.atMm() ?? 0) + by * step))));
  }
}
