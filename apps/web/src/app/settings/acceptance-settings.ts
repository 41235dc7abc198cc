import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  CLEANINGS,
  STARTING_PROFILES,
  TINT_LIMITS,
  UNSAID_OF_PROFILE,
  type AcceptanceProfile,
} from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NumberField, SelectField, SwitchField, TextField, titled } from '../kit/fields';
import { Icon } from '../kit/marks/icon';
import { Panel } from '../kit/panel';
import { AddButton } from './add-button';
import { editedList } from './edited-list';
import { SettingsEntry } from './settings-entry';
import { WorkshopStore } from './workshop-store';

const NUMBERS = [
  { field: 'undercutMm', label: 'Undercut to, mm' },
  { field: 'reinforcementMm', label: 'Height over flush to, mm' },
  { field: 'concavityMm', label: 'Sunk below flush to, mm' },
  { field: 'highLowMm', label: 'High-low to, mm' },
  { field: 'poreMm', label: 'Largest pore, mm' },
  { field: 'bowMm', label: 'Out of flat to, mm' },
  { field: 'ferriteMin', label: 'Ferrite from, FN' },
  { field: 'ferriteMax', label: 'Ferrite to, FN' },
] as const;

/** What finished welds must keep to in this workshop, by kind of work. */
@Component({
  selector: 'va-acceptance-settings',
  imports: [AddButton, Icon, NumberField, NzButtonModule, Panel, SelectField, SettingsEntry, SwitchField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Acceptance profiles" icon="acceptance" about="acceptance-profile">
      <p class="soft small">
        The starting profiles are estimates of what workshops ask for, no standard's limits. Where a code or drawing
        applies, its limits go in their place. Cracks are never accepted.
      </p>
      @for (profile of list.entries(); track profile.entry.id) {
        <details class="entry">
          <summary>
            <strong>{{ profile.entry.name || 'Without a name' }}</strong>
            <span class="small soft">{{ inShort(profile.entry) }}</span>
          </summary>
          <va-settings-entry [name]="profile.entry.name" (removed)="profile.remove()">
            <va-text-field label="Name" [longest]="80" [of]="profile.of.name" />
            @for (number of numbers; track number.field) {
              <va-number-field needed [label]="number.label" [of]="profile.of[number.field]" />
            }
            <va-select-field label="Colour inside" [options]="tints" [of]="profile.of.tint" />
            <va-select-field label="Colour outside" [options]="tints" [of]="profile.of.tintOutside" />
            <va-select-field label="Cleaned" [options]="cleanings" [of]="profile.of.cleaning" />
            <va-switch-field [on]="profile.entry.leakTight" (changed)="profile.of.leakTight.change($event)">
              Leak test
            </va-switch-field>
            <va-text-field label="Note" [longest]="300" [of]="profile.of.note" />
          </va-settings-entry>
        </details>
      }
      <div class="row">
        <va-add-button says="Add a profile" (added)="add()" />
        @if (own()) {
          <button nz-button nzType="text" type="button" (click)="startOver()">
            <va-icon name="bring-back" />
            Back to the starting profiles
          </button>
        }
      </div>
    </va-panel>
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
  private readonly store = inject(WorkshopStore);
  protected readonly numbers = NUMBERS;
  protected readonly tints = titled(TINT_LIMITS);
  protected readonly cleanings = titled(CLEANINGS);
  protected readonly own = computed(() => this.store.workshop()?.acceptanceProfiles ?? null);
  protected readonly list = editedList('acceptanceProfiles', STARTING_PROFILES);

  protected inShort({ undercutMm, tint, ferriteMin, ferriteMax }: AcceptanceProfile): string {
    const colour = TINT_LIMITS.find(({ id }) => id === tint)?.title ?? tint;
    return `undercut to ${undercutMm} mm, ${colour}, FN ${ferriteMin} to ${ferriteMax}`;
  }

  protected add(): void {
    this.list.add({
      id: crypto.randomUUID(),
      name: `Profile ${this.list.entries().length + 1}`,
      undercutMm: 0.5,
      reinforcementMm: 3,
      highLowMm: 1.5,
      tint: 'straw',
      ...UNSAID_OF_PROFILE,
      ferriteMin: 3,
      ferriteMax: 15,
      note: '',
    });
  }

  protected startOver(): void {
    this.store.change({ acceptanceProfiles: null });
  }
}
