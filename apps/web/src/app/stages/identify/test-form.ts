import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { LoggedEntry } from '@variatum/contracts';
import { WORKED, type FieldTest } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { ArrowItem, ArrowRow } from '../../kit/arrow-row';
import { ChoiceGroup, fieldBy, TextField, titled } from '../../kit/fields';
import { FieldSaid } from '../../kit/fields/field-said';

const NUMBER = /^\d*(?:[.,]\d+)?$/;

/** Entry of one field test: how to do it, its manners and its outcome. Outcomes are logged by one touch. */
@Component({
  selector: 'va-test-form',
  imports: [ArrowItem, ArrowRow, ChoiceGroup, FieldSaid, FormsModule, NzButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      <p>{{ test().how }}</p>
      @if (test().hazard; as hazard) {
        <p class="caution">{{ hazard }}</p>
      }
      @for (option of options(); track option.title) {
        <va-choice-group clear [label]="option.title" [options]="option.options" [of]="option.of" />
      }
      @switch (test().input) {
        @case ('reading') {
          <form class="stack" (ngSubmit)="logReading()">
            <div class="readings">
              @for (element of elements(); track element.symbol) {
                <va-text-field inputmode="decimal" [label]="element.symbol + ', %'" [longest]="20" [of]="element.of" />
              }
            </div>
            <va-field-said [error]="errors()['reading']" />
            <div><button nz-button nzType="primary" type="submit">Log the reading</button></div>
          </form>
        }
        @case ('mark') {
          <form class="row" (ngSubmit)="logged.emit({ test: test().id, mark: text() })">
            <va-text-field class="grow" label="Mark as read" [of]="mark" />
            <button nz-button nzType="primary" type="submit">Log the mark</button>
          </form>
        }
        @case ('number') {
          <form class="row" (ngSubmit)="logNumber()">
            <va-text-field class="grow" label="Reading, FN" inputmode="decimal" [longest]="20" [of]="number" />
            <button nz-button nzType="primary" type="submit">Log the reading</button>
          </form>
        }
        @default {
          <div class="field">
            <span class="label" id="outcome-label">What happened</span>
            <div class="choices" vaArrowRow role="group" aria-labelledby="outcome-label">
              @for (outcome of test().outcomes; track outcome.id) {
                <button type="button" class="choice outcome" vaArrowItem (click)="logOutcome(outcome.id)">
                  {{ outcome.title }}
                </button>
              }
            </div>
          </div>
        }
      }
      <va-field-said [error]="errors()['']" />
      <p class="soft small">{{ test().teaches }}</p>
    </div>
  `,
  styles: `
    .readings {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(92px, 1fr));
      gap: var(--space-3);
    }
    .grow {
      flex: 1 1 220px;
    }
    form.row {
      align-items: flex-end;
    }
    .outcome {
      border-width: 2px;
      border-color: var(--accent);
      font-weight: 600;
    }
  `,
})
export class TestForm {
  readonly test = input.required<FieldTest>();
  /** Errors of the last entry, by field. */
  readonly errors = input<Readonly<Record<string, string>>>({});
  readonly logged = output<LoggedEntry>();

  private readonly manners = signal<Readonly<Record<string, string>>>({});
  private readonly reading = signal<Readonly<Record<string, string>>>({});
  protected readonly text = signal('');

  protected readonly mark = fieldBy(
    this.text,
    (text) => this.text.set(text),
    () => this.errors()['mark'],
  );
  protected readonly number = fieldBy(
    this.text,
    (text) => this.text.set(text),
    () => this.errors()['number'],
  );
  /** Manners of the test, such as where the magnet was held; one that is answered again is left open. */
  protected readonly options = computed(() =>
    (this.test().options ?? []).map(({ id, title, values }) => ({
      title,
      options: titled(values),
      of: fieldBy<string | null>(
        () => this.manners()[id] ?? null,
        (value) => this.manners.update(({ [id]: _old, ...rest }) => (value === null ? rest : { ...rest, [id]: value })),
      ),
    })),
  );
  protected readonly elements = computed(() =>
    (this.test().reads ?? []).map((symbol) => ({
      symbol,
      of: fieldBy(
        () => this.reading()[symbol] ?? '',
        (text) => this.reading.update((reading) => ({ ...reading, [symbol]: text })),
        () => this.errors()[`reading.${symbol}`],
      ),
    })),
  );

  constructor() {
    effect(() => {
      this.test();
      this.manners.set({});
      this.reading.set({});
      this.text.set('');
    });
  }

  private withManners(entry: LoggedEntry): LoggedEntry {
    const { worked: said, filed } = this.manners();
    const worked = WORKED.find((one) => one === said);
    return {
      ...entry,
      ...(worked === undefined ? {} : { worked }),
      ...(filed === undefined ? {} : { filed: filed === 'true' }),
    };
  }

  protected logOutcome(outcome: string): void {
    this.logged.emit(this.withManners({ test: this.test().id, outcome }));
  }

  protected logNumber(): void {
    const text = this.text().trim().replace(',', '.');
    this.logged.emit(this.withManners({ test: this.test().id, number: text === '' ? Number.NaN : Number(text) }));
  }

  protected logReading(): void {
    const reading = Object.fromEntries(
      Object.entries(this.reading())
        .filter(([, text]) => text.trim() !== '')
        .map(([symbol, text]) => [
          symbol,
          NUMBER.test(text.trim()) ? Number(text.trim().replace(',', '.')) : Number.NaN,
        ]),
    );
    this.logged.emit({ test: this.test().id, reading });
  }
}
