import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { ownField, TextField } from '../kit/fields';
import { Enter } from './enter';
import { saidAt } from './said';
import { SecretField } from './secret-field';

/** Takes up a code: the first owner's that the program printed, an invitation, or one for a new password. */
@Component({
  imports: [FormsModule, NzButtonModule, SecretField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="panel stack" (ngSubmit)="join()" aria-label="Join">
      <h1>Join the workshop</h1>
      <p class="soft">
        With the code you were given, or the one the program printed when it was started. Whoever signs in here already
        gives their name and password as before.
      </p>
      <va-text-field label="Code" [longest]="40" placeholder="as in K7QD-2XMN-P4RT" [of]="code" />
      <va-text-field label="Your name, as others read it" [longest]="80" [of]="name" />
      <va-text-field label="Name you sign in with" [longest]="60" [of]="signInName" />
      <va-secret-field label="Password, at least 10 characters" [fresh]="true" [of]="password" />
      @if (said(); as words) {
        <p class="wrong" role="alert">{{ words }}</p>
      }
      <button nz-button nzType="primary" nzSize="large" type="submit" [disabled]="busy()">Join</button>
    </form>
  `,
  styles: `
    :host {
      display: grid;
      justify-items: center;
      padding: var(--space-5) var(--space-3);
    }
    form {
      width: min(460px, 100%);
    }
    .wrong {
      color: var(--do-not);
      font-weight: 650;
    }
  `,
})
export class Join {
  private readonly door = inject(Enter);
  // A link that was handed over carries its code behind the number sign: it is sent nowhere.
  protected readonly code = ownField(decodeURIComponent(location.hash.slice(1)));
  protected readonly name = ownField('');
  protected readonly signInName = ownField('');
  protected readonly password = ownField('');
  protected readonly said = signal('');
  protected readonly busy = signal(false);

  protected async join(): Promise<void> {
    this.busy.set(true);
    this.said.set('');
    const { code, name, signInName, password } = this;
    try {
      await this.door.accept(code.value, signInName.value, name.value, password.value);
    } catch (error) {
      this.said.set(saidAt(error, { code, name, signInName, password }));
    } finally {
      this.busy.set(false);
    }
  }
}
