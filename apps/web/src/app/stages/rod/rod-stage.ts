import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { AnswerService } from '../../job/answer.service';
import { PieceStore } from '../../job/stores';
import { Panel } from '../../kit/panel';
import { DilutionChart } from '../../plot/dilution-chart';
import { RodMatrix } from '../../plot/rod-matrix';
import { rodName } from '../../words/words';
import { HeatList } from './heat-list';
import { OtherWays } from './other-ways';
import { PassFerriteList } from './pass-ferrite-list';
import { RodDecision } from './rod-decision';
import { RodDetails } from './rod-details';
import { RodRanking } from './rod-ranking';

/** Which rod: the ranking with its reasons, the map, the matrix and the decision. */
@Component({
  imports: [DilutionChart, HeatList, OtherWays, Panel, PassFerriteList, RodDecision, RodDetails, RodMatrix, RodRanking],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      @if (answers.ranking().length === 0) {
        <section class="panel">
          <p>
            {{
              answers.stop() ?? (none() ? 'Add a piece under Pieces; the ranking follows.' : 'Computing the ranking')
            }}
          </p>
        </section>
      } @else {
        <va-rod-ranking />
        @if (answers.settled()?.reasons; as reasons) {
          <va-panel label="Reasons" heading="Why">
            <ul class="dashes">
              @for (reason of reasons; track reason) {
                <li>{{ reason }}</li>
              }
            </ul>
          </va-panel>
        }
        @if (answers.current(); as rod) {
          <va-rod-details [rod]="rod" />
        }
        @if (answers.settled(); as choice) {
          @if (choice.heat.length > 0) {
            <va-panel label="Heat" [heading]="'Heat with ' + name(choice.recommended)">
              <va-heat-list [advice]="choice.heat" />
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
        <va-rod-decision />
        <p class="caution">
          Chromium(VI) and nickel fume: extraction and the right mask. Chlorinated solvent and an arc make poison gas.
        </p>
      }
    </div>
  `,
})
export class RodStage {
  private readonly pieces = inject(PieceStore);
  protected readonly answers = inject(AnswerService);
  protected readonly name = rodName;
  protected readonly names = computed(() => this.pieces.active().map(({ name }) => name));
  protected readonly none = computed(() => this.names().length === 0);
}
