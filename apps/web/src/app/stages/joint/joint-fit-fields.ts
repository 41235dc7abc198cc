import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FIT_SIZES, LIMITS, type JointFit } from '@variatum/metallurgy';
import { FIT_TITLES } from '@variatum/presentation';
import { JointStore } from '../../job/stores';
import { angleMeasure, lengthMeasure, type Measure, MeasureField } from '../../kit/fields';
import { WorkshopStore } from '../../settings/workshop-store';

const ANGLE = angleMeasure(LIMITS.bevelDeg);

/** How the edges are prepared and set, as measured; what is left out is drawn as usual. */
@Component({
  selector: 'va-joint-fit-fields',
  imports: [MeasureField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (joints.fit(); as fit) {
      <div class="fields">
        @for (size of sizes; track size) {
          <va-measure-field [label]="titles[size]" placeholder="usual" [measure]="measures()[size]" [of]="fit[size]" />
        }
      </div>
    }
  `,
  styles: `
    .fields {
      grid-template-columns: repeat(2, minmax(0, 1fr));
      padding: var(--space-2) 0;
      gap: var(--space-3);
    }
  `,
})
export class JointFitFields {
  protected readonly joints = inject(JointStore);
  private readonly workshops = inject(WorkshopStore);
  protected readonly sizes = FIT_SIZES;
  protected readonly titles = FIT_TITLES;
  protected readonly measures = computed<Readonly<Record<keyof JointFit, Measure>>>(() => {
    const unit = this.workshops.workshop()?.lengthUnit ?? 'mm';
    const length = (name: 'gapMm' | 'landMm' | 'mismatchMm' | 'legMm'): Measure =>
      lengthMeasure(unit, LIMITS[name], undefined, '1.5 mm or 1/16"');
    return {
      gapMm: length('gapMm'),
      landMm: length('landMm'),
      bevelDeg: ANGLE,
      mismatchMm: length('mismatchMm'),
      legMm: length('legMm'),
    };
  });
}
