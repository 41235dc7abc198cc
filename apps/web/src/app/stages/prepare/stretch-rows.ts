import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { KeptStretch } from '@variatum/contracts';
import { farthest, HOUR_DEGREES, type PlacedSeam } from '@variatum/job';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JointStore } from '../../job/stores';
import { fieldBy, NumberField, type FieldOf } from '../../kit/fields';

/** What rounding to whole millimetres may add, mm. */
const ROUNDED_MM = 0.5;

/** A new stretch: between four and eight o'clock on a ring, the first 50 mm of a line. */
const USUAL = { ring: { from: 120, to: 240 }, line: { from: 0, to: 50 } } as const;
const MOST = 6;

/** Stretches of a seam, each from one place to another: hours of the clock on a ring, mm along a line. */
@Component({
  selector: 'va-stretch-rows',
  imports: [NumberField, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (row of rows(); track $index) {
      <div class="stretch">
        <va-number-field [label]="label() + ' ' + ($index + 1) + ' from, ' + unit()" [of]="row.from" />
        <va-number-field [label]="'to, ' + unit() + ', ' + label() + ' ' + ($index + 1)" [of]="row.to" />
        <button
          nz-button
          type="button"
          [attr.aria-label]="'Remove ' + label() + ' ' + ($index + 1)"
          (click)="remove($index)"
        >
          ✕
        </button>
      </div>
    }
    @if (stretches().length < most) {
      <button nz-button type="button" (click)="add()">{{ addWords() }}</button>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      justify-items: start;
    }
    .stretch {
      width: 100%;
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto;
      gap: var(--space-2);
      align-items: end;
    }
  `,
})
export class StretchRows {
  /** What such a stretch is called, with the name it has in the record of the joint. */
  readonly label = input.required<string>();
  readonly name = input.required<'outOfReach' | 'left'>();
  readonly addWords = input.required<string>();
  readonly seam = input.required<PlacedSeam>();
  readonly stretches = input.required<readonly KeptStretch[]>();
  readonly changed = output<KeptStretch[]>();
  private readonly joints = inject(JointStore);
  protected readonly most = MOST;
  protected readonly unit = computed(() => (this.seam().kind === 'ring' ? 'o’clock' : 'mm'));
  private readonly perUnit = computed(() => (this.seam().kind === 'ring' ? HOUR_DEGREES : 1));
  private readonly count = computed(() => this.stretches().length);
  /** Fields stay the same ones while there are as many: what is typed is not lost under the hand. */
  protected readonly rows = computed(() =>
    Array.from({ length: this.count() }, (_, index) => ({ from: this.end(index, 'from'), to: this.end(index, 'to') })),
  );

  private end(index: number, name: 'from' | 'to'): FieldOf<number | null> {
    return fieldBy<number | null>(
      () => {
        const value = this.stretches()[index]?.[name];
        return value === undefined ? null : value / this.perUnit();
      },
      (value) => value !== null && this.change(index, { [name]: value * this.perUnit() }),
      () => this.joints.errors()[`seamOrder.${this.name()}.${index}.${name}`] ?? this.beyond(index, name),
    );
  }

  /** What is wrong with a place that is not on this seam. */
  private beyond(index: number, name: 'from' | 'to'): string | null {
    const most = farthest(this.seam());
    const value = this.stretches()[index]?.[name] ?? 0;
    return value > most + ROUNDED_MM ? `give 0 to ${Math.round(most / this.perUnit())} ${this.unit()}` : null;
  }

  private change(index: number, changes: Partial<KeptStretch>): void {
    this.changed.emit(this.stretches().map((one, at) => (at === index ? { ...one, ...changes } : one)));
  }

  protected add(): void {
    this.changed.emit([...this.stretches(), USUAL[this.seam().kind]]);
  }

  protected remove(index: number): void {
    this.changed.emit(this.stretches().filter((_, at) => at !== index));
  }
}
