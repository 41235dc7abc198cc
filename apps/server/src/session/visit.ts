import type { Membership } from '@variatum/contracts';
import type { CookieOptions, Request, Response } from 'express';
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type pg from 'pg';
import { tabletOf, type KnownTablet } from '../tablets/store';
import { cookieName } from './sessions';

const DEVICE_COOKIE = 'variatum-known';
const TABLET_COOKIE = 'variatum-tablet';
/** A browser is known for a year after the last sign-in, ms. */
const KNOWN_MS = 365 * 24 * 3600 * 1000;

/** What handlers of the session may do with a browser: sign somebody in on it, end that, know it again. */
export class Visit {
  constructor(
    private readonly request: Request,
    private readonly response: Response,
    private readonly key: string,
    private readonly pool: pg.Pool,
  ) {}

  /** Address it comes from. */
  get address(): string {
    return this.request.ip ?? '';
  }

  get sessionId(): string {
    return this.request.sessionID;
  }

  /**
   * Signs somebody in under a new session: whoever knew the one before knows nothing of this one. The browser is known
   * from now on as one of theirs.
   */
  async signIn(
    person: string,
    name: string,
    { workshop, role }: Pick<Membership, 'workshop' | 'role'>,
    byPin = false,
  ): Promise<void> {
    await this.end();
    const tablet = await this.tablet();
    const now = Date.now();
    Object.assign(this.request.session, {
      person,
      name,
      workshop,
      role,
      signedInAt: now,
      lastSeenAt: now,
      byPin,
      tablet: tablet?.workshop === workshop ? tablet.id : null,
      browser: (this.request.get('user-agent') ?? '').slice(0, 160),
    });
    await new Promise<void>((done, fail) =>
      this.request.session.save((error: unknown) => (error ? fail(asError(error)) : done())),
    );
    // Whoever gave a number alone has not shown that this browser is theirs.
    if (byPin) return;
    const device = `${person}.${randomBytes(12).toString('base64url')}`;
    this.response.cookie(DEVICE_COOKIE, `${device}.${this.mark(device)}`, this.forLong('/api/session'));
  }

  /** Makes a tablet of this browser, by the token it keeps from now on. */
  becomeTablet(token: string): void {
    this.response.cookie(TABLET_COOKIE, token, this.forLong('/api'));
  }

  /** The tablet this browser is; undefined: none, or one that was ended. */
  async tablet(): Promise<KnownTablet | undefined> {
    const token = this.cookie(TABLET_COOKIE);
    return token === undefined ? undefined : tabletOf(this.pool, token);
  }

  private forLong(path: string): CookieOptions {
    return { httpOnly: true, sameSite: 'strict', secure: this.request.secure, maxAge: KNOWN_MS, path };
  }

  private cookie(name: string): string | undefined {
    const cookies = (this.request.headers.cookie ?? '').split(/; */);
    const value = cookies.find((one) => one.startsWith(`${name}=`))?.slice(name.length + 1);
    try {
      return value === undefined ? undefined : decodeURIComponent(value);
    } catch {
      // It was not written here.
      return undefined;
    }
  }

  /** Ends the session of this browser: its cookie is worth nothing afterwards. */
  async end(): Promise<void> {
    await new Promise<void>((done, fail) =>
      this.request.session.regenerate((error: unknown) => (error ? fail(asError(error)) : done())),
    );
  }

  /** Forgets the cookie too. */
  forget(): void {
    const { secure } = this.request;
    this.response.clearCookie(cookieName(secure), { path: '/', secure });
  }

  /** Mark of this browser when a person has signed in on it before; null for a stranger's. */
  knownFor(person: string): string | null {
    const [whose = '', nonce = '', mark = ''] = (this.cookie(DEVICE_COOKIE) ?? '').split('.');
    const right = this.mark(`${whose}.${nonce}`);
    const same = mark.length === right.length && timingSafeEqual(Buffer.from(mark), Buffer.from(right));
    return same && whose === person ? `${person}.${nonce}` : null;
  }

  private mark(device: string): string {
    return createHmac('sha256', this.key).update(device).digest('base64url');
  }
}

const asError = (error: unknown): Error => (error instanceof Error ? error : new Error(String(error)));
