import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { ownField, TextField } from '../kit/fields';
import { Enter } from './enter';
import { saidAt } from './said';
import { SecretField } from './secret-field';

/** Where everybody begins who has a name here: name and password, nothing else in the way. */
@Component({
  selector: 'va-sign-in',
  imports: [FormsModule, NzButtonModule, RouterLink, SecretField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="panel stack" (ngSubmit)="enter()" aria-label="Sign in">
      <h1>Sign in</h1>
      <va-text-field label="Name you sign in with" [longest]="60" [of]="name" />
      <va-secret-field label="Password" [of]="password" />
      @if (said(); as words) {
        <p class="wrong" role="alert">{{ words }}</p>
      }
      <button nz-button nzType="primary" nzSize="large" type="submit" [disabled]="busy()">Sign in</button>
      <p class="small soft">
        <a routerLink="/join">With a code from the owner you set name and password.</a>
        A password that is lost: the owner gives you a code.
      </p>
    </form>
  `,
  styles: `
    :host {
      display: grid;
      justify-items: center;
      padding: var(--space-5) var(--space-3);
    }
    form {
      width: min(420px, 100%);
    }
    .wrong {
      color: var(--do-not);
      font-weight: 650;
    }
  `,
})
export class SignIn {
  private readonly door = inject(Enter);
  protected readonly name = ownField('');
  protected readonly password = ownField('');
  protected readonly said = signal('');
  protected readonly busy = signal(false);

  protected async enter(): Promise<void> {
    this.busy.set(true);
    this.said.set('');
    try {
      await this.door.signIn(this.name.value, this.password.value);
    } catch (error) {
      this.said.set(saidAt(error, { signInName: this.name, password: this.password }));
    } finally {
      this.busy.set(false);
    }
  }
}
