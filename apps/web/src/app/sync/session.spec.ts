import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { OWNER } from '../../testing/known-session';
import { Session } from './session';

const answer = {
  ...OWNER,
  state: 'open',
  name: null,
  role: 'owner',
  byPin: false,
  tablet: null,
  memberships: [],
  offered: [],
};
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

test('signed out, what the one before typed stays theirs; the next is known by what they may', async () => {
  const person = '0198a6a0-0000-7000-8000-000000000009';
  const { session, http } = start();
  http.expectOne('/api/session').flush({ ...answer, state: 'signed-in', person, name: 'Early shift', role: 'welder' });
  await session.known;
  expect([session.may('work'), session.may('own')]).toEqual([true, false]);
  void session.ask();
  // Asked twice at once it is asked once.
  void session.ask();
  http.expectOne('/api/session').flush({ ...answer, state: 'signed-out', workshop: null, role: null });
  await new Promise((resolve) => setTimeout(resolve));
  expect([session.isSignedOut(), session.may('read')]).toEqual([true, false]);
  expect(session.owner()).toEqual({ ...OWNER, person });
});

test('whoever works on without a server shows who they are when one answers', async () => {
  const [early, late] = ['1', '2'].map((last) => `0198a6a0-0000-7000-8000-00000000000${last}`) as [string, string];
  const tablet = {
    id: early,
    name: 'TIG bench',
    workshop: OWNER.workshop,
    people: [{ person: early, name: 'Early shift' }],
  };
  const signedIn = (person: string): object => ({
    ...answer,
    state: 'signed-in',
    person,
    role: 'welder',
    byPin: true,
    tablet,
  });
  const before = start();
  before.http.expectOne('/api/session').flush(signedIn(late));
  await before.session.known;
  before.session.leaveToClaim({ workshop: OWNER.workshop, person: early, name: 'Early shift' });

  const { session, http } = start();
  expect(session.owner()).toEqual({ workshop: OWNER.workshop, person: early });
  expect(session.tablet()).toEqual(tablet);
  expect(session.isSignedOut()).toBe(false);
  // The server still takes this browser for the one before.
  http.expectOne('/api/session').flush(signedIn(late));
  await new Promise((resolve) => setTimeout(resolve));
  expect([session.isSignedOut(), session.owner()?.person, session.served()?.person]).toEqual([true, early, late]);
  session.take({ ...answer, ...signedIn(early) } as Parameters<Session['take']>[0]);
  expect([session.isSignedOut(), session.claim(), session.served()?.person]).toEqual([false, null, early]);
  expect(start().session.claim()).toBeNull();
});
