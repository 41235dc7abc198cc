import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { known, LIMITS, type Quantity, TERMS } from '@variatum/metallurgy';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import {
  ChoiceGroup,
  flowMeasure,
  lengthMeasure,
  MeasureField,
  NumberField,
  temperatureMeasure,
  titled,
} from '../kit/fields';
import { HelpNote } from '../kit/marks/help-note';

const typed = (text: string): Quantity => ({ value: null, typed: text });

/** Every field in every state. */
@Component({
  selector: 'va-field-samples',
  imports: [ChoiceGroup, FormsModule, HelpNote, MeasureField, NumberField, NzInputModule, NzSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
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
        <va-measure-field label="Length" [measure]="length" [quantity]="quantity()" (changed)="quantity.set($event)" />
        <va-measure-field label="Length, known" [measure]="length" [quantity]="lengthKnown" />
        <va-measure-field label="Length, not understood" [measure]="length" [quantity]="notUnderstood" />
        <va-measure-field label="Flow" [measure]="flow" [quantity]="flowTyped" />
        <va-measure-field label="Temperature" [measure]="temperature" [quantity]="temperatureTyped" />
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
  `,
})
export class FieldSamples {
  protected readonly terms = TERMS;
  protected readonly few = titled(['none', 'faint', 'clear', 'full']);
  protected readonly chosen = signal('faint');
  protected readonly quantity = signal(typed('16 ga'));
  protected readonly lengthKnown = known(1.65);
  protected readonly notUnderstood = typed('quite thick');
  protected readonly flowTyped = typed('15 cfh');
  protected readonly temperatureTyped = typed('300 F');
  protected readonly length = lengthMeasure('mm', LIMITS.thicknessMm);
  protected readonly flow = flowMeasure('L/min');
  protected readonly temperature = temperatureMeasure('°C', LIMITS.temperatureC);
  protected chosenTerm: string | null = 'dilution';
  protected switched = true;
}
