import { Injectable } from '@angular/core';
import { changeSchema, type Change } from '@variatum/contracts';
import { Observable, share } from 'rxjs';

/** Changes other browsers make, as the server tells them. The browser opens the stream anew when it breaks. */
@Injectable({ providedIn: 'root' })
export class LiveService {
  readonly changes: Observable<Change> = new Observable<Change>((subscriber) => {
    // Some test environments know no such stream; without it a page shows what it read.
    if (typeof EventSource === 'undefined') return undefined;
    const source = new EventSource('/api/events');
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const change = changeSchema.safeParse(JSON.parse(data));
      if (change.success) subscriber.next(change.data);
    };
    return () => source.close();
  }).pipe(share());
}
