import { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { JobDetail } from '@variatum/contracts';
import { known } from '@variatum/metallurgy';
import { aJob, aPiece, jobProviders, JOB_ID, openJob } from '../../testing/job-fixture';
import { render, texts } from '../../testing/render';
import { Guide } from './guide';
import { GuideOffer } from './guide-offer';
import { GUIDE_STEPS } from './guide-steps';
import { GuideService } from './guide.service';

const record = (entry: object, struckOutAt: string | null = null) =>
  ({
    id: JOB_ID,
    pieceId: JOB_ID,
    entry,
    note: '',
    createdAt: '2026-01-01T00:00:00Z',
    struckOutAt,
    struckOutReason: null,
  }) as never;
const done = (job: JobDetail): string[] => GUIDE_STEPS.filter((step) => step.done(job)).map(({ id }) => id);

beforeEach(() => {
  localStorage.clear();
  TestBed.configureTestingModule({ providers: jobProviders() });
});
afterEach(() => document.body.replaceChildren());

test('each step is done when the job shows it, and only then', () => {
  expect(done(aJob())).toEqual([]);
  expect(done(aJob([], { service: { environment: 'outdoor' } }))).toEqual(['service']);
  expect(done(aJob([aPiece()]))).toEqual(['piece']);
  expect(done(aJob([aPiece({ form: 'tube', thicknessMm: known(2) })]))).toEqual(['piece', 'size']);
  const soft = record({ test: 'magnet', outcome: 'none', worked: 'soft' });
  const bent = record({ test: 'magnet', outcome: 'faint', worked: 'bent' });
  expect(done(aJob([aPiece({ tests: [soft] })]))).toEqual(['piece', 'straight']);
  expect(
    done(aJob([aPiece({ tests: [soft, bent, record({ test: 'molybdenum-spot', outcome: 'negative' })] })])),
  ).toEqual(['piece', 'straight', 'bend', 'molybdenum']);
  expect(
    done(
      aJob([aPiece({ tests: [record({ test: 'magnet', outcome: 'none', worked: 'soft' }, '2026-01-02T00:00:00Z')] })]),
    ),
  ).toEqual(['piece']);
  expect(done(aJob([aPiece({ withdrawnAt: '2026-01-01T00:00:00Z' })]))).toEqual([]);
});

test('walks on as the job does, skips on request, and ends', async () => {
  const { pieces } = await openJob(aJob([], { service: { environment: 'outdoor' } }));
  const guide = TestBed.inject(GuideService);
  const { element, fixture } = await render(Guide, {});
  expect(element.textContent?.trim()).toBe('');
  guide.jobId.set(JOB_ID);
  guide.state.set('running');
  await fixture.whenStable();
  expect(texts(element, 'h2')).toEqual(['2 of 8: Add the rail']);
  expect(texts(element, '.learned')).toEqual(['What is left open counts as unknown, not as harmless.']);
  pieces.add({ name: 'Rail' });
  await fixture.whenStable();
  expect(texts(element, 'h2')[0]).toMatch(/^3 of 8/);
  for (let step = 3; step <= 8; step++) {
    [...element.querySelectorAll('button')].find(({ textContent }) => textContent?.includes('Skip'))?.click();
    await fixture.whenStable();
  }
  expect(texts(element, 'h2')[0]).toMatch(/from an unknown tube to a rod/);
  element.querySelector('button')?.click();
  await fixture.whenStable();
  expect(guide.state()).toBe('done');
  expect(element.querySelector('section')).toBeNull();
});

test('is offered to who was never asked, makes a job of its own, and says when the server is gone', async () => {
  const http = TestBed.inject(HttpTestingController);
  const guide = TestBed.inject(GuideService);
  const navigate = jest.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
  const { element, fixture } = await render(GuideOffer, {});
  expect(element.querySelector('section')).not.toBeNull();
  const failed = guide.start();
  http.expectOne('/api/jobs').error(new ProgressEvent('error'));
  await failed;
  await fixture.whenStable();
  expect(texts(element, '.field-error')[0]).toMatch(/does not answer/);
  expect(guide.state()).toBe('new');

  const started = guide.start();
  const request = http.expectOne('/api/jobs');
  expect(request.request.body.title).toMatch(/guided repair/);
  request.flush(aJob());
  await started;
  await fixture.whenStable();
  expect(guide.state()).toBe('running');
  expect(navigate).toHaveBeenCalledWith(['/jobs', JOB_ID, 'job']);
  expect(element.querySelector('section')).toBeNull();
  expect(localStorage.getItem('variatum guided job')).toBe(JOB_ID);
});
