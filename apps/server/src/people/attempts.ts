import type pg from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { ProblemError } from '../http/problem-error';

/** Attempts that are counted together, how many are let through, and within how many seconds. */
const LIMITS = {
  /** From one address, whoever is tried. */
  address: { points: 30, duration: 900 },
  /** At one person, from all browsers they have never signed in with: a stranger uses up what strangers have. */
  strangers: { points: 40, duration: 3600 },
  /** At one person, from one browser they have signed in with before. */
  known: { points: 10, duration: 900 },
  /** Short numbers, from one tablet. */
  tablet: { points: 40, duration: 900 },
  /** Codes of invitations, from one address. */
  codes: { points: 20, duration: 900 },
} as const;
type Counted = keyof typeof LIMITS;

/**
 * Holds back whoever guesses. Counted in the database, for all processes together. A stranger cannot lock anybody out:
 * guesses from browsers a person never signed in with are counted apart from those of their own (OWASP, Authentication
 * Cheat Sheet: device cookies).
 */
export class Attempts {
  private readonly limiters: Readonly<Record<Counted, RateLimiterPostgres>>;

  constructor(pool: pg.Pool) {
    const limiter = (name: Counted): RateLimiterPostgres =>
      new RateLimiterPostgres({
        ...LIMITS[name],
        keyPrefix: `attempts-${name}`,
        storeClient: pool,
        storeType: 'pool',
        tableName: 'request_count',
        tableCreated: true,
      });
    this.limiters = {
      address: limiter('address'),
      strangers: limiter('strangers'),
      known: limiter('known'),
      tablet: limiter('tablet'),
      codes: limiter('codes'),
    };
  }

  /** Counts an attempt. @throws ProblemError 429 when there were too many; whatever was given is not looked at then */
  async count(name: Counted, key: string): Promise<void> {
    try {
      await this.limiters[name].consume(key);
    } catch (error) {
      if (error instanceof RateLimiterRes)
        throw ProblemError.tooManyAttempts(Math.max(1, Math.ceil(error.msBeforeNext / 1000)));
      throw error;
    }
  }

  /**
   * Takes one attempt back: it was right. Those before it stay counted, or one's own sign-in would clear the way for
   * guesses.
   */
  async giveBack(name: Counted, key: string): Promise<void> {
    await this.limiters[name].reward(key, 1);
  }
}
