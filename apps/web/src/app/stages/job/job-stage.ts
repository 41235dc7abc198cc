import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { JOB_STATES } from '@variatum/contracts';
import { JobStore } from '../../job/stores';
import { ChoiceGroup, TextField, titled } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { STATE_WORDS } from '../../words/state-words';
import { PiecePhotos } from '../pieces/piece-photos';
import { JobActs } from './job-acts';
import { ServiceForm } from './service-form';

/** What came in and what it must live through. */
@Component({
  imports: [ChoiceGroup, JobActs, Panel, PiecePhotos, ServiceForm, TextField],
  host: { class: 'stage' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.fields(); as of) {
      <div class="below stack">
        <va-panel label="The job" [heading]="null">
          <va-text-field label="Job" [longest]="120" [of]="of.title" />
          <va-text-field label="What it is, what failed and why" [lines]="3" [longest]="2000" [of]="of.item" />
          <va-choice-group label="On the board" [options]="states" [of]="of.state" />
          <va-piece-photos [pieceId]="null" [name]="'the whole part'" />
        </va-panel>
        <va-job-acts />
      </div>
      <div class="beside"><va-service-form /></div>
    }
  `,
})
export class JobStage {
  protected readonly store = inject(JobStore);
  protected readonly states = titled(JOB_STATES, STATE_WORDS);
}
