import { moneySpread, moneyWords } from './money-words';
import { daysBetween, serviceWords, today } from './outcome-words';

test('time at work in the words people use', () => {
  expect([1, 40, 181, 400, 1100].map(serviceWords)).toEqual(['a day', '40 days', '6 months', '13 months', '3.0 years']);
  expect(daysBetween('2026-01-05', '2026-07-05')).toBe(181);
  expect(today()).toMatch(/^\d{4}-\d\d-\d\d$/);
});

test('money is whole where it is much, and its currency is said once', () => {
  expect([moneyWords(7.5, 'EUR'), moneyWords(171.6, '')]).toEqual(['EUR 7.50', '172']);
  expect(moneySpread({ median: 171.6, range90: [130, 220.4] }, 'EUR')).toBe('EUR 172 (130 to 220)');
  expect(moneySpread({ median: 60, range90: [60, 60] }, '')).toBe('60');
});
