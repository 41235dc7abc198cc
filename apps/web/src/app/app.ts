import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { filter, map } from 'rxjs';
import { PersonSettings } from './settings/person-settings';
import { AREAS } from './frame/areas';
import { SearchDoor } from './search/search-door';
import { Icon } from './kit/marks/icon';
import { NewerVersion } from './frame/newer-version';
import { LostPartNote } from './frame/lost-part-note';
import { AlarmBar } from './frame/alarm-bar';
import { SignIn } from './sign-in/sign-in';
import { WhoWorks } from './sign-in/who-works';
import { OfflineNote } from './sync/offline-note';
import { Refusals } from './sync/refusals';
import { Session } from './sync/session';

/** Frame around every page. */
@Component({
  selector: 'va-root',
  imports: [
    Icon,
    LostPartNote,
    NewerVersion,
    OfflineNote,
    Refusals,
    AlarmBar,
    RouterOutlet,
    RouterLink,
    RouterLinkActive,
    SearchDoor,
    SignIn,
    WhoWorks,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <a class="skip" href="#main">Skip to the work</a>
    <header class="no-print">
      <a routerLink="/" class="name">
        <img src="mark.svg" alt="" width="28" height="28" />
        <span>Variatum</span>
      </a>
      <nav aria-label="Areas" [hidden]="mustSignIn()">
        @for (area of areas; track area.path) {
          <a
            [routerLink]="'/' + area.path"
            routerLinkActive="here"
            ariaCurrentWhenActive="page"
            [routerLinkActiveOptions]="{ exact: area.path === '' }"
          >
            <va-icon [name]="area.icon" />
            <span>{{ area.title }}</span>
          </a>
        }
      </nav>
      <va-search-door [hidden]="mustSignIn()" />
      <va-who-works />
      <button
        type="button"
        class="act theme"
        (click)="theme.toggleTheme()"
        [attr.aria-label]="theme.theme() === 'day' ? 'Change to the dim theme' : 'Change to the day theme'"
      >
        <va-icon [name]="theme.theme() === 'day' ? 'dim' : 'day'" />
        <span>{{ theme.theme() === 'day' ? 'Dim' : 'Day' }}</span>
      </button>
    </header>
    <va-alarm-bar class="no-print" />
    <va-lost-part-note class="no-print" />
    <va-newer-version class="no-print" />
    <va-offline-note class="no-print" />
    <va-refusals class="no-print" />
    @if (looksOn(); as words) {
      <p class="looks-on no-print" role="status">{{ words }}</p>
    }
    @if (mustSignIn()) {
      <main id="main" tabindex="-1">
        @defer (on immediate) {
          <va-sign-in />
        }
      </main>
    }
    <main
      [id]="mustSignIn() ? 'work' : 'main'"
      tabindex="-1"
      [attr.inert]="mustSignIn() ? '' : null"
      [hidden]="mustSignIn()"
    >
      @if (begun()) {
        <router-outlet />
      }
    </main>
  `,
  styles: `
    :host {
      display: block;
      min-height: 100dvh;
    }
    header {
      display: flex;
      align-items: center;
      gap: var(--space-5);
      padding: 0 var(--space-5);
      min-height: 54px;
      background: var(--surface);
      border-bottom: 1px solid var(--line);
      border-top: 5px solid;
      border-image: linear-gradient(
          90deg,
          var(--tint-straw),
          var(--tint-gold) 30%,
          var(--tint-purple) 65%,
          var(--tint-blue)
        )
        1 0 0 0;
      flex-wrap: wrap;
    }
    .name {
      display: flex;
      align-items: center;
      gap: 10px;
      color: var(--ink);
      text-decoration: none;
      font-family: var(--font-display);
      font-size: 1.2rem;
      font-weight: 720;
      font-stretch: 80%;
      min-height: var(--target);
    }
    nav {
      display: flex;
      gap: var(--space-1);
      flex: 1;
    }
    nav a {
      display: inline-flex;
      align-items: center;
      gap: 7px;
      min-height: var(--target);
      padding: 0 var(--space-3);
      color: var(--ink-soft);
      text-decoration: none;
      border-bottom: 3px solid transparent;
    }
    nav a:hover {
      color: var(--ink);
    }
    nav a.here {
      color: var(--ink);
      font-weight: 650;
      border-color: var(--accent);
    }
    main {
      outline: none;
    }
    .looks-on {
      padding: 6px var(--space-5);
      background: color-mix(in srgb, var(--tint-straw) 30%, var(--surface));
    }
    [hidden] {
      display: none;
    }
    .theme {
      margin-left: auto;
    }
    .skip {
      position: absolute;
      left: -999px;
    }
    .skip:focus {
      left: 8px;
      top: 8px;
      background: var(--raised);
      padding: 8px;
      z-index: 10;
    }
    @media (max-width: 800px) {
      header {
        gap: var(--space-2);
        padding: 0 var(--space-3);
      }
      nav a {
        padding: 0 var(--space-2);
        white-space: nowrap;
      }
    }
    /* All in one line, so that the work has the screen. */
    @media (min-width: 561px) and (max-width: 860px) {
      nav va-icon {
        display: none;
      }
      .name span,
      .theme span {
        position: absolute;
        clip-path: inset(50%);
      }
    }
    /* On a phone the frame is one line of signs: the work has the screen. */
    @media (max-width: 560px) {
      header {
        gap: 0;
        padding: 0 var(--space-2);
        min-height: var(--target);
        flex-wrap: nowrap;
        border-top-width: 3px;
      }
      /* There is no room for our name: the board stands beside it. */
      .name {
        display: none;
      }
      /* Six signs and three buttons stand in 390 px: a little narrower than elsewhere, as high as ever. */
      nav a {
        min-width: 40px;
        justify-content: center;
        padding: 0;
      }
      nav {
        gap: 0;
        justify-content: space-around;
      }
      nav span {
        position: absolute;
        clip-path: inset(50%);
      }
    }
  `,
})
export class App {
  private readonly session = inject(Session);
  private readonly router = inject(Router);
  protected readonly theme = inject(PersonSettings);
  protected readonly areas = AREAS;
  /** Whether a page is shown that needs no sign-in: a code is taken up, or a device comes to trust the program. */
  private readonly comesIn = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => isEntrance(urlAfterRedirects)),
    ),
    { initialValue: isEntrance(location.pathname) },
  );
  protected readonly mustSignIn = computed(() => this.session.isSignedOut() && !this.comesIn());
  /**
   * Pages begin when it is known that somebody may see them, and stay: a sign-in that ends meanwhile only covers them.
   */
  protected readonly begun = signal(false);
  protected readonly looksOn = computed(() =>
    this.session.now()?.role === 'reader' ? 'You look on here as a reader: what you change is not kept.' : null,
  );

  constructor() {
    effect(() => {
      const known = this.session.now() !== null || this.session.owner() !== null;
      if (known && !this.mustSignIn()) this.begun.set(true);
    });
  }
}

const isEntrance = (url: string): boolean => /^\/(?:join|trust)(?:[?#]|$)/.test(url);
