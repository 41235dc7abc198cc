import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { HelpNote } from '../marks/help-note';

/** The label of a field, with a note that explains it where there is one. */
@Component({
  selector: 'va-field-label',
  imports: [HelpNote],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="row tight" [class.hidden-text]="quiet()">
      <label [for]="for()">{{ label() }}</label>
      @if (about(); as term) {
        <va-help-note [about]="term" />
      }
    </span>
  `,
})
export class FieldLabel {
  readonly for = input.required<string>();
  readonly label = input.required<string>();
  readonly quiet = input(false);
  readonly about = input<string>();
}
