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

test('freshness and place in time are judged by this device, however far another clock is off', async () => {
  const live = new Subject<readonly Reading[]>();
  const ahead = 3_600_000;
  const now = new Date(Date.now() - ahead).toISOString();
  const before = new Date(Date.now() - ahead - 60_000).toISOString();
  TestBed.configureTestingModule({
    providers: [
      { provide: LiveService, useValue: { readings: live } },
      {
        provide: ApiClient,
        useValue: { ask: () => of({ readings: [{ meter: 'a', at: before, value: 900 }], more: false, now }) },
      },
    ],
  });
  const readings = TestBed.inject(Readings);
  await readings.readJob('job');
  live.next([{ meter: 'a', at: now, value: 40 }]);
  const [kept, came] = readings.of('a');
  expect(kept).toMatchObject({ value: 900, heardMs: null });
  expect(Math.abs(kept!.atMs - (Date.now() - 60_000))).toBeLessThan(10_000);
  expect(came!.heardMs).not.toBeNull();
  expect(Math.abs(came!.atMs - Date.now())).toBeLessThan(10_000);
  // A meter whose clock is set back is heard all the same, and what it shows now stands last.
  live.next([{ meter: 'a', at: new Date(Date.parse(before) - 7000).toISOString(), value: 35 }]);
  expect(readings.of('a').at(-1)!.value).toBe(35);
});
