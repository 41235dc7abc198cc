import { booleanAttribute, ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { SwitchField } from '../kit/fields';
import { Session } from '../sync/session';
import { LearntChoices } from './learnt-choices';

/** One thing that was learnt: what of, what it changes, and whether it counts. */
@Component({
  selector: 'va-learnt-entry',
  imports: [NzButtonModule, SwitchField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [attr.aria-label]="heading()">
      <h3>{{ heading() }}</h3>
      <p>{{ words() }}</p>
      <ng-content />
      <p class="small soft">{{ effect() }}</p>
      @if (session.may('own')) {
        <div class="row tight">
          <va-switch-field [on]="!choices.off(key(), off())" (changed)="choices.leaveOut(key(), !$event)">
            Counts in today’s answers
          </va-switch-field>
          <button
            nz-button
            type="button"
            (click)="choices.learnAnew(key())"
            [attr.aria-label]="'Learn anew: ' + heading()"
          >
            Learn anew
          </button>
        </div>
      }
    </section>
  `,
  styles: `
    section {
      display: grid;
      gap: var(--space-1);
      padding: var(--space-3) 0;
      border-bottom: 1px solid var(--line);
    }
    h3 {
      font-size: 1rem;
    }
  `,
})
export class LearntEntry {
  readonly heading = input.required<string>();
  readonly key = input.required<string>();
  readonly words = input.required<string>();
  /** What it changes in today's answers. */
  readonly effect = input.required<string>();
  /** Whether it is left out, as the server last said. */
  readonly off = input(false, { transform: booleanAttribute });
  protected readonly session = inject(Session);
  protected readonly choices = inject(LearntChoices);
}
