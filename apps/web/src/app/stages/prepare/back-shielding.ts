import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { CROSS_CUT_MM, crossCutPressure, formatFlow, formatLength, holeOf, holesArea } from '@variatum/metallurgy';
import { minutesWords, missingWords, ppmWords, pressureWords, waitWords } from '@variatum/presentation';
import { JointStore, PartStore } from '../../job/stores';
import { WorkshopStore } from '../../settings/workshop-store';
import { OxygenCurve, PurgeClockView, PurgePlanning, PurgeWait } from '../../planning';
import { VentGauge } from './vent-gauge';

/** The back of the joint looked at: how long until it is clean, and what the vent does to the pool. */
@Component({
  selector: 'va-back-shielding',
  imports: [OxygenCurve, PurgeClockView, VentGauge],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel" aria-label="Oxygen inside" [class.short]="!planning.room()">
      <p class="small soft head">Oxygen inside, {{ title() }}</p>
      @if (planning.curve(); as curve) {
        <div class="top">
          <p>
            @if (planning.answer()?.minutes; as minutes) {
              <strong class="figure wait" data-testid="purge-wait">{{ wait() }}</strong>
              <span class="small soft" data-testid="purge-gas">{{ gas() }}</span>
            } @else {
              <strong class="wait bad" data-testid="purge-wait">Not reachable</strong>
            }
          </p>
          <va-purge-clock />
        </div>
        <va-oxygen-curve
          [levels]="curve.levels"
          [longest]="curve.longest"
          [target]="planning.targetPpm()"
          [habits]="planning.answer()?.habits ?? []"
          [now]="waiting.minutes()"
        />
        <ol class="habits small">
          @for (habit of habits(); track habit.title) {
            <li>{{ habit.title }}: {{ habit.words }}</li>
          }
        </ol>
      } @else {
        <p class="soft none">{{ wants() }}</p>
      }
    </section>
    @if (planning.room()) {
      <section class="panel" aria-label="Vent">
        <p class="small soft head">Vent and pool, {{ weldingFlow() }} while welding</p>
        <va-vent-gauge
          [answer]="planning.ventAnswer()"
          [holeMm]="hole()"
          [unit]="unit()"
          (pulled)="planning.pulledHole.set($event)"
          (settled)="keepVent($event)"
        />
        <ul class="dashes small reasons" data-testid="vent-reasons">
          @for (reason of planning.ventAnswer().reasons; track reason) {
            <li>{{ reason }}</li>
          }
          <li>{{ crossCut() }}</li>
        </ul>
        @if (closing(); as curve) {
          <svg class="closing" viewBox="0 0 240 66" role="img" [attr.aria-label]="closingWords()">
            <path class="limit" [attr.d]="curve.limit" />
            <path class="line" [attr.d]="curve.d" />
            <text x="2" y="63">open</text>
            <text x="238" y="63" text-anchor="end">closed: {{ curve.last }}</text>
          </svg>
        }
      </section>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
      gap: var(--space-3);
    }
    .panel {
      background: var(--raised);
      padding: 8px var(--space-3) 6px;
      min-height: 336px;
      display: grid;
      grid-template-rows: auto auto minmax(130px, 1fr) auto;
      gap: 4px;
      align-content: start;
    }
    .panel.short {
      grid-column: 1 / -1;
      min-height: 0;
      grid-template-rows: auto auto;
    }
    .panel + .panel {
      grid-template-rows: auto auto auto 1fr;
    }
    .top {
      display: flex;
      flex-wrap: wrap;
      gap: 4px var(--space-4);
      align-items: center;
      justify-content: space-between;
    }
    .top > p {
      display: grid;
    }
    .wait {
      font-size: 1.35rem;
      line-height: 1.15;
    }
    .bad {
      color: var(--do-not);
    }
    .habits {
      display: flex;
      flex-wrap: wrap;
      gap: 0 var(--space-4);
      list-style: none;
      counter-reset: habit;
    }
    .habits li {
      counter-increment: habit;
    }
    .habits li::before {
      content: counter(habit) ' ';
      font-weight: 650;
    }
    .none {
      padding: var(--space-4) 0;
    }
    .closing {
      width: 100%;
      max-height: 80px;
      font-family: var(--font-display);
      align-self: end;
    }
    .closing text {
      font-size: 10px;
      fill: var(--ink-soft);
    }
    .closing .line {
      fill: none;
      stroke: var(--accent);
      stroke-width: 2;
    }
    .closing .limit {
      stroke: var(--low);
      stroke-dasharray: 5 4;
      fill: none;
    }
    @media (max-width: 700px) {
      :host {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class BackShieldingView {
  protected readonly planning = inject(PurgePlanning);
  protected readonly waiting = inject(PurgeWait);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly workshops = inject(WorkshopStore);
  protected readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');
  private readonly flowUnit = computed(() => this.workshops.workshop()?.flowUnit ?? 'L/min');
  protected readonly title = computed(() => this.joints.title().toLowerCase());
  protected readonly wait = computed(() => {
    const minutes = this.planning.answer()?.minutes;
    return minutes ? `Wait ${waitWords(minutes)}` : '';
  });
  protected readonly gas = computed(() => {
    const answer = this.planning.answer();
    return answer
      ? `${formatFlow(this.planning.flowLpm(), this.flowUnit())} into ${Number(answer.volumeL.toPrecision(2))} L, ` +
          `to ${ppmWords(this.planning.targetPpm())} ppm: ${this.planning.tint().words}`
      : '';
  });
  protected readonly weldingFlow = computed(() => formatFlow(Math.round(this.planning.weldingLpm()), this.flowUnit()));
  protected readonly habits = computed(() =>
    (this.planning.answer()?.habits ?? []).map(({ title, minutes, leftPpm }) => ({
      title,
      words:
        minutes === null
          ? `never, settles at ${ppmWords(leftPpm)} ppm`
          : `${minutesWords(minutes)}, leaves ${ppmWords(leftPpm)} ppm`,
    })),
  );
  protected readonly wants = computed(() => {
    const room = this.planning.purgedRoom();
    if (!room) return 'No room inside the part lies behind this joint: nothing can be purged there.';
    if (room.missing.length === 0) return 'These sizes leave no room inside that could be purged.';
    return `The room inside wants ${missingWords(room.missing, this.part.letters())}; or say its litres.`;
  });
  /** One hole as large as all vents together. */
  protected readonly hole = computed(() => {
    const holes = this.planning.holesMm();
    return holes.length === 0 ? null : Math.round(10 * holeOf(holesArea(holes))) / 10;
  });
  protected readonly closing = computed(() => {
    const points = this.planning.closing();
    if (!points) return null;
    const high = this.planning.ventAnswer().window?.pressurePa[1] ?? null;
    const most = Math.max(
      ...points.map(({ pressurePa }) => (Number.isFinite(pressurePa) ? pressurePa : 0)),
      (high ?? 0) * 0.8,
      1,
    );
    const y = (pressure: number): number => 50 - 44 * Math.min(1, pressure / most);
    const d = points
      .map(
        ({ weldedFraction, pressurePa }, index) =>
          `${index === 0 ? 'M' : 'L'}${(4 + 232 * weldedFraction).toFixed(1)} ${y(pressurePa).toFixed(1)}`,
      )
      .join('');
    const last = points[points.length - 1]?.pressurePa ?? 0;
    return {
      d,
      limit: high === null || high > most ? '' : `M4 ${y(high)}H236`,
      last: Number.isFinite(last) ? `${Math.round(last)} Pa` : 'blows out',
    };
  });
  protected readonly closingWords = computed(
    () => `Pressure inside as the ring is closed, up to ${this.closing()?.last ?? ''}; the last of the gap decides`,
  );

  /** Tape with a cross cut instead of a drilled hole. */
  protected readonly crossCut = computed(
    () =>
      `Or tape with a cross cut over ${formatLength(CROSS_CUT_MM, this.unit())}: it opens with the pressure, ` +
      `about ${pressureWords(crossCutPressure(this.planning.weldingLpm()))}.`,
  );

  /** Drills the vent anew: the first one where there are several, else the one that was proposed. */
  protected keepVent(holeMm: number): void {
    this.planning.pulledHole.set(null);
    const vents = this.planning.plan().vents;
    const [first] = this.planning.ownVents();
    const far = this.planning.farEnd();
    if (first) this.planning.change({ vents: vents.map((one) => (one === first ? { ...one, holeMm } : one)) });
    else if (far) this.planning.drill(far, holeMm);
  }
}
