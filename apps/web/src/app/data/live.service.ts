import { Injectable } from '@angular/core';
import type { Change } from '@variatum/contracts';
import { filter, map, Observable, share } from 'rxjs';

/** Changes other browsers make, as the server tells them. The browser opens the stream anew when it breaks. */
@Injectable({ providedIn: 'root' })
export class LiveService {
  private readonly events: Observable<Change | 'opened'> = new Observable<Change | 'opened'>((subscriber) => {
    // Some test environments know no such stream; without it a page shows what it read.
    if (typeof EventSource === 'undefined') return undefined;
    const source = new EventSource('/api/events');
    source.onopen = () => subscriber.next('opened');
    // The schemas are fetched beside the stream: the first page shown must not wait for them.
    const reader = import('./read-change');
    source.onmessage = ({ data }: MessageEvent<string>) => {
      void reader.then(({ readChange }) => {
        const change = readChange(data);
        if (change) subscriber.next(change);
      });
    };
    return () => source.close();
  }).pipe(share());

  readonly changes: Observable<Change> = this.events.pipe(filter((event) => event !== 'opened'));
  /** The stream stands, for the first time or again: what changed before that was not told. */
  readonly opened: Observable<void> = this.events.pipe(
    filter((event) => event === 'opened'),
    map(() => undefined),
  );
}
