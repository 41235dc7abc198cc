import fc from 'fast-check';
import { clockRange, clockWords, minutesWords, ppmWords, pressureWords, waitWords } from './doing-words';
import { isSeen, pullSentence, pullWords } from './pull-words';

test('minutes are said as people say them', () => {
  expect([0, 0.1, 0.5, 1.4, 2.54, 12.4, 89.4, 90, 119.7, 125].map(minutesWords)).toEqual([
    '0 min',
    '6 s',
    '30 s',
    '85 s',
    '2.5 min',
    '12 min',
    '89 min',
    '1 h 30',
    '2 h 00',
    '2 h 05',
  ]);
});

test('no hour has sixty minutes, and what takes longer is never said to be shorter', () => {
  const meant = (words: string): number => {
    const [, hours, rest] = /^(\d+) h (\d\d)$/.exec(words) ?? [];
    return hours === undefined
      ? Number(/^[\d.]+/.exec(words)![0]) / (words.endsWith(' s') ? 60 : 1)
      : 60 * Number(hours) + Number(rest);
  };
  fc.assert(
    fc.property(
      fc.double({ min: 0.4, max: 3000, noNaN: true }),
      fc.double({ min: 0, max: 500, noNaN: true }),
      (minutes, more) => {
        expect(minutesWords(minutes)).not.toMatch(/ h [6-9]\d$/);
        expect(Math.abs(meant(minutesWords(minutes)) - minutes)).toBeLessThanOrEqual(0.51);
        expect(meant(minutesWords(minutes + more))).toBeGreaterThanOrEqual(meant(minutesWords(minutes)) - 0.05);
      },
    ),
  );
});

test('a wait is its range, and one that may never end says so', () => {
  expect(waitWords({ median: 2, range90: [1.7, 2.4] })).toBe('1.7 min to 2.4 min');
  expect(waitWords({ median: 2, range90: [1.7, null] })).toBe('1.7 min, or never');
  expect(waitWords({ median: 3, range90: [3, 3] })).toBe('3 min');
  expect([clockWords(125), clockRange(40, null), clockRange(90, 180)]).toEqual([
    '2:05',
    '0:40 to never',
    '1:30 to 3:00',
  ]);
});

test('oxygen and pressure have as many figures as they are known to', () => {
  expect([7.23, 53.4, 457.8, 1234, 123_456].map(ppmWords)).toEqual(['7.2', '53', '458', '1 200', '120 000']);
  expect([3.6, 999.6, 2140, Infinity].map(pressureWords)).toEqual(['4 Pa', '1000 Pa', '2.1 kPa', 'no vent']);
});

test('a pull nobody sees is none, another says where the seam goes', () => {
  expect([isSeen({ mm: 0.014 }), isSeen({ mm: 0.2 })]).toEqual([false, true]);
  expect([pullWords({ mm: 0.01 }, 'mm'), pullWords({ mm: 0.123 }, 'mm')]).toEqual(['none', '0.12 mm']);
  expect(pullSentence({ mm: 0.005, towards: 0 }, 'line', 'mm')).toBe('Leaves no distortion to speak of.');
  expect(pullSentence({ mm: 0.3, towards: 90 }, 'ring', 'mm')).toContain('0.3 mm over 100 mm towards 3 o’clock');
  expect(pullSentence({ mm: 0.3, towards: 359 }, 'ring', 'mm')).toContain('12 o’clock');
  expect(pullSentence({ mm: 0.3, towards: 0 }, 'line', 'mm')).toContain('at its start');
});
