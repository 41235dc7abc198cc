import { Router } from 'express';
import { filter } from 'rxjs';
import type { ChangeFeed } from './change-feed';

/** How often an idle stream says that it is alive, so that nothing between closes it. */
const HEARTBEAT_MS = 20_000;

/** Live changes as server-sent events: `GET /events`. Each event is one change: kind, id, job and version. */
export function liveRoutes(feed: ChangeFeed, workshopId: string): Router {
  const router = Router();
  router.get('/events', (request, response) => {
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-cache, no-transform',
      'X-Accel-Buffering': 'no',
    });
    response.write('retry: 1000\n\n');
    const heartbeat = setInterval(() => response.write(': alive\n\n'), HEARTBEAT_MS);
    const subscription = feed.changes.pipe(filter(({ workshop }) => workshop === workshopId)).subscribe({
      next: (change) => void response.write(`data: ${JSON.stringify(change)}\n\n`),
      // The process is stopping: let the stream go, or it would keep the server from closing.
      complete: () => void response.end(),
    });
    request.on('close', () => {
      clearInterval(heartbeat);
      subscription.unsubscribe();
    });
  });
  return router;
}
