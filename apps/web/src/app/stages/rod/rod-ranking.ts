import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { RankedRod } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { AnswerService } from '../../job/answer.service';
import { RiskMark } from '../../kit/marks/risk-mark';
import { Panel } from '../../kit/panel';
import { RackStore } from '../../rack/rack-store';
import { pointsWords, rodName } from '../../words/words';

const SHOWN_AT_FIRST = 6;
/** Losses are drawn against the worst one shown, or against this where all are small. */
const LEAST_SCALE = 0.05;

/** All rods for this joint, best first, with what each is expected to cost; one of them is looked at. */
@Component({
  selector: 'va-rod-ranking',
  imports: [NzButtonModule, Panel, RiskMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Ranking" about="expected-loss">
      <p aside class="small soft">{{ state() }}</p>
      <div class="rank heads small soft" aria-hidden="true">
        <span class="rod-head">Rod</span>
        <span class="loss-head">Expected loss, points</span>
        <span class="figures">Ferrite number</span>
        <span>Worst risk</span>
      </div>
      <ol class="ranking">
        @for (line of lines(); track line.entry.rod) {
          <li>
            <button
              type="button"
              class="rank"
              [class.looked]="line.entry === answers.current()"
              [attr.aria-pressed]="line.entry === answers.current()"
              (click)="answers.looked.set(line.entry.rod)"
            >
              <span class="place figure">{{ line.place }}</span>
              <span class="rod figure">{{ line.name }}</span>
              <span class="loss" aria-hidden="true"><span [style.width.%]="line.bar"></span></span>
              <span class="figure figures points">
                {{ line.points }}
                <span class="hidden-text">points of expected loss,</span>
              </span>
              <span class="figure figures">
                <span class="hidden-text">ferrite number</span>
                {{ line.ferrite }}
              </span>
              <va-risk-mark [level]="line.entry.worst" />
              <span class="small soft why">{{ line.why }}</span>
              <span class="small stock">{{ line.stock }}</span>
            </button>
          </li>
        }
      </ol>
      <div>
        <button nz-button type="button" (click)="all.set(!all())">
          {{ all() ? 'Show the first only' : 'Show all ' + answers.ranking().length }}
        </button>
      </div>
    </va-panel>
  `,
  styles: `
    .ranking {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 4px;
    }
    .rank {
      display: grid;
      grid-template-columns: 26px 112px minmax(50px, 110px) 40px 100px 88px 1fr 84px;
      gap: var(--space-3);
      align-items: center;
      width: 100%;
      min-height: var(--target);
      text-align: left;
      padding: 4px 10px;
      border: 1px solid var(--line);
      border-radius: var(--corner);
      background: var(--raised);
      color: var(--ink);
      font: inherit;
      cursor: pointer;
    }
    .rank.heads {
      min-height: 0;
      padding-block: 0;
      border-color: transparent;
      background: none;
      font-size: var(--size-small);
      cursor: default;
    }
    .rod-head {
      grid-column: 2;
    }
    .loss-head {
      grid-column: 3 / span 2;
      text-align: right;
    }
    .figures {
      text-align: right;
      white-space: nowrap;
    }
    .rank:not(.heads):hover {
      border-color: var(--accent);
    }
    .rank.looked {
      border-color: var(--accent);
      box-shadow: inset 4px 0 0 var(--accent);
    }
    .place {
      color: var(--ink-soft);
    }
    .rod {
      font-weight: 700;
      font-size: 1.05rem;
    }
    .loss {
      height: 8px;
      background: var(--line);
      border-radius: 2px;
    }
    .loss span {
      display: block;
      height: 100%;
      background: var(--tint-gold);
      border-radius: 2px;
    }
    .why {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .stock {
      color: var(--low);
      font-weight: 650;
    }
    @media (max-width: 760px) {
      .rank {
        grid-template-columns: 20px minmax(0, 1fr) 44px 52px 76px;
        gap: var(--space-2);
        padding-inline: 6px;
      }
      .loss,
      .why,
      .stock {
        display: none;
      }
      .loss-head {
        grid-column: 3;
      }
      .rank.heads {
        align-items: end;
        line-height: 1.1;
      }
      .heads .figures {
        white-space: normal;
      }
    }
  `,
})
export class RodRanking {
  protected readonly answers = inject(AnswerService);
  private readonly rack = inject(RackStore);
  protected readonly all = signal(false);

  protected readonly state = computed(() => {
    const settled = this.answers.settled();
    if (!settled) return 'first look';
    return settled.settled ? 'order settled' : 'the first places are close';
  });
  private readonly stock = computed(
    () => new Set(this.rack.stock()?.flatMap(({ inStock, rod }) => (inStock ? [rod] : []))),
  );
  protected readonly lines = computed(() => {
    const ranking = this.answers.ranking();
    const shown = this.all() ? ranking : ranking.slice(0, SHOWN_AT_FIRST);
    const scale = Math.max(LEAST_SCALE, ...shown.map(({ expectedLoss }) => expectedLoss));
    return shown.map((entry, index) => ({
      entry,
      place: index + 1,
      name: rodName(entry.rod),
      bar: Math.max(3, (100 * entry.expectedLoss) / scale),
      points: pointsWords(entry.expectedLoss),
      ferrite: ferriteRange(entry),
      why: entry.worst === 'low' ? '' : (entry.risks.find(({ scope }) => scope === 'bead')?.title.toLowerCase() ?? ''),
      stock: entry.rod !== null && this.stock().has(entry.rod) ? 'on the shelf' : '',
    }));
  });
}

function ferriteRange({ governing, ferriteNumber: { range90 } }: RankedRod): string {
  return governing === 'none' ? 'none' : range90.map(Math.round).join('–');
}
