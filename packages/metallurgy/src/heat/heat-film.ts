/** Temperatures at some moments, to be played. */
export interface HeatFrames {
  readonly seconds: Float64Array;
  /** One picture after another, °C in whole degrees. */
  readonly temperatures: Int16Array;
  readonly cells: number;
}

/**
 * Keeps pictures evenly in time, never more than its room holds: when it is full, every other one goes and the pace
 * halves.
 */
export class HeatFilm {
  private readonly room: Int16Array;
  private readonly moments: Float64Array;
  private count = 0;
  private paceS = 0.5;

  constructor(
    private readonly cells: number,
    /** At least 4, or 0 for none. */
    private readonly most: number,
  ) {
    this.room = new Int16Array(cells * most);
    this.moments = new Float64Array(most);
  }

  /** Takes a picture if it is time for one. */
  offer(seconds: number, temperature: Float64Array): void {
    if (this.count > 0 && seconds - (this.moments[this.count - 1] as number) < this.paceS - 1e-9) return;
    this.take(seconds, temperature);
  }

  /** Takes a picture. */
  take(seconds: number, temperature: Float64Array): void {
    if (this.most === 0) return;
    if (this.count === this.most) this.thin();
    this.moments[this.count] = seconds;
    this.room.set(temperature, this.count * this.cells);
    this.count++;
  }

  /** The last picture is of the end. */
  close(seconds: number, temperature: Float64Array): void {
    if (this.count > 0 && this.moments[this.count - 1] === seconds) return;
    this.take(seconds, temperature);
  }

  private thin(): void {
    let kept = 0;
    for (let frame = 0; frame < this.count; frame += 2) {
      this.moments[kept] = this.moments[frame] as number;
      this.room.copyWithin(kept * this.cells, frame * this.cells, (frame + 1) * this.cells);
      kept++;
    }
    this.count = kept;
    this.paceS *= 2;
  }

  frames(): HeatFrames {
    return {
      seconds: this.moments.slice(0, this.count),
      temperatures: this.room.slice(0, this.count * this.cells),
      cells: this.cells,
    };
  }
}
