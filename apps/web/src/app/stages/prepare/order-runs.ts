import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { ArcRun } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { OrderPlanning, placeWords } from '../../planning';

/**
 * The runs of a pass one under another: moved up and down, turned round. What is changed becomes an order of one's own.
 */
@Component({
  selector: 'va-order-runs',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (runs().length > 0) {
      <details>
        <summary><strong>Change the order by hand</strong></summary>
        <ol>
          @for (run of runs(); track $index) {
            <li>
              <span class="figure">{{ run.words }}</span>
              <button
                nz-button
                type="button"
                [disabled]="$index === 0"
                [attr.aria-label]="'Run ' + ($index + 1) + ' earlier'"
                (click)="move($index, -1)"
              >
                ↑
              </button>
              <button
                nz-button
                type="button"
                [disabled]="$last"
                [attr.aria-label]="'Run ' + ($index + 1) + ' later'"
                (click)="move($index, 1)"
              >
                ↓
              </button>
              <button
                nz-button
                type="button"
                [attr.aria-label]="'Turn run ' + ($index + 1) + ' round'"
                (click)="turn($index)"
              >
                ⇄
              </button>
              <button
                nz-button
                type="button"
                [attr.aria-label]="'Run ' + ($index + 1) + ' first, whatever follows'"
                [attr.aria-pressed]="run.fixed"
                [nzType]="run.fixed ? 'primary' : 'default'"
                (click)="planning.fix(run.run)"
              >
                {{ run.fixed ? 'fixed' : 'fix' }}
              </button>
            </li>
          }
        </ol>
      </details>
    }
  `,
  styles: `
    summary {
      min-height: var(--target);
      display: flex;
      align-items: center;
      cursor: pointer;
    }
    ol {
      display: grid;
      gap: 4px;
      list-style: none;
      counter-reset: run;
    }
    li {
      display: grid;
      grid-template-columns: 22px minmax(0, 1fr) auto auto auto auto;
      gap: 6px;
      align-items: center;
      counter-increment: run;
    }
    li::before {
      content: counter(run);
      font-weight: 650;
    }
  `,
})
export class OrderRuns {
  protected readonly planning = inject(OrderPlanning);
  private readonly first = computed(() => this.planning.shown()?.runs.filter(({ pass }) => pass === 0) ?? []);
  protected readonly runs = computed(() => {
    const seam = this.planning.seam();
    if (!seam) return [];
    return this.first().map((run) => ({
      run,
      fixed: this.planning.isFixed(run),
      words: `${placeWords(seam, run.fromMm)} → ${placeWords(seam, run.toMm)}${run.person === 1 ? ', second' : ''}`,
    }));
  });

  protected move(index: number, by: 1 | -1): void {
    const runs = [...this.first()];
    const [one] = runs.splice(index, 1);
    if (one) runs.splice(index + by, 0, one);
    this.keep(runs);
  }

  protected turn(index: number): void {
    this.keep(this.first().map((run, at) => (at === index ? { ...run, fromMm: run.toMm, toMm: run.fromMm } : run)));
  }

  /** Every pass goes through the same turns. */
  private keep(runs: readonly ArcRun[]): void {
    const passes = Math.max(1, this.planning.passes());
    this.planning.edit(Array.from({ length: passes }, (_, pass) => runs.map((run) => ({ ...run, pass }))).flat());
  }
}
