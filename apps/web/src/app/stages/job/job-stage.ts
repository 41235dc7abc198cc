import { HttpErrorResponse } from '@angular/common/http';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { JOB_STATES, type JobDetail, type JobState } from '@variatum/contracts';
import type { ServiceInput } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../../sync/api-client';
import { problemOf } from '../../sync/delivery';
import { JobStore } from '../../job/job-store';
import { RepeatableRequest } from '../../sync/repeatable-request';
import {
  ChoiceGroup,
  type ChoiceOption,
  judge,
  MeasureField,
  SelectField,
  temperatureMeasure,
  TextField,
} from '../../kit/fields';
import { Icon } from '../../kit/marks/icon';
import { STATE_WORDS } from '../../words/state-words';
import { ENVIRONMENT_CHOICES } from '../../words/words';
import { PiecePhotos } from '../pieces/piece-photos';

type Service = JobDetail['service'];

const round = (celsius: number): number => Number(celsius.toFixed(1));

/** What came in and what it must live through. */
@Component({
  selector: 'va-job-stage',
  imports: [ChoiceGroup, Icon, MeasureField, NzButtonModule, PiecePhotos, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.job(); as job) {
      <div class="stack">
        <section class="panel stack" aria-label="The job">
          <va-text-field
            label="Job"
            [longest]="120"
            [value]="job.title"
            [error]="errors()['title']"
            (changed)="store.changeJob({ title: $event })"
          />
          <va-text-field
            label="What it is, what failed and why"
            [lines]="3"
            [longest]="2000"
            [value]="job.item"
            (changed)="store.changeJob({ item: $event })"
          />
          <va-choice-group
            label="On the board"
            [options]="states"
            [value]="job.state"
            (chosen)="store.changeJob({ state: $event })"
          />
          <va-piece-photos [pieceId]="null" [name]="'the whole part'" />
        </section>

        <section class="panel stack" aria-label="Service">
          <h2>What it must live through</h2>
          <p class="soft small">What is left open counts as unknown, not as harmless.</p>
          <div class="fields">
            <va-select-field
              label="Surroundings"
              search
              clear
              placeholder="Not stated"
              [options]="environments"
              [value]="job.service.environment ?? null"
              (chosen)="set({ environment: $event ?? undefined })"
            />
            <va-measure-field
              label="Coldest"
              [measure]="measure()"
              [value]="job.service.temperatureC?.[0] ?? null"
              [text]="job.temperatureText[0]"
              placeholder="not stated"
              (changed)="temperature(0, $event.text)"
            />
            <va-measure-field
              label="Hottest"
              [measure]="measure()"
              [value]="job.service.temperatureC?.[1] ?? null"
              [text]="job.temperatureText[1]"
              placeholder="not stated"
              [otherError]="temperatureError()"
              (changed)="temperature(1, $event.text)"
            />
          </div>
          <div class="row toggles">
            @for (toggle of toggles; track toggle.field) {
              <va-choice-group
                [label]="toggle.title"
                [options]="toggle.options"
                [value]="job.service[toggle.field]"
                (chosen)="choose(toggle.field, $event)"
              />
            }
          </div>
          @if (job.service.pressure) {
            <p class="caution">
              Pressure parts belong to qualified procedures and local codes. Sealed or previously filled vessels
              explode: open, clean and vent before any heat.
            </p>
          }
          @if (cold()) {
            <p class="caution">
              Very cold or oxygen-wetted service: hand it to people qualified for it, with the facts gathered here.
            </p>
          }
        </section>
        <div class="row">
          <button nz-button type="button" (click)="duplicate()">
            <va-icon name="copy" />
            Start another like it
          </button>
          <button nz-button type="button" (click)="ask()">
            <va-icon name="remove" />
            Withdraw this job
          </button>
        </div>
        @if (failure(); as words) {
          <p class="field-error" role="alert">{{ words }}</p>
        }
        <dialog #asking aria-labelledby="withdraw-title">
          <h2 id="withdraw-title">Withdraw this job?</h2>
          <p>It leaves the board. Nothing is erased, and it can be brought back.</p>
          <form method="dialog" class="row">
            <button nz-button nzType="primary" type="button" (click)="withdraw()">Withdraw</button>
            <button nz-button>Keep it</button>
          </form>
        </dialog>
      </div>
    }
  `,
  styles: `
    .toggles {
      gap: var(--space-4) var(--space-5);
      align-items: flex-start;
    }
  `,
})
export class JobStage {
  protected readonly store = inject(JobStore);
  private readonly api = inject(ApiClient);
  private readonly router = inject(Router);
  private readonly asking = viewChild.required<ElementRef<HTMLDialogElement>>('asking');

  protected readonly states = JOB_STATES.map((value: JobState) => ({ value, title: STATE_WORDS[value] }));
  protected readonly environments: readonly ChoiceOption<ServiceInput['environment'] | null>[] = ENVIRONMENT_CHOICES;
  protected readonly toggles: readonly {
    field: 'cycling' | 'hot' | 'vibration' | 'pressure' | 'permanence';
    title: string;
    options: readonly { value: Service['hot'] | Service['permanence'] | boolean; title: string }[];
  }[] = [
    {
      field: 'cycling',
      title: 'Heats up and cools down often',
      options: [
        { value: true, title: 'Yes' },
        { value: false, title: 'No' },
      ],
    },
    {
      field: 'hot',
      title: 'Time hot',
      options: [
        { value: 'short', title: 'Short' },
        { value: 'long', title: 'Long' },
      ],
    },
    {
      field: 'vibration',
      title: 'Shaken or vibrating',
      options: [
        { value: true, title: 'Yes' },
        { value: false, title: 'No' },
      ],
    },
    {
      field: 'pressure',
      title: 'Under pressure',
      options: [
        { value: true, title: 'Yes' },
        { value: false, title: 'No' },
      ],
    },
    {
      field: 'permanence',
      title: 'The repair is',
      options: [
        { value: 'permanent', title: 'Permanent' },
        { value: 'temporary', title: 'Until the spare comes' },
      ],
    },
  ];

  protected readonly errors = computed(() => this.store.errorsOf('job'));
  protected readonly measure = computed(() =>
    temperatureMeasure(this.store.workshop()?.temperatureUnit ?? '°C', [-273, 1400]),
  );
  private readonly temperatures = computed(() => {
    const job = this.store.job();
    return ([0, 1] as const).map((side) => {
      const text = job?.temperatureText[side] ?? '';
      return text === '' ? (job?.service.temperatureC?.[side] ?? null) : judge(this.measure(), text).value;
    }) as [number | null, number | null];
  });
  /** What is wrong with the two together; what is wrong with one stands at its own field. */
  protected readonly temperatureError = computed(() => {
    const [coldest, hottest] = this.temperatures();
    const texts = this.store.job()?.temperatureText ?? ['', ''];
    if (coldest !== null && hottest !== null)
      return coldest > hottest ? 'the coldest must not lie above the hottest' : null;
    const unread = texts.some((text, side) => text !== '' && this.temperatures()[side] === null);
    return (coldest === null) === (hottest === null) || unread ? null : 'give both: one alone is not counted';
  });
  protected readonly cold = computed(() => (this.store.job()?.service.temperatureC?.[0] ?? 20) <= -100);

  protected set(changes: Partial<Service>): void {
    const job = this.store.job();
    if (!job) return;
    const service = Object.fromEntries(
      Object.entries({ ...job.service, ...changes }).filter(([, value]) => value !== undefined && value !== null),
    ) as Service;
    this.store.changeJob({ service });
  }

  /** Sets a choice; choosing it again leaves it open. */
  protected choose(field: keyof Service, value: unknown): void {
    this.set({ [field]: this.store.job()?.service[field] === value ? undefined : value } as Partial<Service>);
  }

  /** Keeps what was typed; the core is told of the temperatures once both are understood and in order. */
  protected temperature(side: 0 | 1, typed: string): void {
    const job = this.store.job();
    if (!job) return;
    const texts = job.temperatureText.map((text, place) =>
      place === side ? typed : text || this.words(job.service.temperatureC?.[place]),
    ) as [string, string];
    const [coldest, hottest] = texts.map((text) => judge(this.measure(), text).value);
    const good = typeof coldest === 'number' && typeof hottest === 'number' && coldest <= hottest;
    const { temperatureC: _old, ...service } = job.service;
    this.store.changeJob({
      temperatureText: texts,
      service: good ? { ...service, temperatureC: [round(coldest), round(hottest)] } : service,
    });
  }

  private words(celsius: number | undefined): string {
    return celsius === undefined ? '' : this.measure().format(celsius);
  }

  private readonly copying = new RepeatableRequest();
  /** Why the last act was not done; empty when it was. */
  protected readonly failure = signal('');

  /** A new job with the same pieces, joint and service; tests and decisions stay with this part. */
  protected async duplicate(): Promise<void> {
    const job = this.store.job();
    if (!job) return;
    await this.attempt(async () => {
      await this.store.arrived();
      const copy = await firstValueFrom(
        this.api.ask('POST /jobs/:id/duplicate', { path: { id: job.id }, body: { id: this.copying.idFor(job.id) } }),
      );
      this.copying.answered();
      await this.router.navigate(['/jobs', copy.id, 'job']);
    });
  }

  protected ask(): void {
    this.asking().nativeElement.showModal();
  }

  protected async withdraw(): Promise<void> {
    this.asking().nativeElement.close();
    await this.attempt(async () => {
      await this.store.arrived();
      const { id, version } = await firstValueFrom(
        this.api.ask('GET /jobs/:id', { path: { id: this.store.job()?.id ?? '' } }),
      );
      await firstValueFrom(this.api.ask('POST /jobs/:id/withdraw', { path: { id }, body: { version } }));
      await this.router.navigate(['/']);
    });
  }

  /** Does what needs an answer of the server, and says so when none comes. */
  private async attempt(work: () => Promise<void>): Promise<void> {
    this.failure.set('');
    try {
      await work();
    } catch (error) {
      if (!(error instanceof HttpErrorResponse)) throw error;
      this.failure.set(
        error.status === 0
          ? 'The server does not answer; nothing was done. Try again when it does.'
          : (problemOf(error).detail ?? 'The server could not do this just now; try again.'),
      );
    }
  }
}
