import { ChangeDetectionStrategy, Component } from '@angular/core';
import { OutcomePanel } from './outcome-panel';

/** What stays of the job: how it did. */
@Component({
  imports: [OutcomePanel],
  host: { class: 'stage' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="below stack"><va-outcome-panel /></div>
  `,
})
export class RecordStage {}
