import { TestBed } from '@angular/core/testing';
import { type NavigationError, Router } from '@angular/router';
import { NEVER } from 'rxjs';
import { LostPart } from './lost-part';

let answers: boolean;
let part: LostPart;
beforeEach(() => {
  jest.useFakeTimers();
  answers = false;
  globalThis.fetch = () =>
    answers ? Promise.resolve({ ok: true } as Response) : Promise.reject(new TypeError('away'));
  TestBed.configureTestingModule({ providers: [{ provide: Router, useValue: { navigated: true, events: NEVER } }] });
  part = TestBed.inject(LostPart);
});
afterEach(() => jest.useRealTimers());

const failed = (message: string): NavigationError =>
  ({ url: '/rack', error: new TypeError(message) }) as unknown as NavigationError;

test('a part that did not come is offered once the server answers again', async () => {
  part.notReached(failed('Failed to fetch dynamically imported module: /chunk.js'));
  await jest.advanceTimersByTimeAsync(5000);
  expect(part.state()).toBe('away');
  answers = true;
  await jest.advanceTimersByTimeAsync(1500);
  expect(part.state()).toBe('back');
});

test('any other fault of a navigation stays a fault', () => {
  expect(() => part.notReached(failed('nothing to do with fetching'))).toThrow('nothing to do');
  expect(part.state()).toBe('none');
});
