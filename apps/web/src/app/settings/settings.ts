import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import type { Workshop, WorkshopPatch } from '@variatum/contracts';
import { FIELD_TESTS, RODS } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { NzSwitchModule } from 'ng-zorro-antd/switch';
import { ApiService } from '../data/api.service';
import { TEXT_SIZES, ThemeService } from '../data/theme.service';
import { ChoiceGroup } from '../shared/choice-group';

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

/** What the workshop has and likes, and how this person wants the page. */
@Component({
  selector: 'va-settings',
  imports: [ChoiceGroup, FormsModule, NzButtonModule, NzInputModule, NzSelectModule, NzSwitchModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page stack">
      <div class="row head">
        <h1>Settings</h1>
        <p class="small soft" role="status">{{ status() }}</p>
      </div>
      <section class="panel stack" aria-label="This page">
        <h2>This page, for you on this machine</h2>
        <div class="row">
          <va-choice-group
            label="Theme"
            [options]="themes"
            [value]="theme.theme()"
            (chosen)="theme.theme.set($event)"
          />
          <va-choice-group
            label="Text"
            [options]="sizes"
            [value]="theme.textSize()"
            (chosen)="theme.textSize.set($event)"
          />
        </div>
      </section>
      @if (shop(); as workshop) {
        <section class="panel stack" aria-label="Workshop">
          <h2>The workshop</h2>
          <div class="fields">
            <div class="field">
              <label for="shop-name">Name</label>
              <input nz-input id="shop-name" [ngModel]="workshop.name" (change)="rename($event)" maxlength="80" />
            </div>
            <va-choice-group
              label="Lengths without a unit"
              [options]="units"
              [value]="workshop.lengthUnit"
              (chosen)="save({ lengthUnit: $event })"
            />
          </div>
        </section>
        <section class="panel stack" aria-label="Tests at hand">
          <h2>Tests at hand</h2>
          <p class="soft small">The next useful act is chosen among these.</p>
          <ul class="tests">
            @for (test of tests; track test.id) {
              <li>
                <label [for]="'owns-' + test.id">{{ test.title }}</label>
                <nz-switch
                  [nzId]="'owns-' + test.id"
                  [ngModel]="owns(workshop, test.id)"
                  (ngModelChange)="own(workshop, test.id, $event)"
                />
              </li>
            }
          </ul>
        </section>
        <section class="panel stack" aria-label="House preferences">
          <h2>House preferences</h2>
          <p class="soft small">
            A preference moves a rod in a close ranking and is named in the standing answer. It never hides a do not.
          </p>
          <ul class="preferences">
            @for (entry of preferences(); track entry.rod) {
              <li>
                <span class="figure">{{ entry.rod }}</span>
                <nz-select
                  [nzId]="'step-' + entry.rod"
                  [attr.aria-label]="'Preference for ' + entry.rod"
                  [ngModel]="entry.step"
                  (ngModelChange)="prefer(workshop, entry.rod, $event)"
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
              (ngModelChange)="prefer(workshop, $event, 1)"
            >
              @for (rod of rods; track rod) {
                <nz-option [nzValue]="rod" [nzLabel]="rod" />
              }
            </nz-select>
          </div>
        </section>
      } @else if (read.error()) {
        <p class="panel" role="alert">
          The settings cannot be read: the server does not answer.
          <button nz-button type="button" (click)="read.reload()">Try again</button>
        </p>
      }
    </div>
  `,
  styles: `
    .page {
      padding: var(--space-5);
      max-width: 1100px;
      margin: 0 auto;
    }
    .head {
      justify-content: space-between;
    }
    .tests {
      columns: 3 240px;
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
    @media (max-width: 560px) {
      .page {
        padding: var(--space-3);
      }
    }
  `,
})
export class Settings {
  private readonly api = inject(ApiService);
  protected readonly theme = inject(ThemeService);
  protected readonly themes = [
    { value: 'day', title: 'Day' },
    { value: 'dim', title: 'Dim workshop' },
  ] as const;
  protected readonly sizes = TEXT_SIZES.map(({ id, title }) => ({ value: id, title }));
  protected readonly units = [
    { value: 'mm', title: 'millimetres' },
    { value: 'in', title: 'inches' },
  ] as const;
  protected readonly tests = FIELD_TESTS;
  protected readonly rods = RODS.map(({ id }) => id);
  protected readonly steps = STEPS;
  protected readonly stepWords = STEP_WORDS;

  protected readonly status = signal('');
  private readonly changed = signal<Workshop | null>(null);
  protected readonly read = rxResource({ stream: () => this.api.workshop() });
  protected readonly shop = computed(() => this.changed() ?? (this.read.hasValue() ? this.read.value() : null));
  protected readonly preferences = computed(() =>
    Object.entries(this.shop()?.preferences ?? {}).map(([rod, step]) => ({ rod, step })),
  );

  protected owns({ ownedTests }: Workshop, test: string): boolean {
    return ownedTests === null || ownedTests.includes(test);
  }

  protected own({ ownedTests }: Workshop, test: string, has: boolean): void {
    const all = ownedTests ?? FIELD_TESTS.map(({ id }) => id);
    const next = has ? [...new Set([...all, test])] : all.filter((id) => id !== test);
    this.save({ ownedTests: next.length === FIELD_TESTS.length ? null : next });
  }

  protected prefer({ preferences }: Workshop, rod: string | null, step: number): void {
    if (rod === null) return;
    const { [rod]: _old, ...rest } = preferences;
    this.save({ preferences: step === 0 ? rest : { ...rest, [rod]: step } });
  }

  protected rename(event: Event): void {
    this.save({ name: (event.target as HTMLInputElement).value });
  }

  protected save(changes: Omit<WorkshopPatch, 'version'>): void {
    const shop = this.shop();
    if (!shop) return;
    this.status.set('Saving');
    this.api.changeWorkshop({ ...changes, version: shop.version }).subscribe({
      next: (workshop) => {
        this.changed.set(workshop);
        this.status.set('Saved');
      },
      error: (error: { error?: { errors?: { message: string }[]; current?: Workshop } }) => {
        // Changed elsewhere meanwhile: show what stands, and let the person choose again.
        if (error.error?.current) this.changed.set(error.error.current);
        this.status.set(
          `Not saved: ${error.error?.errors?.[0]?.message ?? 'the settings were changed elsewhere, or the server does not answer'}`,
        );
      },
    });
  }
}
