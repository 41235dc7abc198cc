import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { shelfChoice } from '@variatum/job';
import { isWorthWaiting, pointsWords, rodName, shelfWords } from '@variatum/presentation';
import { AnswerService } from '../../job/answer.service';
import { Panel } from '../../kit/panel';
import { RackStore } from '../../rack/rack-store';

/** Rods in sight. */
const SHOWN = 4;

/** Where the best rod is not on the shelf: what each that is loses, and what waiting for the better one is worth. */
@Component({
  selector: 'va-rods-at-hand',
  imports: [Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (choice(); as found) {
      <va-panel label="On the shelf">
        <p>{{ words() }}</p>
        @if (lines().length > 0) {
          <ul>
            @for (line of lines(); track line.name) {
              <li>
                <strong class="figure">{{ line.name }}</strong>
                <span class="figure">{{ line.worse }}</span>
              </li>
            }
          </ul>
          <p class="small soft">Points over {{ name() }}; a point is a hundredth of a lost part.</p>
        }
      </va-panel>
    }
  `,
  styles: `
    ul {
      list-style: none;
    }
    li {
      display: flex;
      justify-content: space-between;
      gap: var(--space-3);
      padding: 6px 0;
      border-top: 1px solid var(--line);
    }
  `,
})
export class RodsAtHand {
  private readonly answers = inject(AnswerService);
  private readonly rack = inject(RackStore);

  protected readonly choice = computed(() => shelfChoice(this.answers.ranking(), this.rack.stock() ?? []));
  protected readonly words = computed(() => {
    const found = this.choice();
    return found ? shelfWords(found) : '';
  });
  protected readonly name = computed(() => rodName(this.choice()?.best.rod ?? null));
  /** Shown where it is worth getting the better one; else what is here is taken. */
  protected readonly lines = computed(() => {
    const found = this.choice();
    return (found && isWorthWaiting(found) ? found.onShelf : [])
      .slice(0, SHOWN)
      .map(({ rod, worse }) => ({ name: rodName(rod.rod), worse: `+${pointsWords(worse)}` }));
  });
}
