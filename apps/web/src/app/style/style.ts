import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { RiskLevel } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { PersonSettings } from '../settings/person-settings';
import { Panel } from '../kit/panel';
import { PieceSection } from '../part/piece-section';
import { FerriteScale } from '../kit/marks/ferrite-scale';
import { Icon } from '../kit/marks/icon';
import { ICONS, type IconName } from '../kit/marks/icons';
import { RiskMark } from '../kit/marks/risk-mark';
import { FieldSamples } from './field-samples';
import { TokenSamples } from './token-samples';
import { Page } from '../kit/page';

/** Every token and every component in every state, for those who build. */
@Component({
  imports: [
    Page,
    FerriteScale,
    FieldSamples,
    Icon,
    NzButtonModule,
    NzSpinModule,
    PieceSection,
    RiskMark,
    TokenSamples,
    Panel,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-page heading="Style" [width]="1200">
      <button aside nz-button type="button" (click)="person.toggleTheme()">Theme: {{ person.theme() }}</button>
      <va-token-samples />
      <va-panel label="Icons">
        <ul class="swatches">
          @for (icon of icons; track icon) {
            <li>
              <va-icon [name]="icon" />
              <code>{{ icon }}</code>
            </li>
          }
        </ul>
      </va-panel>
      <va-panel label="Buttons">
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
      </va-panel>
      <va-field-samples />
      <va-panel label="Risks and ranges">
        <p class="row">
          @for (level of levels; track level) {
            <va-risk-mark [level]="level" />
          }
        </p>
        <va-ferrite-scale [range]="{ median: 6, range90: [4, 9] }" />
        <p class="caution">A caution stands where the hazard is.</p>
        <nz-spin nzSimple />
      </va-panel>
      <va-panel label="Sections">
        <div class="row">
          @for (piece of pieces; track piece.name) {
            <div class="drawing"><va-piece-section [piece]="piece" /></div>
          }
        </div>
      </va-panel>
    </va-page>
  `,
  styles: `
    .drawing {
      width: 260px;
    }
  `,
})
export class Style {
  protected readonly person = inject(PersonSettings);
  protected readonly icons = Object.keys(ICONS) as IconName[];
  protected readonly levels: readonly RiskLevel[] = ['low', 'watch', 'high', 'do-not'];
  protected readonly pieces = [
    { name: 'Tube', form: 'tube', outsideMm: 42.4, thicknessMm: 2 },
    { name: 'Bar', form: 'bar', outsideMm: 28, thicknessMm: null },
    { name: 'Plate', form: 'plate', outsideMm: null, thicknessMm: 12 },
    { name: 'Casting', form: 'casting', outsideMm: null, thicknessMm: 20 },
    { name: 'Nothing known', form: null, outsideMm: null, thicknessMm: null },
  ];
}
