import thermal from '../../data/thermal.json';
import { errorFunction, exp, ln } from '../arithmetic';
import { BESIDE_MM, meanProperties, STEFAN_BOLTZMANN, type Shell } from '../heat';

/** Temperature the constant figures are taken for, °C: what metal waits at between runs. */
const USUAL_C = 200;
const SHORTEST_S = 0.5;
const LONGEST_S = 7200;
const BINS = 96;

/**
 * What a joule laid into one piece of a seam does to the mean temperature of another, at any time after: instantaneous
 * sources in a sheet with a linear loss, superposed, with images round a ring and at the ends. A thousandth of the work
 * of the simulation, and within about 15 % of it for the waits between passes. Source: Carslaw and Jaeger, Conduction
 * of Heat in Solids (instantaneous sources, images).
 */
export class HeatJudge {
  /** Kelvin for each joule, by how many pieces lie between, and by age in steps of its logarithm. */
  private readonly table: Float64Array;
  private readonly distances: number;
  private readonly perBin: number;

  /** @param pieces how many pieces the seam is cut into */
  constructor(
    private readonly shell: Shell,
    readonly pieces: number,
    emissivity: number,
  ) {
    this.distances = shell.kind === 'ring' ? Math.floor(pieces / 2) + 1 : 2 * pieces;
    this.perBin = (BINS - 1) / ln(LONGEST_S / SHORTEST_S);
    this.table = new Float64Array(this.distances * BINS);
    const { diffusivity, capacityJPerM2K, lossWPerM2K } = sheetOf(shell, emissivity);
    const piece = shell.lengthMm / pieces / 1000;
    for (let bin = 0; bin < BINS; bin++) {
      const age = SHORTEST_S * exp(bin / this.perBin);
      const spread = Math.sqrt(4 * diffusivity * age);
      const beside = this.besideShare(spread) / ((2 * BESIDE_MM) / 1000);
      const left = exp((-lossWPerM2K * age) / capacityJPerM2K);
      for (let distance = 0; distance < this.distances; distance++)
        this.table[distance * BINS + bin] =
          (left * beside * this.alongShare(distance, piece, spread)) / (capacityJPerM2K * piece);
    }
  }

  /**
   * Share of the heat that lies within the band beside the seam: what went out to the ends of the pieces comes back.
   */
  private besideShare(spread: number): number {
    const band = BESIDE_MM / 1000;
    let sum = 0;
    for (const { reachMm } of this.shell.sides) {
      const reach = reachMm / 1000;
      const near = Math.min(band, reach);
      let share = errorFunction(near / spread) / 2;
      for (let image = 1; image <= 3; image++)
        share +=
          (errorFunction((2 * image * reach + near) / spread) - errorFunction((2 * image * reach - near) / spread)) / 2;
      sum += share;
    }
    return sum;
  }

  /** Share of the heat of one piece that lies in another. */
  private alongShare(distance: number, piece: number, spread: number): number {
    const within = (x: number): number =>
      (errorFunction((x + piece / 2) / spread) - errorFunction((x - piece / 2) / spread)) / 2;
    if (this.shell.kind === 'line') return within(distance * piece);
    let sum = 0;
    const round = this.pieces * piece;
    const images = Math.ceil((3 * spread) / round);
    for (let image = -images; image <= images; image++) sum += within(distance * piece + image * round);
    return sum;
  }

  /**
   * Adds what a piece that was welded does to others.
   * @param joules laid into piece `from`, `ageS` seconds ago
   * @param at pieces that are asked about
   * @param rises takes the kelvin each of them is warmer by
   */
  addRises(from: number, joules: number, ageS: number, at: readonly number[], rises: Float64Array): void {
    if (ageS <= 0) return;
    const { pieces, shell } = this;
    const position = ln(Math.max(SHORTEST_S, Math.min(LONGEST_S, ageS)) / SHORTEST_S) * this.perBin;
    const bin = Math.min(BINS - 2, Math.floor(position));
    const share = position - bin;
    // The metal ends a little beyond a line: what went out there comes back.
    const beyond = Math.round((2 * shell.beyondMm * pieces) / shell.lengthMm);
    for (let index = 0; index < at.length; index++) {
      const place = at[index] as number;
      const away = Math.abs(place - from);
      const rise =
        shell.kind === 'ring'
          ? this.lookUp(Math.min(away, pieces - away), bin, share)
          : this.lookUp(away, bin, share) +
            this.lookUp(place + from + 1 + beyond, bin, share) +
            this.lookUp(2 * pieces - 1 - place - from + beyond, bin, share);
      rises[index] = (rises[index] as number) + joules * rise;
    }
  }

  private lookUp(distance: number, bin: number, share: number): number {
    if (distance >= this.distances) return 0;
    const low = this.table[distance * BINS + bin] as number;
    return low + share * ((this.table[distance * BINS + bin + 1] as number) - low);
  }
}

/** Both sides of a seam as one sheet with constant figures. */
function sheetOf(
  shell: Shell,
  emissivity: number,
): { readonly diffusivity: number; readonly capacityJPerM2K: number; readonly lossWPerM2K: number } {
  let [capacity, conducted, ways] = [0, 0, 0];
  for (const { material, thicknessMm, bothWays } of shell.sides) {
    const { conductivity, volumetricHeat } = meanProperties(material, 2 * USUAL_C);
    const wall = ((bothWays ? 2 : 1) * thicknessMm) / 1000;
    ways += bothWays ? 1 : 0.5;
    capacity += (volumetricHeat * wall) / 2;
    conducted += (conductivity * wall) / 2;
  }
  const hot = USUAL_C + 273;
  const shone = emissivity * STEFAN_BOLTZMANN * (hot * hot + 293 * 293) * (hot + 293);
  const outside = thermal.film.airWPerM2K + shone;
  return {
    diffusivity: conducted / capacity,
    capacityJPerM2K: capacity,
    lossWPerM2K: ways * (shell.closedInside ? outside + thermal.film.purgeWPerM2K : 2 * outside),
  };
}
