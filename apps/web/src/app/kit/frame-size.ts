import { DestroyRef, Directive, ElementRef, inject, signal } from '@angular/core';

/**
 * How large an element stands on the page, px, followed as it changes. Pictures are drawn for it, so that words keep
 * their size.
 */
@Directive({ selector: '[vaFrameSize]', exportAs: 'vaFrameSize' })
export class FrameSize {
  private readonly size = signal({ width: 840, height: 300 });
  readonly value = this.size.asReadonly();

  constructor() {
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    // Where nothing is laid out there is nothing to follow.
    if (typeof ResizeObserver === 'undefined') return;
    const observer = new ResizeObserver(() => {
      const { clientWidth, clientHeight } = nativeElement;
      if (clientWidth > 0 && clientHeight > 0) this.size.set({ width: clientWidth, height: clientHeight });
    });
    observer.observe(nativeElement);
    inject(DestroyRef).onDestroy(() => observer.disconnect());
  }
}
