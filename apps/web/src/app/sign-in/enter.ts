import { inject, Injectable } from '@angular/core';
import type { Session as Answer } from '@variatum/contracts';
import { firstValueFrom, type Observable } from 'rxjs';
import { ApiClient, OperationQueue } from '../sync';
import { HeldRequests } from '../sync/held-requests';
import { KeptDocuments } from '../sync/kept-documents';
import { Session } from '../sync/session';

/** What the one before typed is waited for so long, ms; after that it waits for them. */
const GO_FIRST_MS = 5000;

/**
 * Signs people in and out. Who comes in as somebody else begins on a fresh page; what the one before typed stays
 * theirs.
 */
@Injectable({ providedIn: 'root' })
export class Enter {
  private readonly api = inject(ApiClient);
  private readonly session = inject(Session);
  private readonly queue = inject(OperationQueue);
  private readonly kept = inject(KeptDocuments);
  private readonly requests = inject(HeldRequests);

  signIn(signInName: string, password: string): Promise<void> {
    return this.as(this.api.ask('POST /session', { body: { signInName, password } }));
  }

  accept(code: string, signInName: string, name: string, password: string): Promise<void> {
    return this.as(this.api.ask('POST /invitations/accept', { body: { code, signInName, name, password } }));
  }

  /** One of the made-up people of the demo. */
  offered(person: string): Promise<void> {
    return this.as(this.api.ask('POST /session/offered/:id', { path: { id: person }, body: {} }));
  }

  goTo(workshop: string): Promise<void> {
    return this.as(this.api.ask('POST /session/workshop/:id', { path: { id: workshop }, body: {} }));
  }

  /** At a tablet of the workshop, by a short number. What the one before has typed goes first, as theirs. */
  async atTablet(person: string, pin: string): Promise<void> {
    await Promise.race([this.queue.idle(), new Promise((resolve) => setTimeout(resolve, GO_FIRST_MS))]);
    await this.as(this.api.ask('POST /session/at-tablet', { body: { person, pin } }));
  }

  /**
   * Somebody works on at this tablet while no server can hear who they are; their number is asked for when one does.
   */
  claim({ person, name }: { readonly person: string; readonly name: string }): void {
    const workshop = this.session.tablet()?.workshop;
    if (workshop === undefined) return;
    this.session.leaveToClaim({ workshop, person, name });
    this.begin();
  }

  /** It was somebody else after all: the page goes on as whose the server takes it. */
  claimedByNobody(): void {
    this.session.settleClaim();
    const now = this.session.now();
    if (now && now.state !== 'signed-out') {
      this.session.leaveTo(now);
      this.begin();
    }
  }

  /** Signs out, which also forgets what was last seen here, except at a tablet. */
  async signOut(): Promise<void> {
    if (!this.session.tablet()) await this.kept.forget();
    await this.as(this.api.ask('POST /session/end', { body: {} }));
  }

  private async as(asked: Observable<Answer>): Promise<void> {
    const before = this.session.owner();
    const answered = firstValueFrom(asked);
    this.requests.hold();
    const answer = await answered.catch((refused: unknown) => {
      this.requests.release();
      throw refused;
    });
    // The same person again, after their sign-in had ended: the page is still theirs, with all that stands on it.
    if (before?.person === answer.person && before.workshop === answer.workshop) {
      this.session.take(answer);
      this.requests.release();
    } else {
      // What is held stays so: the page that asked it ends. Whoever said to work here and is somebody else
      // is asked no more; what they typed waits for them.
      this.session.settleClaim();
      this.session.leaveTo(answer);
      this.begin();
    }
  }

  private begin(): void {
    if (location.pathname === '/join' || location.pathname === '/sign-in') location.assign('/');
    else location.reload();
  }
}
