import { ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { whenWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { firstValueFrom } from 'rxjs';
import { ownField } from '../kit/fields';
import { Panel } from '../kit/panel';
import { saveFile } from '../kit/save-file';
import { ApiClient } from '../sync';
import { Session } from '../sync/session';
import { saidAt } from '../sign-in/said';
import { SecretField } from '../sign-in/secret-field';

/** One's own sign-in: the password, and where one is signed in. */
@Component({
  selector: 'va-sign-in-settings',
  imports: [FormsModule, NzButtonModule, Panel, SecretField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Your sign-in" heading="Your sign-in">
      <ul class="entries" aria-label="Where you are signed in">
        @for (place of places.value() ?? []; track place.id) {
          <li>
            <span>
              {{ place.here ? 'Here' : place.browser || 'A browser that gives no name' }}
              <span class="small soft">since {{ moment(place.since) }}, last seen {{ moment(place.lastSeen) }}</span>
            </span>
            @if (!place.here) {
              <button nz-button type="button" (click)="end(place.id)">Sign out there</button>
            }
          </li>
        }
      </ul>
      <form class="in-line" (ngSubmit)="change()" aria-label="New password">
        <va-secret-field label="Password so far" [of]="old" />
        <va-secret-field label="New password, at least 12 characters" [fresh]="true" [of]="password" />
        <button nz-button type="submit">Change password</button>
      </form>
      @if (!byPin()) {
        <form class="in-line" (ngSubmit)="setPin()" aria-label="Number for tablets">
          <va-secret-field label="Password" [of]="proof" />
          <va-secret-field label="Short number for tablets, 4 to 8 figures" [fresh]="true" [of]="pin" />
          <button nz-button type="submit">Set the number</button>
        </form>
      }
      <p class="row">
        <button nz-button type="button" (click)="export()">All that is held of me, as a file</button>
      </p>
      @if (said(); as words) {
        <p role="status">{{ words }}</p>
      }
    </va-panel>
  `,
})
export class SignInSettings {
  private readonly api = inject(ApiClient);
  private readonly session = inject(Session);
  protected readonly places = resource({ loader: () => firstValueFrom(this.api.ask('GET /session/places')) });
  protected readonly old = ownField('');
  protected readonly password = ownField('');
  protected readonly proof = ownField('');
  protected readonly pin = ownField('');
  protected readonly said = signal('');
  protected readonly byPin = computed(() => this.session.now()?.byPin ?? false);

  protected readonly moment = whenWords;

  protected async end(place: string): Promise<void> {
    this.places.set(
      await firstValueFrom(this.api.ask('POST /session/places/:place/end', { path: { place }, body: {} })),
    );
  }

  protected async setPin(): Promise<void> {
    const body = { password: this.proof.value, pin: this.pin.value };
    try {
      this.session.take(await firstValueFrom(this.api.ask('POST /session/pin', { body })));
      for (const field of [this.proof, this.pin]) field.change('');
      this.said.set('The number is set: at a tablet of the workshop you tap your name and give it.');
    } catch (error) {
      this.said.set(saidAt(error, { password: this.proof, pin: this.pin }));
    }
  }

  protected async export(): Promise<void> {
    saveFile('what-is-held-of-me.json', await firstValueFrom(this.api.ask('GET /session/export')));
  }

  protected async change(): Promise<void> {
    const body = { old: this.old.value, password: this.password.value };
    try {
      this.session.take(await firstValueFrom(this.api.ask('POST /session/password', { body })));
      for (const field of [this.old, this.password]) field.change('');
      this.said.set('The password is changed; everywhere else you are signed out.');
      this.places.reload();
    } catch (error) {
      this.said.set(saidAt(error, { old: this.old, password: this.password }));
    }
  }
}
