import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { rodsInStock } from '@variatum/job';
import type { RankedRod } from '@variatum/metallurgy';
import { orderWords, pointsWords, rodName, saidRisk } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { AnswerService } from '../../job/answer.service';
import { RiskMark } from '../../kit/marks/risk-mark';
import { Panel } from '../../kit/panel';
import { RackStore } from '../../rack/rack-store';

/** Shortest bar, %. */
const LEAST_BAR = 3;

const SHOWN_AT_FIRST = 5;
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
      <div class="rank heads soft" aria-hidden="true">
        <span class="rod-head">Rod</span>
        <span class="figures">Risk, points</span>
        <span class="figures">Ferrite number</span>
        <span>Worst in the bead</span>
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
              <span class="figure figures points">
                {{ line.points }}
                <span class="hidden-text">points of expected loss,</span>
              </span>
              <span class="figure figures">
                <span class="hidden-text">ferrite number</span>
                {{ line.ferrite }}
              </span>
              <va-risk-mark [level]="line.risk" />
              <span class="loss" aria-hidden="true"><span [style.width.%]="line.bar"></span></span>
              <span class="stock">{{ line.stock }}</span>
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
      grid-template-columns: 16px minmax(0, 1fr) 42px 56px 104px;
      gap: 0 var(--space-2);
      align-items: center;
      width: 100%;
      min-height: var(--target);
      text-align: left;
      padding: 2px 8px;
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
      font-size: 0.75rem;
      line-height: 1.1;
      align-items: end;
      cursor: default;
    }
    .rod-head {
      grid-column: 2;
    }
    .figures {
      text-align: right;
      white-space: nowrap;
    }
    .heads .figures {
      white-space: normal;
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
      grid-column: 2;
      height: 4px;
      background: var(--line);
      border-radius: 2px;
    }
    .loss span {
      display: block;
      height: 100%;
      background: var(--tint-gold);
      border-radius: 2px;
    }
    .stock {
      grid-column: 3 / -1;
      text-align: right;
      font-size: 0.75rem;
      line-height: 1;
      color: var(--low);
      font-weight: 650;
    }
  `,
})
export class RodRanking {
  protected readonly answers = inject(AnswerService);
  private readonly rack = inject(RackStore);
  protected readonly all = signal(false);

  protected readonly state = computed(() =>
    orderWords(this.answers.settled()?.settled, this.answers.untold().length > 0),
  );
  private readonly stock = computed(() => rodsInStock(this.rack.stock() ?? []));
  protected readonly lines = computed(() => {
    const ranking = this.answers.ranking();
    const shown = this.all() ? ranking : ranking.slice(0, SHOWN_AT_FIRST);
    const isUntold = this.answers.untold().length > 0;
    const scale = Math.max(LEAST_SCALE, ...shown.map(({ expectedLoss }) => expectedLoss));
    return shown.map((entry, index) => ({
      entry,
      place: index + 1,
      risk: saidRisk(entry.worst, isUntold),
      name: rodName(entry.rod),
      bar: Math.max(LEAST_BAR, (100 * entry.expectedLoss) / scale),
      points: pointsWords(entry.expectedLoss),
      ferrite: ferriteRange(entry),
      stock: entry.rod !== null && this.stock().has(entry.rod) ? 'on the shelf' : '',
    }));
  });
}

function ferriteRange({ governing, ferriteNumber: { range90 } }: RankedRod): string {
  return governing === 'none' ? 'none' : range90.map(Math.round).join('–');
}
