import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { PlacedSeam } from '@variatum/job';
import { LIMITS } from '@variatum/metallurgy';
import { JointStore } from '../../job/stores';
import { ChoiceGroup, fieldBy, NumberField } from '../../kit/fields';
import { OrderPlanning } from '../../planning';

import { StretchRows } from './stretch-rows';

const TURNS = [
  { value: 'yes', title: 'Yes' },
  { value: 'no', title: 'No' },
] as const;

/** What an order must keep to: what is reached, what must not be welded, how far colour may go. */
@Component({
  selector: 'va-order-conditions',
  imports: [ChoiceGroup, NumberField, StretchRows],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3>Reach</h3>
    <va-stretch-rows
      label="Out of reach"
      name="outOfReach"
      addWords="Something is out of reach"
      [seam]="seam()"
      [stretches]="planning.kept().outOfReach"
      (changed)="planning.change({ outOfReach: $event })"
    />
    @if (planning.kept().outOfReach.length > 0) {
      <va-choice-group
        [label]="seam().kind === 'ring' ? 'Can it be rolled' : 'Can it be turned'"
        [options]="turns"
        [of]="turned"
      />
    }
    <va-stretch-rows
      label="Not to be welded"
      name="left"
      addWords="A stretch must not be welded"
      [seam]="seam()"
      [stretches]="planning.kept().left"
      (changed)="planning.change({ left: $event })"
    />
    <div class="fields">
      <va-number-field label="Colour at most, mm from the seam" placeholder="any" [of]="colour" />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-2);
    }
    .fields {
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: var(--space-3);
    }
  `,
})
export class OrderConditions {
  protected readonly planning = inject(OrderPlanning);
  private readonly joints = inject(JointStore);
  protected readonly turns = TURNS;
  protected readonly seam = computed<PlacedSeam>(() => this.planning.seam() ?? { kind: 'ring', lengthMm: 360 });
  protected readonly turned = fieldBy<string | null>(
    () => (this.planning.kept().turns ? 'yes' : 'no'),
    (answer) => this.planning.change({ turns: answer !== 'no' }),
  );
  protected readonly colour = fieldBy<number | null>(
    () => this.planning.kept().colourWithinMm,
    (colourWithinMm) => this.planning.change({ colourWithinMm }),
    () => (this.joints.errors()['seamOrder.colourWithinMm'] ? `give ${LIMITS.colourWithinMm.join(' to ')} mm` : null),
  );
}
