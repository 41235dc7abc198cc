import { HttpErrorResponse } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, type ElementRef, inject, signal, viewChild } from '@angular/core';
import { Router } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { firstValueFrom } from 'rxjs';
import { JobStore } from '../../job/stores';
import { Icon } from '../../kit/marks/icon';
import { ApiClient, problemOf, RepeatableRequest } from '../../sync';

/** What may become of the job as a whole: another like it, or off the board. Both need the server's answer. */
@Component({
  selector: 'va-job-acts',
  imports: [Icon, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row">
      <button nz-button type="button" (click)="duplicate()">
        <va-icon name="copy" />
        Start another like it
      </button>
      <button nz-button type="button" (click)="asking.showModal()">
        <va-icon name="remove" />
        Withdraw this job
      </button>
    </div>
    @if (failure(); as words) {
      <p class="field-error" role="alert">{{ words }}</p>
    }
    <dialog #asking aria-labelledby="withdraw-title">
      <h2 id="withdraw-title">Withdraw this job?</h2>
      <p>It leaves the board. Nothing is erased, and it can be brought back.</p>
      <form method="dialog" class="row">
        <button nz-button nzType="primary" type="button" (click)="withdraw()">Withdraw</button>
        <button nz-button>Keep it</button>
      </form>
    </dialog>
  `,
})
export class JobActs {
  private readonly store = inject(JobStore);
  private readonly api = inject(ApiClient);
  private readonly router = inject(Router);
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('asking');

  private readonly copying = new RepeatableRequest();
  /** Why the last act was not done; empty when it was. */
  protected readonly failure = signal('');

  /** A new job with the same pieces, joint and service; tests and decisions stay with this part. */
  protected async duplicate(): Promise<void> {
    const { id } = this.store;
    await this.attempt(async () => {
      await this.store.arrived();
      const copy = await firstValueFrom(
        this.api.ask('POST /jobs/:id/duplicate', { path: { id }, body: { id: this.copying.idFor(id) } }),
      );
      this.copying.answered();
      await this.router.navigate(['/jobs', copy.id, 'job']);
    });
  }

  protected async withdraw(): Promise<void> {
    this.dialog().nativeElement.close();
    await this.attempt(async () => {
      await this.store.arrived();
      const { id, version } = await firstValueFrom(this.api.ask('GET /jobs/:id', { path: { id: this.store.id } }));
      await firstValueFrom(this.api.ask('POST /jobs/:id/withdraw', { path: { id }, body: { version } }));
      await this.router.navigate(['/']);
    });
  }

  /** Does what needs an answer of the server, and says so when none comes. */
  private async attempt(work: () => Promise<void>): Promise<void> {
    this.failure.set('');
    try {
      await work();
    } catch (error) {
      if (!(error instanceof HttpErrorResponse)) throw error;
      this.failure.set(
        error.status === 0
          ? 'The server does not answer; nothing was done. Try again when it does.'
          : (problemOf(error).detail ?? 'The server could not do this just now; try again.'),
      );
    }
  }
}
