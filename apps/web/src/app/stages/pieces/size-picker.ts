import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { sizesOf, type LengthUnit, type TabledSize } from '@variatum/metallurgy';
import { NzSelectModule } from 'ng-zorro-antd/select';

let count = 0;

/** Sizes a form usually comes in: tube, pipe by its schedule, sheet by its gauge, plate, bar. */
@Component({
  selector: 'va-size-picker',
  imports: [FormsModule, NzSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (sizes().length > 0) {
      <div class="field">
        <label [for]="id">From the size tables</label>
        <nz-select
          [nzId]="id"
          nzShowSearch
          [nzPlaceHolder]="'Usual ' + form() + ' sizes'"
          [ngModel]="null"
          (ngModelChange)="choose($event)"
        >
          @for (size of sizes(); track size.text) {
            <nz-option [nzValue]="size.text" [nzLabel]="label(size)" />
          }
        </nz-select>
      </div>
    }
  `,
})
export class SizePicker {
  readonly form = input.required<string | null>();
  readonly unit = input.required<LengthUnit>();
  readonly chosen = output<TabledSize>();
  protected readonly id = `size-table-${++count}`;
  protected readonly sizes = computed(() => sizesOf(this.form(), this.unit()));

  /** A pipe says its millimetres too: a schedule alone tells nobody what lies in the vice. */
  protected label({ text, outsideMm, wallMm }: TabledSize): string {
    return /sch|ga /.test(text)
      ? `${text} · ${[outsideMm, wallMm]
          .filter((mm) => mm !== undefined)
          .map((mm) => Number(mm.toFixed(2)))
          .join(' x ')} mm`
      : text;
  }

  protected choose(text: string | null): void {
    const size = this.sizes().find((entry) => entry.text === text);
    if (size) this.chosen.emit(size);
  }
}
