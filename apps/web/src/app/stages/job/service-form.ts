import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { JobDetail } from '@variatum/contracts';
import { LIMITS, type Quantity, serviceCautions } from '@variatum/metallurgy';
import { JobStore } from '../../job/stores';
import { ChoiceGroup, type ChoiceOption, MeasureField, SelectField, temperatureMeasure } from '../../kit/fields';
import { WorkshopStore } from '../../settings/workshop-store';
import { ENVIRONMENT_CHOICES } from '../../words/words';

type Service = JobDetail['service'];

const YES_OR_NO = [
  { value: true, title: 'Yes' },
  { value: false, title: 'No' },
] as const;

/** What the joint must live through. */
@Component({
  selector: 'va-service-form',
  imports: [ChoiceGroup, MeasureField, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
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
          [value]="job().service.environment ?? null"
          (chosen)="set({ environment: $event ?? undefined })"
        />
        <va-measure-field
          label="Coldest"
          [measure]="measure()"
          [quantity]="job().temperaturesC[0]"
          placeholder="not stated"
          (changed)="temperature(0, $event)"
        />
        <va-measure-field
          label="Hottest"
          [measure]="measure()"
          [quantity]="job().temperaturesC[1]"
          placeholder="not stated"
          [otherError]="temperatureError()"
          (changed)="temperature(1, $event)"
        />
      </div>
      <div class="row toggles">
        @for (toggle of toggles; track toggle.field) {
          <va-choice-group
            [label]="toggle.title"
            [options]="toggle.options"
            [value]="job().service[toggle.field]"
            (chosen)="choose(toggle.field, $event)"
          />
        }
      </div>
      @for (caution of cautions(); track caution) {
        <p class="caution">{{ caution }}</p>
      }
    </section>
  `,
  styles: `
    .toggles {
      gap: var(--space-4) var(--space-5);
      align-items: flex-start;
    }
  `,
})
export class ServiceForm {
  readonly job = input.required<JobDetail>();
  private readonly store = inject(JobStore);
  private readonly workshops = inject(WorkshopStore);

  protected readonly environments: readonly ChoiceOption<Service['environment'] | null>[] = ENVIRONMENT_CHOICES;
  protected readonly toggles: readonly {
    readonly field: 'cycling' | 'hot' | 'vibration' | 'pressure' | 'permanence';
    readonly title: string;
    readonly options: readonly ChoiceOption<Service['hot'] | Service['permanence'] | boolean>[];
  }[] = [
    { field: 'cycling', title: 'Heats up and cools down often', options: YES_OR_NO },
    {
      field: 'hot',
      title: 'Time hot',
      options: [
        { value: 'short', title: 'Short' },
        { value: 'long', title: 'Long' },
      ],
    },
    { field: 'vibration', title: 'Shaken or vibrating', options: YES_OR_NO },
    { field: 'pressure', title: 'Under pressure', options: YES_OR_NO },
    {
      field: 'permanence',
      title: 'The repair is',
      options: [
        { value: 'permanent', title: 'Permanent' },
        { value: 'temporary', title: 'Until the spare comes' },
      ],
    },
  ];

  protected readonly measure = computed(() =>
    temperatureMeasure(this.workshops.workshop()?.temperatureUnit ?? '°C', LIMITS.temperatureC),
  );
  /** What is wrong with the two together; what is wrong with one stands at its own field. */
  protected readonly temperatureError = computed(() => {
    const [coldest, hottest] = this.job().temperaturesC;
    if (coldest.value !== null && hottest.value !== null)
      return coldest.value > hottest.value ? 'the coldest must not lie above the hottest' : null;
    const notUnderstood = [coldest, hottest].some(({ value, typed }) => value === null && typed.trim() !== '');
    return (coldest.value === null) === (hottest.value === null) || notUnderstood
      ? null
      : 'give both: one alone is not counted';
  });
  protected readonly cautions = computed(() => {
    const { service, temperaturesC } = this.job();
    const [coldest, hottest] = temperaturesC.map(({ value }) => value);
    const known = typeof coldest === 'number' && typeof hottest === 'number';
    return serviceCautions({ ...service, ...(known ? { temperatureC: [coldest, hottest] as const } : {}) });
  });

  protected set(changes: Partial<Service>): void {
    const service: Service = { ...this.job().service, ...changes };
    for (const field of Object.keys(service) as (keyof Service)[])
      if (service[field] === undefined) delete service[field];
    this.store.change({ service });
  }

  /** Sets a choice; choosing it again leaves it open. */
  protected choose(field: keyof Service, value: Service[keyof Service]): void {
    this.set({ [field]: this.job().service[field] === value ? undefined : value });
  }

  protected temperature(side: 0 | 1, given: Quantity): void {
    const [coldest, hottest] = this.job().temperaturesC;
    const round = ({ value, typed }: Quantity): Quantity => ({
      // Degrees are said to a tenth: more is the arithmetic of another unit.
      value: value === null ? null : Number(value.toFixed(1)),
      typed,
    });
    this.store.change({ temperaturesC: side === 0 ? [round(given), hottest] : [coldest, round(given)] });
  }
}
