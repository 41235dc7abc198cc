import 'fake-indexeddb/auto';
import { HttpClient, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { knownSession, OWNER } from '../../testing/known-session';
import { keepAnswers, pastServiceWorker } from './keep-answers';
import { KeptDocuments } from './kept-documents';

const ELSEWHERE = { ...OWNER, workshop: '00000000-0000-4000-8000-000000000002' };
function page(owner = OWNER): { kept: KeptDocuments; http: HttpClient; server: HttpTestingController } {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [
      knownSession(owner),
      provideHttpClient(withInterceptors([keepAnswers, pastServiceWorker])),
      provideHttpClientTesting(),
    ],
  });
  return {
    kept: TestBed.inject(KeptDocuments),
    http: TestBed.inject(HttpClient),
    server: TestBed.inject(HttpTestingController),
  };
}
/** What was put is written when the page is put away. */
const putAway = (): boolean => dispatchEvent(new Event('beforeunload'));
const turns = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 20));

afterEach(() => page().kept.forget());

test('what was last seen is there on the next page, and in no other workshop', async () => {
  const { kept } = page();
  kept.put('job 1', { title: 'Rail' });
  kept.put('job 1', { title: 'Handrail' });
  expect((await kept.get('job 1'))?.value).toEqual({ title: 'Handrail' });
  putAway();
  await turns();
  expect((await page().kept.get('job 1'))?.value).toEqual({ title: 'Handrail' });
  expect(await page(ELSEWHERE).kept.get('job 1')).toBeUndefined();
  await page().kept.forget();
  expect(await page().kept.get('job 1')).toBeUndefined();
});

test('lists are shown as last seen while no server can be reached, and it is said since when', async () => {
  const { http, server, kept } = page();
  const ask = (): Promise<unknown> => firstValueFrom(http.get('/api/jobs', { params: { search: 'rail' } }));
  const first = ask();
  const request = server.expectOne('/api/jobs?search=rail');
  expect(request.request.headers.get('ngsw-bypass')).toBe('true');
  request.flush({ jobs: [1] });
  expect(await first).toEqual({ jobs: [1] });
  expect(kept.shownSince()).toBeNull();
  const second = ask();
  server.expectOne('/api/jobs?search=rail').error(new ProgressEvent('error'));
  expect(await second).toEqual({ jobs: [1] });
  expect(kept.shownSince()).toBeGreaterThan(0);
  // What was never seen is not made up, and a refusal is none of the network's.
  const other = firstValueFrom(http.get('/api/jobs', { params: { search: 'post' } }));
  server.expectOne('/api/jobs?search=post').error(new ProgressEvent('error'));
  await expect(other).rejects.toMatchObject({ status: 0 });
  const refused = ask();
  server.expectOne('/api/jobs?search=rail').flush(null, { status: 403, statusText: 'Forbidden' });
  await expect(refused).rejects.toMatchObject({ status: 403 });
  const back = ask();
  server.expectOne('/api/jobs?search=rail').flush({ jobs: [] });
  await back;
  expect(kept.shownSince()).toBeNull();
});
