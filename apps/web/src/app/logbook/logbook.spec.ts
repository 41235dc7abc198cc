import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { NOTHING_LEARNT, type AlikeJob, type Calibration, type Learnt, type Workshop } from '@variatum/contracts';
import { aWorkshop } from '../../testing/job-fixture';
import { knownSession } from '../../testing/known-session';
import { texts } from '../../testing/render';
import { Logbook } from './logbook';
import { keyWords, kindWords } from './learnt-words';

const WELDER = '0198a6a0-0000-7000-8000-0000000000c1';
const JOB = '0198a6a0-0000-7000-8000-0000000000c2';
const spread = (median: number, low: number, high: number) => ({ median, range90: [low, high] as [number, number] });
const range = (min: number, mode: number, max: number) => ({ min, mode, max });

const LEARNT: Learnt = {
  dilutions: [
    {
      key: 'fillet',
      off: false,
      kind: 'fillet',
      count: 12,
      jobs: 3,
      prior: range(0.25, 0.32, 0.4),
      next: range(0.18, 0.22, 0.27),
      dilution: spread(0.22, 0.19, 0.26),
      welders: [{ person: WELDER, count: 7, dilution: spread(0.2, 0.17, 0.24), next: range(0.16, 0.2, 0.25) }],
      asker: WELDER,
    },
  ],
  families: [
    {
      key: 'family handrail',
      off: true,
      family: 'handrail',
      count: 1,
      grades: [{ grade: '304', count: 1, before: 0.4, after: 0.46, range90: [0.3, 0.6] }],
    },
  ],
  tests: [
    {
      key: 'test magnet',
      off: false,
      test: 'magnet',
      count: 2,
      odd: 1,
      prior: 0.03,
      lapse: 0.2,
      range90: [0, 0.5],
      used: false,
    },
    {
      key: 'test spark',
      off: false,
      test: 'spark',
      count: 9,
      odd: 4,
      prior: 0.03,
      lapse: 0.41,
      range90: [0.2, 0.6],
      used: true,
    },
  ],
  minutes: [
    {
      key: 'minutes prepare',
      off: false,
      kind: 'prepare',
      count: 4,
      factor: 1.62,
      range90: [1.2, 2.1],
      prior90: [0.4, 2.4],
    },
  ],
  purges: [
    { key: 'purge poor', off: false, kind: 'poor', count: 1, factor: 0.8, range90: [0.5, 1.3], prior90: [0.4, 2.4] },
  ],
  outcomes: [
    { rod: 'ER309L', held: 8, failed: 1, mean: 0.82, range90: [0.61, 0.96] },
    { rod: null, held: 0, failed: 1, mean: 0.33, range90: [0.03, 0.78] },
  ],
  failures: [{ way: 'cracked', count: 2, of: 10, mean: 0.25, range90: [0.08, 0.47] }],
  leftOut: 2,
};

const CALIBRATION: Calibration = {
  ferrite: {
    count: 2,
    inside: 1,
    off: -1.25,
    points: [
      { job: JOB, title: 'Rail', low: 6, median: 9, high: 12, found: 8 },
      { job: JOB, title: 'Tube', low: 4, median: 6, high: 9, found: 31 },
    ],
  },
  identity: { count: 4, right: 3, inside: 4, chance: 0.71 },
  cracks: { count: 5, expected: 0.62, found: 1 },
  mechanisms: [
    {
      mechanism: 'solidification',
      title: 'Solidification cracking',
      count: 0.75,
      of: 5,
      mean: 0.2,
      range90: [0.02, 0.5],
    },
    { mechanism: 'zinc', title: 'Liquid zinc', count: 0.02, of: 5, mean: 0.1, range90: [0, 0.3] },
  ],
};
const NOTHING_FOUND: Calibration = {
  ferrite: { count: 0, inside: 0, off: 0, points: [] },
  identity: { count: 0, right: 0, inside: 0, chance: 0 },
  cracks: { count: 0, expected: 0, found: 0 },
  mechanisms: [],
};

beforeEach(() => {
  jest.useFakeTimers();
  TestBed.configureTestingModule({
    providers: [knownSession(), provideRouter([]), provideHttpClient(), provideHttpClientTesting()],
  });
});
afterEach(() => {
  jest.useRealTimers();
  document.body.replaceChildren();
});

/** The logbook, with what the server says of it. */
async function logbook(learnt: Learnt, calibration: Calibration, workshop: Workshop = aWorkshop()) {
  const page = await renderUnanswered();
  const { http, settle } = page;
  http.expectOne('/api/workshop').flush(workshop);
  http.expectOne('/api/learnt').flush(learnt);
  await settle();
  http.expectOne('/api/calibration').flush(calibration);
  await settle();
  // The first version that was read is no change: nothing is asked again for it.
  http.expectNone('/api/learnt');
  return page;
}

async function renderUnanswered() {
  const http = TestBed.inject(HttpTestingController);
  // It is stable only once it was answered.
  const fixture = TestBed.createComponent(Logbook);
  const element = fixture.nativeElement as HTMLElement;
  document.body.append(element);
  const settle = async (): Promise<void> => {
    fixture.detectChanges();
    await jest.advanceTimersByTimeAsync(500);
    fixture.detectChanges();
  };
  await settle();
  return { fixture, element, http, settle };
}

const button = (element: HTMLElement, name: string): HTMLButtonElement =>
  [...element.querySelectorAll('button')].find(
    (one) => (one.getAttribute('aria-label') ?? one.textContent)?.trim() === name,
  )!;

test('what could not be learnt from is said, and how much it is', async () => {
  const { element } = await logbook(LEARNT, CALIBRATION);
  expect(texts(element, '[data-testid="left-out"]')[0]).toContain('2 logged things are left out');
});

test('what was learnt stands with its count, what was believed before and what it changes', async () => {
  const { element } = await logbook(LEARNT, CALIBRATION);
  const said = texts(element, 'va-learnt-entry').join('\n');
  for (const words of [
    'From 12 of your beads on 3 jobs: 22 % (19 to 26), believed before 32 %.',
    'yours: 16 to 25 % in place of 25 to 40 %',
    '1 piece confirmed. 304 1: 46 % (30 to 60 %), before 40 %.',
    '2 results on pieces that are known by now, 1 of them odd: 20 % say nothing (0 to 50 %), believed before 3.0 %.',
    'Too few to reckon with: it counts as its model says.',
    'Its results move a piece as much less.',
    'Getting ready',
    'From 4 of your jobs: 1.6 times what is usual (1.2 to 2.1), before 1.',
    'Waiting for gas, openings poor',
    'From 1 of your purges with a meter: 0.8 times what was predicted (0.5 to 1.3), before 1.',
  ])
    expect(said).toContain(words);
  expect(texts(element, 'tbody tr')).toEqual(['ER309L8161 to 96 %', 'No rod013 to 78 %']);
  expect(texts(element, 'li')).toContain('cracked: 2 of 10, 8 to 47 %');
});

test('what was predicted stands against what was found; what is hardly to blame is left out', async () => {
  const { element } = await logbook(NOTHING_LEARNT, CALIBRATION);
  expect(texts(element, '[data-testid="calibration"] li')).toEqual([
    'Ferrite: 1 of 2 beads within the predicted 90 % range; on average 1.3 FN below the middle.',
    'Metals: of 4 tested pieces that are known by now the tests alone named 3 right and had 4 among the ' +
      'likeliest that hold 90 %; the right one was given 71 % on average.',
    'Cracks: 0.6 expected on 5 joints, 1 found.',
    'Gave out of solidification cracking: 0.8 of 5 joints seen again, 2 to 50 %.',
  ]);
  const circles = [...element.querySelectorAll('circle')];
  expect(circles.map((one) => one.classList.contains('out'))).toEqual([false, true]);
  // The one found highest stands at the top of the frame, and further right means more was predicted.
  const at = (one: SVGCircleElement): number[] => [Number(one.getAttribute('cx')), Number(one.getAttribute('cy'))];
  const [[leftX = 0, leftY = 0], [rightX = 0, rightY = 0]] = [at(circles[1]!), at(circles[0]!)];
  expect([leftX < rightX, leftY < rightY, leftY]).toEqual([true, true, 10]);
  expect(circles[1]!.querySelector('title')!.textContent).toBe('Tube: 6 predicted (4 to 9), 31 found');
});

test('where nothing is known yet it says what would teach it', async () => {
  const { element } = await logbook(NOTHING_LEARNT, NOTHING_FOUND);
  expect(texts(element, '.soft').filter((words) => words.startsWith('Nothing'))).toHaveLength(5);
  expect(
    texts(element, '[data-testid="calibration"] li').every((words) => /no .* yet|no tested piece/.test(words)),
  ).toBe(true);
  expect(element.querySelector('svg circle')).toBeNull();
});

test('something is left out, learnt anew and counted again, each as one change of the workshop', async () => {
  const anew = { 'family handrail': '2026-02-01T08:00:00Z', 'test magnet': '2026-03-01T08:00:00Z' };
  let kept = aWorkshop({ version: 4, learntOff: ['family handrail'], learntSince: anew });
  const { element, http, settle } = await logbook(LEARNT, NOTHING_FOUND, kept);
  const entry = (name: string): HTMLElement => element.querySelector(`section[aria-label="${name}"]`)!;
  const sent = async (act: () => void): Promise<Partial<Workshop>> => {
    act();
    await settle();
    const asked = http.expectOne({ method: 'PATCH', url: '/api/workshop' });
    const body = asked.request.body as Partial<Workshop>;
    kept = { ...kept, ...body, version: kept.version + 1 };
    asked.flush(kept);
    await settle();
    // What counts has changed: it is reckoned anew.
    http.expectOne('/api/learnt').flush(LEARNT);
    await settle();
    return body;
  };
  const counts = (name: string): HTMLInputElement => entry(name).querySelector<HTMLInputElement>('[role="switch"]')!;
  expect([counts('Magnet').checked, counts('Handrail or street furniture').checked]).toEqual([true, false]);
  expect((await sent(() => counts('Magnet').click())).learntOff).toEqual(['family handrail', 'test magnet']);
  const again = button(element, 'Count all again: Magnet, since 1 March 2026');
  const { learntSince } = await sent(() => again.click());
  expect(Object.keys(learntSince!)).toEqual(['family handrail']);
  const ready = await sent(() => button(element, 'Learn anew: Getting ready').click());
  expect(Object.keys(ready.learntSince!)).toEqual(['family handrail', 'minutes prepare']);
});

test('past jobs are searched by what is chosen, and say what they are alike in and what became of them', async () => {
  const { element, http, settle } = await logbook(NOTHING_LEARNT, NOTHING_FOUND);
  const joints: AlikeJob['joints'] = ['fillet', 'fillet', 'crack', 'crack'].map((type, index) => ({
    type,
    rod: index === 0 ? 'ER309L' : null,
    decided: index < 2,
    outcome: index === 1 ? 'rusted' : null,
    ferrite: index === 0 ? [11, 12] : [],
  }));
  expect(texts(element, 'va-alike-panel .soft')).toContain('Say what it is like, and the past is searched.');
  button(element.querySelector('va-alike-panel')!, 'carbon steel').click();
  await settle();
  const asked = http.expectOne(({ url }) => url.startsWith('/api/alike'));
  expect(asked.request.params.get('metals') ?? asked.request.urlWithParams).toContain('carbon');
  asked.flush([
    { id: JOB, title: 'Gate', createdAt: '2026-01-05T08:00:00Z', by: ['metals', 'joint'], joints },
  ] satisfies AlikeJob[]);
  await settle();
  const [found = ''] = texts(element, '[data-testid="alike"] li');
  expect(found).toContain('Gate5 January 2026; alike in metals, joint; 4 joints, of which the first');
  expect(found).toContain('Joint 1, fillet or tee; ER309L; FN 11, 12 measured');
  expect(found).toContain('Joint 2, fillet or tee; no rod; rusted');
  expect(found).toContain('Joint 3, crack; not decided');
  expect(found).not.toContain('Joint 4');
});

test('a server that does not answer is named, in each part by itself', async () => {
  const { element, http, settle } = await renderUnanswered();
  const fail = async (path: string): Promise<string> => {
    http.expectOne(path).error(new ProgressEvent('error'), { status: 0 });
    await settle();
    return texts(element, '[role="alert"]').join();
  };
  http.expectOne('/api/learnt').flush(LEARNT);
  await settle();
  expect(await fail('/api/calibration')).toBe('It cannot be read just now: the server does not answer.');
  expect(texts(element, 'va-learnt-entry')).not.toEqual([]);
});

test('a logbook that cannot be read says so', async () => {
  const { element, http, settle } = await renderUnanswered();
  http.expectOne('/api/learnt').error(new ProgressEvent('error'), { status: 0 });
  await settle();
  expect(texts(element, '[role="alert"]').join()).toContain('The logbook cannot be read just now');
});

test('keys of what is learnt are told in words, also of what the catalogues no longer hold', () => {
  expect(['family handrail', 'test magnet', 'minutes weld', 'purge fair', 'fillet'].map(keyWords)).toEqual([
    'Handrail or street furniture',
    'Magnet',
    'Welding',
    'Waiting for gas, openings fair',
    'Fillet',
  ]);
  expect([keyWords('family gone'), keyWords('minutes gone'), kindWords('gone')]).toEqual(['gone', 'Gone', 'gone']);
});
