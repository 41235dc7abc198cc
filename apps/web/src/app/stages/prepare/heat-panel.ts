import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatTemperature } from '@variatum/metallurgy';
import { clockWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JointStore } from '../../job/stores';
import { ChoiceGroup, fieldBy } from '../../kit/fields';
import { WorkshopStore } from '../../settings/workshop-store';
import { ChillBars, OrderPlanning } from '../../planning';
import { HEAT_KEY, heatColour, TINT_COLOURS } from './heat-colours';
import { HeatPlay, type HeatLayer } from './heat-play';
import { HeatStrip } from './heat-strip';
import { HeatWall } from './heat-wall';
import { RunningNote } from './running-note';

const LAYER_TITLES: Readonly<Record<HeatLayer, string>> = {
  heat: 'Heat',
  outside: 'Tint outside',
  inside: 'Tint inside',
  wall: 'Wall',
};

/** The heat of the joint looked at, played and pulled through. */
@Component({
  selector: 'va-heat-panel',
  imports: [ChoiceGroup, HeatStrip, HeatWall, NzButtonModule, RunningNote],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel" aria-label="Heat">
      <p class="small soft head">
        Heat beside the seam, {{ title() }}
        <va-running-note
          name="heat"
          doing="simulating"
          againWords="Simulate"
          [running]="planning.heat()"
          (again)="planning.simulateAnew()"
        />
      </p>
      @if (planning.heat().answer; as heat) {
        <va-choice-group class="layers" label="Shown" quiet [options]="layers()" [of]="layer" />
        @if (play.layer() === 'wall' && heat.wall; as wall) {
          <va-heat-wall [wall]="wall" [letters]="letters()" />
        } @else {
          <va-heat-strip
            [heat]="heat"
            [layer]="stripLayer()"
            [frame]="play.frame()"
            [bars]="bars.all()"
            (barMoved)="bars.move($event)"
          />
        }
        <div class="play">
          <button nz-button type="button" (click)="play.playing() ? play.pause() : play.play()">
            {{ play.playing() ? 'Pause' : 'Play' }}
          </button>
          <input
            type="range"
            aria-label="Moment of the weld"
            min="0"
            [max]="play.endS()"
            step="0.5"
            [value]="play.nowS() ?? play.endS()"
            [attr.aria-valuetext]="momentWords()"
            (input)="play.scrub(+$any($event.target).value)"
          />
          <span class="figure" data-testid="moment">{{ momentWords() }}</span>
          <button nz-button type="button" [attr.aria-pressed]="play.nowS() === null" (click)="play.hottest()">
            Hottest
          </button>
        </div>
        <p class="key small" aria-hidden="true">
          @for (step of key(); track step.words) {
            <span>
              <i [style.background]="step.colour"></i>
              {{ step.words }}
            </span>
          }
        </p>
      } @else {
        <p class="soft none">{{ planning.wants() }}</p>
      }
    </section>
  `,
  styles: `
    .panel {
      background: var(--raised);
      padding: 8px var(--space-3) 8px;
      display: grid;
      gap: 6px;
      align-content: start;
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
    }
    va-heat-strip,
    va-heat-wall {
      height: 176px;
    }
    .play {
      display: grid;
      grid-template-columns: auto minmax(0, 1fr) auto auto;
      gap: var(--space-3);
      align-items: center;
    }
    input[type='range'] {
      width: 100%;
      min-height: var(--target);
      accent-color: var(--accent);
    }
    .key {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 12px;
    }
    .key i {
      display: inline-block;
      width: 14px;
      height: 12px;
      margin-right: 4px;
      border: 1px solid var(--line-strong);
      vertical-align: -1px;
    }
    .none {
      padding: var(--space-4) 0;
    }
    @media (max-width: 700px) {
      .play {
        grid-template-columns: auto minmax(0, 1fr) auto;
      }
    }
  `,
})
export class HeatPanel {
  protected readonly planning = inject(OrderPlanning);
  protected readonly bars = inject(ChillBars);
  protected readonly play = inject(HeatPlay);
  private readonly joints = inject(JointStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly temperatureUnit = computed(() => this.workshops.workshop()?.temperatureUnit ?? '°C');

  protected readonly title = computed(() => this.joints.title().toLowerCase());
  protected readonly momentWords = computed(() => {
    const now = this.play.nowS();
    if (now !== null) return clockWords(now);
    return this.play.layer() === 'heat' || this.play.layer() === 'wall' ? 'hottest' : 'when cold';
  });
  protected readonly layers = computed(() =>
    (Object.keys(LAYER_TITLES) as HeatLayer[])
      .filter((layer) => layer !== 'wall' || this.planning.heat().answer?.wall)
      .map((value) => ({ value, title: LAYER_TITLES[value] })),
  );
  protected readonly layer = fieldBy<HeatLayer | null>(
    () => this.play.layer(),
    (layer) => layer && this.play.show(layer),
  );
  protected readonly stripLayer = computed(() => {
    const layer = this.play.layer();
    return layer === 'wall' ? 'heat' : layer;
  });
  protected readonly letters = computed(() => [this.planning.letter(0), this.planning.letter(1)] as const);
  protected readonly key = computed(() => {
    const layer = this.play.layer();
    return layer === 'outside' || layer === 'inside'
      ? Object.entries(TINT_COLOURS).map(([words, colour]) => ({ colour, words }))
      : this.heatKey();
  });
  private readonly heatKey = computed(() =>
    HEAT_KEY.map((at) => ({ colour: heatColour(at), words: formatTemperature(at, this.temperatureUnit()) })),
  );
}
