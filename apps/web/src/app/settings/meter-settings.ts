import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Meter, MeterKind, MeterWithKey } from '@variatum/contracts';
import { whenWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { firstValueFrom } from 'rxjs';
import { ChoiceGroup, NumberField, ownField, TextField } from '../kit/fields';
import { FileButton } from '../kit/file-button';
import { Panel } from '../kit/panel';
import { saveFile } from '../kit/save-file';
import { MeterStore } from '../meters';
import { saidAt } from '../sign-in/said';
import { ApiClient } from '../sync';

const KINDS = [
  { value: 'oxygen', title: 'Oxygen' },
  { value: 'temperature', title: 'Contact thermometer' },
  { value: 'ferrite', title: 'Ferrite gauge' },
  { value: 'analyser', title: 'Analyser' },
] as const satisfies readonly { value: MeterKind; title: string }[];
const TITLES = Object.fromEntries(KINDS.map(({ value, title }) => [value, title])) as Record<MeterKind, string>;

/** A line of each kind, as a meter sends it. */
const LINES: Readonly<Record<MeterKind, string>> = {
  oxygen: '{"ppm": 4200}',
  temperature: '{"tempC": 145.5}',
  ferrite: '{"fn": 6.2}',
  analyser: '{"reading": {"Cr": 18.1, "Ni": 8.2}}',
};

/** Meters of the workshop: each sends what it shows under a key of its own; traces come and go as files. */
@Component({
  selector: 'va-meter-settings',
  imports: [ChoiceGroup, FileButton, FormsModule, NumberField, NzButtonModule, Panel, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Meters" heading="Meters that talk">
      <p>
        A meter sends lines of JSON under its key, over this machine or the network: a few lines of any language bridge
        one.
      </p>
      <ul class="entries">
        @for (meter of store.meters(); track meter.id) {
          <li>
            <span>
              <strong>{{ meter.name }}</strong>
              <span class="small soft">
                {{ titles[meter.kind] }},
                {{ meter.heardAt === null ? 'never heard' : 'heard ' + moment(meter.heardAt) }}
              </span>
            </span>
            <span class="row tight">
              <button
                nz-button
                type="button"
                (click)="saveTrace(meter)"
                [attr.aria-label]="'Save the trace of ' + meter.name"
              >
                Save trace
              </button>
              <va-file-button
                accept=".csv,text/csv,text/plain"
                [label]="'Bring in a trace of ' + meter.name"
                (chosen)="bringIn(meter, $event)"
              >
                Bring in a trace
              </va-file-button>
              <button nz-button type="button" (click)="newKey(meter)" [attr.aria-label]="'New key for ' + meter.name">
                New key
              </button>
              <button
                nz-button
                type="button"
                (click)="takeAway(meter)"
                [attr.aria-label]="'Take ' + meter.name + ' away'"
              >
                Take away
              </button>
            </span>
          </li>
        }
      </ul>
      @if (made(); as told) {
        <div class="key" role="status">
          <p>
            Key of
            <strong>{{ told.meter.name }}</strong>
            , shown this once:
          </p>
          <code data-testid="meter-key">{{ told.key }}</code>
          <p class="small">A line of it, sent by hand:</p>
          <code>{{ example(told) }}</code>
        </div>
      }
      <form class="in-line" (ngSubmit)="add()" aria-label="Add a meter">
        <va-choice-group label="Measures" [options]="kinds" [of]="kind" />
        <va-text-field label="Name of the meter" [longest]="60" placeholder="as in: bench oxygen" [of]="name" />
        <va-number-field label="Lag, s" [of]="lag" />
        <button nz-button type="submit">Add the meter</button>
      </form>
      @if (said(); as words) {
        <p role="status">{{ words }}</p>
      }
    </va-panel>
  `,
  styles: `
    code {
      display: block;
      overflow-wrap: anywhere;
      user-select: all;
      padding: 6px 8px;
      background: var(--surface);
    }
  `,
})
export class MeterSettings {
  protected readonly store = inject(MeterStore);
  private readonly api = inject(ApiClient);
  protected readonly kinds = KINDS;
  protected readonly titles = TITLES;
  protected readonly moment = whenWords;
  protected readonly kind = ownField<MeterKind | null>('oxygen');
  protected readonly name = ownField('');
  protected readonly lag = ownField<number | null>(null);
  protected readonly made = signal<MeterWithKey | null>(null);
  protected readonly said = signal('');

  constructor() {
    void this.store.read();
  }

  protected example({ meter, key }: MeterWithKey): string {
    return (
      `curl -H "Authorization: Bearer ${key}" -H "Content-Type: application/x-ndjson" --data ` +
      `'${LINES[meter.kind]}' ${location.origin}/api/meters/lines`
    );
  }

  protected add(): Promise<void> {
    return this.change(async () => {
      this.made.set(await this.store.add(this.kind.value ?? 'oxygen', this.name.value, this.lag.value));
      this.name.change('');
      this.lag.change(null);
    });
  }

  protected newKey(meter: Meter): Promise<void> {
    return this.change(async () => this.made.set(await this.store.newKey(meter)));
  }

  protected takeAway(meter: Meter): Promise<void> {
    return this.change(() => this.store.takeAway(meter));
  }

  protected saveTrace({ id }: Meter): Promise<void> {
    return this.change(async () => {
      const { name, bytes } = await firstValueFrom(this.api.file('GET /meters/:id/trace', { path: { id } }));
      saveFile(name, bytes);
    });
  }

  protected bringIn({ id, name }: Meter, file: File): Promise<void> {
    return this.change(async () => {
      const csv = await file.text();
      const { taken, known } = await firstValueFrom(
        this.api.ask('POST /meters/:id/trace', { path: { id }, body: { csv } }),
      );
      this.said.set(`${taken} readings of ${name} were brought in${known > 0 ? `, ${known} were known` : ''}.`);
    });
  }

  private async change(act: () => Promise<void>): Promise<void> {
    this.said.set('');
    try {
      await act();
    } catch (error) {
      this.said.set(saidAt(error, { name: this.name, lagS: this.lag }));
    }
  }
}
