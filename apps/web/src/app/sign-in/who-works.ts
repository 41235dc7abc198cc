import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { ROLE_WORDS } from '@variatum/presentation';
import { Icon } from '../kit/marks/icon';
import { Session } from '../sync/session';
import { AtTablet } from './at-tablet';
import { Enter } from './enter';

/** Who works here, in the head of every page: one tap opens what can be done about it. */
@Component({
  selector: 'va-who-works',
  imports: [AtTablet, Icon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (tablet(); as at) {
      <button type="button" class="act at" (click)="change()">
        <va-icon name="person" />
        <span>{{ at.title }}</span>
      </button>
      <dialog #changing aria-label="Change of person" (close)="isOpen.set(false)">
        @if (isOpen()) {
          <va-at-tablet />
          <p class="row">
            @if (at.signedIn) {
              <button type="button" class="act" (click)="enter.signOut()">Sign out</button>
            }
            <button type="button" class="act" (click)="close()">Close</button>
          </p>
        }
      </dialog>
    } @else if (shown(); as who) {
      <details #menu>
        <summary class="act">
          <va-icon name="person" />
          <span>{{ who.title }}</span>
        </summary>
        <div class="list">
          @if (who.role; as role) {
            <p class="small soft">{{ role }}</p>
          }
          @for (one of who.others; track one.person) {
            <button type="button" (click)="enter.offered(one.person)">{{ one.name }}, {{ one.role }}</button>
          }
          @for (one of who.workshops; track one.workshop) {
            <button type="button" (click)="enter.goTo(one.workshop)">Go to {{ one.name }}</button>
          }
          @if (who.signedIn) {
            <button type="button" (click)="enter.signOut()">Sign out</button>
          }
        </div>
      </details>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    details {
      position: relative;
    }
    summary {
      white-space: nowrap;
    }
    summary::before {
      content: none;
    }
    summary > va-icon {
      flex: none;
    }
    dialog {
      width: min(640px, 96vw);
      border: 1px solid var(--line-strong);
      border-radius: var(--corner);
      background: var(--paper);
      color: var(--ink);
    }
    dialog::backdrop {
      background: color-mix(in srgb, var(--ink) 45%, transparent);
    }
    dialog p {
      justify-content: center;
    }
    .at {
      white-space: nowrap;
    }
    @media (max-width: 900px) {
      summary {
        padding: 0 10px;
      }
      .at {
        padding: 0 10px;
      }
      .at > span,
      summary > span {
        position: absolute;
        width: 1px;
        height: 1px;
        overflow: hidden;
        clip-path: inset(50%);
      }
    }
    .list {
      position: absolute;
      right: 0;
      z-index: 20;
      min-width: 240px;
      padding: var(--space-2);
      display: grid;
      gap: 4px;
      background: var(--raised);
      border: 1px solid var(--line-strong);
      border-radius: var(--corner);
    }
    .list p {
      padding: 4px 8px;
    }
    .list button {
      min-height: var(--target);
      padding: 0 8px;
      border: 0;
      background: none;
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .list button:hover {
      background: var(--surface);
    }
  `,
})
export class WhoWorks {
  private readonly session = inject(Session);
  protected readonly enter = inject(Enter);

  private readonly changing = viewChild<ElementRef<HTMLDialogElement>>('changing');
  /** The pad listens to keys only while it is there. */
  protected readonly isOpen = signal(false);

  /** At a tablet: who works, and one tap to change. It is there without a server, too. */
  protected readonly tablet = computed(() => {
    const tablet = this.session.tablet();
    if (!tablet || this.session.isSignedOut()) return null;
    const [now, owner] = [this.session.now(), this.session.owner()];
    const name = now?.name ?? tablet.people.find(({ person }) => person === owner?.person)?.name;
    return { title: name ?? 'Who works?', signedIn: now?.state === 'signed-in' };
  });

  protected change(): void {
    this.isOpen.set(true);
    this.changing()?.nativeElement.showModal();
  }

  protected close(): void {
    this.changing()?.nativeElement.close();
  }

  protected readonly shown = computed(() => {
    const now = this.session.now();
    if (!now || now.state === 'signed-out') return null;
    const signedIn = now.state === 'signed-in';
    if (!signedIn && now.offered.length === 0) return null;
    return {
      title: now.name ?? 'Who works?',
      role:
        signedIn && now.role
          ? `${ROLE_WORDS[now.role].title}: ${ROLE_WORDS[now.role].may}.`
          : 'Made-up people of the demo: one tap, no password.',
      signedIn,
      others: now.offered
        .filter(({ person }) => person !== now.person)
        .map(({ person, name, role }) => ({ person, name, role: ROLE_WORDS[role].title.toLowerCase() })),
      workshops: now.memberships.filter(({ workshop }) => workshop !== now.workshop),
    };
  });
}
