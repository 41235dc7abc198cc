/** A weld of which the heat input is known, over metal with constant properties, SI. */
export interface CoolingWeld {
  /** Heat that stays in the metal for a metre of weld, J/m. */
  readonly energyJPerM: number;
  readonly startC: number;
  /** W/mK */
  readonly conductivity: number;
  /** Heat capacity by volume, J/m³K. */
  readonly volumetricHeat: number;
}

const inverse = (temperatureC: number, startC: number): number => 1 / (temperatureC - startC);

/**
 * Seconds from one temperature to a lower one on the line of a weld in thick metal.
 * @param fromC above `toC`, both above the start, °C
 * Source: Rosenthal 1946 in the form of the cooling times of EN 1011-2.
 */
export function coolingThick({ energyJPerM, startC, conductivity }: CoolingWeld, fromC: number, toC: number): number {
  return (energyJPerM / (2 * Math.PI * conductivity)) * (inverse(toC, startC) - inverse(fromC, startC));
}

/**
 * Seconds from one temperature to a lower one on the line of a weld in thin sheet.
 * @param thicknessM of the sheet, m
 */
export function coolingThin(weld: CoolingWeld, thicknessM: number, fromC: number, toC: number): number {
  const { energyJPerM, startC, conductivity, volumetricHeat } = weld;
  const squares = inverse(toC, startC) ** 2 - inverse(fromC, startC) ** 2;
  return (energyJPerM ** 2 / (4 * Math.PI * conductivity * volumetricHeat * thicknessM ** 2)) * squares;
}

/**
 * Thickness at which both forms give the same cooling time, m: thinner metal cools as a sheet, thicker as a thick body.
 */
export function criticalThickness(weld: CoolingWeld, fromC: number, toC: number): number {
  const { energyJPerM, startC, volumetricHeat } = weld;
  return Math.sqrt((energyJPerM / (2 * volumetricHeat)) * (inverse(toC, startC) + inverse(fromC, startC)));
}
