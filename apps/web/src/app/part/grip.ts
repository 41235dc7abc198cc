import { Directive, output } from '@angular/core';
import type { Point } from '@variatum/metallurgy';

/** Where a grip was pulled to within its picture, and how far from where it was taken, px. */
export interface Pull {
  readonly to: Point;
  readonly by: Point;
}

/** A step of the keyboard. */
export interface GripStep {
  readonly direction: 1 | -1;
  readonly large: boolean;
}

/** Nearer than this a pull was meant as a tap, px. */
const TAP = 4;
const DIRECTIONS: Readonly<Record<string, 1 | -1>> = {
  ArrowUp: 1,
  ArrowRight: 1,
  PageUp: 1,
  ArrowDown: -1,
  ArrowLeft: -1,
  PageDown: -1,
};

/** Something in a picture that is pulled by hand, mouse or keyboard. */
@Directive({
  selector: '[vaGrip]',
  host: {
    role: 'slider',
    tabindex: '0',
    '(pointerdown)': 'take($event)',
    '(pointermove)': 'move($event)',
    '(pointerup)': 'drop($event)',
    '(pointercancel)': 'drop($event)',
    '(keydown)': 'key($event)',
  },
})
export class Grip {
  readonly pulled = output<Pull>();
  readonly stepped = output<GripStep>();
  /** The hand has left it after a pull. */
  readonly dropped = output<void>();
  /** It was touched and not pulled. */
  readonly tapped = output<void>();

  private from: { readonly point: Point; moved: boolean } | null = null;

  protected take(event: PointerEvent): void {
    const element = event.currentTarget as SVGElement;
    element.setPointerCapture(event.pointerId);
    event.preventDefault();
    element.focus();
    this.from = { point: pointIn(element, event), moved: false };
  }

  protected move(event: PointerEvent): void {
    if (!this.from) return;
    const to = pointIn(event.currentTarget as SVGElement, event);
    const by: Point = [to[0] - this.from.point[0], to[1] - this.from.point[1]];
    this.from.moved ||= Math.hypot(...by) >= TAP;
    if (this.from.moved) this.pulled.emit({ to, by });
  }

  protected drop(event: PointerEvent): void {
    if (!this.from) return;
    const { moved } = this.from;
    this.from = null;
    (event.currentTarget as Element).releasePointerCapture?.(event.pointerId);
    if (moved) this.dropped.emit();
    else this.tapped.emit();
  }

  protected key(event: KeyboardEvent): void {
    if (event.key === 'Enter') return this.tapped.emit();
    const direction = DIRECTIONS[event.key];
    if (direction === undefined) return;
    event.preventDefault();
    this.stepped.emit({ direction, large: event.key.startsWith('Page') });
  }
}

function pointIn(element: SVGElement, { clientX, clientY }: PointerEvent): Point {
  const { left, top } = (element.ownerSVGElement ?? element).getBoundingClientRect();
  return [clientX - left, clientY - top];
}
