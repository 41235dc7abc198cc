import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { GRADE_SOURCES, type Piece } from '@variatum/contracts';
import { COATINGS, FORMS, GRADES, ITEM_FAMILIES, PIECE_CONDITIONS, RODS } from '@variatum/metallurgy';
import { GRADE_SOURCE_WORDS } from '@variatum/presentation';
import { FieldTestStore, PieceStore } from '../../job/stores';
import { ChoiceGroup, type ChoiceOption, SelectField, TextField, titled } from '../../kit/fields';

/** Made once: every card lists them all. */
const GRADE_CHOICES: readonly ChoiceOption<string>[] = GRADES.map(({ id, names }) => ({
  value: id,
  title: [id, names.uns, names.en].filter((name, place, all) => name && all.indexOf(name) === place).join(' · '),
}));
const FAMILY_CHOICES: readonly ChoiceOption<string>[] = titled(ITEM_FAMILIES.filter(({ id }) => id !== 'unknown'));

/** What is known of one piece: what it is, its state, its marks and where it came from. */
@Component({
  selector: 'va-piece-facts',
  imports: [ChoiceGroup, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="fields">
      <va-text-field label="Name" [longest]="80" [of]="of().name" />
      @if (piece().kind === 'old-weld') {
        <va-select-field label="Rod of the old weld" search clear [options]="rods" [of]="of().weldMetal" />
      } @else {
        <va-select-field label="What kind of part" search clear [options]="families" [of]="of().itemFamily" />
        <va-select-field label="Form" clear [options]="forms" [of]="of().form" />
      }
      @if (piece().kind === 'base') {
        <va-select-field
          label="Grade, if it is certain"
          search
          clear
          [options]="grades"
          [of]="of().grade"
          about="candidate"
        />
        @if (piece().grade !== null) {
          <va-choice-group class="all" label="How that is known" clear [options]="sources" [of]="of().gradeSource" />
        }
        <va-choice-group class="all" label="Surface" clear [options]="coatings" [of]="of().coating" />
      }
      <va-select-field label="State it came in" clear [options]="conditions" [of]="of().condition" />
      <va-text-field label="Marks on it, as read" [of]="of().marks">
        @if (canLogMark()) {
          <button type="button" class="link small" (click)="logMark()">Log it as a test: it may name the grade</button>
        }
      </va-text-field>
      <va-text-field label="Where it came from" [longest]="500" [of]="of().origin" />
    </div>
  `,
  styles: `
    .fields {
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 10px var(--space-3);
    }
    .all {
      grid-column: 1 / -1;
    }
  `,
})
export class PieceFacts {
  readonly piece = input.required<Piece>();
  private readonly pieces = inject(PieceStore);
  private readonly tests = inject(FieldTestStore);

  protected readonly forms = titled(FORMS);
  protected readonly conditions = titled(PIECE_CONDITIONS);
  protected readonly sources = titled(GRADE_SOURCES, GRADE_SOURCE_WORDS);
  protected readonly coatings = titled(COATINGS);
  protected readonly families = FAMILY_CHOICES;
  protected readonly grades = GRADE_CHOICES;
  protected readonly rods = titled(RODS.map(({ id }) => id));
  protected readonly of = computed(() => this.pieces.fieldsOf(this.piece()));
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

  protected logMark(): void {
    this.tests.add(this.piece().id, { test: 'stamp', mark: this.piece().marks.trim() });
  }
}
