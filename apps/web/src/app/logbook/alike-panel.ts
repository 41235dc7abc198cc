import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, resource } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, RouterLink } from '@angular/router';
import type { AlikeJob, AlikeQuery } from '@variatum/contracts';
import { FAMILIES, JOINTS, type Outcome } from '@variatum/metallurgy';
import { dayWords, ENVIRONMENT_CHOICES, OUTCOME_WORDS, rodWithin } from '@variatum/presentation';
import { firstValueFrom } from 'rxjs';
import { ChoiceSet, fieldBy, SelectField } from '../kit/fields';
import { Panel } from '../kit/panel';
import { ApiClient } from '../sync';

type JointKind = NonNullable<AlikeQuery['joint']>;
const BY_WORDS: Readonly<Record<AlikeJob['by'][number], string>> = {
  metals: 'metals',
  joint: 'joint',
  service: 'service',
};
/** Joints of a job that are told; many are often alike. */
const MOST_JOINTS = 3;
const outcomeOf = (outcome: string): string => OUTCOME_WORDS[outcome as Outcome] ?? outcome;

/** Past jobs like one: by metals, joint and service. */
@Component({
  selector: 'va-alike-panel',
  imports: [ChoiceSet, Panel, RouterLink, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Jobs like this one">
      <va-choice-set label="Metals" [options]="families" [of]="metals" />
      <div class="fields">
        <va-select-field clear label="Joint" placeholder="any" [options]="types" [of]="joint" />
        <va-select-field clear label="Service" placeholder="any" [options]="services" [of]="service" />
      </div>
      @if (found.error()) {
        <p role="alert">The past cannot be searched just now: the server does not answer.</p>
      } @else if (!asked()) {
        <p class="soft">Say what it is like, and the past is searched.</p>
      } @else {
        <ul data-testid="alike">
          @for (job of rows(); track job.id) {
            <li>
              <a [routerLink]="['/jobs', job.id]">{{ job.title }}</a>
              <span class="small soft">{{ job.about }}</span>
              @for (line of job.lines; track $index) {
                <span class="small">{{ line }}</span>
              }
            </li>
          } @empty {
            <li class="soft">{{ found.isLoading() ? 'Searching' : 'No past job is like it.' }}</li>
          }
        </ul>
      }
    </va-panel>
  `,
  styles: `
    ul {
      list-style: none;
      padding: 0;
      display: grid;
      gap: var(--space-2);
    }
    li {
      display: grid;
      gap: 1px;
      padding-bottom: var(--space-2);
      border-bottom: 1px solid var(--line);
    }
  `,
})
export class AlikePanel {
  private readonly api = inject(ApiClient);
  private readonly route = inject(ActivatedRoute);
  private readonly params = toSignal(this.route.queryParamMap, { initialValue: this.route.snapshot.queryParamMap });
  protected readonly families = Object.entries(FAMILIES).map(([value, { title }]) => ({ value, title }));
  protected readonly types = Object.entries(JOINTS.types).map(([value, { title }]) => ({
    value: value as JointKind,
    title,
  }));
  protected readonly services = ENVIRONMENT_CHOICES;

  /** A job that is asked about itself is not among its likes. */
  private readonly except = computed(() => this.params().get('except') ?? undefined);
  private readonly chosenMetals = linkedSignal(() => (this.params().get('metals') ?? '').split(',').filter(Boolean));
  private readonly chosenJoint = linkedSignal<JointKind | null>(
    () => this.types.find(({ value }) => value === this.params().get('joint'))?.value ?? null,
  );
  private readonly chosenService = linkedSignal<string | null>(() => this.params().get('service'));
  protected readonly metals = fieldBy<string[]>(this.chosenMetals, (all) => this.chosenMetals.set(all));
  protected readonly joint = fieldBy<JointKind | null>(this.chosenJoint, (joint) => this.chosenJoint.set(joint));
  protected readonly service = fieldBy<string | null>(this.chosenService, (service) => this.chosenService.set(service));

  protected readonly asked = computed<AlikeQuery | undefined>(() => {
    const [metals, joint, service] = [this.chosenMetals(), this.chosenJoint(), this.chosenService()];
    if (metals.length === 0 && joint === null && service === null) return undefined;
    return {
      ...(metals.length > 0 ? { metals: metals.join(',') } : {}),
      ...(joint === null ? {} : { joint }),
      ...(service === null ? {} : { service }),
      ...(this.except() ? { except: this.except() } : {}),
    };
  });
  protected readonly found = resource({
    params: () => this.asked(),
    loader: ({ params }) => firstValueFrom(this.api.ask('GET /alike', { query: params })),
  });
  protected readonly rows = computed(() =>
    (this.found.hasValue() ? this.found.value() : []).map(({ id, title, createdAt, by, joints }) => ({
      id,
      title,
      about:
        `${dayWords(createdAt)}; alike in ` +
        `${by.map((one) => BY_WORDS[one]).join(', ')}` +
        (joints.length > MOST_JOINTS ? `; ${joints.length} joints, of which the first` : ''),
      lines: joints.slice(0, MOST_JOINTS).map(({ type, rod, decided, outcome, ferrite }, index) => {
        const kind = JOINTS.types[type as JointKind]?.title ?? type;
        return [
          `Joint ${index + 1}, ${kind.toLowerCase()}`,
          decided ? rodWithin(rod) : 'not decided',
          ...(ferrite.length > 0 ? [`FN ${ferrite.join(', ')} measured`] : []),
          ...(outcome === null ? [] : [outcomeOf(outcome)]),
        ].join('; ');
      }),
    })),
  );
}
