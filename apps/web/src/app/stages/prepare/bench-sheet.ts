import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatFlow, formatLength, formatTemperature, HOLD_PURGE_C, JOINTS, turnedRuns } from '@variatum/metallurgy';
import { ppmWords, waitWords } from '@variatum/presentation';
import { JobPlan } from '../../job/job-plan';
import { JointStore } from '../../job/stores';
import { WorkshopStore } from '../../settings/workshop-store';
import { MachinePlanning, PurgePlanning, SettingsPlanning } from '../../planning';
import { PreparationPlanning } from './preparation-planning';
import { TURN_DEG } from '../../kit/units';

/** Hours of a clock face, and degrees of half an hour. */
const HOURS = 12;
const HALF_HOUR_DEG = 15;

/** A place on a ring as on a clock face: `6`, `half past 7`. */
const hourWords = (degrees: number): string => {
  const halves = Math.round((((degrees % TURN_DEG) + TURN_DEG) % TURN_DEG) / HALF_HOUR_DEG);
  const hour = Math.floor(halves / 2) % HOURS || HOURS;
  return halves % 2 === 0 ? `${hour} o’clock` : `half past ${hour}`;
};

/** Runs of a usual order that are told one by one. */
const MOST_USUAL_RUNS = 4;

/** What hangs at the bench: settings, purge and tacks of the joint looked at, and the list, on one page of paper. */
@Component({
  selector: 'va-bench-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="Bench sheet">
      <h2>{{ settings.heading() }}</h2>
      @if (machine.name(); as name) {
        <p>With {{ name }}.</p>
      }
      @for (wanting of machine.wants(); track wanting.words) {
        <p>{{ wanting.words }}</p>
      }
      @if (settings.lines(); as lines) {
        <dl>
          @for (line of lines; track line.name) {
            <div>
              <dt>{{ line.title }}</dt>
              <dd class="figure">{{ line.words }}</dd>
            </div>
          }
        </dl>
        <p>{{ settings.tackWords() }}</p>
      }
      <h3>Back</h3>
      <p>{{ back() }}</p>
      @if (tacks(); as words) {
        <h3>Tacks</h3>
        <p>{{ words }}</p>
      }
      @if (order(); as plan) {
        <h3>Order</h3>
        <p>{{ plan }}</p>
      }
      <h3>Before the arc</h3>
      <ul>
        @for (item of list.items(); track item.key) {
          <li>
            <span class="box"></span>
            {{ item.title }}
          </li>
        }
      </ul>
      <p class="small">Advice, not approval. Codes and qualified procedures decide.</p>
    </section>
  `,
  styles: `
    :host {
      display: none;
    }
    @media print {
      :host {
        display: block;
        color: #000;
      }
      h3 {
        margin: 5px 0 1px;
      }
      p {
        margin: 2px 0;
        font-size: 9.5pt;
      }
      dl {
        display: grid;
        grid-template-columns: repeat(4, 1fr);
        gap: 2px 16px;
        margin: 4px 0;
      }
      dt {
        font-size: 9pt;
      }
      dd {
        margin: 0;
        font-size: 13pt;
        font-weight: 650;
      }
      ul {
        list-style: none;
        columns: 2;
        margin: 2px 0;
        font-size: 8.5pt;
      }
      li {
        break-inside: avoid;
        display: flex;
        gap: 6px;
        padding: 1px 0;
      }
      .box {
        flex: none;
        width: 11px;
        height: 11px;
        border: 1.4px solid #000;
        margin-top: 2px;
      }
    }
  `,
})
export class BenchSheet {
  protected readonly settings = inject(SettingsPlanning);
  protected readonly machine = inject(MachinePlanning);
  protected readonly list = inject(PreparationPlanning);
  private readonly plan = inject(JobPlan);
  private readonly purge = inject(PurgePlanning);
  private readonly joints = inject(JointStore);
  private readonly workshops = inject(WorkshopStore);

  /** What stands behind the joint looked at. */
  protected readonly back = computed(() => {
    const own = this.plan.shown()?.facts.joint.id;
    const behind = this.plan.whole()?.spaces.find(({ space }) => own !== undefined && space.joints.includes(own));
    if (!behind?.isGas) {
      const way = behind?.space.way ?? 'none';
      return `${way === 'not needed' ? 'Nothing is needed behind it' : JOINTS.backShielding[way].title}.`;
    }
    const answer = this.purge.answer();
    const workshop = this.workshops.workshop();
    if (!answer) return 'Gas behind it: its sizes are wanting, so that nobody can say how long it takes.';
    const flow = formatFlow(this.purge.flowLpm(), workshop?.flowUnit ?? 'L/min');
    const welding = formatFlow(Math.round(this.purge.weldingLpm()), workshop?.flowUnit ?? 'L/min');
    const holes = this.purge
      .holesMm()
      .map((hole) => formatLength(hole, workshop?.lengthUnit ?? 'mm'))
      .join(' and ');
    const wait = answer.minutes
      ? `wait ${waitWords(answer.minutes)} to ${ppmWords(this.purge.targetPpm())} ppm`
      : 'the target is not reached';
    const order = this.purge.line().map(({ id }) => this.joints.numberOf(id));
    return (
      `Fill at ${flow}, ${wait}; ${welding} while welding, and on until it is below ` +
      `${formatTemperature(HOLD_PURGE_C, workshop?.temperatureUnit ?? '°C')}; vent ` +
      `${holes || 'none'}.${order.length > 1 ? ` Order on the line: ${order.join(', ')}.` : ''}`
    );
  });
  /** The order that is followed, chosen or usual. */
  protected readonly order = computed(() => {
    const plan = this.plan.shown();
    const seam = plan?.question;
    if (!plan || !seam || plan.runs.length === 0) return null;
    const turning = plan.turntableRpm === null ? '' : `, turned at ${plan.turntableRpm.toFixed(2)} rpm`;
    const turned = turnedRuns(seam, plan.runs);
    const unit = this.workshops.workshop()?.lengthUnit ?? 'mm';
    const at = (mm: number): string =>
      seam.kind === 'ring' ? hourWords((TURN_DEG * mm) / seam.lengthMm) : formatLength(Math.round(mm), unit);
    const passes = 1 + Math.max(...plan.runs.map(({ pass }) => pass));
    const runs = plan.runs
      .filter(({ pass }) => pass === 0)
      .map(
        ({ fromMm, toMm, person }, index) =>
          `${index + 1}: ${turned[index]?.turned ? 'turn the part, ' : ''}${at(fromMm)} to ` +
          `${at(toMm)}${person === 1 ? ' (second welder)' : ''}`,
      );
    const limit = seam.interpassC;
    const wait =
      passes > 1 && limit !== null
        ? ` ${passes} passes alike; each run waits until it is below ` +
          `${formatTemperature(limit, this.workshops.workshop()?.temperatureUnit ?? '°C')}.`
        : '';
    // What nobody chose is the usual order: its name says it where it has many runs.
    const all = plan.order || runs.length <= MOST_USUAL_RUNS ? `: ${runs.join(', ')}` : `, ${runs.length} runs`;
    return `${plan.title}${turning}${all}.${wait}`;
  });
  protected readonly tacks = computed(() => {
    const plan = this.plan.shown()?.tacks;
    if (!plan) return null;
    const unit = this.workshops.workshop()?.lengthUnit ?? 'mm';
    const at = plan.at.map((place) => (plan.closed ? hourWords(place) : formatLength(Math.round(place), unit)));
    return `${plan.count}, in this order: ${at.join(', ')}.`;
  });
}
