import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { SelectField } from '../../kit/fields';
import { MachinePlanning } from '../../planning';

/** What the job is welded with, what that cannot do, and what helps. */
@Component({
  selector: 'va-machine-choice',
  imports: [NzButtonModule, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (planning.isAsked()) {
      @for (wanting of planning.wants(); track wanting.words) {
        <div class="caution" data-testid="machine-short">
          <p>
            <strong>{{ wanting.words }}</strong>
          </p>
          @if (wanting.ways.length > 0) {
            <ul class="dashes small">
              @for (way of wanting.ways; track way.words) {
                <li>
                  @if (way.take; as take) {
                    <button nz-button nzSize="small" type="button" (click)="take()">{{ way.words }}</button>
                  } @else {
                    {{ way.words }}
                  }
                </li>
              }
            </ul>
          } @else {
            <p class="small">Nothing at this bench makes up for that: a stronger machine, or another joint.</p>
          }
        </div>
      }
      <details class="tap">
        <summary>
          <strong>Welded with {{ planning.name() || 'no machine' }}</strong>
        </summary>
        <div class="fields">
          <va-select-field label="Machine" [options]="planning.options()" [of]="planning.machine" />
          <va-select-field
            label="Socket"
            placeholder="As in Settings"
            [options]="planning.sockets"
            [of]="planning.socket"
          />
        </div>
      </details>
    }
  `,
  styles: `
    .fields {
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: var(--space-3);
      padding: var(--space-2) 0;
    }
    .caution {
      margin-bottom: var(--space-2);
    }
  `,
})
export class MachineChoice {
  protected readonly planning = inject(MachinePlanning);
}
