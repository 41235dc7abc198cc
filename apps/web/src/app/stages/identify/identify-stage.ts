import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import type { FieldTestRecord, LoggedEntry } from '@variatum/contracts';
import { FIELD_TESTS } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore } from '../../job/job-store';
import { CandidateBars } from '../../plot/candidate-bars';
import { AnswerService } from '../../job/answer.service';
import { TextField } from '../../kit/fields';
import { Tabs } from '../../kit/tabs';
import { HelpNote } from '../../kit/marks/help-note';
import { testOf, testWords, minuteWords, pieceLetter } from '../../words/words';
import { TestForm } from './test-form';

/** What is it? Tests on one piece at a time, the grades they leave, and the next test worth its minutes. */
@Component({
  selector: 'va-identify-stage',
  imports: [CandidateBars, FormsModule, HelpNote, NzButtonModule, Tabs, TestForm, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      @if (store.pieces().length === 0) {
        <section class="panel"><p>There is no piece yet. Add one under Pieces.</p></section>
      } @else {
        <va-tabs label="Piece" [options]="tabs()" [value]="shown()?.id" (chosen)="show($event)">
          @if (shown(); as piece) {
            @if (piece.grade !== null || piece.weldMetal !== null) {
              <section class="panel stack">
                <p>
                  <strong>{{ piece.grade ?? piece.weldMetal }}</strong>
                  is taken as certain for {{ piece.name }}. Tests are kept but do not count.
                </p>
                <div>
                  <button
                    nz-button
                    type="button"
                    (click)="store.changePiece(piece.id, { grade: null, weldMetal: null })"
                  >
                    Take it as unknown again
                  </button>
                </div>
              </section>
            } @else {
              <section class="panel stack" aria-label="Likely grades">
                <div class="row head">
                  <h2 class="row tight">
                    Likely grades
                    <va-help-note about="candidate" />
                  </h2>
                  @if (belief(); as known) {
                    @if (known.fit.level === 'none') {
                      <p class="odd" role="alert">
                        None of these explains it: look again at {{ titleOf(known.fit.oddTest) }}.
                      </p>
                    } @else if (known.fit.level === 'poor') {
                      <p class="odd">One test does not fit: {{ titleOf(known.fit.oddTest) }}.</p>
                    }
                  }
                </div>
                @if (belief(); as known) {
                  <va-candidate-bars [candidates]="known.candidates" />
                  @if (leader(); as grade) {
                    <div class="row">
                      <button nz-button type="button" (click)="store.changePiece(piece.id, { grade })">
                        Take {{ grade }} as certain
                      </button>
                    </div>
                  }
                } @else {
                  <p class="soft">Weighing what is known</p>
                }
              </section>
            }
            <section class="panel stack" aria-label="Log a test">
              <div class="row head">
                <h2>Log a test</h2>
                @if (belief()?.enough) {
                  <p class="enough small">Enough: no test on hand changes the rod.</p>
                }
              </div>
              <div class="tests">
                @for (entry of tests(); track entry.test.id) {
                  <button
                    type="button"
                    class="choice test"
                    [attr.aria-pressed]="entry.test.id === chosen()?.id"
                    (click)="choose(entry.test.id)"
                  >
                    <span>{{ entry.test.title }}</span>
                    <span class="small">{{ entry.time }}{{ entry.worth }}</span>
                  </button>
                }
              </div>
              @if (chosen(); as test) {
                <div class="form"><va-test-form [test]="test" [errors]="errors()" (logged)="log($event)" /></div>
              } @else {
                <p class="soft small">Choose a test. Those in front are worth most for choosing the rod.</p>
              }
            </section>
            <section class="panel stack" aria-label="Log of tests">
              <h2>Log</h2>
              <ul class="log">
                @for (record of piece.tests; track record.id) {
                  <li [class.struck]="record.struckOutAt !== null">
                    <span class="what">{{ titleOf(record.entry.test) }}</span>
                    <span class="said">{{ words(record) }}</span>
                    @if (record.struckOutAt === null) {
                      <button
                        nz-button
                        nzType="text"
                        type="button"
                        (click)="striking.set(record.id)"
                        [attr.aria-label]="'Strike out ' + titleOf(record.entry.test)"
                      >
                        Strike out
                      </button>
                    } @else {
                      <span class="small soft">struck out: {{ record.struckOutReason }}</span>
                    }
                    @if (striking() === record.id) {
                      <form class="row why" (ngSubmit)="strike(record)">
                        <va-text-field
                          class="grow"
                          label="Why is it wrong?"
                          [longest]="300"
                          [value]="why()"
                          [error]="whyError()"
                          (changed)="why.set($event)"
                        />
                        <button nz-button type="submit">Strike out</button>
                        <button nz-button nzType="text" type="button" (click)="striking.set(null)">Keep it</button>
                      </form>
                    }
                  </li>
                } @empty {
                  <li class="soft">
                    No test logged on {{ piece.name }} yet. A magnet is a good start, and a trap: say where you held it.
                  </li>
                }
              </ul>
            </section>
          }
        </va-tabs>
      }
    </div>
  `,
  styles: `
    .head {
      justify-content: space-between;
    }
    .odd {
      color: var(--high);
      font-weight: 650;
    }
    .enough {
      color: var(--low);
      font-weight: 650;
    }
    .tests {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(172px, 1fr));
      gap: var(--space-2);
    }
    .test {
      display: grid;
      text-align: left;
      padding: 6px 12px;
      line-height: 1.25;
    }
    .form {
      border-top: 1px solid var(--line);
      padding-top: var(--space-4);
    }
    .log {
      display: grid;
    }
    .log li {
      display: grid;
      grid-template-columns: minmax(120px, 190px) 1fr auto;
      gap: 2px var(--space-3);
      align-items: center;
      padding: 4px 0;
      border-bottom: 1px solid var(--line);
      min-height: var(--target);
    }
    .what {
      font-weight: 600;
    }
    .struck .what,
    .struck .said {
      text-decoration: line-through;
      color: var(--ink-soft);
    }
    .why {
      grid-column: 1 / -1;
      align-items: flex-end;
      padding-bottom: var(--space-3);
    }
    .grow {
      flex: 1 1 220px;
    }
    @media (max-width: 560px) {
      .log li {
        grid-template-columns: 1fr auto;
      }
      .said {
        grid-column: 1 / -1;
      }
    }
  `,
})
export class IdentifyStage {
  /** Piece shown, from the address. */
  readonly piece = input<string>();

  protected readonly store = inject(JobStore);
  private readonly answers = inject(AnswerService);
  private readonly router = inject(Router);

  protected readonly chosenId = signal<string | null>(null);
  protected readonly striking = signal<string | null>(null);
  protected readonly whyError = signal('');
  protected readonly why = signal('');
  protected readonly tabs = computed(() =>
    this.store.pieces().map(({ id, name }, index) => ({ value: id, title: `${pieceLetter(index)} · ${name}` })),
  );

  protected readonly shown = computed(() => {
    const pieces = this.store.pieces();
    return (
      pieces.find(({ id }) => id === this.piece()) ??
      pieces.find(({ grade, weldMetal }) => grade === null && weldMetal === null) ??
      pieces[0] ??
      null
    );
  });
  protected readonly belief = computed(() => {
    const id = this.shown()?.id;
    const index = this.store.pieces().findIndex((piece) => piece.id === id);
    return this.answers.beliefs()[index] ?? null;
  });
  protected readonly leader = computed(() => {
    const first = this.belief()?.candidates[0];
    return first && first.probability > 0.5 ? first.grade : null;
  });
  protected readonly errors = computed(() => this.store.errorsOf(`test ${this.shown()?.id ?? ''}`));
  protected readonly chosen = computed(() => FIELD_TESTS.find(({ id }) => id === this.chosenId()) ?? null);
  /** Tests in the order of their worth for the rod, then as the catalogue has them. */
  protected readonly tests = computed(() => {
    const next = this.belief()?.nextTests ?? [];
    const rank = new Map(next.map(({ test }, index) => [test, index]));
    return [...FIELD_TESTS]
      .sort((left, right) => (rank.get(left.id) ?? 99) - (rank.get(right.id) ?? 99))
      .map((test) => {
        const moves = next.find((entry) => entry.test === test.id)?.moves;
        const time = minuteWords(test.minutes);
        return { test, time, worth: moves ? ` · may move it to ${moves.rod}` : '' };
      });
  });

  protected titleOf(test: string | null): string {
    return (test && testOf(test)?.title) ?? test ?? '';
  }

  protected words(record: FieldTestRecord): string {
    return testWords(record) + (record.note ? ` (${record.note})` : '');
  }

  protected show(id: string): void {
    void this.router.navigate([], { queryParams: { piece: id }, replaceUrl: true });
  }

  protected choose(id: string): void {
    this.chosenId.update((current) => (current === id ? null : id));
    const piece = this.shown();
    if (piece) this.store.saving.setErrors(`test ${piece.id}`, []);
  }

  protected log(entry: LoggedEntry): void {
    const piece = this.shown();
    if (piece && this.store.addTest(piece.id, entry)) this.chosenId.set(null);
  }

  protected strike(record: FieldTestRecord): void {
    const why = this.why().trim();
    this.whyError.set(why === '' ? 'say why the entry is wrong' : '');
    if (why === '') return;
    this.store.strikeOut(record.pieceId, record.id, why);
    this.striking.set(null);
    this.why.set('');
  }
}
