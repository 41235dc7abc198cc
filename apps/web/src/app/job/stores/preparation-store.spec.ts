import { TestBed } from '@angular/core/testing';
import { aJob, aPiece, jobProviders, openJob, type OpenJob } from '../../../testing/job-fixture';
import { PreparationStore } from '.';

let open: OpenJob;
let store: PreparationStore;
beforeEach(async () => {
  TestBed.configureTestingModule({ providers: jobProviders() });
  open = await openJob(aJob([aPiece()]));
  store = TestBed.inject(PreparationStore);
});

test('the last word on an item counts; the same word again says nothing new', () => {
  store.say('bright', 'done');
  store.say('bright', 'done');
  store.say('old-weld j w', 'open', 'cut-out');
  expect(open.store.job()?.preparation).toHaveLength(2);
  store.say('bright', 'skipped');
  expect(store.last().get('bright')?.state).toBe('skipped');
  expect(store.last().get('old-weld j w')?.way).toBe('cut-out');
});

test('what was said is taken back by saying what stood before', () => {
  store.say('bright', 'done');
  store.say('bright', 'skipped');
  open.history.undo(() => open.store.flush());
  expect(store.last().get('bright')?.state).toBe('done');
  open.history.undo(() => open.store.flush());
  expect(store.last().get('bright')?.state).toBe('open');
  // Nothing is erased: all four words stand.
  expect(open.store.job()?.preparation).toHaveLength(4);
});
