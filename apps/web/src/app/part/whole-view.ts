import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { formatLength, type Layout, type LengthUnit, spotAt, type Spot } from '@variatum/metallurgy';
import { fromFrame, type JointWords, type PieceWords, type SpotMark, wholePicture } from '@variatum/presentation';
import { ArrowItem, ArrowRow } from '../kit/arrow-row';
import { FrameSize } from '../kit/frame-size';
import { PartMarksLayer, WORDS_ABOVE, type MovedMark, type PartMark } from './part-marks';

/**
 * The whole part, seen from the side and to scale: pieces with their letters, joints with their numbers, what was seen
 * where.
 */
@Component({
  selector: 'va-whole-view',
  imports: [ArrowItem, ArrowRow, PartMarksLayer],
  hostDirectives: [FrameSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      #svg
      vaArrowRow
      role="group"
      aria-label="The part, from the side: arrow keys go from piece to piece and joint to joint, Enter opens"
      [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height"
      [class.spotting]="spotting()"
    >
      @let drawn = picture();
      @for (piece of drawn.pieces; track piece.id + piece.copy) {
        <g
          class="piece"
          role="button"
          [class.chosen]="piece.id === chosenPiece()"
          [class.open]="piece.open"
          [class.unknown]="!piece.known"
          [attr.data-piece]="piece.order % 4"
          [attr.aria-pressed]="piece.id === chosenPiece()"
          [attr.aria-label]="'Piece ' + piece.letter + (piece.words ? ', ' + piece.words : '')"
          [vaArrowItem]="piece.id === chosenPiece() && piece.copy === 0"
          (click)="tapPiece(piece.id, piece.copy, $event)"
          (keydown.enter)="pieceChosen.emit({ id: piece.id, spot: null })"
          (keydown.space)="pieceChosen.emit({ id: piece.id, spot: null }); $event.preventDefault()"
        >
          <path class="metal" fill-rule="evenodd" [attr.d]="piece.d" />
          @if (piece.hidden) {
            <path class="hidden" [attr.d]="piece.hidden" />
          }
          @if (piece.edges) {
            <path class="edge" [attr.d]="piece.edges" />
          }
          @for (line of piece.breaks; track line) {
            <path class="gap" [attr.d]="line" />
            <path class="edge" [attr.d]="line" />
          }
        </g>
      }
      @for (joint of drawn.joints; track joint.id) {
        @if (joint.link) {
          <path class="link" [attr.d]="joint.link" />
        }
        <g
          class="joint"
          role="button"
          [class.chosen]="joint.id === chosenJoint()"
          [class.crack]="joint.kind === 'crack'"
          [class.decided]="joint.decided"
          [attr.data-weld]="joint.weld ?? null"
          [attr.aria-pressed]="joint.id === chosenJoint()"
          [attr.aria-label]="'Joint ' + joint.number"
          [vaArrowItem]="joint.id === chosenJoint()"
          (click)="jointChosen.emit(joint.id)"
          (keydown.enter)="jointChosen.emit(joint.id)"
          (keydown.space)="jointChosen.emit(joint.id); $event.preventDefault()"
        >
          @if (joint.oldWeld) {
            <path class="old" [attr.d]="joint.d" />
          }
          <path class="reach" [attr.d]="joint.d" />
          <path class="seam" [attr.d]="joint.d" />
          @for (end of joint.ends; track $index) {
            <circle class="drill" [attr.cx]="end[0]" [attr.cy]="end[1]" r="3.2" />
          }
          @if (joint.leader) {
            <path class="leader" [attr.d]="joint.leader" />
          }
          @if (joint.weld) {
            <circle class="state" [attr.cx]="joint.at[0]" [attr.cy]="joint.at[1]" r="17.5" />
          }
          @if (joint.weld === 'met') {
            <path class="state" [attr.d]="'M' + (joint.at[0] + 10) + ' ' + (joint.at[1] - 17) + 'l4 5 8 -10'" />
          }
          @for (place of joint.missed; track $index) {
            <path class="missed" [attr.d]="'M' + (place[0] - 6) + ' ' + (place[1] - 6) + 'l12 12m0 -12l-12 12'" />
          }
          @if (joint.weld === 'cracked' || joint.weld === 'missed') {
            <path class="state" [attr.d]="'M' + (joint.at[0] + 11) + ' ' + (joint.at[1] - 21) + 'l9 9m0 -9l-9 9'" />
          }
          <circle class="number" [attr.cx]="joint.at[0]" [attr.cy]="joint.at[1]" r="13" />
          <text class="number" [attr.x]="joint.at[0]" [attr.y]="joint.at[1] + 4.5">{{ joint.number }}</text>
        </g>
      }
      @for (spot of drawn.spots; track spot.id) {
        <g class="spot" aria-hidden="true">
          <path [attr.d]="spot.leader" />
          <rect
            [attr.x]="spot.wordsAt[0] - spot.words.length * 3.35 - 6"
            [attr.y]="spot.wordsAt[1] - 11"
            [attr.width]="spot.words.length * 6.7 + 12"
            height="22"
            rx="3"
          />
          <text [attr.x]="spot.wordsAt[0]" [attr.y]="spot.wordsAt[1] + 4">{{ spot.words }}</text>
          <circle [attr.cx]="spot.at[0]" [attr.cy]="spot.at[1]" r="4" />
        </g>
      }
      @if (bands().length > 0) {
        <g vaPartMarks [marks]="bands()" [layout]="layout()" [fit]="drawn.fit"></g>
      }
      @for (piece of drawn.pieces; track piece.id + piece.copy) {
        <g class="words" aria-hidden="true">
          @if (piece.leader) {
            <path class="leader" [attr.d]="piece.leader" />
          }
          @if (piece.wordsAt; as at) {
            <text class="said" [attr.x]="at[0]" [attr.y]="at[1] + 4">{{ piece.words }}</text>
          }
          @if (piece.copy === 0) {
            <text class="letter" [attr.x]="piece.letterAt[0]" [attr.y]="piece.letterAt[1] + 5">
              {{ piece.letter }}{{ piece.times ? ' ' + piece.times : '' }}
            </text>
          }
        </g>
      }
      @if (onTop().length > 0) {
        <g vaPartMarks [marks]="onTop()" [layout]="layout()" [fit]="drawn.fit" (moved)="markMoved.emit($event)"></g>
      }
      @if (drawn.bar; as bar) {
        <path class="bar" [attr.d]="bar.d" />
        <text class="bar" [attr.x]="bar.at[0]" [attr.y]="bar.at[1]">{{ barWords(bar.mm) }}</text>
      }
    </svg>
  `,
  styleUrl: './part.css',
  styles: `
    :host {
      display: block;
      min-height: 0;
      overflow: hidden;
    }
    svg {
      position: absolute;
      width: 100%;
      height: 100%;
    }
    :host {
      position: relative;
    }
  `,
})
export class WholeView {
  readonly layout = input.required<Layout>();
  readonly pieces = input.required<ReadonlyMap<string, PieceWords>>();
  readonly joints = input.required<ReadonlyMap<string, JointWords>>();
  readonly spots = input<readonly SpotMark[]>([]);
  /** What a stage puts on it. */
  readonly marks = input<readonly PartMark[]>([]);
  readonly chosenPiece = input<string | null>(null);
  readonly chosenJoint = input<string | null>(null);
  /** Whether a tap says where on a piece something is. */
  readonly spotting = input(false);
  readonly unit = input<LengthUnit>('mm');
  readonly pieceChosen = output<{ readonly id: string; readonly spot: Spot | null }>();
  readonly jointChosen = output<string>();
  readonly markMoved = output<MovedMark>();

  private readonly svg = viewChild.required<ElementRef<SVGSVGElement>>('svg');
  protected readonly size = inject(FrameSize).value;
  protected readonly picture = computed(() =>
    wholePicture({
      layout: this.layout(),
      ...this.size(),
      pieces: this.pieces(),
      joints: this.joints(),
      spots: this.spots(),
      // Only what has words beside it takes room among the labels.
      marked: this.marks().flatMap((mark) =>
        mark.kind === 'dam' || mark.kind === 'vent' ? [{ ...mark, off: WORDS_ABOVE[mark.kind] }] : [],
      ),
    }),
  );

  /** Bands of heat lie under the letters, everything else above them. */
  protected readonly bands = computed(() => this.marks().filter(({ kind }) => kind === 'heat'));
  protected readonly onTop = computed(() => this.marks().filter(({ kind }) => kind !== 'heat'));

  protected barWords(mm: number): string {
    return formatLength(mm, this.unit());
  }

  protected tapPiece(id: string, copy: number, event: MouseEvent): void {
    const piece = this.layout().pieces.find((one) => one.id === id && one.copy === copy);
    if (!this.spotting() || !piece) {
      this.pieceChosen.emit({ id, spot: null });
      return;
    }
    const { left, top } = this.svg().nativeElement.getBoundingClientRect();
    const point = fromFrame(this.picture().fit, [event.clientX - left, event.clientY - top]);
    this.pieceChosen.emit({ id, spot: spotAt(piece, point) });
  }

  /** The drawing itself, to be taken along. */
  get element(): SVGSVGElement {
    return this.svg().nativeElement;
  }
}
