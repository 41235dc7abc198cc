import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { pointOfSpot, spotAt, type Layout, type Point } from '@variatum/metallurgy';
import { type Fit, fromFrame, pathOf, toFrame } from '@variatum/presentation';
import { Grip, type GripStep, type Pull } from './grip';

/**
 * Something a stage puts on a run: a dam in it, a vent, the feed, a band that is hot, a chill bar, a plug in its end,
 * tape over a joint.
 */
export interface PartMark {
  readonly id: string;
  readonly kind: 'dam' | 'vent' | 'feed' | 'heat' | 'bar' | 'plug' | 'tape';
  readonly piece: string;
  readonly copy: number;
  /** Share of its length, 0 to 1. */
  readonly along: number;
  readonly name: string;
  /** Words beside it; empty: none. */
  readonly words: string;
  readonly movable: boolean;
  /** Where a band ends, as a share of the length, and its colour. */
  readonly band?: { readonly to: number; readonly colour: string };
  /** Which way gas comes from: along the run, or against it. */
  readonly outward?: 'start' | 'finish';
}

/** A mark that was pulled along its run. */
export interface MovedMark {
  readonly id: string;
  readonly along: number;
  /** Whether the hand has left it. */
  readonly settled: boolean;
}

/** A mark as it is drawn, px. */
interface DrawnMark extends PartMark {
  readonly d: string;
  readonly at: Point;
  readonly wordsAt: Point;
}

/** How far above its run the words of a mark stand, px. */
export const WORDS_ABOVE = { dam: 12, vent: 34 } as const;
const STEP = 0.01;
const LARGE = 0.05;
const share = (value: number): number => Math.min(1, Math.max(0, value));

/** Marks of a stage on the picture of the part: dams and vents are pulled along their run. */
@Component({
  // A part of a drawing is a group in it.
  selector: '[vaPartMarks]',
  imports: [Grip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './part.css',
  template: `
    @for (mark of drawn(); track mark.id) {
      @if (mark.movable) {
        <svg:g
          vaGrip
          class="mark grip"
          [attr.data-kind]="mark.kind"
          aria-valuemin="0"
          aria-valuemax="100"
          [attr.aria-label]="mark.name"
          [attr.aria-valuenow]="(100 * mark.along).toFixed(0)"
          [attr.aria-valuetext]="mark.words || mark.name"
          (pulled)="pull(mark, $event)"
          (dropped)="drop(mark)"
          (stepped)="step(mark, $event)"
        >
          <svg:circle class="reach" [attr.cx]="mark.at[0]" [attr.cy]="mark.at[1]" r="22" />
          <svg:path [attr.d]="mark.d" />
          <svg:text [attr.x]="mark.wordsAt[0]" [attr.y]="mark.wordsAt[1]">{{ mark.words }}</svg:text>
        </svg:g>
      } @else {
        <svg:g class="mark" [attr.data-kind]="mark.kind" aria-hidden="true">
          <svg:path [attr.d]="mark.d" [style.fill]="mark.band?.colour" />
          <svg:text [attr.x]="mark.wordsAt[0]" [attr.y]="mark.wordsAt[1]">{{ mark.words }}</svg:text>
        </svg:g>
      }
    }
  `,
})
export class PartMarksLayer {
  readonly marks = input.required<readonly PartMark[]>();
  readonly layout = input.required<Layout>();
  readonly fit = input.required<Fit>();
  readonly moved = output<MovedMark>();
  private last: MovedMark | null = null;

  protected readonly drawn = computed(() => this.marks().flatMap((mark) => this.draw(mark)));

  protected pull(mark: PartMark, { to }: Pull): void {
    const piece = this.layout().pieces.find(({ id, copy }) => id === mark.piece && copy === mark.copy);
    if (!piece) return;
    const { along } = spotAt(piece, fromFrame(this.fit(), to));
    this.last = { id: mark.id, along, settled: false };
    this.moved.emit(this.last);
  }

  protected drop(mark: PartMark): void {
    if (this.last?.id === mark.id) this.moved.emit({ ...this.last, settled: true });
    this.last = null;
  }

  protected step(mark: PartMark, { direction, large }: GripStep): void {
    this.moved.emit({ id: mark.id, along: share(mark.along + direction * (large ? LARGE : STEP)), settled: true });
  }

  private draw(mark: PartMark): DrawnMark[] {
    const piece = this.layout().pieces.find(({ id, copy }) => id === mark.piece && copy === mark.copy);
    if (!piece) return [];
    const at = (along: number, clock: number): Point =>
      toFrame(this.fit(), pointOfSpot(piece, { along: share(along), clock }));
    const [top, bottom] = [at(mark.along, 12), at(mark.along, 6)];
    const middle: Point = [(top[0] + bottom[0]) / 2, (top[1] + bottom[1]) / 2];
    const size = Math.hypot(top[0] - bottom[0], top[1] - bottom[1]) || 1;
    const up: Point = [(top[0] - bottom[0]) / size, (top[1] - bottom[1]) / size];
    const side: Point = [-up[1], up[0]];
    const go = (from: Point, along: number, across: number): Point => [
      from[0] + up[0] * along + side[0] * across,
      from[1] + up[1] * along + side[1] * across,
    ];
    switch (mark.kind) {
      case 'dam':
        // A plug that fills the bore.
        return [
          {
            ...mark,
            at: middle,
            wordsAt: go(top, WORDS_ABOVE.dam + 24 * Math.abs(up[0]), 0),
            d: pathOf([go(top, 0, -4), go(top, 0, 4), go(bottom, 0, 4), go(bottom, 0, -4)], true),
          },
        ];
      case 'vent':
        return [
          {
            ...mark,
            at: top,
            wordsAt: go(top, WORDS_ABOVE.vent + 32 * Math.abs(up[0]), 0),
            d: pathOf([go(top, 2, 0), go(top, 22, 0)]) + pathOf([go(top, 15, -6), go(top, 23, 0), go(top, 15, 6)]),
          },
        ];
      case 'heat': {
        const end = mark.band?.to ?? mark.along;
        return [{ ...mark, at: middle, wordsAt: middle, d: pathOf([top, at(end, 12), at(end, 6), bottom], true) }];
      }
      case 'plug':
        return [
          {
            ...mark,
            at: middle,
            wordsAt: middle,
            d: pathOf([go(top, -1, -3), go(top, -1, 3), go(bottom, 1, 3), go(bottom, 1, -3)], true),
          },
        ];
      case 'tape':
        // Wound round the run, a little beyond it on both sides of the joint.
        return [
          {
            ...mark,
            at: middle,
            wordsAt: middle,
            d: pathOf([go(top, 3, -6), go(top, 3, 6), go(bottom, -3, 6), go(bottom, -3, -6)], true),
          },
        ];
      case 'bar': {
        // A bar lies against the run on both of its sides.
        const end = mark.band?.to ?? mark.along;
        const beside = (from: Point, to: Point, out: number): string =>
          pathOf([go(from, 2 * out, 0), go(to, 2 * out, 0), go(to, 9 * out, 0), go(from, 9 * out, 0)], true);
        return [
          {
            ...mark,
            at: middle,
            wordsAt: go(top, 20, 0),
            d: beside(top, at(end, 12), 1) + beside(bottom, at(end, 6), -1),
          },
        ];
      }
      case 'feed': {
        // Gas comes from outside the room.
        const outward = mark.outward === 'start' ? -1 : 1;
        const from = go(middle, 0, 34 * outward);
        const tip = go(middle, 0, 4 * outward);
        return [
          {
            ...mark,
            at: middle,
            wordsAt: go(from, -14, 0),
            d: pathOf([from, tip]) + pathOf([go(tip, 6, 8 * outward), tip, go(tip, -6, 8 * outward)]),
          },
        ];
      }
    }
  }
}
