import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { rodName } from '@variatum/presentation';
import { AnswerService } from '../../job/answer.service';
import { JobPlan } from '../../job/job-plan';
import { JobStore } from '../../job/stores';
import { Panel } from '../../kit/panel';
import { DilutionChart } from '../../plot/dilution-chart';
import { RodMatrix } from '../../plot/rod-matrix';
import { HeatList } from './heat-list';
import { OtherWays } from './other-ways';
import { PassFerriteList } from './pass-ferrite-list';
import { RodDecision } from './rod-decision';
import { RodDetails } from './rod-details';
import { RodMap } from './rod-map';
import { RodRanking } from './rod-ranking';
import { RodsAtHand } from './rods-at-hand';
import { WholePartRods } from './whole-part-rods';

/** Which rod: the ranking with its reasons, the map, the matrix and the decision. */
@Component({
  imports: [
    DilutionChart,
    HeatList,
    OtherWays,
    Panel,
    PassFerriteList,
    RodDecision,
    RodDetails,
    RodMap,
    RodMatrix,
    RodRanking,
    RodsAtHand,
    WholePartRods,
  ],
  host: { class: 'stage' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (answers.ranking().length === 0) {
      <section class="panel below">
        <p>
          {{ answers.stop() ?? (none() ? 'Add a piece under Pieces; the ranking follows.' : 'Computing the ranking') }}
        </p>
      </section>
    } @else {
      <div class="below pair" [class.alone]="answers.current()?.governing === 'none'">
        <va-rod-map />
        <va-panel label="Reasons" heading="Why">
          @if (answers.settled()?.reasons; as reasons) {
            <ul class="dashes small">
              @for (reason of reasons; track reason) {
                <li>{{ answers.said(reason) }}</li>
              }
            </ul>
          } @else {
            <p class="soft small">Weighing</p>
          }
          <p class="caution">
            Chromium(VI) and nickel fume: extraction and the right mask. Chlorinated solvent and an arc make poison gas.
          </p>
        </va-panel>
      </div>
      <div class="beside stack">
        <va-rod-ranking />
        <va-rod-decision />
        <va-rods-at-hand />
        <va-whole-part-rods />
      </div>
      <div class="through stack">
        @if (answers.current(); as rod) {
          <va-rod-details [rod]="rod" />
        }
        @if (answers.settled(); as choice) {
          @if (heat(); as used) {
            <va-panel label="Heat" [heading]="'Heat with ' + name(used.rod)">
              <va-heat-list [advice]="used.advice" />
            </va-panel>
          }
          @if (choice.alternatives.length > 0) {
            <va-other-ways [ways]="choice.alternatives" />
          }
          @if (choice.passes.length > 0) {
            <va-panel label="Passes" [heading]="'From root to cap with ' + name(choice.recommended)">
              <va-pass-ferrite-list [passes]="choice.passes" />
            </va-panel>
          }
          @if (choice.dilutionCurve.points.length > 0 && choice.ranking[0]?.governing !== 'none') {
            <va-panel
              label="Dilution"
              about="dilution"
              [heading]="'How much dilution ' + name(choice.dilutionCurve.rod) + ' survives'"
            >
              <va-dilution-chart [curve]="choice.dilutionCurve" />
            </va-panel>
          }
          @if (choice.matrix.length > names().length) {
            <va-panel label="If the pieces are something else" about="regret" heading="If a piece turns out to be …">
              <va-rod-matrix [choice]="choice" [pieceNames]="names()" />
              <p class="small soft">
                A point is a hundredth of a lost part: what using that rod costs over the best rod of the row.
              </p>
            </va-panel>
          }
        }
      </div>
    }
  `,
  styles: `
    .pair {
      display: grid;
      grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
      gap: var(--space-3);
      align-items: start;
    }
    .pair.alone {
      grid-template-columns: minmax(0, 1fr);
    }
    .beside {
      gap: var(--space-3);
    }
    @media (max-width: 760px) {
      .pair {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class RodStage {
  private readonly jobs = inject(JobStore);
  private readonly plan = inject(JobPlan);
  protected readonly answers = inject(AnswerService);
  /** Heat for the rod that is used: the one decided on, else the best; null: none is called for. */
  protected readonly heat = computed(() => {
    const shown = this.plan.shown();
    const rod = shown?.rod.used;
    return shown && rod !== undefined && shown.heat.length > 0 ? { rod, advice: shown.heat } : null;
  });
  protected readonly name = rodName;
  protected readonly names = computed(() => this.jobs.meeting().map(({ name }) => name));
  protected readonly none = computed(() => this.names().length === 0);
}
