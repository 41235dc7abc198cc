import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RODS } from '@variatum/metallurgy';
import { catchError, map, of } from 'rxjs';
import { ApiClient } from '../sync/api-client';
import { UndoHistory } from '../sync/undo-history';
import { saveWords } from '../words/state-words';
import { TakeBack } from '../sync/take-back';
import { familyTitle } from '../words/words';
import { RackRod } from './rack-rod';
import { RackStore } from './rack-store';

/** What is on the shelf: the choice of a rod counts a purchase for what is not. */
@Component({
  selector: 'va-rack',
  imports: [RackRod, TakeBack],
  providers: [UndoHistory, RackStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page stack">
      <div class="row between">
        <h1>Rod rack</h1>
        <div class="row">
          <va-take-back [store]="store" />
          <p class="small soft" role="status">{{ words() }}</p>
        </div>
      </div>
      <p class="soft">
        Switch on what is on the shelf. With nothing switched on, the usual shelf of a repair shop is assumed.
      </p>
      @if (store.failure(); as message) {
        <p class="panel" role="alert">{{ message }}</p>
      }
      <div class="groups">
        @for (group of groups; track group.family) {
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
    </div>
  `,
  styles: `
    .page {
      padding: var(--space-5);
      max-width: 1300px;
      margin: 0 auto;
    }
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
    @media (max-width: 560px) {
      .page {
        padding: var(--space-3);
      }
    }
  `,
})
export class Rack {
  protected readonly store = inject(RackStore);
  protected readonly unit = toSignal(
    inject(ApiClient)
      .ask('GET /workshop')
      .pipe(
        map(({ lengthUnit }) => lengthUnit),
        catchError(() => of('mm' as const)),
      ),
    { initialValue: 'mm' as const },
  );
  protected readonly words = computed(() => saveWords(this.store.state(), this.store.waiting()));
  protected readonly groups = [...new Set(RODS.map(({ family }) => family))].map((family) => ({
    family,
    title: familyTitle(family),
    rods: RODS.filter((rod) => rod.family === family),
  }));
}
