import type { HttpErrorResponse } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { JOB_TABLES, PAPERS, REPORT_READERS, type JobTable, type ReportReader } from '@variatum/contracts';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { finalize, type Observable } from 'rxjs';
import { JobStore } from '../../job/stores';
import { ChoiceGroup, fieldBy, titled } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { rememberedChoice } from '../../kit/remembered-choice';
import { saveFile } from '../../kit/save-file';
import { ApiClient, Autosave, problemOf } from '../../sync';
import { NetworkInfo } from '../../sync/network';

const READER_WORDS: Readonly<Record<ReportReader, string>> = {
  customer: 'For the customer',
  inspector: 'For the inspector',
};
const TABLE_WORDS: Readonly<Record<JobTable, string>> = {
  tests: 'Tests', passes: 'Passes', readings: 'Readings', findings: 'Findings', quote: 'Quote',
}; // prettier-ignore

/** What leaves the house of a job: reports on paper, a label, tables, the whole job as a file. */
@Component({
  selector: 'va-hand-over-panel',
  imports: [ChoiceGroup, NzButtonModule, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Hand it over">
      <div class="row wide" role="group" aria-label="Report as PDF">
        <span class="small soft">Report, PDF:</span>
        @for (reader of readers; track reader) {
          <button nz-button nzType="primary" type="button" [disabled]="busy()" (click)="report(reader)">
            {{ readerWords[reader] }}
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
  private readonly saving = inject(Autosave);
  private readonly network = inject(NetworkInfo);

  protected readonly readers = REPORT_READERS;
  protected readonly readerWords = READER_WORDS;
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

  protected report(reader: ReportReader): void {
    this.get((path) => this.api.file('GET /jobs/:id/report', { path, query: { reader, paper: this.chosenPaper() } }));
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
