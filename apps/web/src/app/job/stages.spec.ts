import { NO_PURGE, STAGES as IDS, type WeldRecord } from '@variatum/contracts';
import { aJob, aJoint, aPiece, aWeld } from '../../testing/job-fixture';
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
  expect(IDS.map((id) => open(id, bare, false))).toEqual(['service open', 'none yet', '', 'not described', '', '', '']);
  const pieces = [aPiece({ grade: null, weldMetal: null }), aPiece({ grade: '304' })];
  expect([open('pieces', aJob(pieces), true), open('identify', aJob(pieces), true)]).toEqual(['2 on it', '1 unnamed']);
  expect(open('identify', aJob(pieces.slice(1)), true)).toBe('all named');
  expect(open('rod', bare, true)).toBe('not decided');
  const tick = (key: string, state: 'done' | 'open') => ({ id: key + state, jobId: bare.id, key, state, way: null, madeBy: null, createdAt: bare.createdAt }); // prettier-ignore
  const ticked = [tick('bright', 'done'), tick('degrease', 'done'), tick('degrease', 'open')];
  expect(open('prepare', aJob([], { preparation: ticked }), true)).toBe('1 done');
  const clock = { startedAt: bare.createdAt, minutes: [1, 2, null] as [number, number, null] };
  expect(open('prepare', aJob([], { purge: { ...NO_PURGE, clock } }), true)).toBe('gas on');
  const joint = aJoint();
  const start = aWeld(joint.id, { kind: 'start', bead: 'tack', pass: 0, number: 0, fromMm: 0, toMm: 4, amps: 60, rod: null, rodMm: null, lot: '', person: 0 }); // prettier-ignore
  const stop = aWeld(joint.id, { kind: 'stop', of: start.id, why: 'end', toMm: null });
  const crack = aWeld(joint.id, { kind: 'crack', where: 'tack', when: 'hot', rod: null, atMm: null });
  const weld = (...log: WeldRecord[]) => open('weld', aJob([], { joints: [joint], weld: log }), true);
  expect([weld(start), weld(start, stop), weld(start, stop, crack)]).toEqual(['arc on', '1 bead', 'it cracked']);
});
