import type { HttpErrorResponse } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FileButton } from '../kit/file-button';
import { Panel } from '../kit/panel';
import { ApiClient, problemOf } from '../sync';

/** The whole workshop as one file, out of here and in again elsewhere. */
@Component({
  selector: 'va-workshop-file-settings',
  imports: [FileButton, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="The workshop as a file">
      <p>
        Settings, stock, meters, every job with all that was logged, and the pictures, in one zip file. It goes into a
        workshop that has no jobs yet, here or on another machine. People come along by name; passwords, tablets and
        keys of meters do not.
      </p>
      <div class="row tight">
        <a class="ant-btn" href="/api/workshop/document" download>Save the whole workshop</a>
        <va-file-button accept=".zip,application/zip" [disabled]="busy()" (chosen)="bringIn($event)">
          Bring a workshop in
        </va-file-button>
      </div>
      @if (said(); as words) {
        <p role="status">{{ words }}</p>
      }
    </va-panel>
  `,
})
export class WorkshopFileSettings {
  private readonly api = inject(ApiClient);
  protected readonly busy = signal(false);
  protected readonly said = signal('');

  protected bringIn(file: File): void {
    this.busy.set(true);
    this.said.set(`Reading ${file.name}.`);
    this.api.send('POST /workshop/document', 'application/zip', file).subscribe({
      next: ({ jobs, pictures, readings }) => {
        this.busy.set(false);
        this.said.set(`Brought in: ${jobs} jobs, ${pictures} pictures, ${readings} readings.`);
      },
      error: (error: HttpErrorResponse) => {
        this.busy.set(false);
        const { detail, title } = problemOf(error);
        this.said.set(
          `Nothing was brought in. ${error.status === 0 ? 'The server does not answer.' : (detail ?? title)}`,
        );
      },
    });
  }
}
