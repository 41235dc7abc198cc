import type { HttpErrorResponse } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import { FileButton } from '../kit/file-button';
import { ApiClient, problemOf } from '../sync';

/** Faults named at once; who mends a file mends the first ones. */
const MOST_NAMED = 8;

/** A job that was handed on as a file: it is brought in whole, or not at all. */
@Component({
  selector: 'va-brought-job',
  imports: [FileButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row tight">
      <span class="small soft">Or bring a job in that was handed on:</span>
      <va-file-button accept=".json,application/json" [disabled]="busy()" (chosen)="bringIn($event)">
        Job from a file
      </va-file-button>
    </div>
    @if (said(); as words) {
      <div role="alert">
        <p>{{ words }}</p>
        <ul class="dashes small">
          @for (fault of faults(); track $index) {
            <li>{{ fault }}</li>
          }
        </ul>
      </div>
    }
  `,
})
export class BroughtJob {
  private readonly api = inject(ApiClient);
  private readonly router = inject(Router);
  protected readonly busy = signal(false);
  protected readonly said = signal('');
  protected readonly faults = signal<readonly string[]>([]);

  protected bringIn(file: File): void {
    this.busy.set(true);
    this.said.set('');
    this.faults.set([]);
    this.api.send('POST /jobs/document', 'application/json', file).subscribe({
      next: (job) => void this.router.navigate(['/jobs', job.id]),
      error: (error: HttpErrorResponse) => {
        this.busy.set(false);
        const { errors = [], detail, title } = problemOf(error);
        const why = error.status === 0 ? 'The server does not answer.' : errors.length > 0 ? '' : (detail ?? title);
        this.said.set(`${file.name} was not brought in, nor any part of it. ${why}`);
        this.faults.set(errors.slice(0, MOST_NAMED).map(({ path, message }) => `${path}: ${message}`));
      },
    });
  }
}
