import { HttpErrorResponse } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Session } from '../sync/session';
import { Enter } from './enter';
import { NumberPad } from './number-pad';
import { saidAt } from './said';

interface Somebody {
  readonly person: string;
  readonly name: string;
}

/**
 * Who works at this tablet: a tap on a name and a short number, with gloves on. Without a server the number is asked
 * for later.
 */
@Component({
  selector: 'va-at-tablet',
  imports: [NumberPad, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" [attr.aria-label]="'Who works at ' + tablet()?.name">
      @if (chosen(); as one) {
        <h1>{{ one.name }}</h1>
        @if (isClaimed()) {
          <p>What you typed while no server answered is sent as soon as you give your number.</p>
        }
        <va-number-pad [said]="said()" [busy]="busy()" (number)="give(one, $event)" />
        @if (mayClaim()) {
          <p>
            No server answers. What is typed from now on is kept as yours, and sent when you have given your number
            here.
          </p>
          <button nz-button nzSize="large" type="button" (click)="enter.claim(one)">Work on as {{ one.name }}</button>
        }
        <button nz-button nzType="text" type="button" (click)="somebodyElse()">Somebody else</button>
      } @else {
        <h1>Who works?</h1>
        <div class="names">
          @for (one of people(); track one.person) {
            <button type="button" (click)="choose(one)">{{ one.name }}</button>
          } @empty {
            <p>
              Nobody has set a number for this tablet yet: sign in with name and password, and set one under Settings.
            </p>
          }
        </div>
      }
    </section>
  `,
  styles: `
    :host {
      display: grid;
      justify-items: center;
      padding: var(--space-5) var(--space-3);
    }
    section {
      width: min(560px, 100%);
      justify-items: center;
      text-align: center;
    }
    .names {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
      gap: 10px;
      width: 100%;
    }
    .names button {
      min-height: 84px;
      padding: 0 12px;
      border: 1px solid var(--line-strong);
      border-radius: var(--corner);
      background: var(--raised);
      color: var(--ink);
      font: 640 1.25rem var(--font-display);
      cursor: pointer;
    }
    .names button:hover {
      background: var(--accent-wash);
    }
  `,
})
export class AtTablet {
  private readonly session = inject(Session);
  protected readonly enter = inject(Enter);
  protected readonly tablet = this.session.tablet;
  protected readonly said = signal('');
  protected readonly busy = signal(false);
  protected readonly mayClaim = signal(false);
  private readonly picked = signal<Somebody | null>(null);
  protected readonly chosen = computed<Somebody | null>(() => this.picked() ?? this.claimed());
  protected readonly isClaimed = computed(
    () => this.chosen() !== null && this.chosen()?.person === this.claimed()?.person,
  );
  protected readonly people = computed(() => {
    const here = this.session.now()?.person ?? null;
    return (this.tablet()?.people ?? []).filter(({ person }) => this.session.isSignedOut() || person !== here);
  });
  private readonly claimed = computed<Somebody | null>(() => {
    const claim = this.session.claim();
    return claim?.person ? { person: claim.person, name: claim.name } : null;
  });

  protected choose(one: Somebody): void {
    this.said.set('');
    this.mayClaim.set(false);
    this.picked.set(one);
  }

  protected somebodyElse(): void {
    if (this.isClaimed()) this.enter.claimedByNobody();
    this.said.set('');
    this.mayClaim.set(false);
    this.picked.set(null);
  }

  protected async give({ person }: Somebody, number: string): Promise<void> {
    this.busy.set(true);
    this.said.set('');
    try {
      await this.enter.atTablet(person, number);
    } catch (error) {
      this.mayClaim.set(error instanceof HttpErrorResponse && error.status === 0);
      this.said.set(saidAt(error, {}));
    } finally {
      this.busy.set(false);
    }
  }
}
