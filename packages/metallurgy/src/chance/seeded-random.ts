/**
 * A repeatable stream of uniform numbers: the same seed gives the same stream on every machine.
 * Small fast counting generator sfc32 (Chris Doty-Humphrey, PractRand, 2010), 32-bit integer arithmetic only.
 */
export class SeededRandom {
  private a: number;
  private b: number;
  private c: number;
  private counter = 1;

  /** @param seed any whole number; its low 32 bits and its higher part both count */
  constructor(seed: number) {
    this.a = seed | 0;
    this.b = Math.floor(seed / 4294967296) | 0;
    this.c = 0x9e3779b9 | 0;
    for (let warmUp = 0; warmUp < 16; warmUp++) this.next();
  }

  /** The next uniform number in [0, 1). */
  next(): number {
    const sum = (((this.a + this.b) | 0) + this.counter) | 0;
    this.counter = (this.counter + 1) | 0;
    this.a = this.b ^ (this.b >>> 9);
    this.b = (this.c + (this.c << 3)) | 0;
    this.c = (((this.c << 21) | (this.c >>> 11)) + sum) | 0;
    return (sum >>> 0) / 4294967296;
  }

  /** A whole number from 0 to `bound` - 1. */
  below(bound: number): number {
    return Math.floor(this.next() * bound);
  }
}
