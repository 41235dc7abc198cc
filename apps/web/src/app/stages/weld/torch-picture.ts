import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { isSameStep, type FollowedStep, type StepName } from '@variatum/metallurgy';
import { FrameSize } from '../../kit/frame-size';
import { orderPicture, placeWords } from '../../planning';

/** Middle of a step, mm along the seam. */
const middleOf = ({ fromMm, toMm }: FollowedStep): number => (fromMm + toMm) / 2;

/**
 * The seam at arm's length: what lies, what is next and which way, how far the arc is. Nothing smaller than a thumb.
 */
@Component({
  selector: 'va-torch-picture',
  hostDirectives: [FrameSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg role="img" [attr.aria-label]="label()" [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height">
      @let drawn = picture();
      @for (run of drawn.runs; track $index) {
        <path [attr.class]="'run ' + states()[$index]" [attr.d]="run.d" [attr.stroke-width]="width()" />
      }
      @for (run of drawn.runs; track $index) {
        @if (states()[$index] === 'next' || states()[$index] === 'burning') {
          <path class="arrow" [attr.d]="run.arrow" />
        }
      }
      @for (tack of tacksAt(); track $index) {
        <circle
          [attr.class]="'tack ' + tackStates()[$index]"
          [attr.cx]="tack[0]"
          [attr.cy]="tack[1]"
          [attr.r]="tackStates()[$index] === 'next' || tackStates()[$index] === 'burning' ? 15 : 9"
        />
      }
      @if (torch(); as at) {
        <circle class="torch" r="13" [attr.cx]="at[0]" [attr.cy]="at[1]" />
      }
      @if (kind() === 'ring') {
        <text [attr.x]="size().width / 2" [attr.y]="size().height / 2 + 12">{{ middle() }}</text>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      overflow: hidden;
      min-height: 0;
    }
    svg {
      position: absolute;
      width: 100%;
      height: 100%;
      font-family: var(--font-display);
    }
    .run {
      fill: none;
      stroke: var(--line-strong);
      stroke-linecap: butt;
    }
    .run.done {
      stroke: var(--low);
    }
    .run.next,
    .run.burning {
      stroke: var(--tint-straw);
    }
    .arrow {
      fill: none;
      stroke: var(--ink);
      stroke-width: 5;
    }
    .tack {
      fill: var(--line-strong);
      stroke: var(--paper);
      stroke-width: 3;
    }
    .tack.done {
      fill: var(--low);
    }
    .tack.next,
    .tack.burning {
      fill: var(--tint-straw);
      stroke: var(--ink);
      stroke-width: 4;
    }
    .torch {
      fill: var(--ink);
      stroke: var(--paper);
      stroke-width: 4;
    }
    text {
      text-anchor: middle;
      fill: var(--ink);
      font-size: 34px;
      font-weight: 700;
    }
  `,
})
export class TorchPicture {
  readonly kind = input.required<'ring' | 'line'>();
  readonly lengthMm = input.required<number>();
  /** All steps of the joint. */
  readonly steps = input.required<readonly FollowedStep[]>();
  /** The step that burns or is next. */
  readonly about = input.required<StepName | null>();
  /** Share of the bead that burns, 0 to 1; null: none burns. */
  readonly share = input<number | null>(null);
  readonly middle = input('');

  protected readonly size = inject(FrameSize).value;
  private readonly pass = computed(() => this.about()?.pass ?? this.steps().at(-1)?.pass ?? 0);
  private readonly runs = computed(() =>
    this.steps().filter(({ bead, pass }) => bead === 'run' && pass === this.pass()),
  );
  private readonly tacks = computed(() => this.steps().filter(({ bead }) => bead === 'tack'));
  protected readonly width = computed(() => (this.kind() === 'ring' ? 34 : 40));
  protected readonly picture = computed(() => {
    const { width, height } = this.size();
    const length = this.lengthMm();
    return orderPicture({
      kind: this.kind(),
      lengthMm: length,
      width,
      height,
      turned: [],
      closed: [],
      pull: { mm: 0, towards: 0 },
      runs: this.runs().map(({ pass, fromMm, toMm, person, restS }) => ({ pass, fromMm, toMm, person, restS })),
      tacks: [],
    });
  });

  /** Tacks in the band itself, px. */
  protected readonly tacksAt = computed(() => this.tacks().map((tack) => this.picture().placeAt(middleOf(tack))));

  private stateOf(step: FollowedStep): string {
    const about = this.about();
    if (isSameStep(step, about)) return step.state === 'burning' ? 'burning' : 'next';
    return step.state;
  }
  protected readonly states = computed(() => this.runs().map((step) => this.stateOf(step)));
  protected readonly tackStates = computed(() => this.tacks().map((step) => this.stateOf(step)));

  /** Where the arc most likely is, px. */
  protected readonly torch = computed(() => {
    const [share, about] = [this.share(), this.about()];
    const run = this.runs().find((step) => isSameStep(step, about));
    if (share === null || !run) return null;
    return this.picture().placeAt(run.goesOnMm + share * (run.endsMm - run.goesOnMm));
  });

  protected readonly label = computed(() => {
    const about = this.about();
    const step = this.steps().find((one) => isSameStep(one, about));
    const seam = { kind: this.kind(), lengthMm: this.lengthMm() };
    const done = this.steps().filter(({ state }) => state === 'done').length;
    const next = step ? `; now from ${placeWords(seam, step.goesOnMm)} to ${placeWords(seam, step.endsMm)}` : '';
    return `The seam: ${done} of ${this.steps().length} done${next}`;
  });
}
