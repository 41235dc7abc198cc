import type pg from 'pg';
import { RateLimiterMemory, RateLimiterPostgres, type RateLimiterRes } from 'rate-limiter-flexible';
import type { SharedCount } from './limit-requests';

/** A database that does not answer within this must not hold requests up that could be answered. */
const ANSWER_WITHIN_MS = 1000;

/**
 * A count of requests a minute that every process of one database shares. While the database does not answer each
 * process counts by itself.
 */
export function sharedCount(pool: pg.Pool, perMinute: number): SharedCount {
  const options = { points: perMinute, duration: 60, keyPrefix: 'requests' };
  const alone = new RateLimiterMemory(options);
  const together = new RateLimiterPostgres({
    ...options,
    storeClient: pool,
    storeType: 'pool',
    tableName: 'request_count',
    tableCreated: true,
    insuranceLimiter: alone,
  });
  const granted = ({ msBeforeNext }: RateLimiterRes) => ({ granted: true, seconds: msBeforeNext / 1000 });
  const refused = ({ msBeforeNext }: RateLimiterRes) => ({ granted: false, seconds: (msBeforeNext || 1000) / 1000 });
  return {
    take: (client, points) => {
      let timer: ReturnType<typeof setTimeout> | undefined;
      const late = new Promise<RateLimiterRes>((resolve, reject) => {
        timer = setTimeout(() => void alone.consume(client, points).then(resolve, reject), ANSWER_WITHIN_MS);
      });
      return Promise.race([together.consume(client, points), late])
        .then(granted, refused)
        .finally(() => clearTimeout(timer));
    },
  };
}
