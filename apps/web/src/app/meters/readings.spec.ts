import { TestBed } from '@angular/core/testing';
import type { Reading } from '@variatum/contracts';
import { of, Subject } from 'rxjs';
import { ApiClient } from '../sync';
import { LiveService } from '../sync/live.service';
import { Readings } from './readings';

const at = (second: number): string => new Date(Date.UTC(2026, 0, 5, 8, 0, second)).toISOString();
const reading = (meter: string, second: number, value: number): Reading => ({ meter, at: at(second), value });

test('what was kept and what comes in stand in the order of their moments, each once', async () => {
  const live = new Subject<readonly Reading[]>();
  const kept = [reading('a', 1, 900), reading('b', 1, 5), reading('a', 2, 800), reading('a', 4, 600)];
  TestBed.configureTestingModule({
    providers: [
      { provide: LiveService, useValue: { readings: live } },
      { provide: ApiClient, useValue: { ask: () => of({ readings: kept, more: false }) } },
    ],
  });
  const readings = TestBed.inject(Readings);
  live.next([reading('a', 4, 600)]);
  live.next([reading('a', 5, 500)]);
  await readings.readJob('job');
  live.next([reading('a', 6, 400), reading('b', 6, 4)]);
  expect(readings.of('a').map(({ value }) => value)).toEqual([900, 800, 600, 500, 400]);
  expect(readings.of('b').map(({ value }) => value)).toEqual([5, 4]);
  expect(readings.of(undefined)).toEqual([]);
});
