import { of, throwError } from 'rxjs';
import { PreloadWhenIdle } from './preload-when-idle';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test('the other pages are fetched after the one shown, and one that cannot be fetched stops nothing', () => {
  const strategy = new PreloadWhenIdle();
  const load = jest.fn(() => of('page'));
  let ended = 0;
  strategy.preload({}, load).subscribe({ complete: () => ended++ });
  strategy.preload({}, () => throwError(() => new Error('away'))).subscribe({ complete: () => ended++ });
  expect(load).not.toHaveBeenCalled();
  jest.advanceTimersByTime(5000);
  expect(load).toHaveBeenCalledTimes(1);
  expect(ended).toBe(2);
});
