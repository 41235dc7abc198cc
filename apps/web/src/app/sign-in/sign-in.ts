import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ownField, TextField } from '../kit/fields';
import { Enter } from './enter';
import { entry } from './entry';
import { EntryForm } from './entry-form';
import { SecretField } from './secret-field';

/** Where everybody begins who has a name here: name and password, nothing else in the way. */
@Component({
  selector: 'va-sign-in',
  imports: [EntryForm, RouterLink, SecretField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-entry-form heading="Sign in" button="Sign in" [said]="entry.said()" [busy]="entry.busy()" (sent)="entry.make()">
      <va-text-field label="Name you sign in with" [longest]="60" [of]="signInName" />
      <va-secret-field label="Password" [of]="password" />
      <p after class="small soft">
        <a routerLink="/join">With a code from the owner you set name and password.</a>
        A password that is lost: the owner gives you a code.
      </p>
    </va-entry-form>
  `,
})
export class SignIn {
  private readonly door = inject(Enter);
  protected readonly signInName = ownField('');
  protected readonly password = ownField('');
  protected readonly entry = entry({ signInName: this.signInName, password: this.password }, () =>
    this.door.signIn(this.signInName.value, this.password.value),
  );
}
