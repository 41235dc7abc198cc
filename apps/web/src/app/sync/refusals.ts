import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { OperationQueue, type Refusal } from './operation-queue';

/** Entries the server would not take and no open page shows at their field: what was typed, and why it was not taken. */
@Component({
  selector: 'va-refusals',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (refusal of queue.refusals(); track refusal.operation.sequence) {
      <section role="alert" aria-label="Not saved">
        <p>
          <strong>An entry was not saved.</strong>
          {{ refusal.problem.detail ?? refusal.problem.title }}
        </p>
        <p class="small">What was typed: {{ typed(refusal) }}</p>
        <button type="button" class="act" (click)="queue.forget(refusal)">I have read it</button>
      </section>
    }
  `,
  styles: `
    section {
      display: grid;
      gap: var(--space-2);
      justify-items: start;
      margin: var(--space-3) var(--space-5) 0;
      padding: var(--space-3);
      border: 1px solid var(--line);
      border-left: 5px solid var(--do-not);
      background: var(--raised);
    }
    p {
      overflow-wrap: anywhere;
    }
  `,
})
export class Refusals {
  protected readonly queue = inject(OperationQueue);

  protected typed({ operation: { body, file } }: Refusal): string {
    const fields = Object.entries(body)
      .filter(([field]) => field !== 'id')
      .map(([field, value]) => `${field} ${typeof value === 'string' ? value : JSON.stringify(value)}`);
    return [...(file ? ['a picture'] : []), ...fields].join(', ').slice(0, 500);
  }
}
