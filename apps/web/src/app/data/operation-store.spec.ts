import 'fake-indexeddb/auto';
import { TestBed } from '@angular/core/testing';
import type { Operation } from './operation';
import { OperationStore } from './operation-store';

const operation = (sequence: number): Operation => ({
  sequence,
  key: 'k',
  job: 'j',
  method: 'POST',
  url: `/${sequence}`,
  body: { a: 1 },
});

test('operations survive the page that made them, in their order', async () => {
  const store = TestBed.inject(OperationStore);
  for (const sequence of [3, 1, 2]) await store.put(operation(sequence));
  await store.remove(2);
  TestBed.resetTestingModule();
  const later = TestBed.inject(OperationStore);
  expect(later).not.toBe(store);
  expect(await later.all()).toEqual([operation(1), operation(3)]);
  expect(later.durable).toBe(true);
});
