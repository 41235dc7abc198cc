import { ChangeDetectionStrategy, Component, effect, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { LoggedEntry } from '@variatum/contracts';
import { WORKED, type FieldTest } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { ArrowItem, ArrowRow } from '../../kit/arrow-row';
import { ChoiceGroup, type ChoiceOption, TextField, titled } from '../../kit/fields';

const NUMBER = /^\d*(?:[.,]\d+)?$/;

/** Entry of one field test: how to do it, its settings and its outcome. Outcomes are logged by one touch. */
@Component({
  selector: 'va-test-form',
  imports: [ArrowItem, ArrowRow, ChoiceGroup, FormsModule, NzButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      <p>{{ test().how }}</p>
      @if (test().hazard; as hazard) {
        <p class="caution">{{ hazard }}</p>
      }
      @for (option of test().options ?? []; track option.id) {
        <va-choice-group
          [label]="option.title"
          [options]="optionsOf(option)"
          [value]="settings()[option.id]"
          (chosen)="setOption(option.id, $event)"
        />
      }
      @switch (test().input) {
        @case ('reading') {
          <form class="stack" (ngSubmit)="logReading()">
            <div class="readings">
              @for (symbol of test().reads ?? []; track symbol) {
                <va-text-field
                  [label]="symbol + ', %'"
                  inputmode="decimal"
                  [longest]="20"
                  [value]="reading()[symbol] ?? ''"
                  [error]="errors()['reading.' + symbol]"
                  (changed)="setReading(symbol, $event)"
                />
              }
            </div>
            @if (errors()['reading']; as message) {
              <p class="field-error" role="alert">{{ message }}</p>
            }
            <div><button nz-button nzType="primary" type="submit">Log the reading</button></div>
          </form>
        }
        @case ('mark') {
          <form class="row" (ngSubmit)="logged.emit({ test: test().id, mark: text() })">
            <va-text-field
              class="grow"
              label="Mark as read"
              [value]="text()"
              [error]="errors()['mark']"
              (changed)="text.set($event)"
            />
            <button nz-button nzType="primary" type="submit">Log the mark</button>
          </form>
        }
        @case ('number') {
          <form class="row" (ngSubmit)="logNumber()">
            <va-text-field
              class="grow"
              label="Reading, FN"
              inputmode="decimal"
              [longest]="20"
              [value]="text()"
              [error]="errors()['number']"
              (changed)="text.set($event)"
            />
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
      @if (errors()['']; as message) {
        <p class="field-error" role="alert">{{ message }}</p>
      }
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

  protected readonly settings = signal<Readonly<Record<string, string>>>({});
  protected readonly reading = signal<Readonly<Record<string, string>>>({});
  protected readonly text = signal('');

  constructor() {
    effect(() => {
      this.test();
      this.settings.set({});
      this.reading.set({});
      this.text.set('');
    });
  }

  protected optionsOf({ values }: NonNullable<FieldTest['options']>[number]): readonly ChoiceOption<string>[] {
    return titled(values);
  }

  protected setOption(option: string, value: string): void {
    this.settings.update(({ [option]: old, ...rest }) => (old === value ? rest : { ...rest, [option]: value }));
  }

  protected setReading(symbol: string, text: string): void {
    this.reading.update((reading) => ({ ...reading, [symbol]: text }));
  }

  private withSettings(entry: LoggedEntry): LoggedEntry {
    const { worked: said, filed } = this.settings();
    const worked = WORKED.find((one) => one === said);
    return {
      ...entry,
      ...(worked === undefined ? {} : { worked }),
      ...(filed === undefined ? {} : { filed: filed === 'true' }),
    };
  }

  protected logOutcome(outcome: string): void {
    this.logged.emit(this.withSettings({ test: this.test().id, outcome }));
  }

  protected logNumber(): void {
    const text = this.text().trim().replace(',', '.');
    this.logged.emit(this.withSettings({ test: this.test().id, number: text === '' ? Number.NaN : Number(text) }));
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
