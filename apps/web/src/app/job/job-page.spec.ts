import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { knownSession } from '../../testing/known-session';
import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router, withComponentInputBinding } from '@angular/router';
import { RouterTestingHarness } from '@angular/router/testing';
import { arriving } from '../../testing/arriving';
import { aJob, aWorkshop, JOB_ID } from '../../testing/job-fixture';
import { texts } from '../../testing/render';
import { JobPage } from './job-page';

@Component({ template: 'a stage', changeDetection: ChangeDetectionStrategy.OnPush })
class Stage {}

let http: HttpTestingController;
let harness: RouterTestingHarness;
beforeEach(() => {
  TestBed.configureTestingModule({
    providers: [
      knownSession(),
      provideHttpClient(),
      provideHttpClientTesting(),
      provideRouter(
        [
          {
            path: 'jobs/:id',
            component: JobPage,
            children: ['job', 'pieces', 'identify', 'joint', 'rod'].map((path) => ({ path, component: Stage })),
          },
          { path: '**', component: Stage },
        ],
        withComponentInputBinding(),
      ),
    ],
  });
  http = TestBed.inject(HttpTestingController);
});

const answer = async (url: string, body: object | null, status = 200): Promise<void> =>
  (await arriving(() => http.match(url))).flush(body, { status, statusText: 'x' });
const visit = async (stage: string, job: object | null = aJob(), status = 200): Promise<HTMLElement> => {
  harness = await RouterTestingHarness.create();
  await harness.navigateByUrl(`/jobs/${JOB_ID}/${stage}`);
  await answer(`/api/jobs/${JOB_ID}`, job, status);
  await answer('/api/rod-stock', []);
  await answer('/api/workshop', aWorkshop());
  return harness.routeNativeElement as HTMLElement;
};
/** Waits for an element to say something, however long the page takes to draw it. */
const says = async (page: HTMLElement, selector: string, words: string): Promise<void> => {
  while (!page.querySelector(selector)?.textContent?.includes(words)) {
    harness.detectChanges();
    await new Promise((resolve) => setTimeout(resolve));
  }
};
const writes = (): string[] =>
  http.match(({ method }) => method !== 'GET').map(({ request }) => JSON.stringify(request.body));

test('shows the job with its stages and what is open in each', async () => {
  const page = await visit('pieces');
  await says(page, 'h1', 'Railing');
  expect(texts(page, 'va-stage-strip a > span:nth-of-type(1)')).toEqual([
    'Job',
    'Pieces',
    'Identify',
    'Joint',
    'Rod',
    'Prepare',
    'Weld',
    'Inspect',
    'Record',
  ]);
  expect(texts(page, 'va-stage-strip .open')).toEqual([
    'service open',
    'none yet',
    '',
    'not described',
    '',
    '',
    '',
    '',
    '',
  ]);
  expect(page.querySelector('va-stage-strip a.here')?.textContent).toContain('Pieces');
});

test('looking at a stage writes nothing, even when somebody else walks meanwhile; walking is remembered', async () => {
  await visit('pieces', aJob([], { stage: 'rod' }));
  expect(writes()).toEqual([]);
  await TestBed.inject(Router).navigateByUrl(`/jobs/${JOB_ID}/joint`);
  const sent = await arriving(() => http.match(({ method }) => method === 'PATCH'));
  expect(sent.request.body).toEqual({ stage: 'joint', version: 1 });
  sent.flush({ ...aJob([], { stage: 'joint', version: 2 }) });
  await harness.fixture.whenStable();
  expect(writes()).toEqual([]);
});

test('a job that is not there is said to be so', async () => {
  const page = await visit('job', { title: 'Not found', status: 404 }, 404);
  await says(page, '[role=alert]', 'There is no such job.');
});

test('a server that cannot answer is asked again until it can', async () => {
  const page = await visit('job', { title: 'x', status: 503 }, 503);
  await says(page, '[role=alert]', 'It is asked again');
  await answer(`/api/jobs/${JOB_ID}`, aJob());
  await says(page, 'h1', 'Railing');
});
