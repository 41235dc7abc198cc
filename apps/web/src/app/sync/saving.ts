import { ChangeDetectionStrategy, Component } from '@angular/core';
import { SaveStatus } from './save-status';
import { TakeBack } from './take-back';

/** What stands at the head of every page that changes something: taking back, and where saving stands. */
@Component({
  selector: 'va-saving',
  imports: [SaveStatus, TakeBack],
  host: { class: 'row' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-take-back />
    <va-save-status />
  `,
})
export class Saving {}
