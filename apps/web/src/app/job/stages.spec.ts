import { NO_PURGE, STAGES as IDS } from '@variatum/contracts';
import { aJob, aPiece } from '../../testing/job-fixture';
import { STAGES, stageTitle } from './stages';

const open = (id: string, ...given: Parameters<(typeof STAGES)[number]['open']>): string | undefined =>
  STAGES.find((stage) => stage.id === id)?.open(...given);

test('stages stand in the order of the work, each with a page of its own', async () => {
  expect(STAGES.map(({ id }) => id)).toEqual([...IDS]);
  const pages = await Promise.all(STAGES.map(({ load }) => load()));
  expect(new Set(pages).size).toBe(IDS.length);
  expect(stageTitle('rod')).toBe('Rod');
});

test('each says what is still open in it', () => {
  const bare = aJob();
  expect(IDS.map((id) => open(id, bare, false))).toEqual(['service open', 'none yet', '', 'not described', '', '']);
  const pieces = [aPiece({ grade: null, weldMetal: null }), aPiece({ grade: '304' })];
  expect([open('pieces', aJob(pieces), true), open('identify', aJob(pieces), true)]).toEqual(['2 on it', '1 unnamed']);
  expect(open('identify', aJob(pieces.slice(1)), true)).toBe('all named');
  expect(open('rod', bare, true)).toBe('not decided');
  const tick = (key: string, state: 'done' | 'open') => ({ id: key + state, jobId: bare.id, key, state, way: null, madeBy: null, createdAt: bare.createdAt }); // prettier-ignore
  const ticked = [tick('bright', 'done'), tick('degrease', 'done'), tick('degrease', 'open')];
  expect(open('prepare', aJob([], { preparation: ticked }), true)).toBe('1 done');
  const clock = { startedAt: bare.createdAt, minutes: [1, 2, null] as [number, number, null] };
  expect(open('prepare', aJob([], { purge: { ...NO_PURGE, clock } }), true)).toBe('gas on');
});
