import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ownField, TextField } from '../kit/fields';
import { Session } from '../sync/session';
import { AtTablet } from './at-tablet';
import { Enter } from './enter';
import { entry } from './entry';
import { EntryForm } from './entry-form';
import { SecretField } from './secret-field';

/**
 * Where everybody begins who has a name here: name and password, nothing else in the way; at a tablet a tap on one's
 * name.
 */
@Component({
  selector: 'va-sign-in',
  imports: [AtTablet, EntryForm, RouterLink, SecretField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (atTablet()) {
      <va-at-tablet />
      <p class="other">
        <button type="button" class="act" (click)="byPassword.set(true)">With name and password</button>
      </p>
    } @else {
      <va-entry-form
        heading="Sign in"
        button="Sign in"
        [said]="entry.said()"
        [busy]="entry.busy()"
        (sent)="entry.make()"
      >
        <va-text-field label="Name you sign in with" [longest]="60" [of]="signInName" />
        <va-secret-field label="Password" [of]="password" />
        <p after class="small soft">
          <a routerLink="/join">With a code from the owner you set name and password.</a>
          A password that is lost: the owner gives you a code.
        </p>
      </va-entry-form>
    }
  `,
  styles: `
    .other {
      display: grid;
      justify-content: center;
    }
  `,
})
export class SignIn {
  private readonly door = inject(Enter);
  private readonly session = inject(Session);
  protected readonly byPassword = signal(false);
  protected readonly atTablet = computed(() => this.session.tablet() !== null && !this.byPassword());
  protected readonly signInName = ownField('');
  protected readonly password = ownField('');
  protected readonly entry = entry({ signInName: this.signInName, password: this.password }, () =>
    this.door.signIn(this.signInName.value, this.password.value),
  );
}
