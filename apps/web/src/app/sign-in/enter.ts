import { inject, Injectable } from '@angular/core';
import type { Session as Answer } from '@variatum/contracts';
import { firstValueFrom, type Observable } from 'rxjs';
import { ApiClient } from '../sync';
import { Session } from '../sync/session';

/** Signs people in and out. Who comes in as somebody else begins on a fresh page; what the one before typed stays theirs. */
@Injectable({ providedIn: 'root' })
export class Enter {
  private readonly api = inject(ApiClient);
  private readonly session = inject(Session);

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

  signOut(): Promise<void> {
    return this.as(this.api.ask('POST /session/end', { body: {} }));
  }

  private async as(asked: Observable<Answer>): Promise<void> {
    const before = this.session.owner();
    const answer = await firstValueFrom(asked);
    // The same person again, after their sign-in had ended: the page is still theirs, with all that stands on it.
    if (before?.person === answer.person && before.workshop === answer.workshop) this.session.take(answer);
    else {
      this.session.leaveTo(answer);
      this.begin();
    }
  }

  private begin(): void {
    if (location.pathname === '/join' || location.pathname === '/sign-in') location.assign('/');
    else location.reload();
  }
}
