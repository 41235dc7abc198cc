import { SeededRandom } from './seeded-random';

/**
 * Uniform numbers for a Monte Carlo run, Latin-hypercube stratified in blocks so that every block of samples covers
 * each dimension evenly (McKay, Beckman and Conover 1979). Row-major, `samples` x `dimensions`, each in (0, 1). Blocks
 * are independent: the first n blocks of a longer run equal a shorter run with the same seed.
 * @param block samples per stratified block; `samples` is rounded up to a whole number of blocks by the caller
 */
export function stratifiedUniforms(seed: number, samples: number, dimensions: number, block: number): Float64Array {
  const random = new SeededRandom(seed);
  const uniforms = new Float64Array(samples * dimensions);
  const order = new Int32Array(block);
  for (let start = 0; start < samples; start += block) {
    const rows = Math.min(block, samples - start);
    for (let dimension = 0; dimension < dimensions; dimension++) {
      for (let row = 0; row < rows; row++) order[row] = row;
      for (let row = rows - 1; row > 0; row--) {
        const other = random.below(row + 1);
        const swap = order[row] as number;
        order[row] = order[other] as number;
        order[other] = swap;
      }
      for (let row = 0; row < rows; row++)
        uniforms[(start + row) * dimensions + dimension] = ((order[row] as number) + random.next()) / rows;
    }
  }
  return uniforms;
}
