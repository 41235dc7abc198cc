import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { OWNER } from '../../testing/known-session';
import { Session } from './session';

const answer = { ...OWNER, role: 'owner' };
const start = (): { session: Session; http: HttpTestingController } => {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
  return { session: TestBed.inject(Session), http: TestBed.inject(HttpTestingController) };
};
beforeEach(() => localStorage.clear());

test('is asked of the server, and remembered for a page that finds no server', async () => {
  const first = start();
  expect(first.session.owner()).toBeNull();
  first.http.expectOne('/api/session').flush(answer);
  await first.session.known;
  expect(first.session.owner()).toEqual(OWNER);

  const later = start();
  await later.session.known;
  expect(later.session.owner()).toMatchObject(OWNER);
  // Who is signed in now counts as soon as the server says so.
  const person = '0198a6a0-0000-7000-8000-000000000009';
  later.http.expectOne('/api/session').flush({ ...answer, person });
  await new Promise((resolve) => setTimeout(resolve));
  expect(later.session.owner()).toEqual({ ...OWNER, person });
});

test('what is remembered and cannot be read counts for nothing', () => {
  localStorage.setItem('variatum session', '{"workshop":3}');
  const { session, http } = start();
  expect(session.owner()).toBeNull();
  http.expectOne('/api/session');
});
