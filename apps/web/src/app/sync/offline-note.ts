import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { whenWords } from '@variatum/presentation';
import { KeptDocuments } from './kept-documents';

/** Says that no server answers and what is shown is as it was last seen here. */
@Component({
  selector: 'va-offline-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (words(); as said) {
      <p role="status">{{ said }}</p>
    }
  `,
  styles: `
    p {
      padding: 6px var(--space-5);
      background: color-mix(in srgb, var(--tint-straw) 30%, var(--surface));
    }
  `,
})
export class OfflineNote {
  private readonly kept = inject(KeptDocuments);
  protected readonly words = computed(() => {
    const since = this.kept.shownSince();
    if (since === null) return null;
    return (
      `No server answers. This is as last seen here ${whenWords(new Date(since).toISOString())}; what you type is ` +
      'kept and sent later.'
    );
  });
}
