import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { RODS } from '@variatum/metallurgy';
import { familyTitle } from '@variatum/presentation';
import { WorkshopStore } from '../settings/workshop-store';
import { RackRod } from './rack-rod';
import { RackStore } from './rack-store';
import { PAGE_SYNC } from '../sync';
import { Saving } from '../sync/saving';
import { Page } from '../kit/page';

/** What is on the shelf: the choice of a rod counts a purchase for what is not. */
@Component({
  imports: [Page, RackRod, Saving],
  providers: [PAGE_SYNC, WorkshopStore, RackStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-page heading="Rod rack" [width]="1300">
      <va-saving aside />
      <p class="soft">
        Switch on what is on the shelf. With nothing switched on, the usual shelf of a repair shop is assumed.
      </p>
      @if (store.document.reading() === 'unanswered') {
        <p class="panel" role="alert">The rack cannot be read: the server does not answer.</p>
      }
      <div class="groups">
        @for (group of groups; track group.title) {
          <section class="panel">
            <h2>{{ group.title }}</h2>
            <ul>
              @for (rod of group.rods; track rod.id) {
                <li><va-rack-rod [rod]="rod" [unit]="unit()" /></li>
              }
            </ul>
          </section>
        }
      </div>
    </va-page>
  `,
  styles: `
    .groups {
      columns: 3 320px;
      column-gap: var(--space-4);
    }
    section {
      break-inside: avoid;
      margin-bottom: var(--space-4);
    }
    li {
      border-bottom: 1px solid var(--line);
    }
  `,
})
export class Rack {
  protected readonly store = inject(RackStore);
  private readonly workshops = inject(WorkshopStore);
  protected readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');
  /** Bare rods and wires of a family, then its covered electrodes: they lie on different shelves. */
  protected readonly groups = [...new Set(RODS.map(({ family }) => family))].flatMap((family) =>
    [false, true].flatMap((covered) => {
      const rods = RODS.filter((rod) => rod.family === family && (rod.form !== 'bare') === covered);
      const title = `${familyTitle(family)}${covered ? ', covered electrodes' : ''}`;
      return rods.length > 0 ? [{ title, rods }] : [];
    }),
  );

  constructor() {
    void this.workshops.open();
    void this.store.open();
    inject(DestroyRef).onDestroy(() => this.store.document.flush());
  }
}
