import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { ownField, TextField } from '../kit/fields';
import { Enter } from './enter';
import { entry } from './entry';
import { EntryForm } from './entry-form';
import { SecretField } from './secret-field';

/** Takes up a code: the first owner's that the program printed, an invitation, or one for a new password. */
@Component({
  imports: [EntryForm, SecretField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-entry-form
      heading="Join the workshop"
      button="Join"
      [said]="entry.said()"
      [busy]="entry.busy()"
      (sent)="entry.make()"
    >
      <p class="soft">
        With the code you were given, or the one the program printed when it was started. Whoever signs in here already
        gives their name and password as before.
      </p>
      <va-text-field label="Code" [longest]="40" placeholder="as in K7QD-2XMN-P4RT" [of]="code" />
      <va-text-field label="Your name, as others read it" [longest]="80" [of]="name" />
      <va-text-field label="Name you sign in with" [longest]="60" [of]="signInName" />
      <va-secret-field label="Password, at least 12 characters" [fresh]="true" [of]="password" />
    </va-entry-form>
  `,
})
export class Join {
  private readonly door = inject(Enter);
  // A link that was handed over carries its code behind the number sign: it is sent nowhere.
  protected readonly code = ownField(decodeURIComponent(location.hash.slice(1)));
  protected readonly name = ownField('');
  protected readonly signInName = ownField('');
  protected readonly password = ownField('');
  protected readonly entry = entry(
    { code: this.code, name: this.name, signInName: this.signInName, password: this.password },
    () => this.door.accept(this.code.value, this.signInName.value, this.name.value, this.password.value),
  );
}
