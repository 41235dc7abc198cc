import { ferriteWords, rodName, rodWithin, sureWords, testWords } from './words';

test('ferrite is said as a range and its middle', () => {
  expect(ferriteWords({ median: 6.2, range90: [3.6, 9.4] })).toBe('4 to 9, most likely 6');
  expect(ferriteWords({ median: 0, range90: [0, 0.3] })).toBe('0');
});

test('a logged test reads as people say it', () => {
  expect(testWords({ entry: { test: 'stamp', mark: '316L' } })).toBe('"316L"');
  expect(testWords({ entry: { test: 'analyser', reading: { Cr: 18.1, Ni: 8 } } })).toContain('Cr 18.1  Ni 8 %');
  expect(testWords({ entry: { test: 'magnet', outcome: 'faint', worked: 'bent' } })).toBe('faint pull, at a bend');
  expect(testWords({ entry: { test: 'ferrite', number: 7 } })).toContain('7 FN');
});

test('no rod has a name, and sureness never sounds surer than it is', () => {
  expect([rodName(null), rodWithin(null), rodWithin('ER308L')]).toEqual(['No rod', 'no rod', 'ER308L']);
  const words = [0.99, 0.85, 0.6, 0.2].map(sureWords);
  expect(words).toEqual([
    expect.stringContaining('nearly everything'),
    expect.stringContaining('most of'),
    expect.stringContaining('compromise'),
    expect.stringContaining('stop-gap'),
  ]);
  for (const text of words) expect(text).not.toMatch(/safe|certain|guarantee/);
});
