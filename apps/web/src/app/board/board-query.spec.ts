import { filterCount, NO_FILTER } from './board-query';

test('an order is no filter; every set filter counts once, an emptied one does not', () => {
  expect(filterCount(NO_FILTER)).toBe(0);
  expect(filterCount({ ...NO_FILTER, sort: 'title' })).toBe(0);
  expect(filterCount({ ...NO_FILTER, family: 'duplex', from: '2026-01-01', withdrawn: true })).toBe(3);
  expect(filterCount({ ...NO_FILTER, family: undefined })).toBe(0);
});
