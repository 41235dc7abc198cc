import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FEEDS, LIMITS, SEALS, type Feed, type Seal } from '@variatum/metallurgy';
import { ppmWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JointStore } from '../../job/stores';
import { ChoiceGroup, type ChoiceOption, fieldBy, flowMeasure, MeasureField, NumberField } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { WorkshopStore } from '../../settings/workshop-store';
import { PurgePlanning } from '../../planning';

const FEED_TITLES: Readonly<Record<Feed, string>> = { low: 'Low, vent high', middle: 'From the end', high: 'High' };
const SEAL_TITLES: Readonly<Record<Seal, string>> = { taped: 'Taped', fair: 'Fair', poor: 'Gappy' };
const optionsOf = <Value extends string>(
  values: readonly Value[],
  titles: Readonly<Record<Value, string>>,
): readonly ChoiceOption<Value>[] => values.map((value) => ({ value, title: titles[value] }));

/** How gas is led in, how well it is closed, where dams and vents sit. */
@Component({
  selector: 'va-back-fields',
  imports: [ChoiceGroup, MeasureField, NumberField, NzButtonModule, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Back shielding" [heading]="null">
      <div class="row">
        @if (planning.nearDams().length > 0) {
          <button nz-button type="button" (click)="takeDams()">
            {{ planning.nearDams().length === 1 ? 'Dam beside the joint' : 'Dams beside the joint' }}
          </button>
        }
        @if (planning.plan().dams.length > 0) {
          <button nz-button type="button" (click)="planning.change({ dams: [] })">Take dams out</button>
        }
        @if (planning.farEnd() && planning.proposed().drill) {
          <button nz-button type="button" (click)="addVent()">
            {{ planning.ownVents().length === 0 ? 'Place the vent' : 'Another vent' }}
          </button>
        }
        @if (planning.plan().vents.length > 0) {
          <button nz-button type="button" (click)="planning.change({ vents: [] })">Vent as proposed</button>
        }
      </div>
      <p class="small soft">Dams and vents are pulled along the part above.</p>
      <va-choice-group label="Gas is fed" clear [options]="feeds" [of]="feed" />
      <va-choice-group label="Openings" clear [options]="seals" [of]="seal" />
      <div class="fields">
        <va-measure-field label="Flow to fill" [placeholder]="usualFlow()" [measure]="flow()" [of]="flowField" />
        <va-number-field label="Oxygen to come down to, ppm" [placeholder]="usualTarget()" [of]="target" />
        <va-number-field label="Room inside, L" placeholder="of its pieces" [of]="volume" />
      </div>
      @if (planning.answer(); as answer) {
        <details>
          <summary><strong>Why this long</strong></summary>
          <ul class="dashes small">
            @for (reason of answer.reasons; track reason) {
              <li>{{ reason }}</li>
            }
          </ul>
        </details>
      }
      <details>
        <summary><strong>Gas left in the cylinder</strong></summary>
        <div class="fields">
          <va-number-field label="Cylinder, L of water" [of]="cylinderL" />
          <va-number-field label="Gauge, bar" [of]="cylinderBar" />
        </div>
        @if (lasts(); as words) {
          <p class="small" role="status">{{ words }}</p>
        }
      </details>
    </va-panel>
  `,
  styles: `
    .fields {
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: var(--space-3);
    }
    summary {
      min-height: var(--target);
      display: flex;
      align-items: center;
      cursor: pointer;
    }
    .row {
      gap: var(--space-2);
      flex-wrap: wrap;
    }
  `,
})
export class BackFields {
  protected readonly planning = inject(PurgePlanning);
  protected readonly joints = inject(JointStore);
  private readonly workshops = inject(WorkshopStore);
  protected readonly feeds = optionsOf(FEEDS, FEED_TITLES);
  protected readonly seals = optionsOf(SEALS, SEAL_TITLES);
  protected readonly flow = computed(() => flowMeasure(this.workshops.workshop()?.flowUnit ?? 'L/min'));
  protected readonly usualFlow = computed(() => `usual: ${this.flow().format(this.planning.usualFlow())}`);
  protected readonly usualTarget = computed(() => `usual: ${ppmWords(this.planning.usualTarget())}`);

  protected readonly feed = fieldBy<Feed | null>(
    () => this.planning.plan().feed,
    (feed) => this.planning.change({ feed }),
  );
  protected readonly seal = fieldBy<Seal | null>(
    () => this.planning.plan().seal,
    (seal) => this.planning.change({ seal }),
  );
  protected readonly flowField = fieldBy(
    () => this.planning.plan().flowLpm,
    (flowLpm) => this.planning.change({ flowLpm }),
  );
  protected readonly target = this.number('targetPpm', LIMITS.targetPpm, 'ppm');
  protected readonly volume = this.number('volumeL', LIMITS.volumeL, 'L');
  protected readonly cylinderL = this.number('cylinderL', LIMITS.cylinderL, 'L');
  protected readonly cylinderBar = this.number('cylinderBar', LIMITS.cylinderBar, 'bar');

  protected readonly lasts = computed(() => {
    const answer = this.planning.cylinder();
    if (!answer) return null;
    const words = { yes: 'enough', maybe: 'may run out', no: 'not enough' }[answer.enough];
    return (
      `${Math.round(answer.leftL)} L left, the joint takes ${Math.round(answer.neededL[0])} to ` +
      `${Math.round(answer.neededL[1])} L: ${words}.`
    );
  });

  /** A vent as proposed, to be pulled where it is wanted. */
  protected addVent(): void {
    const [far, drill] = [this.planning.farEnd(), this.planning.proposed().drill];
    if (far && drill) this.planning.drill(far, drill.mm);
  }

  protected takeDams(): void {
    const dams = this.planning.nearDams().map(({ piece, alongMm }) => ({ piece, alongMm }));
    const kept = this.planning.plan().dams.filter(({ piece }) => !dams.some((dam) => dam.piece === piece));
    this.planning.change({ dams: [...kept, ...dams] });
  }

  private number(
    name: 'targetPpm' | 'volumeL' | 'cylinderL' | 'cylinderBar',
    [low, high]: readonly [number, number],
    unit: string,
  ) {
    return fieldBy<number | null>(
      () => this.planning.typed(name),
      (value) => this.planning.change({ [name]: value }),
      () => (this.planning.errorOf(name) ? `give ${low} to ${high} ${unit}` : null),
    );
  }
}
