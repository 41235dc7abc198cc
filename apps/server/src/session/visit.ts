import type { Membership } from '@variatum/contracts';
import type { Request, Response } from 'express';
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { COOKIE } from './sessions';

const DEVICE_COOKIE = 'variatum-known';
/** A browser is known for a year after the last sign-in, ms. */
const KNOWN_MS = 365 * 24 * 3600 * 1000;

/** What handlers of the session may do with a browser: sign somebody in on it, end that, know it again. */
export class Visit {
  constructor(
    private readonly request: Request,
    private readonly response: Response,
    private readonly key: string,
  ) {}

  /** Address it comes from. */
  get address(): string {
    return this.request.ip ?? '';
  }

  get sessionId(): string {
    return this.request.sessionID;
  }

  /**
   * Signs somebody in under a new session: whoever knew the one before knows nothing of this one. The browser is known from now
   * on as one of theirs.
   */
  async signIn(person: string, name: string, { workshop, role }: Membership): Promise<void> {
    await this.end();
    const now = Date.now();
    Object.assign(this.request.session, {
      person, name, workshop, role, signedInAt: now, lastSeenAt: now, browser: (this.request.get('user-agent') ?? '').slice(0, 160),
    }); // prettier-ignore
    await new Promise<void>((done, fail) => this.request.session.save((error: unknown) => (error ? fail(asError(error)) : done()))); // prettier-ignore
    const device = `${person}.${randomBytes(12).toString('base64url')}`;
    this.response.cookie(DEVICE_COOKIE, `${device}.${this.mark(device)}`, {
      httpOnly: true, sameSite: 'strict', secure: this.request.secure, maxAge: KNOWN_MS, path: '/api/session',
    }); // prettier-ignore
  }

  /** Ends the session of this browser: its cookie is worth nothing afterwards. */
  async end(): Promise<void> {
    await new Promise<void>((done, fail) => this.request.session.regenerate((error: unknown) => (error ? fail(asError(error)) : done()))); // prettier-ignore
  }

  /** Forgets the cookie too. */
  forget(): void {
    this.response.clearCookie(COOKIE, { path: '/' });
  }

  /** Mark of this browser when a person has signed in on it before; null for a stranger's. */
  knownFor(person: string): string | null {
    const cookies = (this.request.headers.cookie ?? '').split(/; */);
    const value = cookies.find((one) => one.startsWith(`${DEVICE_COOKIE}=`))?.slice(DEVICE_COOKIE.length + 1);
    const [whose = '', nonce = '', mark = ''] = decodeURIComponent(value ?? '').split('.');
    const right = this.mark(`${whose}.${nonce}`);
    const same = mark.length === right.length && timingSafeEqual(Buffer.from(mark), Buffer.from(right));
    return same && whose === person ? `${person}.${nonce}` : null;
  }

  private mark(device: string): string {
    return createHmac('sha256', this.key).update(device).digest('base64url');
  }
}

const asError = (error: unknown): Error => (error instanceof Error ? error : new Error(String(error)));
