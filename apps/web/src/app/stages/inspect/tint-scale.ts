import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  encoded,
  filmScale,
  GREY,
  keepsToTint,
  TINT_LIMITS,
  TINT_COLOURS,
  tintLimitNm,
  type TintLimit,
} from '@variatum/metallurgy';

/** Bars overlap a little, or the ground shows between them, px. */
const SEAMLESS = 0.1;

const MOST_NM = filmScale().at(-1)!.oxideNm;
/** Two bars of film at most: enough for the eye. */
const BARS = filmScale()
  .filter((_, index) => index % 2 === 0)
  .map(({ oxideNm, linear }) => ({
    left: (100 * oxideNm) / MOST_NM,
    colour: `rgb(${linear.map((one) => Math.round(encoded(one))).join(' ')})`,
  }));
const WIDTH = 100 / BARS.length;

/** The colours of a growing film, what each school takes of them, and where a finding lies. */
@Component({
  selector: 'va-tint-scale',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 100 16" preserveAspectRatio="none" role="img" [attr.aria-label]="label()">
      @for (bar of bars; track bar.left) {
        <rect [attr.x]="bar.left" y="0" [attr.width]="width" height="16" [attr.fill]="bar.colour" />
      }
      @if (band(); as at) {
        <rect class="band" [attr.x]="at.from" y="1" [attr.width]="at.width" height="14" />
      }
    </svg>
    <ul>
      @for (school of schools(); track school.id) {
        <li [class.own]="school.id === limit()" [attr.data-takes]="school.takes">
          <span aria-hidden="true">{{ school.mark }}</span>
          {{ school.title }}
          @if (school.id === limit()) {
            <span class="small soft">the profile’s</span>
          }
          @if (school.takes) {
            <span class="hidden-text">: {{ school.takes }}</span>
          }
        </li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-2);
    }
    svg {
      width: 100%;
      height: 22px;
      border: 1px solid var(--line-strong);
    }
    .band {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2;
      vector-effect: non-scaling-stroke;
    }
    ul {
      list-style: none;
      padding: 0;
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 0 var(--space-3);
      font-size: var(--size-small);
    }
    li.own {
      font-weight: 650;
    }
    li[data-takes='does not take it'] {
      color: var(--do-not);
    }
  `,
})
export class TintScale {
  /** Deepest colour the profile takes. */
  readonly limit = input.required<TintLimit>();
  /** Film that was found, nm, and its range; null: nothing yet. */
  readonly film = input<readonly [number, number] | null>(null);
  readonly grey = input(false);

  protected readonly bars = BARS;
  protected readonly width = WIDTH + SEAMLESS;
  protected readonly band = computed(() => {
    const film = this.film();
    return film && { from: (100 * film[0]) / MOST_NM, width: Math.max(1, (100 * (film[1] - film[0])) / MOST_NM) };
  });
  /** What people who draw the line at each colour say of it. */
  protected readonly schools = computed(() => {
    const film = this.film();
    return TINT_LIMITS.map(({ id, title }) => {
      if (this.grey()) return { id, title, takes: 'does not take it', mark: '✕' };
      if (!film) return { id, title, takes: '', mark: '·' };
      const [low, high] = film.map((nm) => keepsToTint(nm, id));
      return high
        ? { id, title, takes: 'takes it', mark: '✓' }
        : low
          ? { id, title, takes: 'is too close to tell', mark: '≈' }
          : { id, title, takes: 'does not take it', mark: '✕' };
    });
  });
  protected readonly label = computed(() => {
    const film = this.film();
    const most = tintLimitNm(this.limit());
    return (
      `Colours of a growing oxide film: ${TINT_COLOURS.map(({ title }) => title).join(', ')}. The profile takes ` +
      `${most === null ? 'all of them' : `up to ${most} nm`}` +
      `${film ? `; found ${film.map(Math.round).join(' to ')} nm` : this.grey() ? `; found ${GREY} scale` : ''}.`
    );
  });
}
