import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { Panel } from '../kit/panel';

/** Names of the tokens the style sheet defines, in its order. */
function tokenNames(): readonly string[] {
  const names = [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules])
    .filter((rule): rule is CSSStyleRule => rule instanceof CSSStyleRule && rule.selectorText.includes(':root'))
    .flatMap((rule) => [...rule.style])
    .filter((name) => name.startsWith('--') && !name.startsWith('--ant'));
  return [...new Set(names)];
}

/** Every token of the style sheet: colours, type, space, elevation and motion. */
@Component({
  selector: 'va-token-samples',
  imports: [Panel],
  host: { class: 'stack' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Colour roles">
      <ul class="swatches">
        @for (name of colours(); track name) {
          <li>
            <span class="swatch" [style.background]="'var(' + name + ')'"></span>
            <code>{{ name }}</code>
          </li>
        }
      </ul>
    </va-panel>
    <va-panel label="Type and space" heading="Type scale">
      @for (name of sizes(); track name) {
        <p [style.font-size]="'var(' + name + ')'">
          Ferrite number 4 to 9, most likely 6
          <code class="small soft">{{ name }}</code>
        </p>
      }
      <p class="figure">Figures in the display face: 0123456789 ER309LMo S32205</p>
      <h2>Space</h2>
      @for (name of spaces(); track name) {
        <p class="row">
          <span class="bar" [style.width]="'var(' + name + ')'"></span>
          <code>{{ name }}</code>
        </p>
      }
      <h2>Elevation and motion</h2>
      <div class="row">
        <span class="card flat">on the page</span>
        <span class="card raised">raised</span>
        <button type="button" class="card moves">moves in --quick, not at all where motion is reduced</button>
      </div>
    </va-panel>
  `,
  styles: `
    .swatch {
      width: 44px;
      height: 32px;
      border: 1px solid var(--line-strong);
    }
    .bar {
      height: 14px;
      background: var(--accent);
    }
    .card {
      padding: var(--space-4);
      border: 1px solid var(--line);
      border-radius: var(--corner);
      background: var(--surface);
      color: var(--ink);
      font: inherit;
    }
    .raised {
      background: var(--raised);
      box-shadow: var(--shadow);
    }
    .moves {
      transition: transform var(--quick);
    }
    .moves:hover {
      transform: translateY(-4px);
    }
  `,
})
export class TokenSamples {
  private readonly tokens = signal(tokenNames());
  private readonly starting = (...starts: string[]): readonly string[] =>
    this.tokens().filter((name) => starts.some((start) => name.startsWith(start)));
  protected readonly sizes = computed(() => this.starting('--size'));
  protected readonly spaces = computed(() => this.starting('--space'));
  protected readonly colours = computed(() =>
    this.tokens().filter((name) => !/^--(size|space|font|target|corner|quick|shadow)/.test(name)),
  );
}
