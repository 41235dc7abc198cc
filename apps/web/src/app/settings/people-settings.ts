import { ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ROLES, type Invitation, type Member, type Role } from '@variatum/contracts';
import { ROLE_WORDS, whenWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { firstValueFrom, type Observable } from 'rxjs';
import { ChoiceGroup, fieldBy, ownField, TextField } from '../kit/fields';
import { Panel } from '../kit/panel';
import { QrPicture } from '../kit/qr-picture';
import { saveFile } from '../kit/save-file';
import { ApiClient } from '../sync';
import { NetworkInfo } from '../sync/network';
import { People } from '../sync/people';
import { Session } from '../sync/session';
import { saidAt } from '../sign-in/said';

/** People of the workshop: who belongs to it and as what, invited by a code, let go without losing what they did. */
@Component({
  selector: 'va-people-settings',
  imports: [ChoiceGroup, FormsModule, NzButtonModule, Panel, QrPicture, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="People" heading="People">
      @if (isOpen()) {
        <p>
          Nobody has a name here yet: whoever sits at this machine may do everything. The program printed a code when it
          was started; with it the owner
          <a routerLink="/join">sets a name and password</a>
          and invites the others. From then on everybody signs in, and every entry says who made it.
        </p>
      }
      @if (members().length > 0) {
        <ul>
          @for (one of members(); track one.id) {
            <li>
              <span class="who">
                <strong>{{ one.name }}</strong>
                <span class="small soft">{{ one.about }}</span>
              </span>
              @if (mayChange() && one.here) {
                <va-choice-group [label]="'What ' + one.name + ' is'" quiet [options]="roles" [of]="one.role" />
                <span class="row tight">
                  <button nz-button type="button" (click)="newPassword(one.id)">New password</button>
                  <button nz-button type="button" (click)="export(one.id)">What is held of them</button>
                  <button nz-button type="button" (click)="leaving.set(one.id)">Let go</button>
                </span>
              }
              @if (leaving() === one.id) {
                <p class="row wide">
                  What {{ one.name }} did stays.
                  <button nz-button type="button" (click)="letGo(one.id, false)">Under their name</button>
                  <button nz-button type="button" (click)="letGo(one.id, true)">Under a pseudonym</button>
                  <button nz-button type="button" (click)="erase(one.id)">
                    Under a pseudonym, and erase who they were
                  </button>
                  <button nz-button nzType="text" type="button" (click)="leaving.set(null)">Keep them</button>
                </p>
              }
            </li>
          }
        </ul>
      }
      @if (mayChange()) {
        <form class="invite" (ngSubmit)="invite()" aria-label="Invite somebody">
          <va-text-field label="Name of somebody new" [longest]="80" [of]="name" />
          <va-choice-group label="As" [options]="roles" [of]="role" />
          <button nz-button type="submit">Invite</button>
        </form>
      }
      @if (invitations().length > 0) {
        <ul aria-label="Codes that can still be taken up" data-testid="invitations">
          @for (one of invitations(); track one.id) {
            <li>
              <span class="who">
                <strong>{{ one.name }}</strong>
                <span class="small soft">{{ one.about }}</span>
              </span>
              <button
                nz-button
                type="button"
                (click)="takeBack(one.id)"
                [attr.aria-label]="'Take back the code for ' + one.name"
              >
                Take the code back
              </button>
            </li>
          }
        </ul>
      }
      @if (told(); as invitation) {
        <div class="told row" role="status" data-testid="invitation">
          <va-qr-picture [text]="address() + '#' + invitation.code" label="Address with the code, for a camera" />
          <p>
            {{ invitation.name }} reads the picture, or opens {{ address() }} and gives the code
            <strong class="figure">{{ invitation.code }}</strong>
            within a week. It is told this once.
          </p>
        </div>
      }
      @if (mayChange()) {
        <form class="invite" (ngSubmit)="makeWorkshop()" aria-label="Make a further workshop">
          <va-text-field label="Name of a further workshop, as of a second depot" [longest]="80" [of]="workshop" />
          <button nz-button type="submit">Make it</button>
        </form>
        @if (made(); as name) {
          <p role="status">{{ name }} is there, and yours: go to it by your name in the head of the page.</p>
        }
      }
      @if (said(); as words) {
        <p class="wrong" role="alert">{{ words }}</p>
      }
    </va-panel>
  `,
  styles: `
    ul {
      list-style: none;
      display: grid;
      gap: var(--space-3);
    }
    li,
    .invite {
      display: flex;
      flex-wrap: wrap;
      gap: var(--space-3);
      align-items: end;
    }
    .who {
      flex: 1 1 200px;
      display: grid;
    }
    .invite va-text-field {
      flex: 0 1 280px;
    }
    .told {
      padding: var(--space-3);
      border-left: 4px solid var(--accent);
      background: var(--surface);
    }
    .told p {
      flex: 1 1 260px;
    }
    .told strong {
      white-space: nowrap;
      font-size: 1.3rem;
    }
    .wrong {
      color: var(--do-not);
      font-weight: 650;
    }
  `,
})
export class PeopleSettings {
  private readonly api = inject(ApiClient);
  private readonly people = inject(People);
  private readonly session = inject(Session);
  protected readonly roles = ROLES.map((value) => ({ value, title: ROLE_WORDS[value].title }));
  private readonly network = inject(NetworkInfo);
  /** Where somebody new begins: from their own device, where there is a way. */
  protected readonly address = computed(() => {
    const [first] = this.network.told()?.addresses ?? [];
    const here = ['localhost', '127.0.0.1'].includes(location.hostname);
    return new URL('/join', here && first !== undefined ? first : location.href).href;
  });
  protected readonly workshop = ownField('');
  protected readonly made = signal<string | null>(null);
  protected readonly isOpen = computed(
    () => this.session.now()?.state === 'open' && this.session.now()?.offered.length === 0,
  );
  protected readonly mayChange = computed(() => this.session.now()?.state === 'signed-in' && this.session.may('own'));
  protected readonly leaving = signal<string | null>(null);
  protected readonly told = signal<Invitation | null>(null);
  protected readonly said = signal('');
  protected readonly name = ownField('');
  private readonly newRole = signal<Role>('welder');
  protected readonly role = fieldBy<Role | null>(
    () => this.newRole(),
    (role) => role && this.newRole.set(role),
  );
  protected readonly members = computed(() =>
    this.people.all().map((member) => ({
      id: member.id,
      name: member.name,
      here: member.leftAt === null,
      about: this.about(member),
      role: fieldBy<Role | null>(
        () => member.role,
        (role) =>
          role && void this.change(this.api.ask('PATCH /people/:id', { path: { id: member.id }, body: { role } })),
      ),
    })),
  );

  private readonly open = resource({
    params: () => (this.mayChange() ? `${this.session.now()?.workshop}/${this.asked()}` : undefined),
    loader: () => firstValueFrom(this.api.ask('GET /invitations')),
  });
  /** Counts what was changed: what is open is asked anew after each. */
  private readonly asked = signal(0);
  protected readonly invitations = computed(() =>
    (this.open.hasValue() ? this.open.value() : []).map(({ id, name, role, person, expiresAt }) => ({
      id,
      name,
      about:
        `${person === null ? ROLE_WORDS[role].title.toLowerCase() : 'a new password'}, until ` + whenWords(expiresAt),
    })),
  );

  protected async takeBack(id: string): Promise<void> {
    await this.change(this.api.ask('POST /invitations/:id/take-back', { path: { id }, body: {} }));
    this.told.set(null);
  }

  private about({ id, role, signInName, leftAt }: Member): string {
    if (leftAt !== null) return 'has left';
    const self = id === this.session.now()?.person ? 'you, ' : '';
    return `${self}${ROLE_WORDS[role].title.toLowerCase()}${signInName === null ? '' : `, signs in as ${signInName}`}`;
  }

  protected async invite(): Promise<void> {
    const body = { name: this.name.value, role: this.newRole() };
    const invitation = await this.change(this.api.ask('POST /invitations', { body }));
    if (!invitation) return;
    this.told.set(invitation);
    this.name.change('');
  }

  protected async newPassword(id: string): Promise<void> {
    this.told.set(
      (await this.change(this.api.ask('POST /people/:id/new-password', { path: { id }, body: {} }))) ?? null,
    );
  }

  protected async letGo(id: string, pseudonym: boolean): Promise<void> {
    this.leaving.set(null);
    await this.change(this.api.ask('POST /people/:id/leave', { path: { id }, body: { pseudonym } }));
  }

  protected async erase(id: string): Promise<void> {
    this.leaving.set(null);
    await this.change(this.api.ask('POST /people/:id/erase', { path: { id }, body: {} }));
  }

  protected async export(id: string): Promise<void> {
    const all = await this.change(this.api.ask('GET /people/:id/export', { path: { id } }));
    if (all) saveFile('what-is-held.json', all);
  }

  protected async makeWorkshop(): Promise<void> {
    const made = await this.change(
      this.api.ask('POST /workshops', { body: { name: this.workshop.value } }),
      this.workshop,
    );
    if (!made) return;
    this.workshop.change('');
    this.made.set(made.name);
    await this.session.ask();
  }

  /** @param name field the name that is sent was typed into */
  private async change<Result>(asked: Observable<Result>, name = this.name): Promise<Result | undefined> {
    this.said.set('');
    try {
      return await firstValueFrom(asked);
    } catch (error) {
      this.said.set(saidAt(error, { name }));
      return undefined;
    } finally {
      this.people.readAgain();
      this.asked.update((count) => count + 1);
    }
  }
}
