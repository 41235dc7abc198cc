import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Piece, PiecePatch } from '@variatum/contracts';
import {
  COATINGS,
  findGrade,
  findPieceCondition,
  FORMS,
  GRADES,
  ITEM_FAMILIES,
  PIECE_CONDITIONS,
  readSize,
  RODS,
  type GaugeKind,
} from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore } from '../../job/job-store';
import { PieceSection } from '../../part/piece-section';
import { ChoiceGroup, type ChoiceOption, lengthMeasure, MeasureField, SelectField, TextField } from '../../kit/fields';
import { HelpNote } from '../../kit/marks/help-note';
import { Icon } from '../../kit/marks/icon';
import { pieceLetter } from '../../words/words';
import { PieceChanges } from './piece-changes';
import { PiecePhotos } from './piece-photos';
import { SizePicker } from './size-picker';

/** Made once: every card lists them all. */
const GRADE_CHOICES: readonly ChoiceOption<string | null>[] = GRADES.map(({ id, names }) => ({
  value: id,
  title: [id, names.uns, names.en].filter((name, place, all) => name && all.indexOf(name) === place).join(' · '),
}));
const FLAT_FORMS = new Set(['sheet', 'strip', 'plate', 'casting', 'forging', 'section']);

/** One piece: what it is, its size with a section to scale, its state, its pictures, and its grade if it is certain. */
@Component({
  selector: 'va-piece-card',
  imports: [
    ChoiceGroup,
    HelpNote,
    Icon,
    MeasureField,
    NzButtonModule,
    PieceChanges,
    PiecePhotos,
    PieceSection,
    RouterLink,
    SelectField,
    SizePicker,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" [attr.aria-label]="piece().name" [attr.data-piece]="index()">
      <div class="row head">
        <h2>
          <span class="tab figure">{{ letter() }}</span>
          {{ piece().name }}
        </h2>
        <a nz-button [routerLink]="['../identify']" [queryParams]="{ piece: piece().id }">
          <va-icon name="identify" />
          Identify
        </a>
      </div>
      <div class="halves">
        <div class="fields">
          <va-text-field
            label="Name"
            [longest]="80"
            [value]="piece().name"
            [error]="errors()['name']"
            (changed)="change({ name: $event })"
          />
          @if (piece().kind === 'old-weld') {
            <va-select-field
              label="Rod of the old weld"
              search
              clear
              placeholder="Not known"
              [options]="rods"
              [value]="piece().weldMetal"
              (chosen)="change({ weldMetal: $event })"
            />
          } @else {
            <va-select-field
              label="What kind of part"
              search
              clear
              placeholder="Not stated"
              [options]="families"
              [value]="piece().family"
              (chosen)="change({ family: $event })"
            />
            <va-select-field
              label="Form"
              clear
              placeholder="Not stated"
              [options]="forms"
              [value]="piece().form"
              (chosen)="change({ form: $event })"
            />
          }
          <va-text-field
            label="Size as people say it"
            [longest]="80"
            placeholder="42.4 x 2 mm, 2 in sch 10, 16 ga"
            [value]="piece().size"
            (changed)="change({ size: $event })"
            (left)="fillFromSize()"
          >
            @if (readSize(); as size) {
              <span class="small soft">
                {{ size.understood }}
                @if (!sizeTaken()) {
                  <button type="button" class="link" (click)="takeSize()">take these over</button>
                }
              </span>
            }
          </va-text-field>
          <va-size-picker
            [form]="piece().form"
            [unit]="unit()"
            (chosen)="change({ size: $event.text }); takeSize($event)"
          />
          @if (!flat()) {
            <va-measure-field
              label="Outside diameter"
              [measure]="outsideMeasure()"
              [value]="piece().outsideMm"
              [text]="piece().outsideText"
              placeholder='42.4, 1 1/2"'
              [otherError]="errors()['outsideMm']"
              (changed)="change({ outsideMm: $event.value, outsideText: $event.text })"
            />
          }
          <va-measure-field
            label="Thickness at the joint"
            [measure]="thicknessMeasure()"
            [value]="piece().thicknessMm"
            [text]="piece().thicknessText"
            placeholder='1.5, 1/16", 16 ga'
            [otherError]="errors()['thicknessMm'] ?? misfit()"
            (changed)="change({ thicknessMm: $event.value, thicknessText: $event.text })"
          />
          @if (piece().kind === 'base') {
            <va-select-field
              label="Grade, if it is certain"
              search
              clear
              placeholder="Not known"
              [options]="grades"
              [value]="piece().grade"
              (chosen)="change({ grade: $event })"
            >
              <va-help-note about="candidate" />
            </va-select-field>
            <va-choice-group
              label="Surface"
              [options]="coatings"
              [value]="piece().coating"
              (chosen)="change({ coating: piece().coating === $event ? null : $event })"
            />
          }
          <va-select-field
            label="State it came in"
            clear
            placeholder="Not stated"
            [options]="conditions"
            [value]="piece().condition"
            (chosen)="change({ condition: $event })"
          />
          <va-text-field label="Marks on it, as read" [value]="piece().marks" (changed)="change({ marks: $event })">
            @if (canLogMark()) {
              <button type="button" class="link small" (click)="logMark()">
                Log it as a test: it may name the grade
              </button>
            }
          </va-text-field>
          <va-text-field
            label="Where it came from"
            [longest]="500"
            [value]="piece().origin"
            (changed)="change({ origin: $event })"
          />
        </div>
        <div class="side stack">
          <va-piece-section [piece]="piece()" [unit]="unit()" />
          <va-piece-photos [pieceId]="piece().id" [name]="piece().name" />
        </div>
      </div>
      @if (condition(); as found) {
        <p class="small advice">{{ found.advice }}</p>
      }
      @if (piece().coating === 'galvanised' || piece().coating === 'plated') {
        <p class="caution">
          Zinc, cadmium and chromium plating smoke poison: take it off well back from the joint, inside too; extraction
          and the right mask.
        </p>
      }
      <va-piece-changes [piece]="piece()" />
    </section>
  `,
  styles: `
    .head {
      justify-content: space-between;
    }
    .halves {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 264px;
      gap: var(--space-5);
    }
    .advice {
      border-left: 4px solid var(--accent);
      background: var(--accent-wash);
      padding: var(--space-2) var(--space-3);
    }
    .tab {
      display: inline-grid;
      place-items: center;
      width: 1.7em;
      height: 1.7em;
      border-radius: 3px;
      background: var(--piece-1);
      color: var(--raised);
      margin-right: 6px;
    }
    [data-piece='1'] .tab {
      background: var(--piece-2);
    }
    [data-piece='2'] .tab {
      background: var(--piece-3);
    }
    [data-piece='3'] .tab {
      background: var(--piece-4);
    }
    @media (max-width: 1180px) {
      .halves {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class PieceCard {
  readonly piece = input.required<Piece>();
  readonly index = input.required<number>();

  private readonly store = inject(JobStore);
  protected readonly unit = computed(() => this.store.workshop()?.lengthUnit ?? 'mm');
  protected readonly forms: readonly ChoiceOption<string | null>[] = FORMS.map((value) => ({ value, title: value }));
  protected readonly conditions: readonly ChoiceOption<string | null>[] = PIECE_CONDITIONS.map(({ id, title }) => ({
    value: id,
    title,
  }));
  protected readonly coatings = COATINGS.map((value) => ({ value, title: value }));
  protected readonly families: readonly ChoiceOption<string | null>[] = ITEM_FAMILIES.filter(
    ({ id }) => id !== 'unknown',
  ).map(({ id, title }) => ({ value: id, title }));
  protected readonly grades = GRADE_CHOICES;
  protected readonly rods: readonly ChoiceOption<string | null>[] = RODS.map(({ id }) => ({ value: id, title: id }));

  protected readonly letter = computed(() => pieceLetter(this.index()));
  protected readonly errors = computed(() => this.store.errorsOf(`piece ${this.piece().id}`));
  protected readonly flat = computed(() => FLAT_FORMS.has(this.piece().form ?? ''));
  protected readonly condition = computed(() => findPieceCondition(this.piece().condition ?? ''));
  protected readonly outsideMeasure = computed(() =>
    lengthMeasure(this.unit(), [1, 3000], 'tube', '42.4 mm or 1 1/2"'),
  );
  protected readonly thicknessMeasure = computed(() =>
    lengthMeasure(this.unit(), [0.1, 300], gaugeOf(this.piece()), '1.5 mm, 1/16", .065, 16 ga or 2 in sch 10'),
  );
  /** Why wall and diameter cannot belong together. */
  protected readonly misfit = computed(() => {
    const { outsideMm, thicknessMm, form } = this.piece();
    const hollow = form === 'tube' || form === 'pipe';
    return hollow && outsideMm !== null && thicknessMm !== null && thicknessMm * 2 >= outsideMm
      ? 'thicker than half the outside diameter: one of the two is wrong'
      : null;
  });
  protected readonly readSize = computed(() => readSize(this.piece().size, this.unit(), gaugeOf(this.piece())) ?? null);
  protected readonly sizeTaken = computed(() => {
    const { outsideMm, thicknessMm } = this.piece();
    const { outsideMm: outside, wallMm: wall } = this.readSize() ?? {};
    const same = (ours: number | null, said: number | undefined): boolean =>
      said === undefined || (ours !== null && Math.abs(ours - said) < 0.01);
    return same(outsideMm, outside) && same(thicknessMm, wall);
  });
  /** A mark counts for the grade only as a test in the log. */
  protected readonly canLogMark = computed(() => {
    const { marks, tests, kind } = this.piece();
    const mark = marks.trim();
    return (
      kind === 'base' &&
      mark !== '' &&
      !tests.some(({ entry, struckOutAt }) => struckOutAt === null && entry.test === 'stamp' && entry.mark === mark)
    );
  });

  protected change(changes: Omit<PiecePatch, 'version'>): void {
    this.store.changePiece(this.piece().id, changes);
  }

  /** A size that was just said fills what nothing is known of yet. */
  protected fillFromSize(): void {
    const { outsideMm, outsideText, thicknessMm, thicknessText } = this.piece();
    if (outsideMm === null && thicknessMm === null && outsideText === '' && thicknessText === '') this.takeSize();
  }

  protected takeSize(size: { outsideMm?: number; wallMm?: number } | null = this.readSize()): void {
    if (!size) return;
    const { outsideMm, wallMm } = size;
    const round = (mm: number): number => Number(mm.toFixed(4));
    this.change({
      ...(outsideMm === undefined ? {} : { outsideMm: round(outsideMm), outsideText: '' }),
      ...(wallMm === undefined ? {} : { thicknessMm: round(wallMm), thicknessText: '' }),
    });
  }

  protected logMark(): void {
    this.store.addTest(this.piece().id, { test: 'stamp', mark: this.piece().marks.trim() });
  }
}

/** Gauge table that a gauge number on this piece means. */
function gaugeOf({ form, grade }: Piece): GaugeKind {
  if (form === 'tube') return 'tube';
  const family = grade === null ? undefined : findGrade(grade)?.family;
  return family === 'carbon' || family === 'low-alloy' ? 'sheet-carbon' : 'sheet-stainless';
}
