import { orderPicture } from './order-picture';

const run = (fromMm: number, toMm: number, person: 0 | 1 = 0) => ({ pass: 0, fromMm, toMm, person, restS: 0 });
const frame = {
  width: 240,
  height: 240,
  turned: [false, true],
  closed: [],
  tacks: [0, 180],
  pull: { mm: 0.2, towards: 90 },
};

describe('picture of an order', () => {
  test('on a ring each run is numbered at its middle, clockwise from the top', () => {
    const { runs, pull, tacks } = orderPicture({
      kind: 'ring',
      lengthMm: 360,
      runs: [run(0, 90), run(360, 270)],
      ...frame,
    });
    expect(runs.map(({ number }) => number)).toEqual([1, 2]);
    // The first quarter lies right of and above the middle, the last one left of and above it.
    expect(runs[0]!.at[0]).toBeGreaterThan(120);
    expect(runs[0]!.at[1]).toBeLessThan(120);
    expect(runs[1]!.at[0]).toBeLessThan(120);
    expect(runs[1]!.at[1]).toBeLessThan(120);
    expect(runs.map(({ turn }) => turn !== '')).toEqual([false, true]);
    expect(tacks).toHaveLength(2);
    expect(pull!.d).toContain('M120');
  });
  test('on a line places lie in their order; a pull nobody sees is not drawn', () => {
    const { runs, pull } = orderPicture({
      kind: 'line',
      lengthMm: 500,
      runs: [run(400, 500), run(0, 100)],
      ...frame,
      pull: { mm: 0.001, towards: 500 },
    });
    expect(runs[1]!.at[0]).toBeLessThan(runs[0]!.at[0]);
    expect(pull).toBeNull();
    const { closed } = orderPicture({
      kind: 'line',
      lengthMm: 500,
      runs: [run(0, 400)],
      ...frame,
      closed: [{ fromMm: 400, toMm: 500, why: 'left' }],
    });
    expect(closed).toEqual([{ why: 'left', d: 'M176.4 114L214 114' }]);
  });
});
