import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { ApiClient } from './api-client';
import { requestTo } from './request-to';

test('an address becomes a method and a URL with its path filled in', () => {
  expect(requestTo('PATCH /pieces/:id', { id: 'a/b' })).toEqual({ method: 'PATCH', url: '/api/pieces/a%2Fb' });
  expect(requestTo('GET /workshop')).toEqual({ method: 'GET', url: '/api/workshop' });
  // @ts-expect-error what stands in the path must be given
  requestTo('PATCH /pieces/:id');
  // @ts-expect-error there is no such address
  requestTo('DELETE /jobs');
});

test('a question is sent as its address asks for it, without what is not said', () => {
  TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
  const client = TestBed.inject(ApiClient);
  const http = TestBed.inject(HttpTestingController);
  client.ask('GET /jobs', { query: { search: '', rod: undefined, withdrawn: false, limit: 5 } }).subscribe();
  http.expectOne('/api/jobs?withdrawn=false&limit=5').flush({ jobs: [], total: 0 });
  client.ask('POST /jobs/:id/withdraw', { path: { id: 'one' }, body: { version: 3 } }).subscribe();
  expect(http.expectOne('/api/jobs/one/withdraw').request.body).toEqual({ version: 3 });
  // @ts-expect-error the version must be said
  void (() => client.ask('POST /jobs/:id/withdraw', { path: { id: 'one' }, body: {} }));
  http.verify();
});
