import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { Operation } from './operation';
import { OperationQueue, type Refusal } from './operation-queue';

/**
 * Entries the server would not take and no open page shows at their field: what was typed, and why it was not taken.
 */
@Component({
  selector: 'va-refusals',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (refusal of queue.refusals(); track refusal.operation.sequence) {
      <section role="alert" [attr.aria-label]="refusal.kept ? 'Taken away meanwhile' : 'Not saved'">
        <p>
          <strong>{{ refusal.kept ? refusal.problem.title + '.' : 'An entry was not saved.' }}</strong>
          {{ refusal.problem.detail ?? refusal.problem.title }}
        </p>
        <p class="small">What was typed: {{ typed(refusal) }}</p>
        <button type="button" class="act" (click)="queue.forget(refusal)">I have read it</button>
      </section>
    }
    @for (operation of queue.aside(); track operation.sequence) {
      <section role="alert" aria-label="Set aside" data-testid="aside">
        <p>
          <strong>An entry is not saved: the server fails at it again and again.</strong>
          The rest goes on; this one is kept here.
        </p>
        <p class="small">What was typed: {{ words(operation) }}</p>
        <p class="row">
          <button type="button" class="act" (click)="queue.tryAgain()">Try it again</button>
          @if (givingUp() === operation.sequence) {
            <button type="button" class="act" (click)="queue.giveUp(operation)">Give it up for good</button>
            <button type="button" class="act" (click)="givingUp.set(null)">Keep it</button>
          } @else {
            <button type="button" class="act" (click)="givingUp.set(operation.sequence)">Give it up</button>
          }
        </p>
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

  /** Entry somebody is about to give up; null: none. */
  protected readonly givingUp = signal<number | null>(null);

  protected typed({ operation }: Refusal): string {
    return this.words(operation);
  }

  protected words({ body, file }: Operation): string {
    const fields = Object.entries(body)
      .filter(([field]) => field !== 'id')
      .map(([field, value]) => `${field} ${typeof value === 'string' ? value : JSON.stringify(value)}`);
    return [...(file ? ['a picture'] : []), ...fields].join(', ').slice(0, 500);
  }
}
