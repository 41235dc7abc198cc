import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { SOON_MINUTES } from '@variatum/job';
import { LEAST_ROOM_PPM, PURGE_OFF_BELOW_C } from '@variatum/metallurgy';
import { clockRange, clockWords, ppmWords } from '@variatum/presentation';
import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { FrameSize } from '../../kit/frame-size';
import { Now } from '../../kit/now';
import { PurgeClockView, PurgePlanning } from '../../planning';
import { OwnUnits } from './own-units';
import { PurgeWatch, type JointGas } from './purge-watch';
import { TypeOxygen } from './type-oxygen';

const MARGIN = { left: 52, right: 12, top: 12, bottom: 26 };
const TICKS = [10, 100, 1000, 10_000, 100_000];
/** A short trace is drawn over so many minutes at least. */
const LEAST_MINUTES = 2;

/** The trace of the meter at the joint looked at, on a plane of its own. */
@Component({
  selector: 'va-oxygen-trace',
  hostDirectives: [FrameSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let plane = scales();
    <svg role="img" [attr.aria-label]="label()" [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height">
      @for (tick of ticks; track tick) {
        <line [attr.x1]="left" [attr.x2]="size().width - 12" [attr.y1]="plane.y(tick)" [attr.y2]="plane.y(tick)" />
        <text text-anchor="end" [attr.x]="left - 6" [attr.y]="plane.y(tick) + 4">{{ ppm(tick) }}</text>
      }
      @for (tick of plane.x.ticks(5); track tick) {
        <text text-anchor="middle" [attr.x]="plane.x(tick)" [attr.y]="size().height - 8">{{ tick }} min</text>
      }
      <line
        class="target"
        [attr.x1]="left"
        [attr.x2]="size().width - 12"
        [attr.y1]="plane.y(planning.targetPpm())"
        [attr.y2]="plane.y(planning.targetPpm())"
      />
      <path class="trace" [attr.d]="path()" />
      @if (expected(); as at) {
        <path class="expected" [attr.d]="at" />
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      overflow: hidden;
      min-height: 150px;
    }
    svg {
      position: absolute;
      width: 100%;
      height: 100%;
      font-family: var(--font-display);
    }
    line {
      stroke: var(--line);
    }
    text {
      font-size: 11px;
      fill: var(--ink-soft);
    }
    .target {
      stroke: var(--low);
      stroke-width: 2;
      stroke-dasharray: 6 4;
    }
    .trace {
      fill: none;
      stroke: var(--accent);
      stroke-width: 2.6;
    }
    .expected {
      stroke: var(--tint-straw);
      stroke-width: 4;
      fill: none;
    }
  `,
})
export class OxygenTrace {
  protected readonly planning = inject(PurgePlanning);
  private readonly watch = inject(PurgeWatch);
  private readonly now = inject(Now);
  protected readonly size = inject(FrameSize).value;
  protected readonly ticks = TICKS;
  protected readonly left = MARGIN.left;
  protected readonly ppm = ppmWords;

  private readonly points = computed(() => {
    const from = this.watch.gasOnMs() ?? this.watch.trace()[0]?.atMs ?? 0;
    return this.watch.trace().map(({ atMs, value }) => ({ minutes: (atMs - from) / 60_000, ppm: value }));
  });
  private readonly ready = computed(() => {
    const left = this.watch.minutesLeft();
    const from = this.watch.gasOnMs();
    if (!left || from === null || left.likely <= 0) return null;
    const gone = (this.now.ms() - from) / 60_000;
    return { from: gone + left.range[0], to: gone + (left.range[1] ?? 2 * left.likely) };
  });
  protected readonly scales = computed(() => {
    const { width, height } = this.size();
    const longest = Math.max(LEAST_MINUTES, this.points().at(-1)?.minutes ?? 0, 1.05 * (this.ready()?.to ?? 0));
    return {
      x: scaleLinear([0, longest], [MARGIN.left, Math.max(MARGIN.left + 10, width - MARGIN.right)]),
      y: scaleLog([5, 250_000], [Math.max(MARGIN.top + 10, height - MARGIN.bottom), MARGIN.top]).clamp(true),
    };
  });
  protected readonly path = computed(() => {
    const { x, y } = this.scales();
    return (
      line<{ minutes: number; ppm: number }>(
        (one) => x(one.minutes),
        (one) => y(Math.max(1, one.ppm)),
      )([...this.points()]) ?? ''
    );
  });
  /** Where it most likely meets the target. */
  protected readonly expected = computed(() => {
    const [ready, { x, y }] = [this.ready(), this.scales()];
    const at = y(this.planning.targetPpm());
    return (
      ready &&
      `M${x(ready.from)} ${at - 7}V${at + 7}M${x(ready.from)} ${at}H${x(ready.to)}M${x(ready.to)} ${at - 7}V${at + 7}`
    );
  });
  protected readonly label = computed(() => {
    const last = this.points().at(-1);
    return last
      ? `Oxygen that leaves the part: ${ppmWords(last.ppm)} ppm after ${clockWords(60 * last.minutes)}`
      : 'Oxygen that leaves the part: nothing read yet';
  });
}

/**
 * The purge as it runs: trace, time left with its range, what is wrong and what to do, and whether every joint is
 * ready.
 */
@Component({
  selector: 'va-purge-live',
  imports: [OxygenTrace, PurgeClockView, TypeOxygen],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel" aria-label="Gas inside">
      <div class="top">
        <p>
          <strong class="figure large" data-testid="purge-shows">{{ shows() }}</strong>
          <span class="state" [attr.data-state]="watch.state()">{{ stateWords() }}</span>
        </p>
        <p class="left" data-testid="purge-left">{{ left() }}</p>
        <va-purge-clock [metered]="watch.ppm() !== null" />
      </div>
      @if (watch.meter()) {
        <va-oxygen-trace />
      }
      @if (watch.troubleWords(); as words) {
        <p class="caution" role="alert" data-testid="purge-fault">{{ words }}</p>
      }
      <va-type-oxygen />
      @if (others().length > 1) {
        <ul class="joints small" aria-label="Gas behind each joint">
          @for (one of others(); track one.joint) {
            <li [attr.data-state]="one.state">Joint {{ one.number }}: {{ one.words }}</li>
          }
        </ul>
        <p class="small">
          <strong>
            {{
              watch.isReady() ? 'Every joint is below its target.' : 'Not ready: every joint must be below its target.'
            }}
          </strong>
        </p>
      }
      <p class="small soft">
        Argon in a closed room takes the air away unseen: a meter in the room calls below {{ leastRoom }} %. The purge
        stays on until the metal is below {{ offBelow() }}.
      </p>
    </section>
  `,
  styles: `
    section {
      display: grid;
      gap: var(--space-2);
    }
    .top {
      display: flex;
      flex-wrap: wrap;
      gap: 4px var(--space-4);
      align-items: center;
      justify-content: space-between;
    }
    .large {
      font-size: 1.9rem;
      line-height: 1;
    }
    .state {
      margin-left: 10px;
      font-weight: 650;
    }
    [data-state='ready'] {
      color: var(--low);
    }
    [data-state='risen'] {
      color: var(--do-not);
    }
    .joints {
      display: flex;
      flex-wrap: wrap;
      gap: 2px var(--space-4);
      list-style: none;
    }
  `,
})
export class PurgeLive {
  protected readonly watch = inject(PurgeWatch);
  private readonly planning = inject(PurgePlanning);
  private readonly units = inject(OwnUnits);
  protected readonly offBelow = computed(() => this.units.now().warmth(PURGE_OFF_BELOW_C));
  protected readonly leastRoom = LEAST_ROOM_PPM / 10_000;
  protected readonly shows = computed(() => {
    const ppm = this.watch.ppm();
    if (ppm !== null) return `${ppmWords(ppm)} ppm`;
    return this.watch.meter() ? 'meter silent' : 'no meter';
  });
  protected readonly stateWords = computed(() => {
    const target = `${ppmWords(this.planning.targetPpm())} ppm`;
    return {
      unseen: `target ${target}`,
      lost: `target ${target}; what was predicted holds`,
      waiting: `above ${target}`,
      ready: `below ${target}`,
      risen: 'rises again',
    }[this.watch.state()];
  });
  protected readonly left = computed(() => {
    const left = this.watch.minutesLeft();
    if (!left || this.watch.state() === 'ready') return '';
    if (left.measured && left.likely < SOON_MINUTES) return 'most likely clean inside; the meter follows late';
    const [least, most] = left.range;
    return (
      `${clockWords(60 * left.likely)} left, ` +
      `${clockRange(60 * least, most && 60 * most)}${left.measured ? ', by the meter' : ', predicted'}`
    );
  });
  protected readonly others = computed(() => this.watch.behind().map((one) => ({ ...one, words: wordsOf(one) })));
}

const STATE_WORDS = { waiting: 'not yet', ready: 'ready', risen: 'rises' } as const;

function wordsOf({ state, ppm }: JointGas): string {
  if (state === 'unseen') return 'no reading';
  if (state === 'lost') return 'meter silent';
  return `${ppm === null ? '' : `${ppmWords(ppm)} ppm, `}${STATE_WORDS[state]}`;
}
