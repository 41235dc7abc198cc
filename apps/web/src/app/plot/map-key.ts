import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** What the marks of the constitution map mean, and what lies off it. */
@Component({
  selector: 'va-map-key',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="small soft">
      <span class="swatch square"></span>
      base metal
      <span class="swatch diamond"></span>
      rod
      <span class="swatch cloud"></span>
      where the pool may lie
      <span class="swatch line"></span>
      tie line
      @if (modes()) {
        <span class="swatch dashed"></span>
        freezes as A austenite, AF or FA both, F ferrite first
      }
      @if (offMap().length > 0) {
        <span>· off this map: {{ offMap().join(', ') }}</span>
      }
    </p>
  `,
  styles: `
    p {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
      align-items: center;
      margin-top: var(--space-2);
    }
    .swatch {
      display: inline-block;
      width: 11px;
      height: 11px;
      background: var(--piece-1);
      margin-left: 6px;
    }
    .swatch.diamond {
      background: var(--tint-purple);
      transform: rotate(45deg);
      width: 9px;
      height: 9px;
    }
    .swatch.cloud {
      background: var(--tint-straw);
      border-radius: 50%;
    }
    .swatch.dashed {
      height: 0;
      width: 18px;
      background: none;
      border-top: 2px dashed var(--tint-purple);
    }
    .swatch.line {
      height: 2px;
      width: 18px;
      background: var(--ink);
    }
  `,
})
export class MapKey {
  /** Whether borders of solidification modes are drawn. */
  readonly modes = input.required<boolean>();
  readonly offMap = input.required<readonly string[]>();
}
