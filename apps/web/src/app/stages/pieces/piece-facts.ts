import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Piece, PiecePatch } from '@variatum/contracts';
import { COATINGS, FORMS, GRADES, ITEM_FAMILIES, PIECE_CONDITIONS, RODS } from '@variatum/metallurgy';
import { FieldTestStore, PieceStore } from '../../job/stores';
import { ChoiceGroup, type ChoiceOption, SelectField, TextField, titled } from '../../kit/fields';
import { HelpNote } from '../../kit/marks/help-note';
import { PieceSize } from './piece-size';

/** Made once: every card lists them all. */
const GRADE_CHOICES: readonly ChoiceOption<string | null>[] = GRADES.map(({ id, names }) => ({
  value: id,
  title: [id, names.uns, names.en].filter((name, place, all) => name && all.indexOf(name) === place).join(' · '),
}));
const FAMILY_CHOICES: readonly ChoiceOption<string | null>[] = titled(
  ITEM_FAMILIES.filter(({ id }) => id !== 'unknown'),
);

/** What is known of one piece: what it is, its size, its state, its marks and where it came from. */
@Component({
  selector: 'va-piece-facts',
  imports: [ChoiceGroup, HelpNote, PieceSize, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
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
      <va-piece-size [piece]="piece()" />
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
          <button type="button" class="link small" (click)="logMark()">Log it as a test: it may name the grade</button>
        }
      </va-text-field>
      <va-text-field
        label="Where it came from"
        [longest]="500"
        [value]="piece().origin"
        (changed)="change({ origin: $event })"
      />
    </div>
  `,
})
export class PieceFacts {
  readonly piece = input.required<Piece>();
  private readonly pieces = inject(PieceStore);
  private readonly tests = inject(FieldTestStore);

  protected readonly forms: readonly ChoiceOption<Piece['form']>[] = titled(FORMS);
  protected readonly conditions: readonly ChoiceOption<string | null>[] = titled(PIECE_CONDITIONS);
  protected readonly coatings = titled(COATINGS);
  protected readonly families = FAMILY_CHOICES;
  protected readonly grades = GRADE_CHOICES;
  protected readonly rods: readonly ChoiceOption<string | null>[] = titled(RODS.map(({ id }) => id));
  protected readonly errors = computed(() => this.pieces.errorsOf(this.piece().id));
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
    this.pieces.change(this.piece().id, changes);
  }

  protected logMark(): void {
    this.tests.add(this.piece().id, { test: 'stamp', mark: this.piece().marks.trim() });
  }
}
