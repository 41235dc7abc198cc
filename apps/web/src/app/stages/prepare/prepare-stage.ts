import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { JobStore, JointStore, PartStore } from '../../job/stores';
import { PartMarks } from '../../job/part-marks';
import { Now } from '../../kit/now';
import { Tabs } from '../../kit/tabs';
import {
  ChillBars,
  MachinePlanning,
  OrderPlanning,
  PassPlanning,
  PurgePlanning,
  PurgeWait,
  SettingsPlanning,
} from '../../planning';
import { BackFields } from './back-fields';
import { BackMarks } from './back-marks';
import { BackShieldingView } from './back-shielding';
import { BackWays } from './back-ways';
import { BenchSheet } from './bench-sheet';
import { HeatFollows } from './heat-follows';
import { HeatMarks } from './heat-marks';
import { HeatPanel } from './heat-panel';
import { HeatPlay } from './heat-play';
import { LineOrder } from './line-order';
import { OrderFields } from './order-fields';
import { OrderPanel } from './order-panel';
import { OrderPlans } from './order-plans';
import { PreparationItems } from './preparation-items';
import { PreparationPlanning } from './preparation-planning';
import { SettingsCard } from './settings-card';

type Side = 'list' | 'back' | 'settings' | 'order';
const SIDES = [
  { value: 'list', title: 'List' },
  { value: 'back', title: 'Back' },
  { value: 'settings', title: 'Settings' },
  { value: 'order', title: 'Heat, order' },
] as const;

/** What is done before the arc: clean and fit, shield the back, set the machine. */
@Component({
  imports: [
    BackFields,
    BackShieldingView,
    BackWays,
    BenchSheet,
    HeatFollows,
    HeatPanel,
    LineOrder,
    OrderFields,
    OrderPanel,
    OrderPlans,
    PreparationItems,
    SettingsCard,
    Tabs,
  ],
  providers: [
    PurgePlanning,
    Now,
    PurgeWait,
    PreparationPlanning,
    SettingsPlanning,
    MachinePlanning,
    PassPlanning,
    OrderPlanning,
    ChillBars,
    HeatPlay,
    HeatMarks,
    BackMarks,
  ],
  host: { class: 'stage' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="below stack no-print">
      @if (jobs.pieces().length > 0) {
        @if (side() === 'order') {
          <div class="pair">
            <va-order-panel />
            <va-heat-panel />
          </div>
          <va-order-plans />
          <va-heat-follows />
        } @else if (side() === 'back' || wantsGas()) {
          <va-back-shielding />
        } @else {
          <p class="panel soft" data-testid="no-gas">No gas is needed behind {{ joints.title().toLowerCase() }}.</p>
        }
      }
    </div>
    <div class="beside stack no-print">
      <va-tabs label="Prepare" [options]="sides" [value]="side()" (chosen)="side.set($event)">
        @switch (side()) {
          @case ('list') {
            <va-preparation-items />
          }
          @case ('back') {
            <va-back-fields />
          }
          @case ('settings') {
            <va-settings-card />
          }
          @case ('order') {
            <va-order-fields />
          }
        }
      </va-tabs>
    </div>
    <div class="through stack no-print">
      @if (jobs.pieces().length > 0) {
        @if (side() !== 'order') {
          <va-line-order />
          <va-back-ways />
        }
      }
    </div>
    <va-bench-sheet />
  `,
  styles: `
    .pair {
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: var(--space-3);
    }
    @media (max-width: 700px) {
      .pair {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class PrepareStage {
  protected readonly jobs = inject(JobStore);
  private readonly part = inject(PartStore);
  private readonly planning = inject(PurgePlanning);
  private readonly order = inject(OrderPlanning);
  private readonly backMarks = inject(BackMarks);
  private readonly heatMarks = inject(HeatMarks);
  private readonly marks = inject(PartMarks);
  protected readonly joints = inject(JointStore);
  /** Whether gas stands behind the joint looked at, or runs already. */
  protected readonly wantsGas = computed(() => this.planning.isGasBehind() || this.planning.plan().clock !== null);
  protected readonly sides = SIDES;
  protected readonly side = signal<Side>('list');

  private readonly shown = computed(() => {
    if (this.side() === 'order') return this.heatMarks.marks();
    // Vents and arrows of gas stand where there is gas, or where somebody looks for it.
    return this.side() === 'back' || this.wantsGas() ? this.backMarks.marks() : [];
  });

  constructor() {
    effect(() => this.marks.marks.set(this.shown()));
    effect(() => this.order.open.set(this.side() === 'order'));
    inject(DestroyRef).onDestroy(() => this.marks.marks.set([]));
    this.marks.moved.pipe(takeUntilDestroyed()).subscribe(({ id, along, settled }) => {
      const [kind, index] = id.split(' ') as ['dams' | 'vents', string];
      const place = this.planning.plan()[kind]?.[Number(index)];
      const length = place && this.part.pieceLength(place.piece);
      if (!place || !length) return;
      this.planning.move({ kind, index: Number(index), alongMm: Math.round(along * length) }, settled);
    });
  }
}
