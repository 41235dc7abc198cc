import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { JobStore } from '../../job/stores';
import { HandOverPanel } from './hand-over-panel';
import { OutcomePanel } from './outcome-panel';
import { QuotePanel } from './quote-panel';
import { WhyFailed } from './why-failed';

/**
 * What stays of the job: why it gave out where it did, what it comes to, what goes out of the house, and how it did.
 */
@Component({
  imports: [HandOverPanel, OutcomePanel, QuotePanel, WhyFailed],
  host: { class: 'stage' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="below first stack">
      <va-why-failed />
      @if (jobs.joints().length > 0) {
        <va-quote-panel />
      } @else {
        <p class="panel">Add a joint under Joint; what the job comes to follows.</p>
      }
    </div>
    <div class="beside stack">
      <va-hand-over-panel />
      <va-outcome-panel />
    </div>
  `,
})
export class RecordStage {
  protected readonly jobs = inject(JobStore);
}
