import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { Joint } from '@variatum/metallurgy';
import { JointStore } from '../../job/stores';
import { fieldBy, TextField } from '../../kit/fields';

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
    return this.unread() ?? (typeof dilution === 'number' ? String(Math.round(1000 * dilution) / 10) : '');
  });
  protected readonly usual = computed(() => {
    const dilution = this.completed()?.dilution;
    return dilution ? `${Math.round(100 * dilution.min)} to ${Math.round(100 * dilution.max)}, by technique` : '';
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
