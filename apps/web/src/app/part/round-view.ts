import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { LaidJoint, Shade } from '@variatum/metallurgy';
import { FrameSize } from '../kit/frame-size';
import { roundPicture } from './round-picture';

/**
 * The seam as it is welded: a ring as a clock face, a straight seam as a strip, with what stands in the way of the
 * torch.
 */
@Component({
  selector: 'va-round-view',
  hostDirectives: [FrameSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let drawn = picture();
    <svg role="img" [attr.aria-label]="label()" [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height">
      @if (oldWeld()) {
        <path class="old" [attr.d]="drawn.d" [attr.stroke-width]="drawn.width + 12" />
      }
      <path class="band" [class.crackband]="crack()" [attr.d]="drawn.d" [attr.stroke-width]="drawn.width" />
      @for (shade of drawn.shades; track $index) {
        <path class="shade" [attr.d]="shade.d" [attr.stroke-width]="drawn.width" />
        <text class="inway" [attr.x]="shade.at[0]" [attr.y]="shade.at[1] + 4">{{ shade.letter }}</text>
      }
      <path class="ticks" [attr.d]="drawn.ticks" />
      @for (hour of drawn.hours; track hour.words) {
        <text class="hour" [attr.x]="hour.at[0]" [attr.y]="hour.at[1]">{{ hour.words }}</text>
      }
      <text class="length" [attr.x]="drawn.middle[0]" [attr.y]="drawn.middle[1]">{{ length() }}</text>
      <text class="note" [attr.x]="drawn.middle[0]" [attr.y]="drawn.middle[1] + 18">{{ note() }}</text>
    </svg>
  `,
  styleUrl: './part.css',
  styles: `
    :host {
      display: block;
      position: relative;
      min-height: 0;
      overflow: hidden;
    }
    svg {
      position: absolute;
      width: 100%;
      height: 100%;
    }
    .band {
      fill: none;
      stroke: color-mix(in srgb, var(--tint-blue) 24%, var(--raised));
    }
    .crackband {
      stroke: color-mix(in srgb, var(--do-not) 30%, var(--raised));
    }
    .old {
      opacity: 0.35;
    }
    .shade {
      fill: none;
      stroke: color-mix(in srgb, var(--high) 55%, var(--raised));
    }
    .inway {
      fill: var(--high);
      font-size: 12px;
      font-weight: 700;
    }
    .ticks {
      fill: none;
      stroke: var(--line-strong);
      stroke-width: 1.4;
    }
    .hour {
      fill: var(--ink-soft);
    }
    .length {
      font-weight: 700;
      font-size: 15px;
    }
    .note {
      fill: var(--ink-soft);
      font-size: 12.5px;
    }
    @media print {
      .band,
      .shade {
        stroke: #999;
      }
    }
  `,
})
export class RoundView {
  readonly joint = input.required<LaidJoint>();
  readonly shades = input<readonly (Shade & { readonly letter: string })[]>([]);
  /** Length of the seam in words. */
  readonly length = input.required<string>();
  readonly note = input('');
  readonly oldWeld = input(false);
  readonly crack = input(false);
  protected readonly size = inject(FrameSize).value;
  protected readonly picture = computed(() =>
    roundPicture({ joint: this.joint(), ...this.size(), shades: this.shades() }),
  );
  protected readonly label = computed(() => {
    const { closed } = this.picture();
    const inWay = this.shades().map(
      ({ letter, hours }) => `${letter} stands in the way at ${hours.join(', ')} o’clock`,
    );
    return [`The seam ${closed ? 'as a clock face' : 'as a strip'}: ${this.length()}`, this.note(), ...inWay]
      .filter(Boolean)
      .join('; ');
  });
}
