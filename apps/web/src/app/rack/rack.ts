import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RODS, type Rod } from '@variatum/metallurgy';
import { NzSwitchModule } from 'ng-zorro-antd/switch';
import { FormsModule } from '@angular/forms';
import { ApiService } from '../data/api.service';
import { familyTitle } from '../shared/words';

/** What is on the shelf: the choice of a rod counts a purchase for what is not. */
@Component({
  selector: 'va-rack',
  imports: [FormsModule, NzSwitchModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page stack">
      <h1>Rod rack</h1>
      <p class="soft">
        Switch on what is on the shelf. With nothing switched on, the usual shelf of a repair shop is assumed.
      </p>
      @if (failure()) {
        <p class="panel" role="alert">{{ failure() }}</p>
      }
      <div class="groups">
        @for (group of groups(); track group.family) {
          <section class="panel">
            <h2>{{ group.title }}</h2>
            <ul>
              @for (rod of group.rods; track rod.id) {
                <li>
                  <label [for]="'rod-' + rod.id">
                    <span class="figure">{{ rod.id }}</span>
                    <span class="small soft">{{ rod.names.iso }}{{ windowOf(rod) }}</span>
                  </label>
                  <nz-switch
                    [nzId]="'rod-' + rod.id"
                    [ngModel]="shelf().has(rod.id)"
                    (ngModelChange)="set(rod.id, $event)"
                  />
                </li>
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
      display: flex;
      justify-content: space-between;
      align-items: center;
      min-height: var(--target);
      border-bottom: 1px solid var(--line);
      gap: var(--space-3);
    }
    label {
      flex: 1;
    }
    label .figure {
      font-weight: 650;
    }
    @media (max-width: 560px) {
      .page {
        padding: var(--space-3);
      }
    }
  `,
})
export class Rack {
  private readonly api = inject(ApiService);
  protected readonly shelf = signal<ReadonlySet<string>>(new Set());
  protected readonly failure = signal('');
  protected readonly groups = computed(() =>
    [...new Set(RODS.map(({ family }) => family))].map((family) => ({
      family,
      title: familyTitle(family),
      rods: RODS.filter((rod) => rod.family === family),
    })),
  );

  constructor() {
    this.api.rodStock().subscribe({
      next: (stock) => this.shelf.set(new Set(stock.filter(({ onShelf }) => onShelf).map(({ rod }) => rod))),
      error: () => this.failure.set('The rack cannot be read: the server does not answer.'),
    });
  }

  protected windowOf({ ferriteNumberWindow }: Rod): string {
    return ferriteNumberWindow ? ` · FN ${ferriteNumberWindow[0]} to ${ferriteNumberWindow[1]}` : '';
  }

  protected set(rod: string, onShelf: boolean): void {
    const show = (on: boolean): void =>
      this.shelf.update((shelf) => {
        const next = new Set(shelf);
        if (on) next.add(rod);
        else next.delete(rod);
        return next;
      });
    show(onShelf);
    this.failure.set('');
    this.api.putRodStock(rod, { onShelf }).subscribe({
      error: () => {
        show(!onShelf);
        this.failure.set(`${rod} could not be saved: the server does not answer. Try again.`);
      },
    });
  }
}
