import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { flowAtTurn, formatFlow, isSameFlow } from '@variatum/metallurgy';
import { pressureWords } from '@variatum/presentation';
import { JointStore } from '../../job/stores';
import { Panel } from '../../kit/panel';
import { WorkshopStore } from '../../settings/workshop-store';
import { PurgePlanning } from '../../planning';

/** Joints that share a purge, in the order they are welded, with the gas that is left at each. */
@Component({
  selector: 'va-line-order',
  imports: [Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (turns().length > 1) {
      <va-panel label="Order on the line" heading="One purge, {{ turns().length }} joints: weld in this order">
        <ol>
          @for (turn of turns(); track turn.id) {
            <li>
              <strong>Joint {{ turn.number }}</strong>
              <span class="small">untaped it takes {{ turn.leaves }}, {{ turn.onward }} goes on to the vent</span>
              <strong class="small">{{ turn.flow }}</strong>
              <span class="small soft figure">{{ turn.open }} open, {{ turn.closed }} closed</span>
            </li>
          }
        </ol>
        <p class="small soft">
          Tape all of them; the farthest from the feed first, then work back untaping one at a time. Where the fit is
          poor more flow is wanted, and the same flow bulges the pool where it is tight.
        </p>
      </va-panel>
    }
  `,
  styles: `
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 0 var(--space-3);
      align-items: baseline;
      padding: 5px 0;
      border-top: 1px solid var(--line);
    }
  `,
})
export class LineOrder {
  private readonly planning = inject(PurgePlanning);
  private readonly joints = inject(JointStore);
  private readonly workshops = inject(WorkshopStore);
  protected readonly turns = computed(() => {
    const unit = this.workshops.workshop()?.flowUnit ?? 'L/min';
    const usual = this.planning.weldingLpm();
    return this.planning.line().map((turn) => {
      const { id, leavesLpm, onwardLpm, openPa, closedPa } = turn;
      const lpm = flowAtTurn(turn);
      return {
        id,
        number: this.joints.numberOf(id),
        leaves: formatFlow(Number(leavesLpm.toFixed(1)), unit),
        onward: formatFlow(Number(onwardLpm.toFixed(1)), unit),
        open: pressureWords(openPa),
        closed: pressureWords(closedPa),
        flow: lpm > usual && !isSameFlow(lpm, usual) ? `poor fit: ${formatFlow(Math.round(lpm), unit)}, then back` : '',
      };
    });
  });
}
