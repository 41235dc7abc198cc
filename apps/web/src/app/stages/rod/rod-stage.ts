import { HttpErrorResponse } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { RankedRod } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { problemOf } from '../../sync/delivery';
import { JobStore } from '../../job/job-store';
import { ConstitutionMap } from '../../plot/constitution-map';
import { DilutionChart } from '../../plot/dilution-chart';
import { RodMatrix } from '../../plot/rod-matrix';
import { AnswerService } from '../../job/answer.service';
import { TextField } from '../../kit/fields';
import { FerriteScale } from '../../kit/marks/ferrite-scale';
import { HelpNote } from '../../kit/marks/help-note';
import { RiskMark } from '../../kit/marks/risk-mark';
import { ferriteWords, rodName } from '../../words/words';
import { FigureTrace } from './figure-trace';

const SHOWN_AT_FIRST = 6;

/** Which rod: the ranking with its reasons, the map, the matrix and the decision. */
@Component({
  selector: 'va-rod-stage',
  imports: [
    ConstitutionMap,
    DilutionChart,
    FerriteScale,
    FigureTrace,
    HelpNote,
    NzButtonModule,
    RiskMark,
    RodMatrix,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      @if (answers.ranking().length === 0) {
        <section class="panel">
          <p>
            {{
              store.pieces().length === 0 ? 'Add a piece under Pieces; the ranking follows.' : 'Computing the ranking'
            }}
          </p>
        </section>
      } @else {
        <section class="panel stack" aria-label="Ranking">
          <div class="row head">
            <h2 class="row tight">
              Ranking
              <va-help-note about="expected-loss" />
            </h2>
            <p class="small soft">
              {{
                answers.settled()
                  ? answers.settled()!.settled
                    ? 'order settled'
                    : 'the first places are close'
                  : 'first look'
              }}
            </p>
          </div>
          <div class="rank heads small soft" aria-hidden="true">
            <span class="rod-head">Rod</span>
            <span class="loss-head">Expected loss, points</span>
            <span class="figures">Ferrite number</span>
            <span>Worst risk</span>
          </div>
          <ol class="ranking">
            @for (entry of shown(); track entry.rod) {
              <li>
                <button
                  type="button"
                  class="rank"
                  [class.looked]="entry === answers.current()"
                  [attr.aria-pressed]="entry === answers.current()"
                  (click)="answers.looked.set(entry.rod)"
                >
                  <span class="place figure">{{ answers.ranking().indexOf(entry) + 1 }}</span>
                  <span class="rod figure">{{ name(entry.rod) }}</span>
                  <span class="loss" aria-hidden="true"><span [style.width.%]="barOf(entry)"></span></span>
                  <span class="figure figures points">
                    {{ pointsOf(entry) }}
                    <span class="hidden-text">points of expected loss,</span>
                  </span>
                  <span class="figure figures">
                    <span class="hidden-text">ferrite number</span>
                    {{ ferriteOf(entry) }}
                  </span>
                  <va-risk-mark [level]="entry.worst" />
                  <span class="small soft why">{{ mainRisk(entry) }}</span>
                  <span class="small shelf">{{ isOnShelf(entry) ? 'on the shelf' : '' }}</span>
                </button>
              </li>
            }
          </ol>
          <div class="row">
            @if (!all()) {
              <button nz-button type="button" (click)="all.set(true)">Show all {{ answers.ranking().length }}</button>
            } @else {
              <button nz-button type="button" (click)="all.set(false)">Show the first only</button>
            }
          </div>
        </section>

        @if (reasons().length > 0) {
          <section class="panel stack" aria-label="Reasons">
            <h2>Why</h2>
            <ul class="reasons">
              @for (reason of reasons(); track reason) {
                <li>{{ reason }}</li>
              }
            </ul>
          </section>
        }

        @if (answers.current(); as rod) {
          <section class="panel stack" [attr.aria-label]="'Details of ' + name(rod.rod)">
            <div class="row head">
              <h2 class="row tight">
                {{ name(rod.rod) }} in this joint
                <va-help-note about="solidification-mode" />
              </h2>
              <p class="small soft">governed by {{ governs(rod) }}; freezes {{ modes(rod) }}</p>
            </div>
            @if (answers.cloud(); as cloud) {
              <va-constitution-map [cloud]="cloud" />
            }
            <ul class="risks">
              @for (risk of rod.risks; track risk.mechanism) {
                <li>
                  <details>
                    <summary>
                      <va-risk-mark [level]="risk.level" />
                      <strong>{{ risk.title }}</strong>
                      <span class="figure soft">{{ percent(risk.probability) }}</span>
                    </summary>
                    <p>{{ risk.reason }}</p>
                    <p>
                      <em>What helps:</em>
                      {{ risk.remedy }}
                    </p>
                    @if (risk.drivers.length > 0) {
                      <dl class="drivers small">
                        @for (driver of risk.drivers; track driver.name) {
                          <div>
                            <dt class="soft">{{ driver.name }}</dt>
                            <dd class="figure">
                              {{ number(driver.value) }} {{ driver.unit }}
                              @if (driver.limit !== undefined) {
                                <span class="soft">/ {{ number(driver.limit) }}</span>
                              }
                            </dd>
                          </div>
                        }
                      </dl>
                    }
                    <p class="small soft">{{ risk.source }}</p>
                  </details>
                </li>
              } @empty {
                <li class="soft">No risk above one in a hundred.</li>
              }
            </ul>
            <va-figure-trace [composition]="rod.composition" />
          </section>
        }

        @if (answers.settled(); as choice) {
          @if (choice.alternatives.length > 0) {
            <section class="panel stack" aria-label="Other ways">
              <h2>Another way worth weighing</h2>
              <ul class="reasons">
                @for (way of choice.alternatives; track $index) {
                  <li>
                    <strong>{{ way.kind === 'butter' ? 'Butter first' : 'Cut the old weld out' }}.</strong>
                    {{ way.reason }}
                    <span class="soft small">
                      Saves about {{ (100 * way.saves).toFixed(0) }} points, the extra work counted.
                    </span>
                  </li>
                }
              </ul>
            </section>
          }
          @if (choice.passes.length > 0) {
            <section class="panel stack" aria-label="Passes">
              <h2>From root to cap with {{ name(choice.recommended) }}</h2>
              <ol class="passes">
                @for (pass of choice.passes; track $index) {
                  <li>
                    <span>{{ pass.title }}</span>
                    <span class="figure">{{ ferrite(pass.ferriteNumber) }}</span>
                    <va-ferrite-scale [range]="pass.ferriteNumber" />
                  </li>
                }
              </ol>
              <p class="small soft">Each pass melts some base metal and some of the pass below it.</p>
            </section>
          }
          @if (choice.dilutionCurve.points.length > 0 && choice.ranking[0]?.governing !== 'none') {
            <section class="panel stack" aria-label="Dilution">
              <h2 class="row tight">
                How much dilution {{ name(choice.dilutionCurve.rod) }} survives
                <va-help-note about="dilution" />
              </h2>
              <va-dilution-chart [curve]="choice.dilutionCurve" />
            </section>
          }
          @if (choice.matrix.length > store.pieces().length) {
            <section class="panel stack" aria-label="If the pieces are something else">
              <h2 class="row tight">
                If a piece turns out to be …
                <va-help-note about="regret" />
              </h2>
              <va-rod-matrix [choice]="choice" [pieceNames]="names()" />
              <p class="small soft">
                A point is a hundredth of a lost part: what using that rod costs over the best rod of the row.
              </p>
            </section>
          }
        }

        <section class="panel stack" aria-label="Decision">
          <h2>Decision</h2>
          @if (answers.current(); as rod) {
            @if (rod.worst === 'do-not') {
              <p class="caution">{{ name(rod.rod) }} is marked do not for this joint.</p>
            }
            <div class="row decide">
              <va-text-field class="grow" label="Note" [longest]="1000" [value]="note()" (changed)="note.set($event)" />
              <button nz-button nzType="primary" type="button" (click)="decide(rod)" [disabled]="deciding()">
                Decide on {{ name(rod.rod) }}
              </button>
            </div>
            @if (failure()) {
              <p class="field-error" role="alert">{{ failure() }}</p>
            }
          }
          <ul class="log">
            @for (decision of store.job()?.decisions ?? []; track decision.id) {
              <li>
                <strong class="figure">{{ name(decision.rod) }}</strong>
                <span class="soft small">
                  {{ when(decision.createdAt) }} · recommended then: {{ name(decision.recommended) }} · engine
                  {{ decision.engineVersion }}, seed {{ decision.seed }}
                </span>
                <span>{{ decision.note }}</span>
              </li>
            } @empty {
              <li class="soft">Nothing decided yet. A decision keeps everything it was based on.</li>
            }
          </ul>
        </section>
        <p class="caution">
          Chromium(VI) and nickel fume: extraction and the right mask. Chlorinated solvent and an arc make poison gas.
        </p>
      }
    </div>
  `,
  styles: `
    .head {
      justify-content: space-between;
    }
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
    .shelf {
      color: var(--low);
      font-weight: 650;
    }
    .passes {
      display: grid;
      gap: var(--space-2);
    }
    .passes li {
      display: grid;
      grid-template-columns: 90px minmax(180px, 240px) 1fr;
      gap: var(--space-3);
      align-items: start;
    }
    .reasons {
      display: grid;
      gap: 6px;
    }
    .reasons li {
      padding-left: 16px;
      position: relative;
    }
    .reasons li::before {
      content: '';
      position: absolute;
      left: 0;
      top: 0.6em;
      width: 8px;
      height: 2px;
      background: var(--tint-gold);
    }
    .risks {
      display: grid;
    }
    .risks li {
      border-bottom: 1px solid var(--line);
    }
    summary {
      display: flex;
      gap: var(--space-2);
      align-items: center;
      min-height: var(--target);
      cursor: pointer;
      flex-wrap: wrap;
    }
    details[open] {
      padding-bottom: var(--space-3);
    }
    details p {
      margin: 2px 0;
    }
    .drivers {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
      gap: 2px var(--space-4);
      margin: var(--space-2) 0;
    }
    .drivers div {
      display: flex;
      justify-content: space-between;
      gap: var(--space-2);
      border-bottom: 1px dotted var(--line);
    }
    .decide {
      align-items: flex-end;
    }
    .grow {
      flex: 1 1 240px;
    }
    .log li {
      padding: 6px 0;
      border-top: 1px solid var(--line);
    }
    @media (max-width: 760px) {
      .passes li {
        grid-template-columns: 1fr 2fr;
      }
      .passes va-ferrite-scale {
        grid-column: 1 / -1;
      }
      .rank {
        grid-template-columns: 20px minmax(0, 1fr) 44px 52px 76px;
        gap: var(--space-2);
        padding-inline: 6px;
      }
      .loss,
      .why,
      .shelf {
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
export class RodStage {
  protected readonly store = inject(JobStore);
  protected readonly answers = inject(AnswerService);
  protected readonly name = rodName;
  protected readonly ferrite = ferriteWords;
  protected readonly all = signal(false);
  protected readonly deciding = signal(false);
  protected readonly failure = signal('');
  protected readonly note = signal('');

  protected readonly shown = computed(() =>
    this.all() ? this.answers.ranking() : this.answers.ranking().slice(0, SHOWN_AT_FIRST),
  );
  protected readonly reasons = computed(() => this.answers.settled()?.reasons ?? []);
  protected readonly names = computed(() => this.store.pieces().map(({ name }) => name));
  private readonly worstLoss = computed(() => Math.max(0.05, ...this.shown().map(({ expectedLoss }) => expectedLoss)));
  private readonly shelf = computed(
    () =>
      new Set(
        this.store
          .shelf()
          .filter(({ onShelf }) => onShelf)
          .map(({ rod }) => rod),
      ),
  );

  protected barOf({ expectedLoss }: RankedRod): number {
    return Math.max(3, (100 * expectedLoss) / this.worstLoss());
  }

  /** Expected loss in points: hundredths of a lost part, as the matrix and the alternatives say it. */
  protected pointsOf({ expectedLoss }: RankedRod): string {
    return (100 * expectedLoss).toFixed(1);
  }

  protected ferriteOf({ governing, ferriteNumber }: RankedRod): string {
    return governing === 'none'
      ? 'none'
      : `${Math.round(ferriteNumber.range90[0])}–${Math.round(ferriteNumber.range90[1])}`;
  }

  protected mainRisk({ risks, worst }: RankedRod): string {
    const first = risks[0];
    return worst === 'low' || !first ? '' : first.title.toLowerCase();
  }

  protected isOnShelf({ rod }: RankedRod): boolean {
    return rod !== null && this.shelf().has(rod);
  }

  protected governs({ governing }: RankedRod): string {
    return {
      wrc1992: 'WRC-1992',
      delong: 'DeLong',
      schaeffler: 'Schaeffler',
      balmforthLippold: 'Balmforth and Lippold',
      none: 'no stainless diagram',
    }[governing];
  }

  protected modes({ mode }: RankedRod): string {
    return Object.entries(mode)
      .filter(([, share]) => share > 0.02)
      .sort((left, right) => right[1] - left[1])
      .map(([name, share]) => `${name} ${this.percent(share)}`)
      .join(', ');
  }

  protected percent(share: number): string {
    return share < 0.095 ? `${(100 * share).toFixed(1)} %` : `${(100 * share).toFixed(0)} %`;
  }

  protected number(value: number): string {
    return Math.abs(value) >= 100 ? value.toFixed(0) : Math.abs(value) >= 10 ? value.toFixed(1) : value.toPrecision(2);
  }

  protected when(stamp: string): string {
    return new Date(stamp).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });
  }

  /** Why a decision was not saved. Sent again unchanged it counts once, so that trying again is always right. */
  private words(error: unknown): string {
    const problem = error instanceof HttpErrorResponse ? problemOf(error) : null;
    const said = problem?.errors?.map(({ message }) => message).join('; ') || problem?.detail;
    return error instanceof HttpErrorResponse && error.status === 0
      ? 'The server does not answer. What you chose stands here: decide again when it does.'
      : `The decision is not saved here: ${said ?? 'the server could not take it'}`;
  }

  protected async decide(rod: RankedRod): Promise<void> {
    this.deciding.set(true);
    this.failure.set('');
    try {
      await this.store.decide(rod.rod, this.note().trim());
      this.note.set('');
    } catch (error) {
      this.failure.set(this.words(error));
    } finally {
      this.deciding.set(false);
    }
  }
}
