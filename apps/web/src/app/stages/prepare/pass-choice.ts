import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { ChoiceGroup, SelectField, SwitchField } from '../../kit/fields';
import { PassPlanning } from '../../planning';

/** How the pass looked at is made: its own rod and process, or those of the joint; and whether one washes over. */
@Component({
  selector: 'va-pass-choice',
  imports: [ChoiceGroup, NzButtonModule, SelectField, SwitchField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details class="tap">
      <summary>
        <strong>This pass: {{ planning.words() }}</strong>
      </summary>
      @if (planning.isWash()) {
        <p class="small">It melts over the old weld beside it, without a rod: slowly, and no hotter than the cap.</p>
      } @else {
        <div class="fields">
          <va-select-field label="Rod of this pass" search [options]="planning.rods()" [of]="planning.rod" />
          <va-choice-group label="Process of this pass" [options]="planning.processes" [of]="planning.process" />
        </div>
        @if (planning.isOwn()) {
          <button nz-button type="button" (click)="planning.asTheJoint()">As the joint</button>
        }
      }
      <va-switch-field [on]="planning.washes()" (changed)="planning.wash($event)">
        A wash pass last of all, without a rod
      </va-switch-field>
    </details>
  `,
  styles: `
    .fields {
      gap: var(--space-3);
      padding: var(--space-2) 0;
    }
  `,
})
export class PassChoice {
  protected readonly planning = inject(PassPlanning);
}
