import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { sizesOf, type LengthUnit, type TabledSize } from '@variatum/metallurgy';
import { type ChoiceOption, fieldBy, SelectField } from '../../kit/fields';

/** Sizes a form usually comes in: tube, pipe by its schedule, sheet by its gauge, plate, bar. */
@Component({
  selector: 'va-size-picker',
  imports: [SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (sizes().length > 0) {
      <va-select-field
        label="From the size tables"
        search
        [placeholder]="'Usual ' + form() + ' sizes'"
        [options]="options()"
        [of]="none"
      />
    }
  `,
})
export class SizePicker {
  readonly form = input.required<string | null>();
  readonly unit = input.required<LengthUnit>();
  readonly chosen = output<TabledSize>();
  protected readonly sizes = computed(() => sizesOf(this.form(), this.unit()));
  protected readonly options = computed<readonly ChoiceOption<string>[]>(() =>
    this.sizes().map((size) => ({ value: size.text, title: label(size) })),
  );

  /** Nothing stays chosen: what was, stands in the fields. */
  protected readonly none = fieldBy<string | null>(
    () => null,
    (text) => {
      const size = this.sizes().find((entry) => entry.text === text);
      if (size) this.chosen.emit(size);
    },
  );
}

/** A pipe says its millimetres too: a schedule alone tells nobody what lies in the vice. */
function label({ text, outsideMm, wallMm }: TabledSize): string {
  return /sch|ga /.test(text)
    ? `${text} · ${[outsideMm, wallMm]
        .filter((mm) => mm !== undefined)
        .map((mm) => Number(mm.toFixed(2)))
        .join(' x ')} mm`
    : text;
}
