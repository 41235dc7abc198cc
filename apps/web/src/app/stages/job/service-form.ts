import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { JobDetail } from '@variatum/contracts';
import { LIMITS, NOT_GIVEN, type Quantity, serviceCautions } from '@variatum/metallurgy';
import { ENVIRONMENT_CHOICES } from '@variatum/presentation';
import { JobStore } from '../../job/stores';
import {
  answered,
  ChoiceGroup,
  type FieldOf,
  fieldsOf,
  MeasureField,
  SelectField,
  temperatureMeasure,
} from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { WorkshopStore } from '../../settings/workshop-store';

type Service = JobDetail['service'];

const YES_OR_NO = [
  { value: true, title: 'Yes' },
  { value: false, title: 'No' },
] as const;
const ACID_KINDS = [
  { value: 'oxidising', title: 'Oxidising (nitric)' },
  { value: 'reducing', title: 'Reducing (sulphuric, hydrochloric)' },
] as const;
const HOT_TIMES = [
  { value: 'short', title: 'Short' },
  { value: 'long', title: 'Long' },
] as const;
const PERMANENCES = [
  { value: 'permanent', title: 'Permanent' },
  { value: 'temporary', title: 'Until the spare comes' },
] as const;

/** What the joint must live through. */
@Component({
  selector: 'va-service-form',
  imports: [ChoiceGroup, MeasureField, Panel, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Service" heading="What it must live through">
      <p class="soft small">What is left open counts as unknown, not as harmless.</p>
      <div class="fields">
        <va-select-field label="Surroundings" search clear [options]="environments" [of]="of().environment" />
        @if (of().environment.value === 'acid') {
          <va-choice-group label="The acid is" clear [options]="acids" [of]="of().acid" />
        }
        <va-measure-field label="Coldest" placeholder="not stated" [measure]="measure()" [of]="coldest()" />
        <va-measure-field label="Hottest" placeholder="not stated" [measure]="measure()" [of]="hottest()" />
      </div>
      <div class="row toggles">
        <va-choice-group label="Heats up and cools down often" clear [options]="yesOrNo" [of]="of().cycling" />
        <va-choice-group label="Time hot" clear [options]="times" [of]="of().hot" />
        <va-choice-group label="Shaken or vibrating" clear [options]="yesOrNo" [of]="of().vibration" />
        <va-choice-group label="Under pressure" clear [options]="yesOrNo" [of]="of().pressure" />
        <va-choice-group label="The repair is" clear [options]="permanences" [of]="of().permanence" />
      </div>
      @for (caution of cautions(); track caution) {
        <p class="caution">{{ caution }}</p>
      }
    </va-panel>
  `,
  styles: `
    .fields {
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 10px var(--space-3);
    }
    .fields > :first-child {
      grid-column: 1 / -1;
    }
    .toggles {
      gap: 10px var(--space-4);
      align-items: flex-start;
    }
  `,
})
export class ServiceForm {
  private readonly store = inject(JobStore);
  private readonly workshops = inject(WorkshopStore);

  protected readonly environments = ENVIRONMENT_CHOICES;
  protected readonly yesOrNo = YES_OR_NO;
  protected readonly times = HOT_TIMES;
  protected readonly acids = ACID_KINDS;
  protected readonly permanences = PERMANENCES;
  private readonly service = computed<Service>(() => this.store.job()?.service ?? {});
  private readonly temperaturesC = computed<JobDetail['temperaturesC']>(
    () => this.store.job()?.temperaturesC ?? [NOT_GIVEN, NOT_GIVEN],
  );
  protected readonly of = computed(() => fieldsOf(this.service(), (changes) => this.set(changes)));
  protected readonly measure = computed(() =>
    temperatureMeasure(this.workshops.workshop()?.temperatureUnit ?? '°C', LIMITS.temperatureC),
  );
  /** What is wrong with the two together; what is wrong with one stands at its own field. */
  private readonly temperatureError = computed(() => {
    const [coldest, hottest] = this.temperaturesC();
    if (coldest.value !== null && hottest.value !== null)
      return coldest.value > hottest.value ? 'the coldest must not lie above the hottest' : null;
    const notUnderstood = [coldest, hottest].some(({ value, typed }) => value === null && typed.trim() !== '');
    return (coldest.value === null) === (hottest.value === null) || notUnderstood
      ? null
      : 'give both: one alone is not counted';
  });
  protected readonly cautions = computed(() => {
    const [coldest, hottest] = this.temperaturesC().map(({ value }) => value);
    const known = typeof coldest === 'number' && typeof hottest === 'number';
    return serviceCautions({ ...this.service(), ...(known ? { temperatureC: [coldest, hottest] as const } : {}) });
  });

  protected readonly coldest = computed(() => this.temperature(0));
  protected readonly hottest = computed(() => this.temperature(1));

  private temperature(side: 0 | 1): FieldOf<Quantity> {
    const temperaturesC = this.temperaturesC();
    return {
      value: temperaturesC[side],
      error: side === 1 ? this.temperatureError() : null,
      change: ({ value, typed }) => {
        // Degrees are said to a tenth: more is the arithmetic of another unit.
        const given = { value: value === null ? null : Number(value.toFixed(1)), typed };
        this.store.change({ temperaturesC: side === 0 ? [given, temperaturesC[1]] : [temperaturesC[0], given] });
      },
    };
  }

  /** Sets what was answered; what was taken back is left open. */
  private set(changes: Partial<Service>): void {
    this.store.change({ service: answered({ ...this.service(), ...changes }) });
  }
}
