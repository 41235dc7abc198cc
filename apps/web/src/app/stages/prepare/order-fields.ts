import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  CHILL_METALS,
  HOLDS,
  LIMITS,
  ORDER_AIMS,
  type ChillMetal,
  type Hold,
  type OrderAim,
} from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JointStore } from '../../job/stores';
import { ChoiceGroup, type ChoiceOption, fieldBy, type FieldOf, NumberField } from '../../kit/fields';
import { Fold } from '../../kit/fold';
import { Panel } from '../../kit/panel';
import { OrderPlanning } from '../../planning';
import { OrderConditions } from './order-conditions';
import { OrderRuns } from './order-runs';

const AIM_TITLES: Readonly<Record<OrderAim, string>> = { time: 'Time', pull: 'Straight', balance: 'Both' };
const HOLD_TITLES: Readonly<Record<Hold, string>> = {
  none: 'Nothing',
  tacks: 'Tacks',
  clamped: 'Clamps',
  strongback: 'Strongback',
};
const PEOPLE = [
  { value: 1, title: 'One' },
  { value: 2, title: 'Two' },
] as const;
const METAL_TITLES: Readonly<Record<ChillMetal, string>> = {
  copper: 'Copper',
  aluminium: 'Aluminium',
  stainless: 'Stainless',
};
const optionsOf = <Value extends string>(
  values: readonly Value[],
  titles: Readonly<Record<Value, string>>,
): readonly ChoiceOption<Value>[] => values.map((value) => ({ value, title: titles[value] }));

type Figure = 'passes' | 'travelMmPerS' | 'interpassC';

/** What the order is looked for by, what holds the part, and the bars that take heat away. */
@Component({
  selector: 'va-order-fields',
  imports: [ChoiceGroup, Fold, NumberField, NzButtonModule, OrderConditions, OrderRuns, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Heat and order" [heading]="null">
      <va-choice-group label="Look for" [options]="aims" [of]="aim" />
      <va-fold title="Who, how held, reach, chill bars">
        <div class="folded">
          <va-choice-group label="Who welds" [options]="people" [of]="who" />
          <va-choice-group label="Held by" [options]="holds" [of]="hold" />
          <div class="fields">
            <va-number-field label="Passes" [placeholder]="'usual: ' + planning.usualPassCount()" [of]="passes" />
            <va-number-field label="Most between passes, °C" [placeholder]="usualLimit()" [of]="interpass" />
            <va-number-field label="Travel, mm/s" [placeholder]="'usual: ' + planning.usualTravel()" [of]="travel" />
          </div>
          <va-order-conditions />
          <h3>Chill bars</h3>
          @for (bar of bars(); track $index) {
            <div class="bar">
              <va-choice-group [label]="'Bar ' + ($index + 1)" [options]="metals" [of]="bar.metal" />
              <div class="fields">
                <va-number-field [label]="'From the seam, mm, bar ' + ($index + 1)" [of]="bar.distance" />
                <va-number-field [label]="'Width, mm, bar ' + ($index + 1)" [of]="bar.width" />
              </div>
            </div>
          }
          <div class="row">
            @if (planning.kept().bars.length < 4) {
              <button nz-button type="button" (click)="addBars()">
                {{ planning.kept().bars.length === 0 ? 'Copper on both sides' : 'Another bar' }}
              </button>
            }
            @if (planning.kept().bars.length > 0) {
              <button nz-button type="button" (click)="planning.change({ bars: [] })">Take bars off</button>
            }
          </div>
          <p class="small soft">Copper, aluminium or stainless, never carbon steel. Pull them in the picture.</p>
          <div class="fields">
            <va-number-field [label]="'Something near that must stay cool: mm from the seam'" [of]="watched" />
          </div>
        </div>
      </va-fold>
      <va-order-runs />
    </va-panel>
  `,
  styles: `
    .folded {
      display: grid;
      gap: var(--space-3);
    }
    .fields {
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: var(--space-3);
    }
    .row {
      gap: var(--space-2);
      flex-wrap: wrap;
    }
    .bar {
      display: grid;
      gap: 6px;
    }
  `,
})
export class OrderFields {
  protected readonly planning = inject(OrderPlanning);
  private readonly joints = inject(JointStore);
  protected readonly aims = optionsOf(ORDER_AIMS, AIM_TITLES);
  protected readonly holds = optionsOf(HOLDS, HOLD_TITLES);
  protected readonly metals = optionsOf(CHILL_METALS, METAL_TITLES);
  protected readonly people = PEOPLE.map(({ value, title }) => ({ value: String(value), title }));

  protected readonly aim = fieldBy<OrderAim | null>(
    () => this.planning.kept().aim,
    (aim) => aim && this.planning.change({ aim }),
  );
  protected readonly hold = fieldBy<Hold | null>(
    () => this.planning.kept().hold,
    (hold) => hold && this.planning.change({ hold }),
  );
  protected readonly who = fieldBy<string | null>(
    () => String(this.planning.kept().people),
    (people) => this.planning.change({ people: people === '2' ? 2 : 1 }),
  );
  protected readonly passes = this.figure('passes', 'passes');
  protected readonly interpass = this.figure('interpassC', '°C');
  protected readonly travel = this.figure('travelMmPerS', 'mm/s');
  protected readonly usualLimit = computed(() => {
    const limit = this.planning.usualInterpassC();
    return limit === null ? 'no limit' : `usual: ${limit}`;
  });
  protected readonly watched = fieldBy<number | null>(
    () => this.planning.kept().watched?.distanceMm ?? null,
    (distanceMm) => this.planning.change({ watched: distanceMm === null ? null : { side: 1, distanceMm } }),
    () => (this.joints.errors()['seamOrder.watched.distanceMm'] ? this.wanted(LIMITS.watchedMm, 'mm') : null),
  );

  protected readonly bars = computed(() =>
    this.planning.kept().bars.map((_, index) => ({
      metal: fieldBy<ChillMetal | null>(
        () => this.planning.kept().bars[index]?.metal ?? null,
        (metal) => metal && this.changeBar(index, { metal }),
      ),
      distance: this.barSize(index, 'distanceMm', LIMITS.barDistanceMm),
      width: this.barSize(index, 'widthMm', LIMITS.barMm),
    })),
  );

  /** A bar on either side at first, then one more on the second. */
  protected addBars(): void {
    const bar = (side: 0 | 1) =>
      ({ side, distanceMm: 15, widthMm: 25, thicknessMm: 10, metal: 'copper', contact: 'clamped' }) as const;
    const { bars } = this.planning.kept();
    this.planning.change({ bars: bars.length === 0 ? [bar(0), bar(1)] : [...bars, bar(1)] });
  }

  private changeBar(index: number, changes: Partial<{ metal: ChillMetal; distanceMm: number; widthMm: number }>): void {
    this.planning.change({
      bars: this.planning.kept().bars.map((bar, at) => (at === index ? { ...bar, ...changes } : bar)),
    });
  }

  private barSize(
    index: number,
    name: 'distanceMm' | 'widthMm',
    range: readonly [number, number],
  ): FieldOf<number | null> {
    return fieldBy<number | null>(
      () => this.planning.kept().bars[index]?.[name] ?? null,
      (value) => value !== null && this.changeBar(index, { [name]: value }),
      () => (this.joints.errors()[`seamOrder.bars.${index}.${name}`] ? this.wanted(range, 'mm') : null),
    );
  }

  private figure(name: Figure, unit: string): FieldOf<number | null> {
    return fieldBy<number | null>(
      () => this.planning.kept()[name],
      (value) => this.planning.change({ [name]: value }),
      () => (this.joints.errors()[`seamOrder.${name}`] ? this.wanted(LIMITS[name], unit) : null),
    );
  }

  private wanted([low, high]: readonly [number, number], unit: string): string {
    return `give ${low} to ${high} ${unit}`;
  }
}
