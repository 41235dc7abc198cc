import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { Joint } from '@variatum/metallurgy';
import { JointStore } from '../../job/stores';
import { fieldBy, TextField } from '../../kit/fields';

const percents = ({ min, max }: { readonly min: number; readonly max: number }): string =>
  `${Math.round(100 * min)} to ${Math.round(100 * max)}`;

/** How much of the pool is base metal, as a percentage; left out, it follows from the technique. */
@Component({
  selector: 'va-dilution-field',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-text-field
      label="Dilution, % (base metal in the pool)"
      about="dilution"
      inputmode="decimal"
      [longest]="20"
      [placeholder]="usual()"
      [of]="field"
    />
    @if (own(); as words) {
      <p class="small soft" data-testid="own-dilution-range">{{ words }}</p>
    }
  `,
  styles: `
    :host {
      max-width: 320px;
    }
  `,
})
export class DilutionField {
  /** The joint as it is reckoned with; null while it cannot be. */
  readonly completed = input.required<Joint | null>();
  private readonly joints = inject(JointStore);
  /** What was typed and is no percentage. */
  private readonly unread = signal<string | null>(null);

  private readonly text = computed(() => {
    const { dilution } = this.joints.joint();
    return this.unread() ?? (typeof dilution === 'number' ? String(Number((100 * dilution).toFixed(1))) : '');
  });
  protected readonly usual = computed(() => {
    const dilution = this.completed()?.dilution;
    if (!dilution) return '';
    return `${percents(dilution)}, ${this.joints.ownDilution() ? 'from your beads' : 'by technique'}`;
  });
  /** Where the range comes from, when it is the workshop's own. */
  protected readonly own = computed(() => {
    const own = this.joints.ownDilution();
    return own && `From ${own.count} of your beads: ${percents(own.next)} %, usually ${percents(own.prior)} %.`;
  });
  private readonly error = computed(() =>
    this.unread() === null ? this.joints.errors()['joint.dilution'] : 'give a percentage from 0 to 100, such as 30',
  );

  protected readonly field = fieldBy(this.text, (text) => this.set(text), this.error);

  private set(text: string): void {
    const plain = text.trim().replace(',', '.').replace(/%$/, '').trim();
    const percent = Number(plain);
    const read = Number.isFinite(percent) && percent >= 0 && percent <= 100;
    this.unread.set(read ? null : text);
    this.joints.describe({ dilution: plain === '' ? undefined : read ? percent / 100 : Number.NaN });
  }
}
