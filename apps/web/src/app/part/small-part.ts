import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { layOut, type Assembly } from '@variatum/metallurgy';
import { type JointWords, kindOfJoint, type PieceWords, wholePicture } from '@variatum/presentation';

const WIDTH = 220;
const HEIGHT = 96;

/** A part in small, without words: for a card, or to choose by. */
@Component({
  selector: 'va-small-part',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let drawn = picture();
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" aria-hidden="true">
      @for (piece of drawn.pieces; track piece.id + piece.copy) {
        <g class="piece" [class.unknown]="!piece.known" [class.open]="piece.open" [attr.data-piece]="piece.order % 4">
          <path class="metal" fill-rule="evenodd" [attr.d]="piece.d" />
          @for (line of piece.breaks; track line) {
            <path class="gap" [attr.d]="line" />
            <path class="edge" [attr.d]="line" />
          }
        </g>
      }
      @for (joint of drawn.joints; track joint.id) {
        <g [class.crack]="joint.kind === 'crack'" [class.decided]="joint.decided">
          <path class="seam" [attr.d]="joint.d" />
        </g>
      }
    </svg>
  `,
  styleUrl: './part.css',
  styles: `
    :host {
      display: block;
    }
    svg {
      width: 100%;
      height: 96px;
    }
    .piece {
      cursor: inherit;
    }
    .metal {
      stroke-width: 1.2;
    }
    .unknown .metal {
      stroke-dasharray: 4 3;
    }
    .seam {
      stroke-width: 2.6;
    }
  `,
})
export class SmallPart {
  readonly assembly = input.required<Assembly>();
  /** What is said of pieces and joints, for their colours; left out: nothing. */
  readonly pieces = input<ReadonlyMap<string, PieceWords>>(new Map());
  readonly joints = input<ReadonlyMap<string, JointWords>>(new Map());
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly picture = computed(() => {
    const assembly = this.assembly();
    const pieces = new Map<string, PieceWords>(
      assembly.pieces.map(({ id }, order) => [
        id,
        this.pieces().get(id) ?? { letter: '', order, words: '', open: false },
      ]),
    );
    const joints = new Map<string, JointWords>(
      assembly.joints.map(({ id, type }) => {
        const plain = { number: '', kind: kindOfJoint(type), oldWeld: false, decided: false };
        return [id, this.joints().get(id) ?? plain];
      }),
    );
    return wholePicture({
      layout: layOut(assembly),
      width: WIDTH,
      height: HEIGHT,
      pieces,
      joints,
      spots: [],
      small: true,
    });
  });
}
