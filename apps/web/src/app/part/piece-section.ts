import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatLength, type LengthUnit } from '@variatum/metallurgy';
import { SECTION_HEIGHT, SECTION_WIDTH, sectionOf, type SectionPiece } from './section-geometry';
import { newId } from '../kit/new-id';

/** A piece cut across, to scale, with its sizes and a scale bar. */
@Component({
  selector: 'va-piece-section',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (section(); as section) {
      <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="words()">
        <defs>
          <pattern [id]="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" class="metal" />
            <path d="M0 0V7" class="cut" />
          </pattern>
        </defs>
        <path [attr.d]="section.metal" fill-rule="evenodd" [attr.fill]="'url(#' + hatch + ')'" class="outline" />
        @for (size of sizes(); track size.what) {
          <path [attr.d]="size.line" class="measure" />
          <text [attr.x]="size.x" [attr.y]="size.y" [attr.text-anchor]="size.anchor">{{ size.text }}</text>
        }
        <path [attr.d]="bar()" class="measure" />
        <text x="236" y="132" text-anchor="end" class="soft">{{ format(section.barMm) }}</text>
      </svg>
    } @else {
      <p class="soft small">Give a size, and the piece stands here in section.</p>
    }
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 300px;
      height: auto;
    }
    .metal {
      fill: var(--accent-wash);
    }
    .cut {
      stroke: var(--ink-soft);
      stroke-width: 1;
    }
    .outline {
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    .measure {
      stroke: var(--ink);
      stroke-width: 1;
      fill: none;
    }
    text {
      font: 600 12px var(--font-display);
      fill: var(--ink);
    }
    .soft {
      fill: var(--ink-soft);
    }
  `,
})
export class PieceSection {
  readonly piece = input.required<SectionPiece & { readonly name: string }>();
  readonly unit = input<LengthUnit>('mm');
  protected readonly width = SECTION_WIDTH;
  protected readonly height = SECTION_HEIGHT;
  protected readonly hatch = newId('hatch');
  protected readonly section = computed(() => sectionOf(this.piece()));

  protected readonly sizes = computed(() =>
    (this.section()?.sizes ?? []).map(({ from, to, mm, what }) => {
      const [x1, y1] = from;
      const [x2, y2] = to;
      const across = y1 === y2;
      const text = this.format(mm);
      if (what === 'wall') {
        // Too thin to write in: led out to the right.
        const x = (x1 + x2) / 2;
        return {
          what,
          text,
          line: `M${x} ${y1}L${x2 + 16} ${y1 - 26}H${x2 + 24}`,
          x: x2 + 26,
          y: y1 - 22,
          anchor: 'start',
        };
      }
      return across
        ? {
            what,
            text,
            line: `M${x1} ${y1 - 4}V${y1 + 4}M${x1} ${y1}H${x2}M${x2} ${y1 - 4}V${y1 + 4}`,
            x: (x1 + x2) / 2,
            y: y1 + 17,
            anchor: 'middle',
          }
        : {
            what,
            text,
            line: `M${x1 - 4} ${y1}H${x1 + 4}M${x1} ${y1}V${y2}M${x1 - 4} ${y2}H${x1 + 4}`,
            x: x1 + 8,
            y: (y1 + y2) / 2 + 4,
            anchor: 'start',
          };
    }),
  );
  protected readonly bar = computed(() => {
    const section = this.section();
    if (!section) return '';
    const length = section.barMm * section.scale;
    return `M236 138v5M236 143H${236 - length}v-5`;
  });
  protected readonly words = computed(() => {
    const { name, form } = this.piece();
    const sizes = (this.section()?.sizes ?? []).map(({ what, mm }) => `${what} ${this.format(mm)}`);
    return `${name}${form ? `, ${form}` : ''}, in section to scale: ${sizes.join(', ')}`;
  });

  protected format(mm: number): string {
    return formatLength(mm, this.unit());
  }
}
