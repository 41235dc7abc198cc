import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FIELD_TESTS, RODS } from '@variatum/metallurgy';
import { type ChoiceOption, fieldBy, SelectField, SwitchField, titled } from '../kit/fields';
import { Panel } from '../kit/panel';
import { WorkshopStore } from './workshop-store';

const STEPS: readonly ChoiceOption<number>[] = [
  { value: -3, title: 'avoid much' },
  { value: -2, title: 'avoid' },
  { value: -1, title: 'rather not' },
  { value: 0, title: 'no preference' },
  { value: 1, title: 'rather' },
  { value: 2, title: 'prefer' },
  { value: 3, title: 'prefer much' },
];

/** Tests the workshop can do, and the rods it likes. */
@Component({
  selector: 'va-habits-settings',
  imports: [Panel, SelectField, SwitchField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Tests at hand">
      <p class="soft small">The next useful act is chosen among these.</p>
      <ul class="tests">
        @for (test of tests; track test.id) {
          <li>
            <va-switch-field [on]="owned().has(test.id)" (changed)="own(test.id, $event)">
              {{ test.title }}
            </va-switch-field>
          </li>
        }
      </ul>
    </va-panel>
    <va-panel label="House preferences">
      <p class="soft small">
        Practitioners disagree: some take 312 for anything unknown, some 309L, some nickel. A preference moves a rod in
        a close ranking and is named in the standing answer. It never hides a do not.
      </p>
      <ul class="preferences">
        @for (entry of preferences(); track entry.rod) {
          <li>
            <span class="figure">{{ entry.rod }}</span>
            <va-select-field quiet [label]="'Preference for ' + entry.rod" [options]="steps" [of]="entry.of" />
          </li>
        }
      </ul>
      <va-select-field class="narrow" label="Add a rod" search placeholder="Rod" [options]="rods" [of]="added" />
    </va-panel>
  `,
  styles: `
    :host {
      display: contents;
    }
    .tests {
      columns: 3 240px;
      column-gap: var(--space-6);
    }
    .tests li {
      break-inside: avoid;
    }
    .preferences li {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: var(--space-3);
      min-height: var(--target);
    }
    .preferences li {
      max-width: 420px;
    }
    .preferences va-select-field {
      width: 220px;
    }
    .narrow {
      max-width: 320px;
    }
  `,
})
export class HabitsSettings {
  private readonly store = inject(WorkshopStore);
  /** Tests that want something to be done with; what is seen while welding wants nothing. */
  protected readonly tests = FIELD_TESTS.filter(({ atTheTorch }) => !atTheTorch);
  protected readonly rods = titled(RODS.map(({ id }) => id));
  protected readonly added = fieldBy<string | null>(
    () => null,
    (rod) => rod !== null && this.prefer(rod, 1),
  );
  protected readonly steps = STEPS;

  protected readonly owned = computed(
    () => new Set(this.store.workshop()?.ownedTests ?? this.tests.map(({ id }) => id)),
  );
  protected readonly preferences = computed(() =>
    Object.entries(this.store.workshop()?.preferences ?? {}).map(([rod, step]) => ({
      rod,
      of: fieldBy(
        () => step,
        (changed) => this.prefer(rod, changed),
      ),
    })),
  );

  protected own(test: string, has: boolean): void {
    const owned = new Set(this.owned());
    if (has) owned.add(test);
    else owned.delete(test);
    const all = this.tests.every(({ id }) => owned.has(id));
    this.store.change({ ownedTests: all ? null : [...owned] });
  }

  private prefer(rod: string, step: number): void {
    const { [rod]: _old, ...rest } = this.store.workshop()?.preferences ?? {};
    this.store.change({ preferences: step === 0 ? rest : { ...rest, [rod]: step } });
  }
}
