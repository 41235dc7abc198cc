import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, linkedSignal, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  choicesOf,
  filmsOfColour,
  GREY,
  inspectionMethod,
  LIMITS,
  NOT_GIVEN,
  type InspectionMethodId,
  type Quantity,
} from '@variatum/metallurgy';
import { limitWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { ChoiceGroup, fieldBy, lengthMeasure, MeasureField, NumberField, ownField, TextField } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { placeWords } from '../../planning';
import { Inspection } from './inspection';
import { TintReader, type ReadTint } from './tint-reader';
import { TintScale } from './tint-scale';

/** What begins below this share of the window is brought up. */
const LOW = 0.7;

const NOTHING = { range90: null, photo: null } as const;

/** One finding: a tap for what is chosen, a figure for what is measured, how, and where. */
@Component({
  selector: 'va-finding-form',
  imports: [ChoiceGroup, MeasureField, NumberField, NzButtonModule, Panel, TextField, TintReader, TintScale],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Log a finding" [heading]="line().title">
      <p class="small soft">{{ asked() }}</p>
      <va-choice-group label="How" [options]="methods()" [of]="by" />
      @if (options().length > 0) {
        <va-choice-group label="Found" [options]="options()" [of]="choice" />
        @if (line().kind === 'colour') {
          <va-tint-scale [limit]="tintLimit()" [film]="film()" [grey]="grey()" />
          <va-tint-reader [shielded]="line().inside === true" (read)="logTint($event)" />
        }
      } @else {
        <form class="in-line" (submit)="logValue($event)" aria-label="What was measured">
          @if (line().kind === 'length') {
            <va-measure-field [label]="line().title" [measure]="length()" [of]="measured" />
          } @else {
            <va-number-field [label]="line().title" [of]="number" />
          }
          <button nz-button nzType="primary" type="submit">Log</button>
          @if (line().kind === 'length') {
            <button nz-button type="button" (click)="log({ value: 0, choice: null })">None found</button>
          }
        </form>
      }
      @if (fault(); as words) {
        <p class="field-error" role="alert">{{ words }}</p>
      }
      <p class="small soft place">
        {{ place() }}
        @if (inspection.atMm() !== null) {
          <button type="button" class="link" (click)="inspection.atMm.set(null)">all of the seam</button>
        }
      </p>
      <va-text-field label="Note to it" [longest]="500" [of]="note" />
    </va-panel>
  `,
  styles: `
    .place {
      display: flex;
      gap: var(--space-3);
      align-items: baseline;
    }
  `,
})
export class FindingForm {
  protected readonly inspection = inject(Inspection);
  protected readonly line = this.inspection.line;
  protected readonly note = ownField('');
  protected readonly number = ownField<number | null>(null);
  protected readonly measured = ownField<Quantity>(NOT_GIVEN);
  protected readonly fault = signal('');
  private readonly method = linkedSignal<InspectionMethodId>(() => this.line().methods[0]!);

  protected readonly methods = computed(() =>
    this.line()
      .methods.filter((one) => one !== 'picture')
      .map((value) => ({ value, title: inspectionMethod(value).title })),
  );
  protected readonly by = fieldBy<InspectionMethodId | null>(this.method, (by) => by !== null && this.method.set(by));
  protected readonly options = computed(() => choicesOf(this.line()).map(({ id, title }) => ({ value: id, title })));
  /** Tapping logs: one look, one tap. */
  protected readonly choice = fieldBy<string | null>(
    () => null,
    (choice) => choice !== null && this.log({ value: null, choice }),
  );
  protected readonly length = computed(() =>
    lengthMeasure(this.inspection.unit(), LIMITS.findingMm, undefined, '0.3 mm or .012'),
  );
  protected readonly asked = computed(() => {
    const judged = this.inspection.verdict()?.lines.find(({ line }) => line === this.inspection.chosen());
    if (!judged) return '';
    const asks = `The profile asks: ${limitWords(judged.limit, this.inspection.unit())}.`;
    return judged.serviceCares ? asks : `${asks} This service rarely minds it (estimate).`;
  });
  private readonly found = computed(
    () => this.inspection.verdict()?.lines.find(({ line }) => line === this.inspection.chosen())?.finding ?? null,
  );
  protected readonly tintLimit = computed(
    () => this.inspection.profile()[this.line().inside === true ? 'tint' : 'tintOutside'],
  );
  protected readonly grey = computed(() => this.found()?.choice === GREY);
  protected readonly film = computed(() => {
    const found = this.found();
    if (!found || this.grey()) return null;
    if (found.range90) return found.range90;
    return found.choice === null ? null : filmsOfColour(found.choice);
  });
  protected readonly place = computed(() => {
    const [seam, at] = [this.inspection.seam(), this.inspection.atMm()];
    if (!seam) return 'Of all of the seam; with its sizes known, a place on it can be tapped.';
    return at === null ? 'Of all of the seam; tap it to say where.' : `At ${placeWords(seam, at)}.`;
  });

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    // On a phone the form stands below the lines: who chooses one comes to it.
    this.inspection.wanted.pipe(takeUntilDestroyed()).subscribe(() => {
      if (host.getBoundingClientRect().top > LOW * innerHeight) host.scrollIntoView({ block: 'start' });
    });
  }

  protected logValue(event: Event): void {
    event.preventDefault();
    const value = this.line().kind === 'length' ? this.measured.value.value : this.number.value;
    if (value === null || Number.isNaN(value)) {
      this.fault.set(
        this.line().kind === 'length'
          ? 'give a length, such as 0.3 mm, or log that there is none'
          : 'give what the gauge shows, 0 to 200 FN',
      );
      return;
    }
    this.log({ value, choice: null });
  }

  protected logTint({ answer, colour, photo }: ReadTint): void {
    const { median, range90 } = answer;
    this.take({
      value: median,
      range90: [...range90] as [number, number],
      choice: colour,
      by: 'picture',
      note: this.note.value,
      photo,
    });
  }

  protected log({ value, choice }: { readonly value: number | null; readonly choice: string | null }): void {
    this.take({ ...NOTHING, value, choice, by: this.method(), note: this.note.value });
  }

  private take(found: Parameters<Inspection['log']>[0]): void {
    const [wrong] = Object.values(this.inspection.log(found));
    this.fault.set(wrong ?? '');
    if (wrong !== undefined) return;
    this.note.change('');
    this.number.change(null);
    this.measured.change(NOT_GIVEN);
  }
}
