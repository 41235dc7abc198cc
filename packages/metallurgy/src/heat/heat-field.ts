import type { EnthalpyTable } from './enthalpy-table';
import { heatHeld } from './enthalpy-table';
import type { HeatGrid, HeatSink } from './heat-grid';

/** Where the heat went, J. */
export interface HeatBalance {
  /** From the arc. */
  readonly givenJ: number;
  /** To the air and the purge gas. */
  readonly lostJ: number;
  /** To chill bars and fixtures. */
  readonly sunkJ: number;
  /** Still in the metal, above where it began. */
  readonly heldJ: number;
  /** What is missing or too much, as a share of what was given; 0 before the arc. */
  readonly errorShare: number;
}

/** Air and gas round the metal. */
export interface Surroundings {
  readonly ambientC: number;
  readonly emissivity: number;
  /** Film coefficient in air, W/m²K. */
  readonly airWPerM2K: number;
  /** Film coefficient inside, W/m²K. */
  readonly innerWPerM2K: number;
  /**
   * What is hotter loses nothing here: what a pool shines away and boils off is within the efficiency of its arc, °C.
   */
  readonly poolC: number;
}

type Range = readonly [number, number];

/** W/m²K⁴ */
export const STEFAN_BOLTZMANN = 5.670374e-8;
const KELVIN = 273.15;

/**
 * Heat in metal, cell by cell, moved on in time. Each step is implicit in one direction after the other (Yanenko, The
 * method of fractional steps), in the form of changes, so that whatever leaves one cell enters another: nothing is lost
 * by the scheme. How far it is implicit is chosen for each step: half where the step is small (second order), fully
 * where it is large, never so little that a temperature could overshoot its neighbours. Heat of fusion is held in the
 * table of each metal.
 */
export class HeatField {
  readonly temperature: Float64Array;
  /** Hottest each cell has been, °C. */
  readonly peak: Float64Array;
  /** Seconds each cell has spent between the temperatures that are counted for its metal. */
  readonly secondsWithin: Float64Array;
  readonly sinkC: Float64Array;

  private readonly heat: Float64Array;
  /** Conductivity and heat capacity of each cell as it is now: read many times for once that they are looked up. */
  private readonly conducts: Float64Array;
  private readonly holds: Float64Array;
  /** Working rows of the two sweeps. */
  private readonly upper: Float64Array;
  private readonly change: Float64Array;
  private readonly corner: Float64Array;
  private readonly sinkConductance: Float64Array;
  private readonly sinkOf: Int32Array;
  /** Conductance to air and gas of the step under way, W/K. */
  private readonly filmOf: Float64Array;
  private given = 0;
  private lost = 0;
  private sunk = 0;
  private readonly startHeat: Float64Array;
  private odd = false;
  /** Largest change of the last step, K. */
  largestChange = 0;
  /** Hottest there is now, °C. */
  hottestC = 0;

  constructor(
    readonly grid: HeatGrid,
    private readonly metals: readonly [EnthalpyTable, EnthalpyTable],
    private readonly surroundings: Surroundings,
    private readonly sinks: readonly HeatSink[],
    startC: number,
    /** Temperatures whose seconds are counted, for each metal, °C. */
    private readonly windows: readonly [Range, Range],
  ) {
    const cells = grid.alongCount * grid.rowCount;
    this.temperature = new Float64Array(cells).fill(startC);
    this.peak = new Float64Array(cells).fill(startC);
    this.secondsWithin = new Float64Array(cells);
    this.heat = new Float64Array(cells);
    this.conducts = new Float64Array(cells);
    this.holds = new Float64Array(cells).fill(1);
    this.upper = new Float64Array(cells);
    this.change = new Float64Array(cells);
    this.corner = new Float64Array(Math.max(grid.alongCount, grid.rowCount));
    this.sinkConductance = new Float64Array(cells);
    this.sinkOf = new Int32Array(cells);
    this.filmOf = new Float64Array(cells);
    this.sinkC = new Float64Array(sinks.length).fill(surroundings.ambientC);
    for (let row = 0; row < grid.rowCount; row++) {
      const table = metals[grid.metal[row] as 0 | 1];
      const start = heatHeld(table, startC);
      this.heat.fill(start, row * grid.alongCount, (row + 1) * grid.alongCount);
    }
    this.startHeat = this.heat.slice();
    this.settle(0, 0);
    sinks.forEach(({ cells: touched, contactWPerK }, sink) => {
      for (let index = 0; index < touched.length; index++) {
        const cell = touched[index] as number;
        this.sinkConductance[cell] = (this.sinkConductance[cell] as number) + (contactWPerK[index] as number);
        this.sinkOf[cell] = sink;
      }
    });
  }

  /**
   * Moves on in time.
   * @param seconds length of the step, above 0
   * @param sourceCells cells the arc heats
   * @param sourceWatts power each of them is given, W
   */
  step(seconds: number, sourceCells: Int32Array, sourceWatts: Float64Array, sourceCount: number): void {
    this.largestChange = 0;
    if (this.odd) {
      this.acrossRows(seconds);
      this.alongRows(seconds, sourceCells, sourceWatts, sourceCount);
    } else {
      this.alongRows(seconds, sourceCells, sourceWatts, sourceCount);
      this.acrossRows(seconds);
    }
    this.odd = !this.odd;
  }

  /** How far a sweep is implicit: half, unless a step is so long that this would overshoot. */
  private static implicitShare(largestNumber: number): number {
    return Math.max(0.5, Math.min(1, 1 - 1 / Math.max(1e-9, largestNumber)));
  }

  private alongRows(seconds: number, sourceCells: Int32Array, sourceWatts: Float64Array, sourceCount: number): void {
    const { grid, temperature, conducts, holds, change, upper, corner } = this;
    const { alongCount, rowCount, closed, volume, towardsNext } = grid;
    const share = HeatField.implicitShare(this.largestNumber(seconds, towardsNext, 1));
    change.fill(0);
    for (let index = 0; index < sourceCount; index++)
      change[sourceCells[index] as number] =
        (change[sourceCells[index] as number] as number) + (sourceWatts[index] as number);
    for (let index = 0; index < sourceCount; index++) this.given += (sourceWatts[index] as number) * seconds;
    const last = alongCount - 1;
    for (let row = 0; row < rowCount; row++) {
      const from = row * alongCount;
      const to = from + last;
      // The link over the end of a ring: a corner in the matrix, taken out by Sherman and Morrison.
      const kLast = conducts[to] as number;
      const link = closed ? 0.5 * (towardsNext[to] as number) * (kLast + (conducts[from] as number)) : 0;
      const gamma = closed ? -((volume[from] as number) * (holds[from] as number)) / seconds - share * link : 0;
      let flow = link * ((temperature[from] as number) - (temperature[to] as number));
      let before = link;
      let k = conducts[from] as number;
      let upperBefore = 0;
      let changeBefore = 0;
      let cornerBefore = 0;
      for (let cell = from; cell <= to; cell++) {
        const held = ((volume[cell] as number) * (holds[cell] as number)) / seconds;
        let after = link;
        let flowAfter = link * ((temperature[from] as number) - (temperature[cell] as number));
        let kNext = k;
        if (cell < to) {
          kNext = conducts[cell + 1] as number;
          after = 0.5 * (towardsNext[cell] as number) * (k + kNext);
          flowAfter = after * ((temperature[cell + 1] as number) - (temperature[cell] as number));
        }
        let middle = held + share * (before + after);
        let cornerRight = 0;
        if (closed) {
          if (cell === from) {
            middle -= gamma;
            cornerRight = gamma;
          } else if (cell === to) {
            middle -= (share * link * share * link) / gamma;
            cornerRight = -share * link;
          }
        }
        const lower = cell === from ? 0 : -share * before;
        const pivot = 1 / (middle - lower * upperBefore);
        upperBefore = cell === to ? 0 : -share * after * pivot;
        changeBefore = ((change[cell] as number) + flowAfter - flow - lower * changeBefore) * pivot;
        upper[cell] = upperBefore;
        change[cell] = changeBefore;
        if (closed) {
          cornerBefore = (cornerRight - lower * cornerBefore) * pivot;
          corner[cell - from] = cornerBefore;
        }
        before = after;
        flow = flowAfter;
        k = kNext;
      }
      for (let cell = to - 1; cell >= from; cell--)
        change[cell] = (change[cell] as number) - (upper[cell] as number) * (change[cell + 1] as number);
      if (closed) {
        for (let place = last - 1; place >= 0; place--)
          corner[place] = (corner[place] as number) - (upper[from + place] as number) * (corner[place + 1] as number);
        const ratio = (-share * link) / gamma;
        const factor =
          ((change[from] as number) + ratio * (change[to] as number)) /
          (1 + (corner[0] as number) + ratio * (corner[last] as number));
        for (let place = 0; place <= last; place++)
          change[from + place] = (change[from + place] as number) - factor * (corner[place] as number);
      }
    }
    this.settle(seconds, 0);
  }

  private acrossRows(seconds: number): void {
    const { grid, temperature, conducts, holds, change, upper, sinkConductance, sinkOf, sinkC, filmOf } = this;
    const hasSinks = this.sinks.length > 0;
    const { alongCount, rowCount, volume, towardsNextRow, airSurface, innerSurface } = grid;
    const { ambientC, emissivity, airWPerM2K, innerWPerM2K, poolC } = this.surroundings;
    const share = HeatField.implicitShare(this.largestNumber(seconds, towardsNextRow, alongCount));
    const radiation = emissivity * STEFAN_BOLTZMANN;
    const ambientK = ambientC + KELVIN;
    let lost = 0;
    for (let row = 0; row < rowCount; row++) {
      const from = row * alongCount;
      const isFirst = row === 0;
      const isLast = row === rowCount - 1;
      for (let cell = from; cell < from + alongCount; cell++) {
        const at = temperature[cell] as number;
        const k = conducts[cell] as number;
        const held = ((volume[cell] as number) * (holds[cell] as number)) / seconds;
        const kelvin = at + KELVIN;
        let film = 0;
        if (at < poolC) {
          const shone = radiation * (kelvin * kelvin + ambientK * ambientK) * (kelvin + ambientK);
          film = (airSurface[cell] as number) * (airWPerM2K + shone) + (innerSurface[cell] as number) * innerWPerM2K;
        }
        let right = film * (ambientC - at);
        let middle = held + film;
        if (hasSinks) {
          const sink = sinkConductance[cell] as number;
          middle += sink;
          right += sink * ((sinkC[sinkOf[cell] as number] as number) - at);
        }
        let before = 0;
        let after = 0;
        let lower = 0;
        let upperBefore = 0;
        let changeBefore = 0;
        if (!isFirst) {
          const other = cell - alongCount;
          before = 0.5 * (towardsNextRow[other] as number) * (k + (conducts[other] as number));
          right += before * ((temperature[other] as number) - at);
          lower = -share * before;
          upperBefore = upper[other] as number;
          changeBefore = change[other] as number;
        }
        if (!isLast) {
          const other = cell + alongCount;
          after = 0.5 * (towardsNextRow[cell] as number) * (k + (conducts[other] as number));
          right += after * ((temperature[other] as number) - at);
        }
        const pivot = 1 / (middle + share * (before + after) - lower * upperBefore);
        upper[cell] = -share * after * pivot;
        change[cell] = (right - lower * changeBefore) * pivot;
        // Kept until the change is known, so that what is lost is what the step takes.
        filmOf[cell] = film;
      }
    }
    for (let cell = alongCount * (rowCount - 1) - 1; cell >= 0; cell--)
      change[cell] = (change[cell] as number) - (upper[cell] as number) * (change[cell + alongCount] as number);
    const cells = alongCount * rowCount;
    for (let cell = 0; cell < cells; cell++)
      lost += (filmOf[cell] as number) * ((temperature[cell] as number) + (change[cell] as number) - ambientC);
    this.lost += lost * seconds;
    this.warmSinks(seconds);
    this.settle(seconds, seconds);
  }

  private warmSinks(seconds: number): void {
    const { ambientC } = this.surroundings;
    this.sinks.forEach(({ cells, contactWPerK, capacityJPerK, lossWPerK }, sink) => {
      const was = this.sinkC[sink] as number;
      let taken = 0;
      for (let index = 0; index < cells.length; index++) {
        const cell = cells[index] as number;
        taken +=
          (contactWPerK[index] as number) * ((this.temperature[cell] as number) + (this.change[cell] as number) - was);
      }
      this.sunk += taken * seconds;
      const gone = lossWPerK * (was - ambientC);
      this.sinkC[sink] = was + (seconds * (taken - gone)) / capacityJPerK;
    });
  }

  /**
   * Takes the change of a sweep into the heat held, and reads temperatures from it.
   * @param counted seconds that count as spent
   */
  private settle(seconds: number, counted: number): void {
    const { grid, heat, temperature, change, conducts, holds, metals, peak, secondsWithin } = this;
    const { alongCount, rowCount, metal } = grid;
    let largest = this.largestChange;
    let hottest = -Infinity;
    for (let row = 0; row < rowCount; row++) {
      const table = metals[metal[row] as 0 | 1];
      const [low, high] = this.windows[metal[row] as 0 | 1];
      const { lowest, perJoule, bins, capacity, conductivity } = table;
      const readings = table.temperature;
      const from = row * alongCount;
      for (let cell = from; cell < from + alongCount; cell++) {
        const moved = seconds > 0 ? (change[cell] as number) : 0;
        const now = (heat[cell] as number) + moved * (holds[cell] as number);
        heat[cell] = now;
        let at = (now - lowest) * perJoule;
        at = at < 0 ? 0 : at > bins ? bins : at;
        const index = at | 0;
        const reading = readings[index] as number;
        const value = reading + (at - index) * ((readings[index + 1] as number) - reading);
        conducts[cell] = conductivity[index] as number;
        holds[cell] = capacity[index] as number;
        temperature[cell] = value;
        const size = moved < 0 ? -moved : moved;
        if (size > largest) largest = size;
        if (value > hottest) hottest = value;
        if (value > (peak[cell] as number)) peak[cell] = value;
        if (counted > 0 && value > low && value < high) secondsWithin[cell] = (secondsWithin[cell] as number) + counted;
      }
    }
    this.largestChange = largest;
    this.hottestC = hottest;
  }

  /** Largest Fourier number of a step in one direction, from a sparse look: conductivity and capacity change slowly. */
  private largestNumber(seconds: number, conductances: Float64Array, stride: number): number {
    const { grid, conducts, holds } = this;
    const { volume, alongCount, rowCount } = grid;
    let largest = 0;
    for (let row = 0; row < rowCount; row++) {
      const cell = row * alongCount + (alongCount >> 1);
      const g = (conductances[cell] as number) + (conductances[Math.max(0, cell - stride)] as number);
      const number = (seconds * g * (conducts[cell] as number)) / ((volume[cell] as number) * (holds[cell] as number));
      if (number > largest) largest = number;
    }
    return largest;
  }

  /** Where the heat went since the start. */
  balance(): HeatBalance {
    const { grid, heat, startHeat } = this;
    let held = 0;
    for (let cell = 0; cell < heat.length; cell++)
      held += (grid.volume[cell] as number) * ((heat[cell] as number) - (startHeat[cell] as number));
    const { given, lost, sunk } = this;
    return {
      givenJ: given,
      lostJ: lost,
      sunkJ: sunk,
      heldJ: held,
      errorShare: given > 0 ? (given - lost - sunk - held) / given : 0,
    };
  }
}
