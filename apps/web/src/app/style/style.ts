import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { TERMS, type RiskLevel } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { PersonSettings } from '../settings/person-settings';
import { PieceSection } from '../part/piece-section';
import { ChoiceGroup, flowMeasure, lengthMeasure, MeasureField, NumberField, temperatureMeasure } from '../kit/fields';
import { FerriteScale } from '../kit/marks/ferrite-scale';
import { HelpNote } from '../kit/marks/help-note';
import { Icon } from '../kit/marks/icon';
import { ICONS, type IconName } from '../kit/marks/icons';
import { RiskMark } from '../kit/marks/risk-mark';

/** Names of the tokens the style sheet defines, in its order. */
function tokenNames(): readonly string[] {
  const names = [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules])
    .filter((rule): rule is CSSStyleRule => rule instanceof CSSStyleRule && rule.selectorText.includes(':root'))
    .flatMap((rule) => [...rule.style])
    .filter((name) => name.startsWith('--') && !name.startsWith('--ant'));
  return [...new Set(names)];
}

/** Every token and every component in every state, for those who build. */
@Component({
  selector: 'va-style',
  imports: [
    ChoiceGroup,
    FerriteScale,
    FormsModule,
    HelpNote,
    Icon,
    MeasureField,
    NumberField,
    NzButtonModule,
    NzInputModule,
    NzSelectModule,
    NzSpinModule,
    PieceSection,
    RiskMark,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page stack">
      <div class="row between">
        <h1>Style</h1>
        <button nz-button type="button" (click)="person.toggleTheme()">Theme: {{ person.theme() }}</button>
      </div>
      <section class="panel stack" aria-label="Colour roles">
        <h2>Colour roles</h2>
        <ul class="swatches">
          @for (name of colours(); track name) {
            <li>
              <span class="swatch" [style.background]="'var(' + name + ')'"></span>
              <code>{{ name }}</code>
            </li>
          }
        </ul>
      </section>
      <section class="panel stack" aria-label="Type and space">
        <h2>Type scale</h2>
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
      </section>
      <section class="panel stack" aria-label="Icons">
        <h2>Icons</h2>
        <ul class="swatches">
          @for (icon of icons; track icon) {
            <li>
              <va-icon [name]="icon" />
              <code>{{ icon }}</code>
            </li>
          }
        </ul>
      </section>
      <section class="panel stack" aria-label="Buttons">
        <h2>Buttons</h2>
        <div class="row">
          <button nz-button nzType="primary">Primary</button>
          <button nz-button>Usual</button>
          <button nz-button nzType="text">Quiet</button>
          <button nz-button nzType="primary" disabled>Primary, not now</button>
          <button nz-button disabled>Usual, not now</button>
          <button nz-button>
            <va-icon name="add" />
            With an icon
          </button>
          <button type="button" class="link">A link that acts</button>
          <a href="style">A link</a>
        </div>
      </section>
      <section class="panel stack" aria-label="Fields">
        <h2>Fields</h2>
        <div class="fields">
          <div class="field">
            <label for="style-empty">Empty</label>
            <input nz-input id="style-empty" placeholder="Such as: park bench" />
          </div>
          <div class="field">
            <label for="style-wrong">Wrong</label>
            <input nz-input id="style-wrong" value="" aria-invalid="true" aria-describedby="style-wrong-said" />
            <span class="field-error" id="style-wrong-said">give the piece a name</span>
          </div>
          <div class="field">
            <label for="style-off">Not now</label>
            <input nz-input id="style-off" value="Locked" disabled />
          </div>
          <div class="field">
            <label for="style-select">Choice from many</label>
            <nz-select nzId="style-select" nzShowSearch nzAllowClear [(ngModel)]="chosenTerm">
              @for (term of terms; track term.id) {
                <nz-option [nzValue]="term.id" [nzLabel]="term.title" />
              }
            </nz-select>
          </div>
          <va-measure-field
            label="Length"
            [measure]="length"
            [value]="null"
            [text]="text()"
            (changed)="text.set($event.text)"
          />
          <va-measure-field label="Length, known" [measure]="length" [value]="1.65" text="" />
          <va-measure-field label="Length, not understood" [measure]="length" [value]="null" text="quite thick" />
          <va-measure-field label="Flow" [measure]="flow" [value]="null" text="15 cfh" />
          <va-measure-field label="Temperature" [measure]="temperature" [value]="null" text="300 F" />
          <va-number-field label="Number" [value]="16" />
          <va-number-field label="Number, wrong" [value]="900" error="give 3 to 200 A" />
          <div class="field">
            <span class="row">
              <span class="label">With help</span>
              <va-help-note about="ferrite-number" />
            </span>
            <input type="checkbox" role="switch" class="switch" aria-label="Switch" [(ngModel)]="switched" />
          </div>
          <va-choice-group label="Choice among few" [options]="few" [value]="chosen()" (chosen)="chosen.set($event)" />
        </div>
      </section>
      <section class="panel stack" aria-label="Risks and ranges">
        <h2>Risks and ranges</h2>
        <p class="row">
          @for (level of levels; track level) {
            <va-risk-mark [level]="level" />
          }
        </p>
        <va-ferrite-scale [range]="{ median: 6, range90: [4, 9] }" />
        <p class="caution">A caution stands where the hazard is.</p>
        <nz-spin nzSimple />
      </section>
      <section class="panel stack" aria-label="Sections">
        <h2>Sections</h2>
        <div class="row">
          @for (piece of pieces; track piece.name) {
            <div class="drawing"><va-piece-section [piece]="piece" /></div>
          }
        </div>
      </section>
    </div>
  `,
  styles: `
    .page {
      padding: var(--space-5);
      max-width: 1200px;
      margin: 0 auto;
    }
    .swatches {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
      gap: var(--space-2);
    }
    .swatches li {
      display: flex;
      gap: var(--space-2);
      align-items: center;
      min-height: 36px;
    }
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
    .drawing {
      width: 260px;
    }
  `,
})
export class Style {
  protected readonly person = inject(PersonSettings);
  private readonly tokens = signal(tokenNames());
  private readonly starting = (...starts: string[]): readonly string[] =>
    this.tokens().filter((name) => starts.some((start) => name.startsWith(start)));
  protected readonly sizes = computed(() => this.starting('--size'));
  protected readonly spaces = computed(() => this.starting('--space'));
  protected readonly colours = computed(() =>
    this.tokens().filter((name) => !/^--(size|space|font|target|corner|quick|shadow)/.test(name)),
  );
  protected readonly icons = Object.keys(ICONS) as IconName[];
  protected readonly terms = TERMS;
  protected readonly levels: readonly RiskLevel[] = ['low', 'watch', 'high', 'do-not'];
  protected readonly few = ['none', 'faint', 'clear', 'full'].map((value) => ({ value, title: value }));
  protected readonly chosen = signal('faint');
  protected readonly text = signal('16 ga');
  protected readonly length = lengthMeasure('mm', [0.1, 300]);
  protected readonly flow = flowMeasure('L/min');
  protected readonly temperature = temperatureMeasure('°C', [-273, 1400]);
  protected readonly pieces = [
    { name: 'Tube', form: 'tube', outsideMm: 42.4, thicknessMm: 2 },
    { name: 'Bar', form: 'bar', outsideMm: 28, thicknessMm: null },
    { name: 'Plate', form: 'plate', outsideMm: null, thicknessMm: 12 },
    { name: 'Casting', form: 'casting', outsideMm: null, thicknessMm: 20 },
    { name: 'Nothing known', form: null, outsideMm: null, thicknessMm: null },
  ];
  protected chosenTerm: string | null = 'dilution';
  protected switched = true;
}
