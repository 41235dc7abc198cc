import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  Injector,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import type { LoggedEntry, Piece } from '@variatum/contracts';
import { pieceQuestion, type PieceBelief } from '@variatum/job';
import { FIELD_TESTS, findFieldTest, FIRST_TEST, isUntold, spotWords, type FieldTest } from '@variatum/metallurgy';
import { minuteWords } from '@variatum/presentation';
import { AnswerService } from '../../job/answer.service';
import { SpotEntry } from '../../job/spot-entry';
import { FieldTestStore } from '../../job/stores';
import { ArrowItem, ArrowRow } from '../../kit/arrow-row';
import { byKeyboard } from '../../kit/by-keyboard';
import { Panel } from '../../kit/panel';
import { TestForm } from './test-form';

/** Tests in sight at first. */
const OFFERED = 4;

/**
 * Choosing a test and logging what came of it: those worth most for the rod in front. By keyboard the list is one stop,
 * the form takes the focus when a test is chosen, and the standing answer takes it when the test is logged.
 */
@Component({
  selector: 'va-test-entry',
  imports: [ArrowItem, ArrowRow, Panel, TestForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Log a test">
      <p aside class="enough small">
        {{ belief()?.enough ? 'Enough: no test on hand is worth its minutes for the rod.' : '' }}
      </p>
      <div
        #row
        class="tests"
        vaArrowRow
        role="group"
        aria-label="Tests"
        (pointerenter)="reached.set(true)"
        (pointerleave)="reached.set(false)"
      >
        @for (entry of offered(); track entry.test.id; let first = $first) {
          <button
            type="button"
            class="choice test"
            [vaArrowItem]="chosenId() === null ? first : entry.test.id === chosenId()"
            [attr.aria-pressed]="entry.test.id === chosenId()"
            (click)="choose(entry.test.id)"
          >
            <span>{{ entry.test.title }}</span>
            <span class="small">{{ entry.time }}{{ entry.worth }}</span>
          </button>
        }
        @if (offered().length < tests().length) {
          <button type="button" class="choice test" [vaArrowItem]="false" (click)="showAll()">
            <span>other …</span>
            <span class="small">{{ tests().length - offered().length }} more tests</span>
          </button>
        }
      </div>
      <p class="small where">
        {{ where() }}
        @if (spot.at()) {
          <button type="button" class="link" (click)="spot.forget()">no particular place</button>
        }
      </p>
      @if (chosen(); as test) {
        <div class="form" #form><va-test-form [test]="test" [errors]="errors()" (logged)="log($event)" /></div>
      } @else {
        <p class="soft small">Choose a test. Those in front are worth most for choosing the rod.</p>
      }
    </va-panel>
  `,
  styles: `
    .enough {
      color: var(--low);
      font-weight: 650;
    }
    .tests {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
      gap: var(--space-2);
    }
    .test {
      display: grid;
      text-align: left;
      padding: 6px 12px;
      line-height: 1.25;
    }
    .where {
      display: flex;
      gap: var(--space-3);
      align-items: baseline;
      color: var(--ink-soft);
    }
    .form {
      border-top: 1px solid var(--line);
      padding-top: var(--space-4);
    }
  `,
})
export class TestEntry {
  readonly piece = input.required<Piece>();
  readonly belief = input.required<PieceBelief | null>();
  /** Test to begin with, such as the one the standing answer names. */
  readonly wanted = input<string | undefined>();

  /** A test was logged. */
  readonly logged = output();

  private readonly store = inject(FieldTestStore);
  private readonly answers = inject(AnswerService);
  private readonly injector = inject(Injector);
  private readonly row = viewChild<ElementRef<HTMLElement>>('row');
  private readonly form = viewChild<ElementRef<HTMLElement>>('form');
  protected readonly spot = inject(SpotEntry);
  protected readonly all = signal(false);
  protected readonly chosenId = signal<string | null>(null);
  /** Where the test is done, or how to say it. */
  protected readonly where = computed(() => {
    const at = this.spot.at();
    return at
      ? `Done ${spotWords(at, this.piece().lengthMm.value)}.`
      : 'Tap the part where you do it, and the test is marked there.';
  });
  /** The tests worth most, and the one chosen; all of them when asked for. */
  protected readonly offered = computed(() => {
    const [tests, chosen] = [this.tests(), this.chosenId()];
    return this.all() ? tests : tests.filter(({ test }, index) => index < OFFERED || test.id === chosen);
  });
  protected readonly chosen = computed(() => findFieldTest(this.chosenId() ?? '') ?? null);
  protected readonly errors = computed(() => this.store.errorsOf(this.piece().id));
  /** A pointer is among the tests: a new answer must not move another one under it. */
  protected readonly reached = signal(false);
  /** Tests in the order of their worth for the rod, then as the catalogue has them. */
  private readonly byWorth = linkedSignal<
    { belief: PieceBelief | null; reached: boolean; isUntold: boolean },
    readonly FieldTest[]
  >({
    source: () => ({
      belief: this.belief(),
      reached: this.reached(),
      isUntold: isUntold(pieceQuestion(this.piece())),
    }),
    computation: ({ belief, reached, isUntold: nothingTried }, before) => {
      if (reached && before) return before.value;
      const rank = new Map((belief?.nextTests ?? []).map(({ test }, index) => [test, index]));
      // With nothing tried a magnet comes first, whatever else is worth its minutes.
      if (nothingTried) rank.set(FIRST_TEST, -1);
      const placeOf = (id: string): number => rank.get(id) ?? FIELD_TESTS.length;
      return [...FIELD_TESTS].sort((left, right) => placeOf(left.id) - placeOf(right.id));
    },
  });
  protected readonly tests = computed(() =>
    this.byWorth().map((test) => {
      const moves = this.belief()?.nextTests.find((entry) => entry.test === test.id)?.moves;
      return { test, time: minuteWords(test.minutes), worth: moves ? ` · may move it to ${moves.rod}` : '' };
    }),
  );

  constructor() {
    effect(() => {
      const wanted = this.wanted();
      if (wanted !== undefined && untracked(this.chosenId) !== wanted) this.choose(wanted);
    });
  }

  /** Shows every test; who works by keyboard goes on with the first that was not in sight. */
  protected showAll(): void {
    const first = this.offered().length;
    this.all.set(true);
    afterNextRender(() => this.row()?.nativeElement.querySelectorAll('button')[first]?.focus(), {
      injector: this.injector,
    });
  }

  protected choose(id: string): void {
    this.chosenId.update((current) => (current === id ? null : id));
    this.store.forgetErrors(untracked(this.piece).id);
    if (!byKeyboard()) return;
    afterNextRender(
      () => this.form()?.nativeElement.querySelector<HTMLElement>('button[tabindex="0"], input')?.focus(),
      { injector: this.injector },
    );
  }

  protected log(entry: LoggedEntry): void {
    const keyboard = byKeyboard();
    if (!this.store.add(this.piece().id, entry, '', this.spot.at())) return;
    this.chosenId.set(null);
    this.spot.forget();
    this.logged.emit();
    if (keyboard) this.answers.lookAt.next();
  }
}
