import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { PreparationTick } from '@variatum/contracts';
import type { PreparationGroup, PreparationItem } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { PreparationStore } from '../../job/stores';
import { Icon } from '../../kit/marks/icon';
import { OldWeldWays } from './old-weld-ways';
import { PreparationPlanning } from './preparation-planning';

const GROUP_TITLES: Readonly<Record<PreparationGroup, string>> = {
  look: 'Look',
  clean: 'Clean',
  edges: 'Edges',
  fit: 'Fit up',
  hold: 'Hold',
  heat: 'Heat',
  back: 'Back',
  tack: 'Tack',
};

const timeOf = (stamp: string): string =>
  new Date(stamp).toLocaleString([], { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** What is to be done before the arc: a tick with when, the reason, and what happens when it is skipped. */
@Component({
  selector: 'va-preparation-items',
  imports: [Icon, NzButtonModule, OldWeldWays],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel" aria-label="Preparation">
      <div class="row between">
        <h2>Before the arc</h2>
        <span class="small soft figure" data-testid="preparation-count">{{ done() }} of {{ items().length }} done</span>
      </div>
      @for (group of groups(); track group.title) {
        <h3>{{ group.title }}</h3>
        <ul>
          @for (line of group.lines; track line.item.key) {
            <li [class.done]="line.tick?.state === 'done'" [class.skipped]="line.tick?.state === 'skipped'">
              <button
                type="button"
                class="tick"
                role="checkbox"
                [attr.aria-checked]="line.tick?.state === 'done'"
                [attr.aria-label]="line.item.title"
                (click)="say(line.item, line.tick?.state === 'done' ? 'open' : 'done')"
              >
                @if (line.tick?.state === 'done') {
                  <va-icon name="done" />
                }
              </button>
              <div>
                <p>
                  @if (line.item.doNot) {
                    <strong class="stop">First:</strong>
                  }
                  {{ line.item.title }}
                </p>
                @if (line.tick?.state === 'skipped') {
                  <p class="small bad" role="status">Skipped: {{ line.item.skipped }}.</p>
                }
                @if (line.tick && line.tick.state !== 'open') {
                  <p class="small soft">{{ line.when }}</p>
                }
                @if (line.item.ways.length > 0) {
                  <div class="ways" role="radiogroup" [attr.aria-label]="line.item.title">
                    @for (way of line.item.ways; track way.id) {
                      <button
                        type="button"
                        class="choice"
                        role="radio"
                        [attr.aria-checked]="line.tick?.way === way.id"
                        (click)="say(line.item, line.tick?.state ?? 'open', way.id)"
                      >
                        <strong>{{ way.title }}</strong>
                        <span class="small">{{ way.words }}; {{ way.minutes[0] }} to {{ way.minutes[1] }} min</span>
                      </button>
                    }
                  </div>
                  @if (line.item.joint && line.item.key.startsWith('old-weld')) {
                    <va-old-weld-ways [joint]="line.item.joint" />
                  }
                }
                <details>
                  <summary class="small">Why, and what if not</summary>
                  <p class="small">Because {{ line.item.reason }}.</p>
                  <p class="small">Skipped: {{ line.item.skipped }}.</p>
                  <p class="small soft">{{ line.item.source }} ({{ line.item.confidence }} confidence)</p>
                  @if (line.tick?.state !== 'skipped') {
                    <button nz-button type="button" (click)="say(line.item, 'skipped')">Skip it</button>
                  } @else {
                    <button nz-button type="button" (click)="say(line.item, 'open')">Not skipped after all</button>
                  }
                </details>
                @if (line.item.caution; as words) {
                  <p class="caution">{{ words }}</p>
                }
              </div>
            </li>
          }
        </ul>
      } @empty {
        <p class="soft">Add a piece under Pieces; the list follows.</p>
      }
    </section>
  `,
  styles: `
    .panel {
      padding: var(--space-3) var(--space-4);
    }
    h3 {
      margin: var(--space-3) 0 0;
      font-size: 0.85rem;
      color: var(--ink-soft);
    }
    ul {
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: var(--target) minmax(0, 1fr);
      gap: var(--space-2);
      border-top: 1px solid var(--line);
      padding: 4px 0;
    }
    li > div {
      padding-top: 9px;
    }
    .tick {
      width: var(--target);
      height: var(--target);
      border: 0;
      background: none;
      display: grid;
      place-items: center;
      cursor: pointer;
      color: var(--raised);
    }
    .tick::before {
      content: '';
      grid-area: 1 / 1;
      width: 26px;
      height: 26px;
      border: 2px solid var(--line-strong);
      border-radius: var(--corner);
      background: var(--raised);
    }
    .tick[aria-checked='true']::before {
      background: var(--low);
      border-color: var(--low);
    }
    .tick va-icon {
      grid-area: 1 / 1;
      position: relative;
    }
    .done > div > p:first-child {
      color: var(--ink-soft);
    }
    .bad,
    .stop {
      color: var(--do-not);
    }
    .ways {
      display: grid;
      gap: var(--space-2);
      margin: var(--space-2) 0;
    }
    .ways .choice {
      text-align: left;
      display: grid;
      height: auto;
      padding: 8px 10px;
      white-space: normal;
    }
    summary {
      cursor: pointer;
      color: var(--ink-soft);
      min-height: 32px;
      display: inline-flex;
      align-items: center;
    }
    @media print {
      details {
        display: none;
      }
    }
  `,
})
export class PreparationItems {
  private readonly store = inject(PreparationStore);
  private readonly planning = inject(PreparationPlanning);
  protected readonly items = this.planning.items;
  protected readonly groups = computed(() => {
    const last = this.store.last();
    const titles = Object.entries(GROUP_TITLES) as [PreparationGroup, string][];
    return titles.flatMap(([group, title]) => {
      const lines = this.items()
        .filter((item) => item.group === group)
        .map((item) => {
          const tick = last.get(item.key) ?? null;
          return {
            item,
            tick,
            when: tick ? `${tick.state === 'done' ? 'done' : 'skipped'} ${timeOf(tick.createdAt)}` : '',
          };
        });
      return lines.length > 0 ? [{ title, lines }] : [];
    });
  });
  protected readonly done = computed(
    () => this.items().filter(({ key }) => this.store.last().get(key)?.state === 'done').length,
  );

  protected say(
    { key }: PreparationItem,
    state: PreparationTick['state'],
    way = this.store.last().get(key)?.way ?? null,
  ): void {
    this.store.say(key, state, way);
  }
}
