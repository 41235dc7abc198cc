import { provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { knownSession, OWNER } from '../../testing/known-session';
import { ApiClient, OperationQueue } from '../sync';
import { holdRequests } from '../sync/held-requests';
import { KeptDocuments } from '../sync/kept-documents';
import { Enter } from './enter';

const WELDER = '00000000-0000-4000-8000-0000000000a2';
const settle = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** A page of the owner's on which somebody taps their name, and which then asks for something. */
function tapped() {
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(withInterceptors([holdRequests])),
      provideHttpClientTesting(),
      knownSession(),
      { provide: OperationQueue, useValue: {} },
      { provide: KeptDocuments, useValue: {} },
    ],
  });
  const begun: string[] = [];
  // A page of the tests cannot begin anew.
  jest
    .spyOn(Enter.prototype as unknown as { begin(): void }, 'begin')
    .mockImplementation(() => void begun.push('anew'));
  Object.assign(TestBed.inject(Enter)['session'], { settleClaim: () => undefined, leaveTo: () => undefined });
  const http = TestBed.inject(HttpTestingController);
  const entered = TestBed.inject(Enter).offered(WELDER);
  TestBed.inject(ApiClient)
    .ask('GET /backups')
    .subscribe({ error: () => undefined });
  return { http, entered, begun, sign: http.expectOne(`/api/session/offered/${WELDER}`) };
}

test('while somebody comes in the page asks nothing, and nothing any more in the name of another', async () => {
  const { http, entered, begun, sign } = tapped();
  http.expectNone('/api/backups');
  sign.flush({ ...OWNER, person: WELDER });
  await entered;
  await settle();
  expect(begun).toEqual(['anew']);
  http.verify();
});

test('nobody came in after all: what was held is asked', async () => {
  const { http, entered, begun, sign } = tapped();
  http.expectNone('/api/backups');
  sign.flush({ title: 'busy' }, { status: 429, statusText: 'busy' });
  await expect(entered).rejects.toMatchObject({ status: 429 });
  http.expectOne('/api/backups').flush({});
  expect(begun).toEqual([]);
});

test('the same person came in again: the page is still theirs, and goes on', async () => {
  const { http, entered, begun, sign } = tapped();
  sign.flush(OWNER);
  await entered;
  http.expectOne('/api/backups').flush({});
  expect(begun).toEqual([]);
});
