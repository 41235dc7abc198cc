import { changeSchema, type Change } from '@variatum/contracts';
import { Subject, type Observable } from 'rxjs';
import pg from 'pg';

/** Changes of the database as they are committed, by whichever process. */
export interface ChangeFeed {
  readonly changes: Observable<Change>;
  close(): Promise<void>;
}

const CHANNEL = 'variatum_change';
const AGAIN_AFTER_MS = 1000;

/**
 * Listens to the database on a connection of its own. A lost connection is opened anew until the feed is closed.
 * @param onError told of every lost connection
 */
export function openChangeFeed(url: string, onError: (error: Error) => void): ChangeFeed {
  const changes = new Subject<Change>();
  let client: pg.Client | undefined;
  let closed = false;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const again = (error: Error): void => {
    if (closed) return;
    onError(error);
    void client?.end().catch(() => undefined);
    client = undefined;
    timer ??= setTimeout(() => {
      timer = undefined;
      void listen();
    }, AGAIN_AFTER_MS);
  };
  const listen = async (): Promise<void> => {
    const next = new pg.Client({ connectionString: url });
    client = next;
    next.on('error', again);
    next.on('notification', ({ payload }) => {
      const change = changeSchema.safeParse(JSON.parse(payload ?? 'null'));
      if (change.success) changes.next(change.data);
    });
    try {
      await next.connect();
      await next.query(`listen ${CHANNEL}`);
    } catch (error) {
      again(error as Error);
    }
  };
  void listen();
  return {
    changes,
    close: async () => {
      closed = true;
      clearTimeout(timer);
      changes.complete();
      await client?.end().catch(() => undefined);
    },
  };
}
