import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { JointInput } from '@variatum/metallurgy';

interface Shape {
  readonly a: string;
  readonly b: string;
  readonly weld: string;
}

const clampPixels = (mm: number): number => 10 + 9 * Math.min(8, Math.max(0.5, Math.sqrt(mm) * 2));

/** Outline of each joint for two wall thicknesses, in drawing units. */
function shapeOf(type: JointInput['type'], a: number, b: number): Shape {
  const floor = 130;
  const middle = 200;
  const plate = (x0: number, x1: number, top: number, bottom: number): string => `M${x0} ${top}H${x1}V${bottom}H${x0}Z`;
  switch (type) {
    case 'square-butt':
      return {
        a: plate(30, middle - 1, floor - a, floor),
        b: plate(middle + 1, 370, floor - b, floor),
        weld: `M${middle - 12} ${floor - Math.min(a, b)}Q${middle} ${floor - Math.min(a, b) - 9} ${middle + 12} ${floor - Math.min(a, b)}L${middle + 7} ${floor + 3}H${middle - 7}Z`,
      };
    case 'lap':
      return {
        a: plate(30, 220, floor - b - a, floor - b),
        b: plate(120, 370, floor - b, floor),
        weld: `M220 ${floor - b - a}L${220 + a} ${floor - b}H212L212 ${floor - b - a * 0.6}Z`,
      };
    case 'fillet':
    case 'saddle':
    case 'socket':
    case 'patch':
      return {
        a: `M${middle - a / 2} 20H${middle + a / 2}V${floor - b}H${middle - a / 2}Z`,
        b: plate(60, 340, floor - b, floor),
        weld: `M${middle + a / 2} ${floor - b - 24}L${middle + a / 2 + 26} ${floor - b}H${middle + a / 2 - 6}V${floor - b - 16}ZM${middle - a / 2} ${floor - b - 24}L${middle - a / 2 - 26} ${floor - b}H${middle - a / 2 + 6}V${floor - b - 16}Z`,
      };
    case 'corner':
      return {
        a: plate(80, 220, floor - a, floor),
        b: `M220 ${floor - a - 70}H${220 + b}V${floor}H220Z`,
        weld: `M214 ${floor}H${220 + b}Q${222 + b} ${floor + 12} 214 ${floor + 6}Z`,
      };
    case 'crack':
    case 'toe-crack':
    case 'overlay':
      return {
        a: plate(30, 370, floor - a, floor),
        b: '',
        weld:
          type === 'overlay'
            ? `M140 ${floor - a + 6}V${floor - a - 4}Q200 ${floor - a - 20} 260 ${floor - a - 4}V${floor - a + 6}Z`
            : `M184 ${floor - a - 4}Q200 ${floor - a - 14} 216 ${floor - a - 4}L204 ${floor - 2}H196Z`,
      };
    default:
      return {
        a: `M30 ${floor - a}H${middle - a * 0.45 - 2}L${middle - 3} ${floor}H30Z`,
        b: `M370 ${floor - b}H${middle + b * 0.45 + 2}L${middle + 3} ${floor}H370Z`,
        weld: `M${middle - a * 0.45 - 7} ${floor - a}Q${middle} ${floor - Math.max(a, b) - 13} ${middle + b * 0.45 + 7} ${floor - b}L${middle + 5} ${floor + 4}H${middle - 5}Z`,
      };
  }
}

/** The joint in section, walls in proportion, with its pool. */
@Component({
  selector: 'va-joint-section',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      viewBox="0 0 400 160"
      role="img"
      [attr.aria-label]="'Section of the joint: ' + type() + ', ' + thicknesses().join(' and ') + ' mm'"
    >
      <path [attr.d]="shape().a" class="a" />
      <path [attr.d]="shape().b" class="b" />
      <path [attr.d]="shape().weld" class="weld" />
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 460px;
      height: auto;
    }
    .a {
      fill: var(--piece-1);
      opacity: 0.55;
    }
    .b {
      fill: var(--piece-2);
      opacity: 0.55;
    }
    .weld {
      fill: var(--tint-straw);
      stroke: var(--ink);
      stroke-width: 1.5;
    }
  `,
})
export class JointSection {
  readonly type = input.required<JointInput['type']>();
  readonly thicknesses = input.required<readonly number[]>();
  protected readonly shape = computed(() => {
    const [a = 3, b = a] = this.thicknesses();
    return shapeOf(this.type(), clampPixels(a), clampPixels(b));
  });
}
