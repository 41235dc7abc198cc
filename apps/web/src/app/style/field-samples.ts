import { ChangeDetectionStrategy, Component } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { known, LIMITS, type Quantity, TERMS } from '@variatum/metallurgy';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import {
  ChoiceGroup,
  fieldBy,
  flowMeasure,
  lengthMeasure,
  MeasureField,
  NumberField,
  ownField,
  temperatureMeasure,
  titled,
} from '../kit/fields';
import { Panel } from '../kit/panel';
import { HelpNote } from '../kit/marks/help-note';

const typed = (text: string): Quantity => ({ value: null, typed: text });

/** Every field in every state. */
@Component({
  selector: 'va-field-samples',
  imports: [ChoiceGroup, FormsModule, HelpNote, MeasureField, NumberField, NzInputModule, NzSelectModule, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Fields">
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
        <va-measure-field label="Length" [measure]="length" [of]="quantity" />
        <va-measure-field label="Length, known" [measure]="length" [of]="lengthKnown" />
        <va-measure-field label="Length, not understood" [measure]="length" [of]="notUnderstood" />
        <va-measure-field label="Flow" [measure]="flow" [of]="flowTyped" />
        <va-measure-field label="Temperature" [measure]="temperature" [of]="temperatureTyped" />
        <va-number-field label="Number" [of]="plain" />
        <va-number-field label="Number, wrong" [of]="wrong" />
        <div class="field">
          <span class="row">
            <span class="label">With help</span>
            <va-help-note about="ferrite-number" />
          </span>
          <input type="checkbox" role="switch" class="switch" aria-label="Switch" [(ngModel)]="switched" />
        </div>
        <va-choice-group label="Choice among few" [options]="few" [of]="chosen" />
      </div>
    </va-panel>
  `,
})
export class FieldSamples {
  protected readonly terms = TERMS;
  protected readonly few = titled(['none', 'faint', 'clear', 'full']);
  protected readonly chosen = ownField('faint');
  protected readonly quantity = ownField(typed('16 ga'));
  protected readonly lengthKnown = ownField(known(1.65));
  protected readonly notUnderstood = ownField(typed('quite thick'));
  protected readonly flowTyped = ownField(typed('15 cfh'));
  protected readonly temperatureTyped = ownField(typed('300 F'));
  protected readonly plain = ownField<number | null>(16);
  protected readonly wrong = fieldBy<number | null>(
    () => 900,
    () => undefined,
    () => 'give 3 to 200 A',
  );
  protected readonly length = lengthMeasure('mm', LIMITS.thicknessMm);
  protected readonly flow = flowMeasure('L/min');
  protected readonly temperature = temperatureMeasure('°C', LIMITS.temperatureC);
  protected chosenTerm: string | null = 'dilution';
  protected switched = true;
}
