import { normalQuantile } from './normal-quantile';
import { SeededRandom } from './seeded-random';
import { stratifiedUniforms } from './stratified-uniforms';

describe('random numbers', () => {
  test('the same seed gives the same stream, another seed another', () => {
    const stream = (seed: number): number[] => {
      const random = new SeededRandom(seed);
      return Array.from({ length: 20 }, () => random.next());
    };
    expect(stream(7)).toEqual(stream(7));
    expect(stream(7)).not.toEqual(stream(8));
    expect(stream(1)).not.toEqual(stream(1 + 4294967296));
  });
  test('every block covers each dimension evenly', () => {
    const block = 16;
    const uniforms = stratifiedUniforms(3, 64, 3, block);
    for (let start = 0; start < 64; start += block)
      for (let dimension = 0; dimension < 3; dimension++) {
        const cells = Array.from({ length: block }, (_, row) =>
          Math.floor((uniforms[(start + row) * 3 + dimension] as number) * block),
        );
        expect([...cells].sort((a, b) => a - b)).toEqual(Array.from({ length: block }, (_, cell) => cell));
      }
  });
  test('a longer run begins with the shorter one', () => {
    const short = stratifiedUniforms(11, 32, 4, 16);
    expect(stratifiedUniforms(11, 64, 4, 16).slice(0, short.length)).toEqual(short);
  });
  test('normal deviates of known probabilities', () => {
    for (const [probability, deviate] of [
      [0.5, 0],
      [0.95, 1.6449],
      [0.025, -1.96],
      [0.999, 3.0902],
    ] as const)
      expect(Math.abs(normalQuantile(probability) - deviate)).toBeLessThan(5e-4);
  });
});
