import { ChangeDetectionStrategy, Component, computed, inject, input, resource } from '@angular/core';
import { RouterLink } from '@angular/router';
import { today } from '@variatum/presentation';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../sync';
import { Session } from '../sync/session';

/** As many as are told by name. */
const MOST = 6;

/** Jobs somebody wanted to look at again by today: a reminder with a way there. */
@Component({
  selector: 'va-look-again',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (due(); as list) {
      <section class="panel" aria-label="To be looked at again">
        <p>
          <strong>To be looked at again:</strong>
          @for (job of list.jobs; track job.id) {
            <a class="link" [routerLink]="['/jobs', job.id, 'record']">{{ job.title }}, since {{ job.lookAgainOn }}</a>
          }
          @if (list.total > list.jobs.length) {
            <span class="soft">and {{ list.total - list.jobs.length }} more</span>
          }
        </p>
      </section>
    }
  `,
  styles: `
    section {
      padding: var(--space-3) var(--space-4);
      border-left: 5px solid var(--watch);
    }
    p {
      display: flex;
      flex-wrap: wrap;
      gap: var(--space-1) var(--space-4);
    }
  `,
})
export class LookAgain {
  /** Counts up whenever the board changed elsewhere. */
  readonly changed = input(0);

  private readonly api = inject(ApiClient);
  private readonly session = inject(Session);
  private readonly read = resource({
    params: () => (this.session.now() === null ? undefined : { changed: this.changed() }),
    loader: () => firstValueFrom(this.api.ask('GET /jobs', { query: { lookAgainBy: today(), limit: MOST } })),
  });
  protected readonly due = computed(() => {
    const list = this.read.hasValue() ? this.read.value() : undefined;
    return list && list.total > 0 ? list : null;
  });
}
