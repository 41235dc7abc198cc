import { orderPicture } from './order-picture';
import { heatIndex, heatRgb, HEAT_TABLE, tintTable } from './heat-colours';
import { pullSentence, pullWords } from './pull-words';

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
    const { runs, pull, tacks } = orderPicture({ kind: 'ring', lengthMm: 360, runs: [run(0, 90), run(360, 270)], ...frame });
    expect(runs.map(({ number }) => number)).toEqual([1, 2]);
    // The first quarter lies right of and above the middle, the last one left of and above it.
    expect(runs[0]!.at[0]).toBeGreaterThan(120);
    expect(runs[0]!.at[1]).toBeLessThan(120);
    expect(runs[1]!.at[0]).toBeLessThan(120);
    expect(runs[1]!.at[1]).toBeLessThan(120);
    expect(runs.map(({ turn }) => turn !== '')).toEqual([false, true]);
    expect(tacks).toHaveLength(2);
    expect(pull!.d).toContain('M120');
  }); // prettier-ignore
  test('on a line places lie in their order; a pull nobody sees is not drawn', () => {
    const { runs, pull } = orderPicture({ kind: 'line', lengthMm: 500, runs: [run(400, 500), run(0, 100)], ...frame, pull: { mm: 0.001, towards: 500 } }); // prettier-ignore
    expect(runs[1]!.at[0]).toBeLessThan(runs[0]!.at[0]);
    expect(pull).toBeNull();
    const { closed } = orderPicture({ kind: 'line', lengthMm: 500, runs: [run(0, 400)], ...frame, closed: [{ fromMm: 400, toMm: 500, why: 'left' }] }); // prettier-ignore
    expect(closed).toEqual([{ why: 'left', d: 'M176.4 114L214 114' }]);
  });
});

describe('colours of heat', () => {
  test('the table holds what the colours are, and is never left', () => {
    for (const at of [0, 152, 700, 1400]) expect([...HEAT_TABLE.slice(heatIndex(at), heatIndex(at) + 3)]).toEqual([...heatRgb(at)]); // prettier-ignore
    expect(heatIndex(99999)).toBeLessThan(HEAT_TABLE.length);
    expect(heatIndex(-40)).toBe(0);
    const tints = tintTable(18);
    const at = (temperatureC: number) => [...tints.slice(heatIndex(temperatureC), heatIndex(temperatureC) + 3)];
    expect(at(200)).toEqual([226, 222, 210]);
    expect(at(350)).toEqual([0xdf, 0xbf, 0x62]);
    // With more chromium the same colour comes hotter.
    expect(tintTable(25).slice(heatIndex(350), heatIndex(350) + 3)).not.toEqual(
      tints.slice(heatIndex(350), heatIndex(350) + 3),
    );
  });
});

describe('words of a pull', () => {
  test('name the hour of a ring and the end of a line', () => {
    expect(pullSentence({ mm: 0.5, towards: 91 }, 'ring', 'mm')).toContain('towards 3 o’clock');
    expect(pullSentence({ mm: 0.5, towards: 359 }, 'ring', 'mm')).toContain('towards 12 o’clock');
    expect(pullSentence({ mm: 0.5, towards: 0 }, 'line', 'mm')).toContain('at its start');
    expect(pullSentence({ mm: 0.001, towards: 0 }, 'ring', 'mm')).toBe('Leaves no pull to speak of.');
    expect(pullWords({ mm: 0.001 }, 'mm')).toBe('none');
  });
});
