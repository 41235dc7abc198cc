import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import type { Piece, PiecePatch } from '@variatum/contracts';
import {
  findGrade,
  formatLength,
  FORMS,
  GRADES,
  ITEM_FAMILIES,
  readLength,
  RODS,
  type GaugeKind,
  type UnderstoodLength,
} from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { JobStore } from '../data/job-store';
import { ChoiceGroup } from '../shared/choice-group';

/** The pieces of the job: what each is, its form and size, its coating, and its grade if it is known. */
@Component({
  selector: 'va-pieces-stage',
  imports: [ChoiceGroup, FormsModule, RouterLink, NzButtonModule, NzInputModule, NzSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      @for (piece of store.pieces(); track piece.id; let index = $index) {
        <section class="panel stack" [attr.aria-label]="piece.name" [attr.data-piece]="index">
          <div class="row head">
            <h2>
              <span class="tab figure">{{ letter(index) }}</span>
              {{ piece.name }}
            </h2>
            <div class="row">
              <a nz-button [routerLink]="['../identify']" [queryParams]="{ piece: piece.id }">Identify</a>
              <button nz-button nzType="text" type="button" (click)="store.setPieceWithdrawn(piece.id, true)">
                Take off
              </button>
            </div>
          </div>
          <div class="fields">
            <div class="field">
              <label [for]="'name-' + piece.id">Name</label>
              <input
                nz-input
                [id]="'name-' + piece.id"
                [ngModel]="piece.name"
                (ngModelChange)="change(piece, { name: $event })"
                maxlength="80"
                [attr.aria-invalid]="!!error(piece, 'name')"
              />
              @if (error(piece, 'name'); as message) {
                <span class="field-error">{{ message }}</span>
              }
            </div>
            <div class="field">
              <label [for]="'thickness-' + piece.id">Thickness at the joint</label>
              <input
                nz-input
                [id]="'thickness-' + piece.id"
                [ngModel]="thickness(piece)"
                (ngModelChange)="setThickness(piece, $event)"
                placeholder='1.5, 1/16", 16 ga, 2 in sch 10'
                maxlength="40"
                [attr.aria-invalid]="!!error(piece, 'thicknessMm')"
                [attr.aria-describedby]="'thickness-error-' + piece.id"
              />
              @if (error(piece, 'thicknessMm'); as message) {
                <span class="field-error" [id]="'thickness-error-' + piece.id" role="alert">{{ message }}</span>
              } @else if (understood(piece); as words) {
                <span class="small soft" [id]="'thickness-error-' + piece.id">{{ words }}</span>
              }
            </div>
            @if (piece.kind === 'old-weld') {
              <div class="field">
                <label [for]="'weld-' + piece.id">Rod of the old weld</label>
                <nz-select
                  [nzId]="'weld-' + piece.id"
                  nzShowSearch
                  nzAllowClear
                  nzPlaceHolder="Not known"
                  [ngModel]="piece.weldMetal"
                  (ngModelChange)="change(piece, { weldMetal: $event })"
                >
                  @for (rod of rods; track rod.id) {
                    <nz-option [nzValue]="rod.id" [nzLabel]="rod.id" />
                  }
                </nz-select>
              </div>
            } @else {
              <div class="field">
                <label [for]="'family-' + piece.id">What kind of part</label>
                <nz-select
                  [nzId]="'family-' + piece.id"
                  nzShowSearch
                  nzAllowClear
                  nzPlaceHolder="Not stated"
                  [ngModel]="piece.family"
                  (ngModelChange)="change(piece, { family: $event })"
                >
                  @for (family of families; track family.id) {
                    <nz-option [nzValue]="family.id" [nzLabel]="family.title" />
                  }
                </nz-select>
              </div>
              <div class="field">
                <label [for]="'form-' + piece.id">Form</label>
                <nz-select
                  [nzId]="'form-' + piece.id"
                  nzAllowClear
                  nzPlaceHolder="Not stated"
                  [ngModel]="piece.form"
                  (ngModelChange)="change(piece, { form: $event })"
                >
                  @for (form of forms; track form) {
                    <nz-option [nzValue]="form" [nzLabel]="form" />
                  }
                </nz-select>
              </div>
              <div class="field">
                <label [for]="'grade-' + piece.id">Grade, if it is certain</label>
                <nz-select
                  [nzId]="'grade-' + piece.id"
                  nzShowSearch
                  nzAllowClear
                  nzPlaceHolder="Not known"
                  [ngModel]="piece.grade"
                  (ngModelChange)="change(piece, { grade: $event })"
                >
                  @for (grade of grades; track grade.id) {
                    <nz-option [nzValue]="grade.id" [nzLabel]="grade.label" />
                  }
                </nz-select>
              </div>
              <va-choice-group
                label="Surface"
                [options]="coatings"
                [value]="piece.coating"
                (chosen)="change(piece, { coating: piece.coating === $event ? null : $event })"
              />
            }
            <div class="field">
              <label [for]="'size-' + piece.id">Size as people say it</label>
              <input
                nz-input
                [id]="'size-' + piece.id"
                [ngModel]="piece.size"
                (ngModelChange)="change(piece, { size: $event })"
                maxlength="80"
                placeholder="42.4 x 2 mm tube"
              />
            </div>
            <div class="field">
              <label [for]="'origin-' + piece.id">Where it came from, marks</label>
              <input
                nz-input
                [id]="'origin-' + piece.id"
                [ngModel]="piece.origin"
                (ngModelChange)="change(piece, { origin: $event })"
                maxlength="500"
              />
            </div>
          </div>
          @if (piece.coating === 'galvanised' || piece.coating === 'plated') {
            <p class="caution">
              Zinc, cadmium and chromium plating smoke poison: take it off well back from the joint, inside too;
              extraction and the right mask.
            </p>
          }
        </section>
      } @empty {
        <section class="panel stack">
          <h2>Nothing on the bench yet</h2>
          <p>
            Add each metal that will be in the pool: both parts, and the last repairer's weld if it stays. A name such
            as "bracket" is enough to begin.
          </p>
        </section>
      }
      <div class="row">
        <button
          nz-button
          nzType="primary"
          type="button"
          (click)="store.addPiece({ name: 'Piece ' + letter(store.pieces().length) })"
          [disabled]="store.pieces().length >= 4"
        >
          Add a piece
        </button>
        <button
          nz-button
          type="button"
          (click)="store.addPiece({ name: 'Old weld', kind: 'old-weld' })"
          [disabled]="store.pieces().length >= 4"
        >
          Add an old weld
        </button>
        @for (piece of store.withdrawnPieces(); track piece.id) {
          <button
            nz-button
            nzType="text"
            type="button"
            (click)="store.setPieceWithdrawn(piece.id, false)"
            [disabled]="store.pieces().length >= 4"
          >
            Bring back {{ piece.name }}
          </button>
        }
      </div>
    </div>
  `,
  styles: `
    .head {
      justify-content: space-between;
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
      background: var(--tint-purple);
    }
  `,
})
export class PiecesStage {
  protected readonly store = inject(JobStore);
  private readonly unit = computed(() => this.store.workshop()?.lengthUnit ?? 'mm');
  protected readonly forms = FORMS;
  protected readonly coatings = (['bare', 'plated', 'galvanised'] as const).map((value) => ({ value, title: value }));
  protected readonly families = ITEM_FAMILIES.filter(({ id }) => id !== 'unknown');
  protected readonly grades = GRADES.map(({ id, names }) => ({
    id,
    label: [id, names.uns, names.en].filter((name, index, all) => name && all.indexOf(name) === index).join(' · '),
  }));
  protected readonly rods = RODS;
  /** What was typed and cannot be read as a thickness, by piece. */
  private readonly unread = signal<Readonly<Record<string, string>>>({});

  protected letter(index: number): string {
    return 'ABCD'[index] ?? String(index + 1);
  }

  protected change(piece: Piece, changes: Omit<PiecePatch, 'version'>): void {
    this.store.changePiece(piece.id, changes);
  }

  protected error(piece: Piece, field: string): string | undefined {
    const unread = field === 'thicknessMm' ? this.unread()[piece.id] : undefined;
    if (unread !== undefined)
      return this.reads(piece, unread)
        ? 'give a thickness from 0.1 to 300 mm'
        : 'not understood: give a thickness such as 1.5 mm, 1/16", .065, 16 ga or 2 in sch 10';
    return this.store.errorsOf(`piece ${piece.id}`)[field];
  }

  /** As it was typed; where only a number is known, in the workshop's unit. */
  protected thickness(piece: Piece): string {
    return (
      this.unread()[piece.id] ??
      (piece.thicknessText || (piece.thicknessMm === null ? '' : formatLength(piece.thicknessMm, this.unit())))
    );
  }

  /** What the text was understood to mean, where that is not plain from it. */
  protected understood(piece: Piece): string | null {
    if (this.unread()[piece.id] !== undefined || piece.thicknessMm === null || piece.thicknessText === '') return null;
    return this.reads(piece, piece.thicknessText)?.understood ?? null;
  }

  protected setThickness(piece: Piece, text: string): void {
    const empty = text.trim() === '';
    const mm = this.reads(piece, text)?.mm;
    const good = empty || (mm !== undefined && inRange(mm));
    this.unread.update(({ [piece.id]: _old, ...rest }) => (good ? rest : { ...rest, [piece.id]: text }));
    if (empty) this.change(piece, { thicknessMm: null, thicknessText: '' });
    else if (good) this.change(piece, { thicknessMm: Number(mm?.toFixed(4)), thicknessText: text.trim() });
  }

  private reads(piece: Piece, text: string): UnderstoodLength | undefined {
    return readLength(text, this.unit(), gaugeOf(piece));
  }
}

const inRange = (mm: number): boolean => mm >= 0.1 && mm <= 300;

/** Gauge table that a gauge number on this piece means. */
function gaugeOf({ form, grade }: Piece): GaugeKind {
  if (form === 'tube') return 'tube';
  const family = grade === null ? undefined : findGrade(grade)?.family;
  return family === 'carbon' || family === 'low-alloy' ? 'sheet-carbon' : 'sheet-stainless';
}
