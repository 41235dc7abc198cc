import { provideHttpClient } from '@angular/common/http';
import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { defer, of, throwError } from 'rxjs';
import { Autosave } from './autosave';

const refused = (status: number, body: object): HttpErrorResponse => new HttpErrorResponse({ status, error: body });

describe('Autosave', () => {
  let autosave: Autosave;
  beforeEach(() => {
    jest.useFakeTimers();
    TestBed.configureTestingModule({ providers: [Autosave, provideHttpClient()] });
    autosave = TestBed.inject(Autosave);
  });
  afterEach(() => jest.useRealTimers());

  test('sends changes one after another, in order', () => {
    const sent: string[] = [];
    for (const name of ['first', 'second', 'third'])
      autosave.enqueue({ key: name, send: () => defer(() => { sent.push(name); return of(null); }) }); // prettier-ignore
    expect(sent).toEqual(['first', 'second', 'third']);
    expect(autosave.state()).toBe('saved');
  });

  test('says so when the server does not answer, and sends the same change until it arrives', () => {
    let tries = 0;
    const sent: string[] = [];
    autosave.enqueue({
      key: 'a',
      send: () => defer(() => (++tries < 3 ? throwError(() => refused(0, {})) : (sent.push('a'), of(null)))),
    });
    autosave.enqueue({ key: 'b', send: () => defer(() => (sent.push('b'), of(null))) });
    expect(autosave.state()).toBe('offline');
    expect(sent).toEqual([]);
    jest.advanceTimersByTime(10_000);
    expect(sent).toEqual(['a', 'b']);
    expect(tries).toBe(3);
    expect(autosave.state()).toBe('saved');
  });

  test('settles a conflict once on top of what stands now', () => {
    let version = 1;
    const send = jest.fn(() =>
      defer(() =>
        version === 5 ? of(null) : throwError(() => refused(409, { title: 'x', status: 409, current: { version: 5 } })),
      ),
    );
    autosave.enqueue({ key: 'job', send, adopt: (current) => (version = (current as { version: number }).version) });
    jest.advanceTimersByTime(100);
    expect(send).toHaveBeenCalledTimes(2);
    expect(version).toBe(5);
    expect(autosave.state()).toBe('saved');
  });

  test('shows a refusal at its field, undoes what the page showed, and goes on with the next change', () => {
    const undone = jest.fn();
    const next = jest.fn(() => of(null));
    autosave.enqueue({
      key: 'piece 1',
      send: () =>
        throwError(() =>
          refused(422, { title: 'bad', status: 422, errors: [{ path: 'grade', message: 'not in the catalogue' }] }),
        ),
      refused: undone,
    });
    autosave.enqueue({ key: 'b', send: next });
    expect(autosave.fieldErrors()).toEqual({ 'piece 1': { grade: 'not in the catalogue' } });
    expect(undone).toHaveBeenCalledTimes(1);
    expect(next).toHaveBeenCalledTimes(1);
    expect(autosave.state()).toBe('refused');
    autosave.setErrors('piece 1', []);
    expect(autosave.state()).toBe('saved');
  });

  test('is not saved while typing rests', () => {
    autosave.setResting('piece 1', true);
    expect(autosave.state()).toBe('saving');
    autosave.setResting('piece 1', false);
    expect(autosave.state()).toBe('saved');
  });

  test('is idle only when the line has been worked off', async () => {
    let arrived = false;
    autosave.enqueue({ key: 'a', send: () => defer(() => (arrived ? of(null) : throwError(() => refused(0, {})))) });
    let idle = false;
    void autosave.idle().then(() => (idle = true));
    jest.advanceTimersByTime(5000);
    await Promise.resolve();
    expect(idle).toBe(false);
    arrived = true;
    jest.advanceTimersByTime(5000);
    await Promise.resolve();
    expect(idle).toBe(true);
  });

  test('keeps a page from being closed while something waits', () => {
    autosave.enqueue({ key: 'a', send: () => throwError(() => refused(0, {})) });
    const leaving = new Event('beforeunload', { cancelable: true });
    dispatchEvent(leaving);
    expect(leaving.defaultPrevented).toBe(true);
  });
});
