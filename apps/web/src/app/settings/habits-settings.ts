import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { FIELD_TESTS, RODS } from '@variatum/metallurgy';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { SettingsStore } from './settings-store';

const STEPS = [-3, -2, -1, 0, 1, 2, 3] as const;
const STEP_WORDS: Readonly<Record<number, string>> = {
  [-3]: 'avoid much',
  [-2]: 'avoid',
  [-1]: 'rather not',
  0: 'no preference',
  1: 'rather',
  2: 'prefer',
  3: 'prefer much',
};

/** Tests the workshop can do, and the rods it likes. */
@Component({
  selector: 'va-habits-settings',
  imports: [FormsModule, NzSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" aria-label="Tests at hand">
      <h2>Tests at hand</h2>
      <p class="soft small">The next useful act is chosen among these.</p>
      <ul class="tests">
        @for (test of tests; track test.id) {
          <li>
            <label [for]="'owns-' + test.id">{{ test.title }}</label>
            <input
              type="checkbox"
              role="switch"
              class="switch"
              [id]="'owns-' + test.id"
              [ngModel]="owned().has(test.id)"
              (ngModelChange)="own(test.id, $event)"
            />
          </li>
        }
      </ul>
    </section>
    <section class="panel stack" aria-label="House preferences">
      <h2>House preferences</h2>
      <p class="soft small">
        Practitioners disagree: some take 312 for anything unknown, some 309L, some nickel. A preference moves a rod in
        a close ranking and is named in the standing answer. It never hides a do not.
      </p>
      <ul class="preferences">
        @for (entry of preferences(); track entry.rod) {
          <li>
            <span class="figure">{{ entry.rod }}</span>
            <nz-select
              [nzId]="'step-' + entry.rod"
              [attr.aria-label]="'Preference for ' + entry.rod"
              [ngModel]="entry.step"
              (ngModelChange)="prefer(entry.rod, $event)"
            >
              @for (step of steps; track step) {
                <nz-option [nzValue]="step" [nzLabel]="stepWords[step] ?? ''" />
              }
            </nz-select>
          </li>
        }
      </ul>
      <div class="field narrow">
        <label for="add-preference">Add a rod</label>
        <nz-select
          nzId="add-preference"
          nzShowSearch
          nzPlaceHolder="Rod"
          [ngModel]="null"
          (ngModelChange)="prefer($event, 1)"
        >
          @for (rod of rods; track rod) {
            <nz-option [nzValue]="rod" [nzLabel]="rod" />
          }
        </nz-select>
      </div>
    </section>
  `,
  styles: `
    :host {
      display: contents;
    }
    .tests {
      columns: 3 240px;
      column-gap: var(--space-6);
    }
    .tests li,
    .preferences li {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: var(--space-3);
      min-height: var(--target);
      break-inside: avoid;
    }
    .preferences li {
      max-width: 420px;
    }
    .preferences nz-select {
      width: 220px;
    }
    .narrow {
      max-width: 320px;
    }
  `,
})
export class HabitsSettings {
  private readonly store = inject(SettingsStore);
  protected readonly tests = FIELD_TESTS;
  protected readonly rods = RODS.map(({ id }) => id);
  protected readonly steps = STEPS;
  protected readonly stepWords = STEP_WORDS;

  protected readonly owned = computed(
    () => new Set(this.store.workshop()?.ownedTests ?? FIELD_TESTS.map(({ id }) => id)),
  );
  protected readonly preferences = computed(() =>
    Object.entries(this.store.workshop()?.preferences ?? {}).map(([rod, step]) => ({ rod, step })),
  );

  protected own(test: string, has: boolean): void {
    const owned = new Set(this.owned());
    if (has) owned.add(test);
    else owned.delete(test);
    const all = FIELD_TESTS.every(({ id }) => owned.has(id));
    this.store.change({ ownedTests: all ? null : [...owned] });
  }

  protected prefer(rod: string | null, step: number): void {
    if (rod === null) return;
    const { [rod]: _old, ...rest } = this.store.workshop()?.preferences ?? {};
    this.store.change({ preferences: step === 0 ? rest : { ...rest, [rod]: step } });
  }
}
