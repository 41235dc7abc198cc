import { purge, purgeLevels, vent } from '@variatum/metallurgy';
import { clockWords, minutesWords, ppmWords, waitWords } from '@variatum/presentation';
import { render } from '../../../testing/render';
import { VentGauge } from './vent-gauge';
import { OxygenCurve } from '../../planning';

test('waits, clocks and oxygen are said as people say them', () => {
  expect([0.1, 0.5, 1.6, 12.4, 95].map(minutesWords)).toEqual(['6 s', '30 s', '1.6 min', '12 min', '1 h 35']);
  expect(waitWords({ median: 2, range90: [1.7, 2.4] })).toBe('1.7 min to 2.4 min');
  expect(waitWords({ median: 2, range90: [1.7, null] })).toBe('1.7 min, or never');
  expect([9.61, 53.2, 142.4, 1234, 209000].map(ppmWords)).toEqual(['9.6', '53', '142', '1 200', '210 000']);
  expect([5, 65, 3600].map(clockWords)).toEqual(['0:05', '1:05', '60:00']);
});

test('the curve says the habits in words, and shows now while gas is on', async () => {
  const asked = { space: { volumeL: 3.5 }, flowLpm: 8, targetPpm: 100, seal: 'taped' as const };
  const { element, set } = await render(OxygenCurve, {
    levels: purgeLevels({ ...asked, minutes: [0, 1, 2, 4] }),
    longest: 4,
    target: 100,
    habits: purge(asked).habits,
    now: null,
  });
  expect(element.querySelector('svg')!.getAttribute('aria-label')).toMatch(
    /3 minutes: 3 min, leaves .* a meter in the vent: .*, leaves 100 ppm/,
  );
  expect(element.querySelector('line.now')).toBeNull();
  await set('now', 1.5);
  expect(element.querySelector('line.now')).not.toBeNull();
});

test('the gauge is stepped by keys, and says how the pool stands', async () => {
  const answer = vent({ flowLpm: 6, holesMm: [4], pool: { depthMm: 1.65 } });
  const { element, fixture } = await render(VentGauge, { answer, holeMm: 4 });
  const [pulled, settled]: [number[], number[]] = [[], []];
  fixture.componentInstance.pulled.subscribe((hole: number) => pulled.push(hole));
  fixture.componentInstance.settled.subscribe((hole: number) => settled.push(hole));
  const needle = element.querySelector('[role=slider]')!;
  expect(needle.getAttribute('aria-valuetext')).toBe('4 mm, flush');
  needle.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp', cancelable: true }));
  needle.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageDown', cancelable: true }));
  expect([pulled, settled]).toEqual([
    [4.1, 3],
    [4.1, 3],
  ]);
});
