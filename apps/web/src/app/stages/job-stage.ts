import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { JOB_STATES, type JobDetail, type JobState } from '@variatum/contracts';
import { ENVIRONMENTS } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzModalModule, NzModalService } from 'ng-zorro-antd/modal';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { firstValueFrom } from 'rxjs';
import { ApiService } from '../data/api.service';
import { JobStore } from '../data/job-store';
import { STATE_WORDS } from '../shared/words';
import { ChoiceGroup } from '../shared/choice-group';

type Service = JobDetail['service'];

const NUMBER = /^[+-]?\d+(?:[.,]\d+)?$/;

/** What came in and what it must live through. */
@Component({
  selector: 'va-job-stage',
  imports: [ChoiceGroup, FormsModule, NzButtonModule, NzInputModule, NzSelectModule, NzModalModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.job(); as job) {
      <div class="stack">
        <section class="panel stack" aria-label="The job">
          <div class="field">
            <label for="title">Job</label>
            <input
              nz-input
              id="title"
              [ngModel]="job.title"
              (ngModelChange)="store.changeJob({ title: $event })"
              maxlength="120"
              [attr.aria-invalid]="!!errors()['title']"
              aria-describedby="title-error"
            />
            @if (errors()['title']; as message) {
              <span class="field-error" id="title-error">{{ message }}</span>
            }
          </div>
          <div class="field">
            <label for="item">What it is, what failed and why</label>
            <textarea
              nz-input
              id="item"
              rows="3"
              [ngModel]="job.item"
              (ngModelChange)="store.changeJob({ item: $event })"
              maxlength="2000"
            ></textarea>
          </div>
          <va-choice-group
            label="On the board"
            [options]="states"
            [value]="job.state"
            (chosen)="store.changeJob({ state: $event })"
          />
        </section>

        <section class="panel stack" aria-label="Service">
          <h2>What it must live through</h2>
          <p class="soft small">What is left open counts as unknown, not as harmless.</p>
          <div class="fields">
            <div class="field">
              <label for="environment">Surroundings</label>
              <nz-select
                nzId="environment"
                nzShowSearch
                nzAllowClear
                nzPlaceHolder="Not stated"
                [ngModel]="job.service.environment ?? null"
                (ngModelChange)="set({ environment: $event ?? undefined })"
              >
                @for (environment of environments; track environment.id) {
                  <nz-option [nzValue]="environment.id" [nzLabel]="environment.title" />
                }
              </nz-select>
            </div>
            <div class="field">
              <label for="lowest">Coldest, °C</label>
              <input
                nz-input
                id="lowest"
                inputmode="decimal"
                [ngModel]="lowest()"
                (ngModelChange)="temperature($event, highestText)"
                placeholder="not stated"
                [attr.aria-invalid]="!!temperatureError"
                aria-describedby="temperature-error"
              />
            </div>
            <div class="field">
              <label for="highest">Hottest, °C</label>
              <input
                nz-input
                id="highest"
                inputmode="decimal"
                [ngModel]="highest()"
                (ngModelChange)="temperature(lowestText, $event)"
                placeholder="not stated"
                [attr.aria-invalid]="!!temperatureError"
                aria-describedby="temperature-error"
              />
            </div>
          </div>
          @if (temperatureError) {
            <p class="field-error" id="temperature-error" role="alert">{{ temperatureError }}</p>
          }
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
          <button nz-button type="button" (click)="duplicate()">Start another like it</button>
          <button nz-button type="button" (click)="withdraw()">Withdraw this job</button>
        </div>
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
  private readonly api = inject(ApiService);
  private readonly router = inject(Router);
  private readonly modal = inject(NzModalService);

  protected readonly states = JOB_STATES.map((value: JobState) => ({ value, title: STATE_WORDS[value] }));
  protected readonly environments = Object.entries(ENVIRONMENTS)
    .filter(([id]) => id !== 'unknown')
    .map(([id, { title }]) => ({ id, title }));
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

  protected lowestText = '';
  protected highestText = '';
  protected temperatureError = '';
  protected readonly errors = computed(() => this.store.errorsOf('job'));
  protected readonly lowest = computed(
    () => (this.lowestText = this.lowestText || (this.store.job()?.service.temperatureC?.[0].toString() ?? '')),
  );
  protected readonly highest = computed(
    () => (this.highestText = this.highestText || (this.store.job()?.service.temperatureC?.[1].toString() ?? '')),
  );
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

  protected temperature(low: string, high: string): void {
    this.lowestText = low;
    this.highestText = high;
    const texts = [low, high].map((text) => text.trim());
    if (texts.every((text) => text === '')) {
      this.temperatureError = '';
      this.set({ temperatureC: undefined });
      return;
    }
    const numbers = texts.map((text) => Number(text.replace(',', '.')));
    if (!texts.every((text) => NUMBER.test(text))) {
      this.temperatureError = 'give both temperatures as numbers in °C, such as -20 and 40';
      return;
    }
    const [coldest = 0, hottest = 0] = numbers;
    if (coldest < -273 || hottest > 1400) this.temperatureError = 'give temperatures from -273 to 1400 °C';
    else if (coldest > hottest) this.temperatureError = 'the coldest must not lie above the hottest';
    else {
      this.temperatureError = '';
      this.set({ temperatureC: [coldest, hottest] });
    }
  }

  /** A new job with the same pieces, joint and service; tests and decisions stay with this part. */
  protected async duplicate(): Promise<void> {
    const job = this.store.job();
    if (!job) return;
    this.store.flush();
    const copy = await firstValueFrom(this.api.duplicateJob(job.id, crypto.randomUUID()));
    await this.router.navigate(['/jobs', copy.id, 'job']);
  }

  protected withdraw(): void {
    this.modal.confirm({
      nzTitle: 'Withdraw this job?',
      nzContent: 'It leaves the board. Nothing is erased.',
      nzOkText: 'Withdraw',
      nzOnOk: async () => {
        this.store.flush();
        const job = this.store.job();
        if (!job) return;
        await firstValueFrom(this.api.withdrawJob(job.id, (await firstValueFrom(this.api.job(job.id))).version));
        await this.router.navigate(['/']);
      },
    });
  }
}
