import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Shade } from '@variatum/metallurgy';
import { type DrawnSize, lengthWords, missingWords } from '@variatum/presentation';
import { Subject, throttleTime } from 'rxjs';
import { JointStore, PartStore } from '../../job/stores';
import { RoundView } from '../../part/round-view';
import { type PulledPool, SectionView } from '../../part/section-view';
import { WorkshopStore } from '../../settings/workshop-store';
import { JointPool } from './joint-pool';

/** While the pool is pulled the answer follows it in steps of so much. */
const FOLLOWS_MS = 160;

/** The joint looked at, in section and along its seam. */
@Component({
  selector: 'va-joint-pictures',
  imports: [RoundView, SectionView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="pair">
      <section class="panel" aria-label="Section">
        <p class="small soft head">
          {{ title() }} in section · pull pool, arc or edges
          @if (joints.ownDilution(); as own) {
            <span class="own" data-testid="own-dilution">· dilution from {{ own.count }} of your beads</span>
          }
        </p>
        @if (pool.section(); as question) {
          <va-section-view
            [question]="question"
            [aimedAt]="joints.joint().aimedAt"
            [letters]="pool.letters()"
            [orders]="pool.orders()"
            [unit]="unit()"
            (pulled)="pulls.next($event)"
            (settled)="pool.take($event)"
            (aimed)="joints.describe({ aimedAt: $event, shares: undefined })"
            (sizeChosen)="sizeChosen.emit($event)"
            (resized)="joints.setFit($event.what, $event.value)"
          />
        } @else {
          <p class="soft">What is wrong with the joint stands at its field.</p>
        }
      </section>
      <section class="panel" aria-label="Round the seam">
        <p class="small soft head">{{ seamTitle() }}</p>
        @if (laid(); as joint) {
          <va-round-view
            [joint]="joint"
            [shades]="shades()"
            [length]="length()"
            [note]="note()"
            [oldWeld]="oldWeld()"
            [crack]="joints.joint().type === 'crack'"
          />
        } @else {
          <p class="soft">Choose how the pieces meet, and the seam stands here.</p>
        }
      </section>
    </div>
  `,
  styles: `
    .pair {
      display: grid;
      grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
      gap: var(--space-3);
    }
    .panel {
      background: var(--raised);
      padding: 8px 0 4px;
      height: 336px;
      display: grid;
      grid-template-rows: auto minmax(0, 1fr);
    }
    .own {
      color: var(--accent);
      font-weight: 550;
    }
    .head {
      padding: 0 var(--space-3);
    }
    @media (max-width: 700px) {
      .pair {
        grid-template-columns: minmax(0, 1fr);
      }
      .panel {
        height: 330px;
      }
    }
  `,
})
export class JointPictures {
  readonly sizeChosen = output<DrawnSize>();
  protected readonly pool = inject(JointPool);
  protected readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly workshops = inject(WorkshopStore);
  protected readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');
  /** The pool while it is being pulled. */
  protected readonly pulls = new Subject<PulledPool>();

  protected readonly title = this.joints.title;
  protected readonly laid = computed(() => {
    const id = this.joints.shown()?.id;
    return this.part.layout().joints.find((joint) => joint.id === id && joint.line.length > 0) ?? null;
  });
  private readonly figures = computed(() => this.part.joints().get(this.joints.shown()?.id ?? ''));
  protected readonly seamTitle = computed(() => {
    const closed = this.laid()?.seam?.closed;
    return closed === undefined
      ? 'The seam'
      : closed
        ? `Round ${this.title().toLowerCase()}`
        : `Along ${this.title().toLowerCase()}`;
  });
  protected readonly length = computed(() => {
    const seam = this.figures()?.seamMm;
    return seam ? lengthWords(seam, this.unit()) : '';
  });
  protected readonly note = computed(() => {
    const figures = this.figures();
    if (figures?.seamMm.value === null && figures.seamMm.missing.length > 0)
      return `wants ${missingWords(figures.seamMm.missing, this.part.letters())}`;
    const alike = this.joints.alike().length;
    return alike > 1 ? `${alike} alike` : '';
  });
  protected readonly shades = computed<readonly (Shade & { readonly letter: string })[]>(() =>
    (this.figures()?.shades ?? []).map((shade) => ({ ...shade, letter: this.part.letters().get(shade.piece) ?? '' })),
  );
  protected readonly oldWeld = computed(() => this.pool.pieces().some(({ kind }) => kind === 'old-weld'));

  constructor() {
    this.pulls
      .pipe(throttleTime(FOLLOWS_MS, undefined, { leading: false, trailing: true }), takeUntilDestroyed())
      .subscribe((pulled) => this.pool.take(pulled));
  }
}
