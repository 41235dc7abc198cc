import { HttpClient, provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting, type TestRequest } from '@angular/common/http/testing';
import { knownSession, OWNER } from '../../testing/known-session';
import { computed, ErrorHandler, type Provider, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { throwError } from 'rxjs';
import type { NewOperation, Operation } from './operation';
import { OperationQueue, type Outcome } from './operation-queue';
import { type Adopted, OperationStore } from './operation-store';
import { type Owner, Session } from './session';

const operation = (url: string, fields: Partial<NewOperation> = {}): NewOperation => ({
  key: 'k',
  job: 'j',
  method: 'POST',
  url,
  body: {},
  ...fields,
});
const patch = (body: Record<string, unknown>, base: Record<string, unknown>, version = 3): NewOperation =>
  operation('/piece', { method: 'PATCH', body, versioned: { id: 'p', version, base } });

/** Stands in for the browser's database, so that a test can look into it. */
class KeptOperations implements Pick<OperationStore, 'adopt' | 'put' | 'remove' | 'durable'> {
  durable = true;
  readonly kept = new Map<number, Operation>();
  /** What earlier pages have left behind. */
  left: readonly Operation[] = [];
  adopt = (wanted: (operation: Operation) => boolean): Promise<Adopted> => {
    const left = this.left.filter(wanted);
    this.left = this.left.filter((one) => !left.includes(one));
    return Promise.resolve({ left, others: this.left.length });
  };
  put = (one: Operation): Promise<void> => Promise.resolve(void this.kept.set(one.sequence, one));
  remove = (sequence: number): Promise<void> => Promise.resolve(void this.kept.delete(sequence));
}

describe('OperationQueue', () => {
  let http: HttpTestingController;
  let store: KeptOperations;
  let outcomes: Outcome[];
  let faults: unknown[];

  const start = (session: Provider = knownSession()): OperationQueue => {
    TestBed.resetTestingModule();
    store.left = [...store.kept.values()];
    TestBed.configureTestingModule({
      providers: [
        { provide: OperationStore, useValue: store },
        { provide: ErrorHandler, useValue: { handleError: (error: unknown) => faults.push(error) } },
        session,
        provideHttpClient(),
        provideHttpClientTesting(),
      ],
    });
    const queue = TestBed.inject(OperationQueue);
    http = TestBed.inject(HttpTestingController);
    outcomes = [];
    queue.outcomes.subscribe((outcome) => outcomes.push(outcome));
    return queue;
  };
  const settle = (): Promise<void> => jest.advanceTimersByTimeAsync(5);
  const next = async (): Promise<TestRequest> => {
    await settle();
    return http.expectOne(() => true);
  };
  /** The last operation is taken, and nothing waits any more. */
  const arrives = async (queue: OperationQueue): Promise<void> => {
    (await next()).flush({});
    await settle();
    expect(queue.unsent()).toBe(false);
  };
  const lost = { status: 0, statusText: 'lost' };
  const conflict = (current: object): [object, object] => [
    { type: 'about:blank', title: 'Changed meanwhile', status: 409, current },
    { status: 409, statusText: 'Conflict' },
  ];

  beforeEach(() => {
    jest.useFakeTimers();
    store = new KeptOperations();
    faults = [];
  });
  afterEach(() => jest.useRealTimers());

  test('an operation carries whom it was typed for, in the line and on its way', async () => {
    const queue = start();
    queue.enqueue(operation('/1'));
    expect(queue.waiting()).toMatchObject([OWNER]);
    const sent = await next();
    expect(sent.request.headers.get('Variatum-On-Behalf')).toBe(OWNER.workshop);
    sent.flush({});
  });

  describe('at a browser several people use', () => {
    const [ann, ben] = ['ann', 'ben'].map((person) => ({ ...OWNER, person })) as [Owner, Owner];
    const served = signal<Owner | null>(null);
    /** A page of Ben's, at a browser the server may take for somebody else's. */
    const bens = (offered: readonly object[] = []): Provider => ({
      provide: Session,
      useValue: {
        owner: signal(ben),
        known: Promise.resolve(),
        served,
        now: computed(() =>
          served() ? { state: 'signed-in', ...served(), offered } : { state: 'signed-out', offered },
        ),
      },
    });
    const keep = (sequence: number, owner: Owner): void =>
      void store.kept.set(sequence, { ...operation(`/${sequence}`), sequence, page: 'gone', ...owner });
    const behalfOf = (sent: TestRequest): string | null => sent.request.headers.get('Variatum-On-Behalf');

    test('what each typed goes when the server takes it for theirs, and holds nobody up until then', async () => {
      keep(1, ann);
      served.set(null);
      const queue = start(bens());
      queue.enqueue(operation('/bens'));
      await settle();
      http.expectNone(() => true);
      expect([queue.held(), queue.others()]).toEqual(['unknown-person', 1]);
      // The sign-in of the one before still stands: what she typed goes under it, his does not.
      served.set(ann);
      TestBed.tick();
      const hers = await next();
      expect([hers.request.url, behalfOf(hers)]).toEqual(['/1', `${OWNER.workshop}/ann`]);
      hers.flush({});
      await settle();
      http.expectNone(() => true);
      served.set(ben);
      TestBed.tick();
      const his = await next();
      expect([his.request.url, behalfOf(his), queue.others()]).toEqual(['/bens', `${OWNER.workshop}/ben`, 0]);
      his.flush({});
    });

    test('what was typed before anybody had a name is whose who signs in first, in the demo nobody’s', async () => {
      served.set(ben);
      keep(1, OWNER);
      start(bens());
      const sent = await next();
      expect([sent.request.url, behalfOf(sent)]).toEqual(['/1', `${OWNER.workshop}/ben`]);
      sent.flush({});
      await settle();
      keep(2, OWNER);
      const queue = start(bens([{}]));
      await settle();
      http.expectNone(() => true);
      expect(queue.others()).toBe(1);
    });
  });

  test('sends one after another, in order', async () => {
    const queue = start();
    queue.enqueue(operation('/1'));
    queue.enqueue(operation('/2'));
    const first = await next();
    expect(first.request.url).toBe('/1');
    first.flush({});
    (await next()).flush({});
    await settle();
    expect(queue.unsent()).toBe(false);
    expect(outcomes.map(({ operation: { url } }) => url)).toEqual(['/1', '/2']);
    expect(store.kept.size).toBe(0);
  });

  test('keeps what could not be sent, says that the server does not answer, and sends it when it does', async () => {
    const queue = start();
    queue.enqueue(operation('/1'));
    queue.enqueue(operation('/2'));
    (await next()).flush(null, lost);
    await settle();
    expect(queue.held()).toBe('unreachable');
    expect(store.kept.size).toBe(2);
    await jest.advanceTimersByTimeAsync(1600);
    const again = await next();
    expect(again.request.url).toBe('/1');
    again.flush({});
    (await next()).flush({});
    await settle();
    expect(queue.held()).toBeNull();
    expect(store.kept.size).toBe(0);
  });

  test('a page opened later sends what an earlier one left behind, before anything of its own', async () => {
    const earlier = start();
    earlier.enqueue(operation('/left behind'));
    (await next()).flush(null, lost);
    const later = start();
    later.enqueue(operation('/own'));
    await settle();
    const order: string[] = [];
    for (let count = 0; count < 2; count++) {
      const request = await next();
      order.push(request.request.url);
      request.flush({});
    }
    expect(order).toEqual(['/left behind', '/own']);
    await settle();
    expect(store.kept.size).toBe(0);
  });

  test.each([
    [500, 'not-known'],
    [502, 'not-known'],
    [503, 'unable'],
    [401, 'unknown-person'],
    [429, 'busy'],
    [408, 'busy'],
  ])('an answer %i is no verdict: what was typed is kept and sent again', async (status, why) => {
    const queue = start();
    queue.enqueue(operation('/1'));
    queue.enqueue(operation('/2'));
    const problem = { title: 'not now', status, ...(status === 503 ? { saved: 'nothing' } : {}) };
    (await next()).flush(problem, { status, statusText: 'x' });
    await settle();
    expect([queue.held(), queue.waiting().length, store.kept.size]).toEqual([why, 2, 2]);
    expect(outcomes).toEqual([]);
    await jest.advanceTimersByTimeAsync(1600);
    (await next()).flush({});
    (await next()).flush({});
    await settle();
    expect([queue.held(), store.kept.size, outcomes.length]).toEqual([null, 0, 2]);
  });

  test('waits as long as the server says', async () => {
    const queue = start();
    queue.enqueue(operation('/1'));
    (await next()).flush({}, { status: 503, statusText: 'x', headers: { 'Retry-After': '7' } });
    await jest.advanceTimersByTimeAsync(6500);
    http.verify();
    await jest.advanceTimersByTimeAsync(600);
    await arrives(queue);
  });

  test('an answer that cannot be read is asked for again, not taken for a refusal', async () => {
    const queue = start();
    queue.enqueue(operation('/1'));
    (await next()).error(new ProgressEvent('error'), { status: 201, statusText: 'Created' });
    await settle();
    expect([queue.held(), outcomes.length]).toEqual(['unreachable', 0]);
    await jest.advanceTimersByTimeAsync(1600);
    await arrives(queue);
  });

  test('a fault of this page loses nothing and does not stop the line for ever', async () => {
    const queue = start();
    jest.spyOn(TestBed.inject(HttpClient), 'request').mockReturnValueOnce(throwError(() => new Error('no')));
    queue.enqueue(operation('/1'));
    queue.enqueue(operation('/2'));
    await settle();
    expect([queue.held(), store.kept.size, faults.length]).toEqual(['not-known', 2, 1]);
    await jest.advanceTimersByTimeAsync(5100);
    (await next()).flush({});
    (await next()).flush({});
    await settle();
    expect([queue.unsent(), queue.held()]).toEqual([false, null]);
  });

  test('a file is sent as it is, with what is said of it in the query', async () => {
    const queue = start();
    const file = new Blob(['x'], { type: 'image/jpeg' });
    queue.enqueue(operation('/photos', { body: { id: 'a', pieceId: 'b' }, file }));
    const { request } = await next();
    expect(request.body).toBe(file);
    expect(request.urlWithParams).toBe('/photos?id=a&pieceId=b');
  });

  test('of a field where the last word counts nobody is asked', async () => {
    const queue = start();
    queue.enqueue(
      operation('/job', {
        method: 'PATCH',
        body: { stage: 'rod' },
        versioned: { id: 'j', version: 3, base: { stage: 'job' }, lastWord: ['stage'] },
      }),
    );
    (await next()).flush(...conflict({ stage: 'pieces', version: 9 }));
    const again = await next();
    expect(again.request.body).toEqual({ stage: 'rod', version: 9 });
    again.flush({ id: 'p', version: 10 });
    await settle();
    expect(queue.conflicts()).toEqual([]);
  });

  test('a refusal no open page shows is kept until somebody has read it', async () => {
    const queue = start();
    queue.outcomes.subscribe((outcome) => {
      if ('problem' in outcome && outcome.operation.url === '/shown') outcome.shown = true;
    });
    for (const url of ['/shown', '/nowhere']) {
      queue.enqueue(operation(url));
      (await next()).flush({ title: 'no', status: 409 }, { status: 409, statusText: 'x' });
      await settle();
    }
    expect(queue.refusals().map(({ operation: { url } }) => url)).toEqual(['/nowhere']);
    queue.forget(queue.refusals()[0]!);
    expect(queue.refusals()).toEqual([]);
  });

  test('a change that had arrived before its answer was lost does not count twice', async () => {
    const queue = start();
    queue.enqueue(patch({ name: 'Spout' }, { name: 'Sheet' }));
    const first = await next();
    expect(first.request.body).toEqual({ name: 'Spout', version: 3 });
    first.flush(null, lost);
    await jest.advanceTimersByTimeAsync(1600);
    (await next()).flush(...conflict({ name: 'Spout', version: 4 }));
    await settle();
    http.verify();
    expect(queue.conflicts()).toEqual([]);
    expect(queue.unsent()).toBe(false);
  });

  test('fields the other left alone are sent again on top of what stands', async () => {
    const queue = start();
    queue.enqueue(patch({ name: 'Mine' }, { name: 'Sheet' }));
    (await next()).flush(...conflict({ name: 'Sheet', origin: 'theirs', version: 9 }));
    const again = await next();
    expect(again.request.body).toEqual({ name: 'Mine', version: 9 });
    again.flush({ id: 'p', version: 10 });
    await settle();
    expect(queue.conflicts()).toEqual([]);
    expect(queue.madeHere('p', 10)).toBe(true);
  });

  test('content is the same in whatever order its fields come back', async () => {
    const queue = start();
    queue.enqueue(patch({ size: { value: 3, typed: '3' } }, { size: { value: 2, typed: '2' } }));
    (await next()).flush(...conflict({ size: { typed: '2', value: 2 }, version: 9 }));
    (await next()).flush({ version: 10 });
    await settle();
    expect(queue.conflicts()).toEqual([]);
  });

  test('a field both changed waits for a decision; the others go ahead', async () => {
    const queue = start();
    queue.enqueue(patch({ name: 'Mine', origin: 'yard' }, { name: 'Sheet', origin: '' }));
    (await next()).flush(...conflict({ name: 'Theirs', origin: '', version: 9 }));
    const rest = await next();
    expect(rest.request.body).toEqual({ origin: 'yard', version: 9 });
    rest.flush({ version: 10 });
    await settle();
    expect(queue.conflicts()).toMatchObject([{ field: 'name', mine: 'Mine', theirs: 'Theirs' }]);
    queue.settle(queue.conflicts()[0]!, true);
    const mine = await next();
    expect(mine.request.body).toEqual({ name: 'Mine', version: 10 });
    mine.flush({ version: 11 });
    await settle();
    expect(queue.conflicts()).toEqual([]);
  });

  test('taking theirs sends nothing', async () => {
    const queue = start();
    queue.enqueue(patch({ name: 'Mine' }, { name: 'Sheet' }));
    (await next()).flush(...conflict({ name: 'Theirs', version: 9 }));
    await settle();
    queue.settle(queue.conflicts()[0]!, false);
    await settle();
    http.verify();
    expect(queue.unsent()).toBe(false);
  });

  test('withdrawing something changed meanwhile is sent again with its new version', async () => {
    const queue = start();
    queue.enqueue(operation('/withdraw', { versioned: { id: 'p', version: 3, base: {}, withdrawn: true } }));
    (await next()).flush(...conflict({ withdrawnAt: null, version: 5 }));
    const again = await next();
    expect(again.request.body).toEqual({ version: 5 });
    again.flush({ version: 6 });
    await settle();
    expect(outcomes).toHaveLength(1);
  });

  test('a refusal is told once and the line goes on', async () => {
    const queue = start();
    queue.enqueue(operation('/bad', { key: 'piece 1' }));
    queue.enqueue(operation('/good'));
    (await next()).flush(
      { title: 'bad', status: 422, errors: [{ path: 'grade', message: 'not in the catalogue' }] },
      { status: 422, statusText: 'x' },
    );
    (await next()).flush({});
    await settle();
    expect(outcomes[0]).toMatchObject({ operation: { key: 'piece 1' }, problem: { errors: [{ path: 'grade' }] } });
    expect(outcomes[1]).toMatchObject({ operation: { url: '/good' } });
  });

  describe('one entry the server fails at', () => {
    const fails = (one: TestRequest, status = 500): void =>
      one.flush({ title: 'no', status }, { status, statusText: 'x' });
    const urls = (queue: OperationQueue) => ({
      aside: queue.aside().map(({ url }) => url),
      waiting: queue.waiting().map(({ url }) => url),
    });

    test('is set aside once another one goes, and comes back when somebody says so', async () => {
      const queue = start();
      queue.enqueue(operation('/jammed', { body: { title: 'kept' } }));
      queue.enqueue(operation('/good'));
      for (const pause of [1600, 3100, 6100]) {
        fails(await next());
        await jest.advanceTimersByTimeAsync(pause - 200);
        http.verify();
        await jest.advanceTimersByTimeAsync(200);
      }
      fails(await next());
      const probe = await next();
      expect(probe.request.url).toBe('/good');
      probe.flush({});
      await settle();
      expect(urls(queue)).toEqual({ aside: ['/jammed'], waiting: [] });
      expect([queue.unsent(), store.kept.size, queue.held()]).toEqual([false, 1, null]);
      queue.tryAgain();
      const again = await next();
      expect(again.request.body).toEqual({ title: 'kept' });
      again.flush({});
      await settle();
      expect([queue.aside(), store.kept.size]).toEqual([[], 0]);
    });

    test('is not set aside while the server fails at everything', async () => {
      const queue = start();
      queue.enqueue(operation('/1'));
      queue.enqueue(operation('/2'));
      for (let tries = 0; tries < 6; tries++) {
        fails(await next(), 503);
        await settle();
        // From the fourth on the other one is tried too.
        for (const one of http.match(() => true)) fails(one, 503);
        await jest.advanceTimersByTimeAsync(31_000);
      }
      expect(urls(queue)).toEqual({ aside: [], waiting: ['/1', '/2'] });
      for (const one of http.match(() => true)) one.flush({});
      await arrives(queue);
    });

    test('takes along what needs it, and nothing else', async () => {
      const queue = start();
      queue.enqueue(operation('/jobs/j/pieces', { body: { id: 'piece-1' } }));
      queue.enqueue(operation('/pieces/piece-1/tests', { body: { id: 'test-1' } }));
      queue.enqueue(operation('/other'));
      for (let tries = 0; tries < 3; tries++) {
        fails(await next());
        await jest.advanceTimersByTimeAsync(31_000);
      }
      fails(await next());
      const probe = await next();
      expect(probe.request.url).toBe('/other');
      probe.flush({});
      await settle();
      expect(urls(queue)).toEqual({ aside: ['/jobs/j/pieces', '/pieces/piece-1/tests'], waiting: [] });
      queue.giveUp(queue.aside()[0]!);
      await settle();
      expect([queue.aside(), store.kept.size]).toEqual([[], 0]);
    });

    test('holds up neither the weld nor pictures, unless they need it', async () => {
      const queue = start();
      queue.enqueue(operation('/jobs/j/joints', { body: { id: 'joint-1' } }));
      queue.enqueue(operation('/jobs/j/weld', { body: { jointId: 'joint-0' } }));
      queue.enqueue(operation('/jobs/j/photos', { body: { id: 'photo-1' }, file: new Blob(['x']) }));
      queue.enqueue(operation('/jobs/j/weld', { body: { jointId: 'joint-1' } }));
      await settle();
      const going = http.match(() => true);
      expect(going.map(({ request: { url } }) => url)).toEqual(['/jobs/j/joints', '/jobs/j/weld', '/jobs/j/photos']);
      fails(going[0]!);
      going[1]!.flush({});
      going[2]!.flush({});
      await settle();
      expect(urls(queue).waiting).toEqual(['/jobs/j/joints', '/jobs/j/weld']);
      await jest.advanceTimersByTimeAsync(1600);
      const joint = await next();
      joint.flush({});
      await arrives(queue);
    });
  });

  test('what was typed on a thing somebody took away meanwhile is kept, and that is said once', async () => {
    const queue = start();
    const typed = { ...patch({ name: 'Mine' }, { name: 'Sheet' }), typed: true };
    queue.enqueue(typed);
    const away = { name: 'Sheet', version: 9, withdrawnAt: '2026-01-05T08:00:00Z' };
    (await next()).flush(...conflict(away));
    const again = await next();
    expect(again.request.body).toEqual({ name: 'Mine', version: 9 });
    again.flush({ id: 'p', version: 10 });
    await settle();
    expect(queue.refusals()).toMatchObject([{ kept: true, problem: { title: 'Somebody took this away meanwhile' } }]);
  });

  test('is idle only when the line has been worked off', async () => {
    const queue = start();
    queue.enqueue(operation('/1'));
    let idle = false;
    void queue.idle().then(() => (idle = true));
    const request = await next();
    expect(idle).toBe(false);
    request.flush({});
    await settle();
    expect(idle).toBe(true);
    await expect(queue.idle()).resolves.toBeUndefined();
  });
});
