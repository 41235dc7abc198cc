import fc from 'fast-check';
import { GRADES, isForeign } from '../catalogue';
import type { Composition } from '../composition';
import { checkChooseInput, type ChooseInput } from './choose-input';
import { RodRun, runRod } from './rod-run';
import { drawSetting } from './draw-setting';

const RODS = ['ER308L', 'ER309L', 'ER312', 'ER310', 'ERNiCr-3', 'ER2209', 'ER410', 'ER70S-6', 'ER347', 'ER439'];
const SAMPLES = 192;
/** What a tenth of a percent or five degrees may change a loss by. */
const MOST = 0.03;

function losses(input: ChooseInput): readonly number[] {
  const problem = checkChooseInput({ ...input, rods: RODS });
  const setting = drawSetting(problem, 1, SAMPLES);
  return problem.fillers.map((filler) => {
    const run = new RodRun(filler, SAMPLES);
    runRod(run, setting, SAMPLES);
    return run.expectedLoss;
  });
}

const percent = fc.double({ min: 0.85, max: 1.15, noNaN: true });
/** An analysis near a grade of the catalogue, but off it. */
const analysis: fc.Arbitrary<Composition> = fc
  .record({
    grade: fc.constantFrom(...GRADES.filter(({ family }) => !isForeign(family))),
    Cr: percent,
    Ni: percent,
    Mo: percent,
    nickel: fc.constantFrom(0, 0, 3, 8),
  })
  .map(({ grade: { typical }, Cr, Ni, Mo, nickel }) => ({
    ...typical,
    Cr: (typical.Cr ?? 0) * Math.min(1, Cr),
    Ni: (typical.Ni ?? 0) * Math.min(1, Ni) + ((typical.Ni ?? 0) < 40 ? nickel : 0),
    Mo: (typical.Mo ?? 0) * Math.min(1, Mo),
  }))
  .filter((composition) => Object.values(composition).reduce((sum, share) => sum + share, 0) < 99);

test('a tenth of a percent or five degrees never moves a loss by more than three hundredths', () => {
  const joints = fc.record({
    first: analysis,
    second: analysis,
    highestC: fc.integer({ min: 25, max: 1150 }),
    lowestC: fc.constantFrom(20, 20, -20, -45, -90, -196),
    environment: fc.constantFrom('dry', 'outdoor', 'sea', 'acid', 'pool', 'food', 'caustic'),
    cycling: fc.boolean(),
    type: fc.constantFrom('square-butt', 'bevel', 'fillet', 'lap'),
    thicknessMm: fc.integer({ min: 1, max: 25 }),
    symbol: fc.constantFrom('Cr', 'Ni', 'Mo', 'Mn'),
  });
  fc.assert(
    fc.property(joints, ({ first, second, highestC, lowestC, environment, cycling, type, thicknessMm, symbol }) => {
      const question = (composition: Composition, add: readonly [number, number]): ChooseInput =>
        ({
          pieces: [{ composition }, { composition: second }],
          joint: { type, thicknessMm, process: 'gtaw' },
          service: {
            environment,
            cycling,
            temperatureC: [Math.min(lowestC + add[0], highestC + add[1]), highestC + add[1]],
          },
        }) as ChooseInput;
      const base = losses(question(first, [0, 0]));
      const others = [
        question({ ...first, [symbol]: (first[symbol as 'Cr'] ?? 0) + 0.1 }, [0, 0]),
        question(first, [0, 5]),
        question(first, [5, 0]),
      ];
      for (const other of others)
        losses(other).forEach((loss, index) => {
          const moved = Math.abs(loss - (base[index] as number));
          expect([RODS[index], moved < MOST ? 'steady' : `moved by ${moved.toFixed(3)}`]).toEqual([
            RODS[index],
            'steady',
          ]);
        });
    }),
    { numRuns: 40, seed: 20 },
  );
}, 120_000);
