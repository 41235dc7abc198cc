import fc from 'fast-check';
import data from '../../data/sequence.json';
import type { ArcRun } from '../heat';
import { laidOut, planFaults, reachMm, turnedRuns, unreached, without, type Access } from '.';

const ring = (outOfReach: Access['outOfReach'], turns = true): Access => ({
  kind: 'ring',
  lengthMm: 360,
  outOfReach,
  turns,
});
const line = (outOfReach: Access['outOfReach'], turns = true): Access => ({
  kind: 'line',
  lengthMm: 400,
  outOfReach,
  turns,
});
const run = (fromMm: number, toMm: number): ArcRun => ({ pass: 0, fromMm, toMm, person: 0, restS: 0 });
const sum = (stretches: Access['outOfReach']): number =>
  stretches.reduce((mm, { fromMm, toMm }) => mm + toMm - fromMm, 0);

describe('stretches of a seam', () => {
  test('what passes the end of a ring goes on at its start; a line ends where it ends', () => {
    expect(laidOut(ring([]), [{ fromMm: 300, toMm: 420 }])).toEqual([
      { fromMm: 0, toMm: 60 },
      { fromMm: 300, toMm: 360 },
    ]);
    // Ten o'clock to two, as it is said.
    expect(laidOut(ring([]), [{ fromMm: 300, toMm: 60 }])).toEqual([
      { fromMm: 0, toMm: 60 },
      { fromMm: 300, toMm: 360 },
    ]);
    expect(laidOut(line([]), [{ fromMm: 380, toMm: 500 }])).toEqual([{ fromMm: 380, toMm: 400 }]);
  });
  test('laid out they do not overlap, and with the rest they make the whole', () => {
    const stretch = fc
      .tuple(fc.double({ min: 0, max: 360, noNaN: true }), fc.double({ min: 0, max: 360, noNaN: true }))
      .map(([fromMm, long]) => ({ fromMm, toMm: fromMm + long }));
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 5 }), (stretches) => {
        const laid = laidOut(ring([]), stretches);
        laid.slice(1).forEach(({ fromMm }, index) => expect(fromMm).toBeGreaterThan(laid[index]!.toMm));
        expect(sum(laid) + sum(without(360, laid))).toBeCloseTo(360, 3);
      }),
    );
  });
});

describe('access', () => {
  test('a ring is rolled only where a run does not come to lie in reach, and never more than it takes', () => {
    // Below is out of reach, from four to eight o'clock.
    const pipe = ring([{ fromMm: 120, toMm: 240 }]);
    expect(reachMm(pipe)).toBe(240);
    const turned = turnedRuns(pipe, [run(0, 90), run(90, 180), run(180, 270), run(270, 360)]);
    expect(turned.map(({ turned: is }) => is)).toEqual([false, true, true, true]);
    // Six o'clock comes up to four, then nine o'clock, then twelve: it goes on the same way round.
    expect(turned.map(({ turnMm }) => turnMm)).toEqual([null, -60, -90, -90]);
    expect(turned.map(({ run: { restS } }) => restS)).toEqual([0, 1, 1, 1].map((turns) => turns * data.seconds.roll));
  });
  test('whatever is out of reach, each run lies in reach once the part is turned', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 359 }),
        fc.integer({ min: 10, max: 200 }),
        fc.shuffledSubarray([0, 1, 2, 3, 4, 5, 6, 7], { minLength: 8 }),
        (from, long, order) => {
          const pipe = ring([{ fromMm: from, toMm: from + long }]);
          const hidden = laidOut(pipe, pipe.outOfReach);
          let lies = 0;
          for (const {
            run: { fromMm, toMm },
            turnMm,
          } of turnedRuns(
            pipe,
            order.map((at) => run(at * 45, at * 45 + 45)),
          )) {
            lies += turnMm ?? 0;
            const there = laidOut(pipe, [{ fromMm: fromMm + lies, toMm: toMm + lies }]);
            for (const part of there)
              for (const one of hidden)
                expect(Math.min(part.toMm, one.toMm) - Math.max(part.fromMm, one.fromMm)).toBeLessThan(1e-3);
          }
        },
      ),
    );
  });
  test('a line is turned end for end; what cannot be turned stays unwelded', () => {
    const seam = line([{ fromMm: 300, toMm: 400 }]);
    expect(turnedRuns(seam, [run(0, 100), run(300, 400), run(100, 200)]).map(({ turned }) => turned)).toEqual([
      false,
      true,
      true,
    ]);
    expect(unreached(seam)).toEqual([]);
    expect(unreached({ ...seam, turns: false })).toEqual([{ fromMm: 300, toMm: 400 }]);
    expect(turnedRuns({ ...seam, turns: false }, [run(0, 100)])[0]!.turned).toBe(false);
  });
});

describe('faults of a plan', () => {
  const seam = { ...ring([{ fromMm: 120, toMm: 240 }], false), left: [{ fromMm: 0, toMm: 30 }] };
  test('it must not weld what stays free or nobody reaches, nor leave a gap', () => {
    expect(planFaults(seam, [run(30, 120), run(360, 240)])).toEqual([]);
    expect(planFaults(seam, [run(0, 120), run(240, 360)])).toEqual(['forbidden']);
    expect(planFaults(seam, [run(30, 200), run(240, 360)])).toEqual(['unreached']);
    expect(planFaults(seam, [run(30, 120)])).toEqual(['gap']);
  });
});
