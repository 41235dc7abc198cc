import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { JOB_STATES } from '@variatum/contracts';
import { JobStore } from '../../job/stores';
import { ChoiceGroup, TextField } from '../../kit/fields';
import { STATE_WORDS } from '../../words/state-words';
import { PiecePhotos } from '../pieces/piece-photos';
import { JobActs } from './job-acts';
import { ServiceForm } from './service-form';

/** What came in and what it must live through. */
@Component({
  selector: 'va-job-stage',
  imports: [ChoiceGroup, JobActs, PiecePhotos, ServiceForm, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.job(); as job) {
      <div class="stack">
        <section class="panel stack" aria-label="The job">
          <va-text-field
            label="Job"
            [longest]="120"
            [value]="job.title"
            [error]="store.errors()['title']"
            (changed)="store.change({ title: $event })"
          />
          <va-text-field
            label="What it is, what failed and why"
            [lines]="3"
            [longest]="2000"
            [value]="job.item"
            (changed)="store.change({ item: $event })"
          />
          <va-choice-group
            label="On the board"
            [options]="states"
            [value]="job.state"
            (chosen)="store.change({ state: $event })"
          />
          <va-piece-photos [pieceId]="null" [name]="'the whole part'" />
        </section>
        <va-service-form [job]="job" />
        <va-job-acts />
      </div>
    }
  `,
})
export class JobStage {
  protected readonly store = inject(JobStore);
  protected readonly states = JOB_STATES.map((value) => ({ value, title: STATE_WORDS[value] }));
}
