import type { RequestHandler } from 'express';
import type pg from 'pg';
import { AggregatorRegistry, collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';

/** Figures of one process; its launcher adds those of all up. None of them says who, what or of which workshop. */
export interface Metrics {
  readonly registry: Registry;
  /** Times every request, by method, pattern of its address and status. */
  readonly timeRequests: RequestHandler;
  /** Watches what only grows dear with numbers. */
  watch(pool: pg.Pool, streams: () => number): void;
}

/** Most answers take a few milliseconds; the last bounds are the time limits of statements and of whoever waits. */
const BUCKETS_S = [0.002, 0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10];

/** Opens the figures of a process. */
export function openMetrics(): Metrics {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  // Answers the launcher when it asks.
  new AggregatorRegistry();
  AggregatorRegistry.setRegistries(registry);
  const seconds = new Histogram({
    name: 'variatum_request_seconds',
    help: 'Time from the first byte of a request to the last of its answer',
    labelNames: ['method', 'route', 'status'],
    buckets: BUCKETS_S,
    registers: [registry],
  });
  return {
    registry,
    timeRequests: (request, response, next) => {
      const begun = process.hrtime.bigint();
      response.on('close', () => {
        // The pattern, never the address: that would name things, and grow without end.
        const pattern = (request.route as { readonly path?: string } | undefined)?.path;
        const route = request.originalUrl.startsWith('/api') ? (pattern ?? 'none') : 'page';
        if (route === '/events') return;
        seconds.observe(
          { method: request.method, route, status: response.statusCode },
          Number(process.hrtime.bigint() - begun) / 1e9,
        );
      });
      next();
    },
    watch: (pool, streams) => {
      const gauge = (name: string, help: string, value: () => number): void => {
        new Gauge({
          name,
          help,
          registers: [registry],
          collect() {
            this.set(value());
          },
        });
      };
      gauge('variatum_live_streams', 'Pages that listen for changes', streams);
      gauge('variatum_database_connections', 'Connections to the database', () => pool.totalCount);
      gauge('variatum_database_waiting', 'Requests that wait for a connection', () => pool.waitingCount);
    },
  };
}
