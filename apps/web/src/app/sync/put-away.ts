import { DestroyRef, inject } from '@angular/core';

/**
 * Calls back whenever the page may be about to go: put away, left or loaded anew. What has only been typed must be kept
 * then, while there is time. To be called where dependencies are injected; it ends with its owner.
 */
export function whenPutAway(keep: () => void): void {
  const hidden = (): void => {
    if (document.visibilityState === 'hidden') keep();
  };
  // A page that is left hides only when it is already going, too late to store anything: it is warned before. Captured,
  // so that what is kept counts for whoever asks afterwards whether the page may go.
  addEventListener('beforeunload', keep, { capture: true });
  document.addEventListener('visibilitychange', hidden);
  inject(DestroyRef).onDestroy(() => {
    removeEventListener('beforeunload', keep, { capture: true });
    document.removeEventListener('visibilitychange', hidden);
  });
}
