import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { STARTING_PROFILES, TINT_LIMITS, type AcceptanceProfile } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { HelpNote } from '../shared/help-note';
import { Icon } from '../shared/icon';
import { NumberField } from '../shared/number-field';
import { replaceAt, withoutAt } from './replace-at';
import { SettingsStore } from './settings-store';

const NUMBERS = [
  { field: 'undercutMm', label: 'Undercut to, mm' },
  { field: 'reinforcementMm', label: 'Height over flush to, mm' },
  { field: 'highLowMm', label: 'High-low to, mm' },
  { field: 'ferriteMin', label: 'Ferrite from, FN' },
  { field: 'ferriteMax', label: 'Ferrite to, FN' },
] as const;

/** What finished welds must keep to in this workshop, by kind of work. */
@Component({
  selector: 'va-acceptance-settings',
  imports: [FormsModule, HelpNote, Icon, NumberField, NzButtonModule, NzInputModule, NzSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" aria-label="Acceptance profiles">
      <h2 class="with-icon">
        <va-icon name="acceptance" />
        Acceptance profiles
        <va-help-note about="acceptance-profile" />
      </h2>
      <p class="soft small">
        The starting profiles are estimates of what workshops ask for, no standard's limits. Where a code or drawing
        applies, its limits go in their place. Cracks are never accepted.
      </p>
      @for (profile of profiles(); track profile.id; let index = $index) {
        <details class="entry">
          <summary>
            <strong>{{ profile.name || 'Without a name' }}</strong>
            <span class="small soft">{{ inShort(profile) }}</span>
          </summary>
          <div class="stack">
            <div class="fields">
              <div class="field">
                <label [for]="'profile-' + profile.id">Name</label>
                <input
                  nz-input
                  [id]="'profile-' + profile.id"
                  maxlength="80"
                  [ngModel]="profile.name"
                  (ngModelChange)="change(index, { name: $event })"
                  [attr.aria-invalid]="!!error(index, 'name')"
                />
                @if (error(index, 'name'); as message) {
                  <span class="field-error">{{ message }}</span>
                }
              </div>
              @for (number of numbers; track number.field) {
                <va-number-field
                  [label]="number.label"
                  [value]="profile[number.field]"
                  [error]="error(index, number.field)"
                  (changed)="setNumber(index, number.field, $event)"
                />
              }
              <div class="field">
                <label [for]="'tint-' + profile.id">Colour</label>
                <nz-select
                  [nzId]="'tint-' + profile.id"
                  [ngModel]="profile.tint"
                  (ngModelChange)="change(index, { tint: $event })"
                >
                  @for (tint of tints; track tint.id) {
                    <nz-option [nzValue]="tint.id" [nzLabel]="tint.title" />
                  }
                </nz-select>
              </div>
              <div class="field">
                <label [for]="'note-' + profile.id">Note</label>
                <input
                  nz-input
                  [id]="'note-' + profile.id"
                  maxlength="300"
                  [ngModel]="profile.note"
                  (ngModelChange)="change(index, { note: $event })"
                />
              </div>
            </div>
            <div>
              <button nz-button nzType="text" type="button" (click)="remove(index)">
                <va-icon name="remove" />
                Remove {{ profile.name }}
              </button>
            </div>
          </div>
        </details>
      }
      <div class="row">
        <button nz-button type="button" (click)="add()">
          <va-icon name="add" />
          Add a profile
        </button>
        @if (own()) {
          <button nz-button nzType="text" type="button" (click)="startOver()">
            <va-icon name="bring-back" />
            Back to the starting profiles
          </button>
        }
      </div>
    </section>
  `,
  styles: `
    summary {
      display: flex;
      flex-wrap: wrap;
      justify-content: space-between;
      gap: 0 var(--space-4);
      align-items: center;
      min-height: var(--target);
      cursor: pointer;
    }
  `,
})
export class AcceptanceSettings {
  private readonly store = inject(SettingsStore);
  protected readonly numbers = NUMBERS;
  protected readonly tints = TINT_LIMITS;
  protected readonly own = computed(() => this.store.workshop()?.acceptanceProfiles ?? null);
  protected readonly profiles = computed<readonly AcceptanceProfile[]>(() => this.own() ?? STARTING_PROFILES);

  protected inShort({ undercutMm, tint, ferriteMin, ferriteMax }: AcceptanceProfile): string {
    const colour = TINT_LIMITS.find(({ id }) => id === tint)?.title ?? tint;
    return `undercut to ${undercutMm} mm, ${colour}, FN ${ferriteMin} to ${ferriteMax}`;
  }

  protected error(index: number, field: string): string | undefined {
    return this.store.errors()[`acceptanceProfiles.${index}.${field}`];
  }

  protected change(index: number, changes: Partial<AcceptanceProfile>): void {
    this.store.change({ acceptanceProfiles: replaceAt(this.profiles(), index, changes) });
  }

  protected setNumber(index: number, field: (typeof NUMBERS)[number]['field'], value: number | null): void {
    this.change(index, { [field]: value ?? Number.NaN });
  }

  protected add(): void {
    const profile: AcceptanceProfile = {
      id: crypto.randomUUID(),
      name: `Profile ${this.profiles().length + 1}`,
      undercutMm: 0.5,
      reinforcementMm: 3,
      highLowMm: 1.5,
      tint: 'straw',
      ferriteMin: 3,
      ferriteMax: 15,
      note: '',
    };
    this.store.change({ acceptanceProfiles: [...this.profiles(), profile] });
  }

  protected remove(index: number): void {
    this.store.change({ acceptanceProfiles: withoutAt(this.profiles(), index) });
  }

  protected startOver(): void {
    this.store.change({ acceptanceProfiles: null });
  }
}
