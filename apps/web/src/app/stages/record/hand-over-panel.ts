import type { HttpErrorResponse } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { JOB_TABLES, PAPERS, REPORT_KINDS, type JobTable, type ReportKind } from '@variatum/contracts';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { finalize, type Observable } from 'rxjs';
import { JobStore, RecordStore } from '../../job/stores';
import { ChoiceGroup, fieldBy, titled } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { rememberedChoice } from '../../kit/remembered-choice';
import { saveFile } from '../../kit/save-file';
import { ApiClient, Autosave, problemOf } from '../../sync';
import { NetworkInfo } from '../../sync/network';

const KIND_WORDS: Readonly<Record<ReportKind, string>> = {
  offer: 'Offer, before the work',
  customer: 'For the customer',
  inspector: 'For the inspector',
};
const TABLE_WORDS: Readonly<Record<JobTable, string>> = {
  tests: 'Tests',
  passes: 'Passes',
  readings: 'Readings',
  findings: 'Findings',
  quote: 'Quote',
  minutes: 'Minutes',
};

/** What leaves the house of a job: reports on paper, a label, tables, the whole job as a file. */
@Component({
  selector: 'va-hand-over-panel',
  imports: [ChoiceGroup, NzButtonModule, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Hand it over">
      <div class="row wide" role="group" aria-label="Report as PDF">
        <span class="small soft">Report, PDF:</span>
        @for (kind of kinds(); track kind) {
          <button nz-button nzType="primary" type="button" [disabled]="busy()" (click)="report(kind)">
            {{ kindWords[kind] }}
          </button>
        }
      </div>
      <va-choice-group label="Paper" [options]="papers" [of]="paper" />
      <div class="row tight">
        <button nz-button type="button" [disabled]="busy()" (click)="label()">Label for the part</button>
        <button nz-button type="button" [disabled]="busy()" (click)="document()">Whole job as a file</button>
      </div>
      <div class="row tight" role="group" aria-label="Tables, comma-separated">
        <span class="small soft">Tables:</span>
        @for (table of tables; track table) {
          <button type="button" class="link" [disabled]="busy()" (click)="save(table)">{{ tableWords[table] }}</button>
        }
      </div>
      @if (waits(); as words) {
        <p class="small late" role="status">{{ words }}</p>
      }
      <p role="status" data-testid="handed-over">{{ said() }}</p>
      <p class="small soft">
        A report says what was not known as well. The file of a job goes into another workshop, under New job there.
      </p>
    </va-panel>
  `,
  styles: `
    .wide {
      align-items: center;
      flex-wrap: wrap;
    }
    .late {
      color: var(--do-not);
    }
    p:empty {
      display: none;
    }
  `,
})
export class HandOverPanel {
  private readonly api = inject(ApiClient);
  private readonly jobs = inject(JobStore);
  private readonly record = inject(RecordStore);
  private readonly saving = inject(Autosave);
  private readonly network = inject(NetworkInfo);

  /** What can be offered is a quote that was kept. */
  protected readonly kinds = computed(() =>
    REPORT_KINDS.filter((kind) => kind !== 'offer' || this.record.standing('quote').length > 0),
  );
  protected readonly kindWords = KIND_WORDS;
  protected readonly tables = JOB_TABLES;
  protected readonly tableWords = TABLE_WORDS;
  protected readonly papers = titled(PAPERS);
  private readonly chosenPaper = rememberedChoice('variatum.paper', PAPERS, 'A4');
  protected readonly paper = fieldBy(this.chosenPaper, (paper) => this.chosenPaper.set(paper));
  protected readonly busy = signal(false);
  protected readonly said = signal('');
  /** What is not with the server yet is in no report. */
  protected readonly waits = computed(() => {
    const many = this.saving.waiting();
    return many === 0
      ? ''
      : `${many === 1 ? 'An entry has' : `${many} entries have`} not reached the server and would not be in it.`;
  });

  protected report(kind: ReportKind): void {
    this.get((path) => this.api.file('GET /jobs/:id/report', { path, query: { kind, paper: this.chosenPaper() } }));
  }

  protected label(): void {
    // A phone does not find this machine under the name it has for itself.
    const at = this.network.told()?.addresses[0] ?? location.origin;
    this.get((path) => this.api.file('GET /jobs/:id/label', { path, query: { at } }));
  }

  protected document(): void {
    this.get((path) => this.api.file('GET /jobs/:id/document', { path }));
  }

  protected save(table: JobTable): void {
    this.get(({ id }) => this.api.file('GET /jobs/:id/tables/:table', { path: { id, table } }));
  }

  private get(
    ask: (path: { readonly id: string }) => Observable<{ readonly name: string; readonly bytes: Blob }>,
  ): void {
    const id = this.jobs.job()?.id;
    if (id === undefined) return;
    this.busy.set(true);
    this.said.set('Being made.');
    ask({ id })
      .pipe(finalize(() => this.busy.set(false)))
      .subscribe({
        next: ({ name, bytes }) => {
          saveFile(name, bytes);
          this.said.set(`${name} is with your downloads.`);
        },
        error: (error: HttpErrorResponse) => {
          const { detail, title } = problemOf(error);
          this.said.set(`It was not made: ${error.status === 0 ? 'the server does not answer' : (detail ?? title)}`);
        },
      });
  }
}
