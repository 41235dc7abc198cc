import { computed, inject, Injectable } from '@angular/core';
import { formatTemperature } from '@variatum/metallurgy';
import { WorkshopStore } from '../../settings/workshop-store';

const MM_PER_INCH = 25.4;

/** Figures of a weld in the workshop's own units. */
@Injectable()
export class OwnUnits {
  private readonly workshops = inject(WorkshopStore);
  private readonly length = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');
  private readonly temperature = computed(() => this.workshops.workshop()?.temperatureUnit ?? '°C');
  /** Units of a length along a seam, of travel and of heat input. */
  readonly along = computed(() => (this.length() === 'mm' ? 'mm' : 'in'));
  readonly travel = computed(() => (this.length() === 'mm' ? 'mm/s' : 'in/min'));
  readonly heatInput = computed(() => (this.length() === 'mm' ? 'kJ/mm' : 'kJ/in'));

  /** A temperature, to whole degrees. */
  warmth(celsius: number): string {
    return formatTemperature(Math.round(celsius), this.temperature());
  }

  /** A length along a seam, without its unit. */
  alongOf(mm: number): string {
    return this.length() === 'mm' ? String(Math.round(mm)) : (mm / MM_PER_INCH).toFixed(2);
  }

  travelOf(mmPerS: number): string {
    return this.length() === 'mm' ? mmPerS.toFixed(1) : ((60 * mmPerS) / MM_PER_INCH).toFixed(1);
  }

  heatInputOf(kJPerMm: number): string {
    return this.length() === 'mm' ? kJPerMm.toFixed(2) : (MM_PER_INCH * kJPerMm).toFixed(1);
  }
}
