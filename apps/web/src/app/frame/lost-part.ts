import { inject, Injectable, signal } from '@angular/core';
import { type NavigationError, NavigationEnd, Router } from '@angular/router';
import { filter } from 'rxjs';
import { requestTo } from '../sync';

/** How browsers say that a part of the program did not come. */
const NOT_FETCHED = /dynamically imported module|module script/i;
const ASK_EVERY_MS = 1500;

/**
 * Parts of the program that could not be fetched because the server was away when they were wanted. A browser remembers
 * that and never asks for them again: only a page loaded anew has them. When the server answers again that is offered,
 * and where nothing stands on the page yet it is done.
 */
@Injectable({ providedIn: 'root' })
export class LostPart {
  private readonly router = inject(Router);
  private readonly stateSignal = signal<'none' | 'away' | 'back'>('none');
  /** Whether a part is missing, and whether the server would answer now. */
  readonly state = this.stateSignal.asReadonly();
  /** Address the page is loaded anew at. */
  private address = '';

  constructor() {
    // Who goes elsewhere no longer waits for what did not come.
    this.router.events.pipe(filter((event) => event instanceof NavigationEnd)).subscribe(() => {
      if (this.address !== '') this.stateSignal.set('none');
    });
  }

  /** A page or stage could not be gone to. */
  notReached({ error, url }: NavigationError): void {
    if (!(error instanceof Error) || !NOT_FETCHED.test(error.message)) throw error;
    this.address = url;
    void this.lost();
  }

  /** A part of the page shown is missing. */
  missing(): void {
    this.address = '';
    void this.lost();
  }

  /** Loads the page anew, at what was to be reached. */
  loadAnew(): void {
    if (this.address === '') location.reload();
    else location.assign(this.address);
  }

  private async lost(): Promise<void> {
    if (this.stateSignal() !== 'none') return;
    this.stateSignal.set('away');
    while (!(await serverAnswers())) await new Promise((resolve) => setTimeout(resolve, ASK_EVERY_MS));
    if (this.state() !== 'away') return;
    this.stateSignal.set('back');
    // Nothing stands here that could be lost. Once is enough: what does not come then has another reason.
    if (!this.router.navigated && !loadedAnew()) this.loadAnew();
  }
}

async function serverAnswers(): Promise<boolean> {
  const answer = await fetch(requestTo('GET /health').url, { cache: 'no-store' }).catch(() => undefined);
  return answer?.ok ?? false;
}

function loadedAnew(): boolean {
  // Entries of this name are of this kind.
  const [navigation] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[];
  return navigation?.type === 'reload';
}
