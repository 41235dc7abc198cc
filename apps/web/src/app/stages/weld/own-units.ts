import { computed, inject, Injectable } from '@angular/core';
import { weldFigures } from '@variatum/presentation';
import { WorkshopStore } from '../../settings/workshop-store';

/** Figures of a weld in the workshop's own units. */
@Injectable()
export class OwnUnits {
  private readonly workshops = inject(WorkshopStore);
  /** How they are said. */
  readonly now = computed(() => {
    const { lengthUnit = 'mm', temperatureUnit = '°C', flowUnit = 'L/min' } = this.workshops.workshop() ?? {};
    return weldFigures(lengthUnit, temperatureUnit, flowUnit);
  });
}
