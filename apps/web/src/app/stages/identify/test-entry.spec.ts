import { TestBed } from '@angular/core/testing';
import type { FieldTestRecord } from '@variatum/contracts';
import type { PieceBelief } from '@variatum/job';
import { Subject } from 'rxjs';
import { aJob, aPiece, jobProviders, openJob } from '../../../testing/job-fixture';
import { render, texts } from '../../../testing/render';
import { AnswerService } from '../../job/answer.service';
import { SpotEntry } from '../../job/spot-entry';
import { TestEntry } from './test-entry';

beforeEach(() =>
  TestBed.configureTestingModule({
    providers: [...jobProviders(), SpotEntry, { provide: AnswerService, useValue: { lookAt: new Subject<void>() } }],
  }),
);
afterEach(() => document.body.replaceChildren());

const worth = (...tests: readonly string[]): PieceBelief =>
  ({ nextTests: tests.map((test) => ({ test, moves: null })), enough: false }) as unknown as PieceBelief;

/** A test that was done on the piece: with nothing tried a magnet is first, whatever else is worth more. */
const DONE: FieldTestRecord = {
  id: '0198a6a0-0000-7000-8000-0000000000e1',
  pieceId: 'p',
  entry: { test: 'chips', outcome: 'short' },
  spot: null,
  note: '',
  madeBy: null,
  version: 1,
  createdAt: '2026-01-05T08:00:00Z',
  struckOutAt: null,
  struckOutReason: null,
};

test('a new answer puts other tests in front, but never while a pointer is among them', async () => {
  const { pieces } = await openJob(aJob([aPiece({ tests: [DONE] })]));
  const page = await render(TestEntry, { piece: pieces.active()[0], belief: worth('magnet', 'copper-sulphate') });
  const row = page.element.querySelector('[aria-label="Tests"]')!;
  const first = (): string | undefined => texts(page.element, '[aria-label="Tests"] .test span:first-child')[0];
  expect(first()).toBe('Magnet');

  row.dispatchEvent(new Event('pointerenter'));
  await page.set('belief', worth('copper-sulphate', 'magnet'));
  expect(first()).toBe('Magnet');

  row.dispatchEvent(new Event('pointerleave'));
  await page.fixture.whenStable();
  expect(first()).toMatch(/^Copper/);
});

test('with nothing tried on a piece a magnet stands first, whatever else is worth more', async () => {
  const { pieces } = await openJob(aJob([aPiece({})]));
  const page = await render(TestEntry, { piece: pieces.active()[0], belief: worth('copper-sulphate', 'magnet') });
  expect(texts(page.element, '[aria-label="Tests"] .test span:first-child')[0]).toBe('Magnet');
});
