/**
 * Metal cut into cells in rows: `alongCount` cells in each row, one row after another across the seam. Figures of a
 * cell stand at `row * alongCount + place`. In a shell a cell reaches through the wall; in a section `along` is the
 * depth.
 */
export interface HeatGrid {
  readonly alongCount: number;
  readonly rowCount: number;
  /** Whether the last cell of a row touches the first: a ring. */
  readonly closed: boolean;
  /** m³; above 0 even where there is no metal. */
  readonly volume: Float64Array;
  /** Area over distance towards the next cell of the row, m. */
  readonly towardsNext: Float64Array;
  /** Area over distance towards the same place in the next row, m. */
  readonly towardsNextRow: Float64Array;
  /** Surface in air, m². */
  readonly airSurface: Float64Array;
  /** Surface that faces purge gas, or the inside of a closed part, m². */
  readonly innerSurface: Float64Array;
  /** Which metal a row is of: 0 or 1. */
  readonly metal: Uint8Array;
}

/** A solid that metal lies against: chill bar, backing, fixture. It is equally warm throughout. */
export interface HeatSink {
  /** Heat it takes for a kelvin, J/K; Infinity for one that stays as it is. */
  readonly capacityJPerK: number;
  /** Heat it gives to the air for each kelvin, W/K. */
  readonly lossWPerK: number;
  /** Cells it touches, and heat that goes over for each kelvin, W/K. */
  readonly cells: Int32Array;
  readonly contactWPerK: Float64Array;
}
