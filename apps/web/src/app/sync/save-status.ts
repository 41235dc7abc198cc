import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { saveWords } from '../words/state-words';
import { Autosave } from './autosave';
import { OperationQueue } from './operation-queue';

/** Where saving stands on this page, in words: what is not saved is said loudly. */
@Component({
  selector: 'va-save-status',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="small" role="status" [attr.data-state]="saving.state()">{{ words() }}</p>
  `,
  styles: `
    p {
      color: var(--ink-soft);
      white-space: nowrap;
    }
    p:not([data-state='saved'], [data-state='saving']) {
      color: var(--do-not);
      font-weight: 650;
      white-space: normal;
    }
  `,
  host: { '[class.loud]': 'loud()' },
})
export class SaveStatus {
  protected readonly saving = inject(Autosave);
  private readonly queue = inject(OperationQueue);
  protected readonly words = computed(() => saveWords(this.saving.state(), this.saving.waiting(), this.queue.others()));
  protected readonly loud = computed(() => !['saved', 'saving'].includes(this.saving.state()));
}
