import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  output,
  viewChild,
} from '@angular/core';
import { formatFlow, formatLength } from '@variatum/metallurgy';
import { ppmWords, rodName } from '@variatum/presentation';
import { AnswerService } from '../../job/answer.service';
import { JobPlan } from '../../job/job-plan';
import { JobStore, JointStore } from '../../job/stores';
import { Icon } from '../../kit/marks/icon';
import { AlarmCall, RoomWatch } from '../../meters';
import { PurgePlanning } from '../../planning';
import { WorkshopStore } from '../../settings/workshop-store';
import { Autosave } from '../../sync';
import { saveWords } from '../../words/state-words';
import { CoolingWatch } from './cooling-watch';
import { OwnUnits } from './own-units';
import { PurgeWatch } from './purge-watch';
import { ScreenAwake } from './screen-awake';
import { TorchMenu, type TorchRow } from './torch-menu';
import { TorchPicture } from './torch-picture';
import { TorchNow } from './torch-state';
import { WeldPlanning } from './weld-planning';

/** What is set or held, in words; of the rod what ranks first besides. */
interface Held {
  readonly words: string;
  readonly isRod: boolean;
  readonly beside: string;
}

/** A press held so long opens the list, or chooses in it, ms. */
const HOLD_MS = 700;
/** Keys that are no press: they move the focus or belong to the browser. */
const NO_PRESS = new Set(['Tab', 'Shift', 'Control', 'Alt', 'Meta', 'CapsLock', 'NumLock', 'F5', 'F11', 'F12']);

/**
 * The torch view: what now, where, with what. All of it is one button: a press by finger, key or foot switch does the
 * one thing that is next; held, it opens the list of the others, in which a press goes on and a held one chooses.
 */
@Component({
  selector: 'va-torch-view',
  imports: [Icon, TorchPicture],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    'data-theme': 'dim',
    '[attr.data-state]': 'now.words().state',
    '(document:keydown)': 'keyDown($event)',
    '(document:keyup)': 'keyUp($event)',
  },
  template: `
    @let words = now.words();
    <dialog #whole aria-label="At the torch" (cancel)="$event.preventDefault()">
      <header>
        <span class="joint">{{ title() }}</span>
        @if (air(); as said) {
          <span class="air" [class.bad]="isBad()">{{ said }}</span>
        }
      </header>
      @if (weld.order.seam(); as seam) {
        <va-torch-picture
          [kind]="seam.kind"
          [lengthMm]="seam.lengthMm"
          [steps]="weld.steps()"
          [about]="weld.about()"
          [share]="now.share()"
          [middle]="clock()"
        />
      } @else {
        <p class="no-picture">No sizes, no picture</p>
      }
      <div class="said">
        <p class="what">
          @if (words.state === 'alarm') {
            <va-icon name="warning" />
          }
          {{ words.what }}
        </p>
        <p class="about">{{ words.about }}</p>
      </div>
      <p class="spoken" [attr.aria-live]="isUrgent() ? 'assertive' : 'polite'" data-testid="torch-spoken">
        {{ words.spoken }}
      </p>
      <p class="spoken" aria-live="polite">{{ menu.spoken() }}</p>
      <ul class="with" aria-label="Set and held">
        @for (one of held(); track one.words) {
          <li [class.rod]="one.isRod">
            {{ one.words }}
            @if (one.beside) {
              <span class="beside">{{ one.beside }}</span>
            }
          </li>
        }
      </ul>
      @if (unsaved(); as said) {
        <p class="unsaved" role="status">{{ said }}</p>
      }
      <button
        #press
        type="button"
        class="press"
        aria-description="hold for more"
        [class.hold]="words.press === ''"
        (pointerdown)="down()"
        (pointerup)="up()"
        (pointercancel)="cancel()"
        (pointerleave)="cancel()"
        (contextmenu)="$event.preventDefault()"
      >
        {{ words.press || 'Hold for more' }}
        @if (words.press) {
          <small aria-hidden="true">hold for more</small>
        }
      </button>
      @if (menu.rows(); as rows) {
        <div
          class="menu"
          role="menu"
          [class.keys]="menu.typing() !== null"
          [attr.aria-label]="menu.typing() === null ? 'What else' : 'Figure on the display'"
          (pointerdown)="isTouched = true"
        >
          @if (menu.typing(); as typing) {
            <p class="typing">
              {{ typing.title }}
              <strong>{{ typing.figure || '…' }}</strong>
              {{ typing.unit }}
            </p>
          }
          @for (row of rows; track row.title; let index = $index) {
            <button
              type="button"
              role="menuitem"
              tabindex="-1"
              [class.at]="index === menu.at()"
              [attr.aria-current]="index === menu.at()"
              (click)="tap(row, $event)"
            >
              {{ row.title }}
            </button>
          }
        </div>
      }
    </dialog>
  `,
  styles: `
    dialog {
      position: fixed;
      inset: 0;
      width: 100%;
      height: 100%;
      max-width: none;
      max-height: none;
      border: 0;
      outline: none;
      display: grid;
      grid-template: auto minmax(0, 1fr) auto auto auto 26dvh / minmax(0, 1fr);
      gap: 6px 24px;
      padding: 18px;
      background: var(--paper);
      color: var(--ink);
      font-family: var(--font-display);
      user-select: none;
      touch-action: manipulation;
      overflow: hidden;
    }
    header {
      display: flex;
      justify-content: space-between;
      gap: 16px;
      font-size: 34px;
      font-weight: 650;
      line-height: 1.15;
    }
    .air.bad {
      color: var(--do-not);
    }
    .said {
      text-align: center;
      min-width: 0;
    }
    .what {
      font-size: clamp(64px, 19vw, 110px);
      font-weight: 800;
      line-height: 1;
    }
    .what va-icon {
      font-size: 0.62em;
    }
    .about {
      font-size: 33px;
      line-height: 1.15;
      font-weight: 600;
    }
    .with {
      display: flex;
      flex-wrap: wrap;
      justify-content: center;
      gap: 0 22px;
      font-size: 33px;
      font-weight: 650;
      line-height: 1.2;
      list-style: none;
      margin: 0;
      padding: 0;
    }
    .with .rod {
      font-size: 42px;
      font-weight: 800;
    }
    .beside {
      display: block;
      font-size: 24px;
      font-weight: 600;
      text-align: center;
    }
    .unsaved {
      font-size: 30px;
      text-align: center;
      color: var(--watch);
      line-height: 1.15;
    }
    .no-picture {
      place-self: center;
      font-size: 33px;
    }
    .press {
      grid-row: 6;
      border: 0;
      border-radius: 14px;
      background: var(--tint-straw);
      color: var(--accent-ink);
      font: inherit;
      font-size: clamp(48px, 13vw, 84px);
      font-weight: 800;
      cursor: pointer;
      touch-action: none;
    }
    .press:focus-visible {
      outline: 6px solid var(--ink);
      outline-offset: -10px;
    }
    .press.hold {
      background: var(--raised);
      color: var(--ink);
      box-shadow: inset 0 0 0 4px var(--line-strong);
      font-size: clamp(40px, 10vw, 64px);
    }
    :host([data-state='burning']) .press {
      background: var(--low);
    }
    :host([data-state='alarm']) dialog {
      background: var(--do-not-wash);
      box-shadow: inset 0 0 0 14px var(--do-not);
      animation: call 0.6s steps(2, jump-none) infinite alternate;
    }
    :host([data-state='alarm']) .what {
      color: var(--do-not);
    }
    :host([data-state='lost']) dialog {
      box-shadow: inset 0 0 0 14px var(--watch);
    }
    :host([data-state='lost']) .what {
      color: var(--watch);
    }
    :host([data-state='alarm']) .press:not(.hold) {
      background: var(--do-not);
    }
    @keyframes call {
      to {
        box-shadow: inset 0 0 0 6px var(--do-not);
      }
    }
    .press small {
      display: block;
      font-size: 22px;
      font-weight: 600;
      opacity: 0.75;
    }
    .spoken {
      position: absolute;
      clip-path: inset(50%);
    }
    .menu {
      position: absolute;
      inset: 0;
      display: grid;
      grid-auto-rows: minmax(64px, 1fr);
      gap: 6px;
      padding: 8px;
      background: var(--paper);
      overflow: auto;
    }
    .menu button {
      border: 0;
      border-radius: 10px;
      background: var(--raised);
      color: var(--ink);
      font: inherit;
      font-size: 33px;
      font-weight: 650;
      text-align: left;
      padding: 0 20px;
      line-height: 1.1;
    }
    .menu.keys {
      grid-template-columns: repeat(3, minmax(0, 1fr));
    }
    .menu.keys button {
      text-align: center;
      font-size: 44px;
    }
    .typing {
      grid-column: 1 / -1;
      align-self: center;
      text-align: center;
      font-size: 33px;
    }
    .typing strong {
      font-size: 64px;
    }
    .menu button.at {
      background: var(--tint-straw);
      color: var(--accent-ink);
    }
    @media (min-width: 900px) {
      dialog {
        grid-template: auto minmax(0, 1fr) auto auto 24dvh / minmax(0, 5fr) minmax(0, 6fr);
      }
      header {
        grid-column: 1 / -1;
      }
      va-torch-picture,
      .no-picture {
        grid-row: 2 / 5;
        grid-column: 1;
      }
      .said {
        grid-column: 2;
        grid-row: 2;
        align-self: center;
        text-align: left;
      }
      .with {
        grid-column: 2;
        grid-row: 3;
        justify-content: flex-start;
      }
      .unsaved {
        grid-column: 2;
        grid-row: 4;
        text-align: left;
      }
      .what {
        font-size: 130px;
      }
      .press {
        grid-column: 1 / -1;
        grid-row: 5;
      }
    }
  `,
})
export class TorchView {
  protected readonly weld = inject(WeldPlanning);
  protected readonly now = inject(TorchNow);
  protected readonly gas = inject(PurgeWatch);
  private readonly rooms = inject(RoomWatch);
  private readonly answers = inject(AnswerService);
  protected readonly menu = inject(TorchMenu);
  private readonly cooling = inject(CoolingWatch);
  private readonly alarm = inject(AlarmCall);
  private readonly awake = inject(ScreenAwake);
  private readonly joints = inject(JointStore);
  private readonly jobs = inject(JobStore);
  private readonly purge = inject(PurgePlanning);
  private readonly workshops = inject(WorkshopStore);
  private readonly saving = inject(Autosave);
  private readonly units = inject(OwnUnits);
  private readonly plan = inject(JobPlan);
  /** Somebody leaves the torch. */
  readonly left = output();

  private readonly whole = viewChild.required<ElementRef<HTMLDialogElement>>('whole');
  private readonly button = viewChild.required<ElementRef<HTMLButtonElement>>('press');
  private hold: ReturnType<typeof setTimeout> | undefined;
  private wasHeld = false;
  private isDown = false;
  /** Whether a finger came down in the list: the one that opened it and is lifted now chooses nothing. */
  protected isTouched = false;

  protected readonly title = computed(() => {
    const shown = this.joints.shown();
    if (shown && this.joints.all().length > 1) return `Joint ${this.joints.numberOf(shown.id)}`;
    return (this.jobs.job()?.title ?? '').split(',')[0];
  });
  protected readonly isBad = computed(() => this.gas.hasRisen() || this.rooms.isCalling());
  protected readonly isUrgent = computed(() => ['alarm', 'lost'].includes(this.now.words().state));
  /** What the meters show. */
  protected readonly air = computed(() => {
    const { percent } = this.rooms.room();
    if (percent !== null && this.rooms.isCalling()) return `room ${percent.toFixed(1)} %`;
    const ppm = this.gas.ppm();
    return ppm === null ? (this.gas.meter() ? 'no reading' : '') : `${ppmWords(ppm)} ppm`;
  });
  /** The interpass clock, in the middle of a ring. */
  protected readonly clock = computed(() => {
    const clock = this.cooling.shown();
    if (clock?.nowC === null || clock?.nowC === undefined) return '';
    return this.units.now().warmth(clock.nowC);
  });
  protected readonly held = computed<readonly Held[]>(() => {
    // What is held here is not what the next joint wants.
    if (this.now.act().code === 'joint-in-turn') return [];
    const { amps, rod, rodMm } = this.weld.atHand();
    const set = this.weld.settings.set();
    const workshop = this.workshops.workshop();
    const flow = this.purge.room() ? this.flowHere() : null;
    const thick = rodMm === null ? '' : ` ${formatLength(rodMm, workshop?.lengthUnit ?? 'mm')}`;
    const first = this.answers.firstBeside();
    const beside = first ? `first: ${rodName(first.rod)}` : '';
    const plain = (words: string): Held => ({ words, isRod: false, beside: '' });
    const rodWords = rod === null ? 'no rod' : rod === undefined ? '' : `${rodName(rod)}${thick}`;
    return [
      plain(amps === null ? '' : `${Math.round(amps)} A`),
      { words: rodWords, isRod: true, beside },
      plain(set?.torchLpm === undefined ? '' : `torch ${formatFlow(set.torchLpm, workshop?.flowUnit ?? 'L/min')}`),
      plain(flow === null ? '' : `inside ${formatFlow(flow, workshop?.flowUnit ?? 'L/min')}`),
    ].filter(({ words }) => words !== '');
  });
  /** Gas behind the joint looked at while it is welded, L/min: as its fit asks. */
  private flowHere(): number {
    const shown = this.joints.shown()?.id;
    const turns = this.plan.plan()?.spaces.flatMap(({ turns: all }) => all) ?? [];
    return turns.find(({ joint }) => joint === shown)?.lpm ?? this.purge.weldingLpm();
  }

  /** What waits for a server, or what the last choice did. */
  protected readonly unsaved = computed(() => {
    const state = this.saving.state();
    return (
      this.menu.said() || (state === 'saved' || state === 'saving' ? '' : saveWords(state, this.saving.waiting(), 0))
    );
  });

  constructor() {
    this.awake.keep();
    this.now.atTorch.set(true);
    this.alarm.ready();
    const before = document.activeElement;
    afterNextRender(() => {
      const { nativeElement } = this.whole();
      // Modal: what lies behind is out of reach of keys and of what reads aloud.
      (nativeElement as Partial<HTMLDialogElement>).showModal?.();
      this.button().nativeElement.focus();
    });
    document.documentElement.style.overflow = 'hidden';
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(this.hold);
      this.menu.close();
      this.awake.release();
      this.alarm.end();
      this.now.atTorch.set(false);
      this.alarm.atTorch.set(false);
      document.documentElement.style.overflow = '';
      if (before instanceof HTMLElement) before.focus();
    });
  }

  protected down(): void {
    this.alarm.ready();
    if (this.isDown) return;
    this.isDown = true;
    this.wasHeld = false;
    clearTimeout(this.hold);
    this.hold = setTimeout(() => {
      this.wasHeld = true;
      this.chooseOrOpen();
    }, HOLD_MS);
  }

  protected up(): void {
    if (!this.isDown) return;
    this.isDown = false;
    clearTimeout(this.hold);
    if (!this.wasHeld) this.short();
  }

  protected cancel(): void {
    this.isDown = false;
    clearTimeout(this.hold);
  }

  /** A key is a press like any other, wherever the focus is: a foot switch sends one. */
  protected keyDown(event: KeyboardEvent): void {
    if (NO_PRESS.has(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
    if (this.menu.typeKey(event.key)) return;
    if (event.key === 'Escape') {
      if (this.menu.rows()) this.menu.close();
      else this.left.emit();
      return;
    }
    if (!event.repeat) this.down();
  }

  protected keyUp(event: KeyboardEvent): void {
    if (NO_PRESS.has(event.key) || event.key === 'Escape') return;
    event.preventDefault();
    this.up();
  }

  /** A row was pressed: by a finger that came down on it, or by a key or an aid that presses without one. */
  protected tap(row: TorchRow, event: MouseEvent): void {
    if (!this.isTouched && event.detail !== 0) return;
    this.menu.choose(row);
    this.button().nativeElement.focus();
  }

  private chooseOrOpen(): void {
    const rows = this.menu.rows();
    if (rows) this.menu.choose(rows[this.menu.at()]);
    else {
      this.menu.said.set('');
      this.isTouched = false;
      this.menu.open(() => this.left.emit());
    }
  }

  /** The one thing that is next. */
  private short(): void {
    if (this.menu.rows()) {
      this.menu.step();
      return;
    }
    this.menu.said.set('');
    const { state } = this.now.words();
    switch (this.now.act().press) {
      case 'arc-out':
        this.weld.stop(state === 'alarm' ? 'alarm' : 'end', this.shortOf(state));
        break;
      case 'gas-on':
        this.purge.gasOn();
        break;
      case 'next-joint':
        this.now.goOn();
        break;
      case 'was-so':
        this.weld.itWasSo();
        break;
      case 'am-back':
        this.rooms.say('back');
        break;
      case 'arc-on':
        this.now.strike();
    }
  }

  /** Where an alarm broke the bead off, mm; null: it came to its end. */
  private shortOf(state: string): number | null {
    const burning = this.weld.burning();
    if (state !== 'alarm' || !burning) return null;
    return Math.round(burning.fromMm + (this.now.share() ?? 0) * (burning.toMm - burning.fromMm));
  }
}
