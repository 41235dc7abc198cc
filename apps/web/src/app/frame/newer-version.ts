import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { SwUpdate } from '@angular/service-worker';
import { OperationQueue } from '../sync';

/** Asked for a newer version so often, ms: a tablet's page stays open for weeks. */
const LOOK_EVERY_MS = 30 * 60_000;

/**
 * Says that a newer version is there. It is taken when somebody says so, or when the page is opened next; what was
 * typed is kept either way, as whenever a page is left.
 */
@Component({
  selector: 'va-newer-version',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (state() !== 'none') {
      <section class="page-note good" role="status">
        @if (state() === 'ready') {
          <p>A newer version of the program is here. What you have typed stays.</p>
        } @else {
          <p>This page is too old to go on; what you have typed is kept.</p>
        }
        <button type="button" class="act" (click)="take()">Take it now</button>
        @if (state() === 'ready') {
          <button type="button" class="act" (click)="state.set('none')">Later</button>
        }
      </section>
    }
  `,
})
export class NewerVersion {
  private readonly update = inject(SwUpdate);
  private readonly queue = inject(OperationQueue);
  protected readonly state = signal<'none' | 'ready' | 'too-old'>('none');

  constructor() {
    if (!this.update.isEnabled) return;
    this.update.versionUpdates
      .pipe(takeUntilDestroyed())
      .subscribe(({ type }) => type === 'VERSION_READY' && this.state.set('ready'));
    this.update.unrecoverable.pipe(takeUntilDestroyed()).subscribe(() => this.state.set('too-old'));
    const look = (): void => {
      // Without a server there is none to be had.
      if (this.queue.held() !== 'unreachable') void this.update.checkForUpdate().catch(() => undefined);
    };
    setInterval(look, LOOK_EVERY_MS);
    addEventListener('online', look);
  }

  protected take(): void {
    // Leaving the page keeps what rests on it; the next one is of the newer version.
    location.reload();
  }
}
