import {
  CLEAN_UP,
  NO_PURGE,
  STAGES as IDS,
  type JobRecord,
  type JointRecord,
  type WeldRecord,
} from '@variatum/contracts';
import { STARTING_PROFILES } from '@variatum/metallurgy';
import { aJob, aJoint, aPiece, aRecord, aWeld } from '../../testing/job-fixture';
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
  expect(IDS.map((id) => open(id, bare, false))).toEqual([
    'service open',
    'none yet',
    '',
    'not described',
    '',
    '',
    '',
    '',
    '',
  ]);
  const pieces = [aPiece({ grade: null, weldMetal: null }), aPiece({ grade: '304' })];
  expect([open('pieces', aJob(pieces), true), open('identify', aJob(pieces), true)]).toEqual(['2 on it', '1 unnamed']);
  expect(open('identify', aJob(pieces.slice(1)), true)).toBe('all named');
  expect(open('rod', bare, true)).toBe('not decided');
  const tick = (key: string, state: 'done' | 'open') => ({
    id: key + state,
    jobId: bare.id,
    key,
    state,
    way: null,
    madeBy: null,
    createdAt: bare.createdAt,
  });
  const ticked = [tick('bright', 'done'), tick('degrease', 'done'), tick('degrease', 'open')];
  expect(open('prepare', aJob([], { preparation: ticked }), true)).toBe('1 done');
  const clock = { startedAt: bare.createdAt, minutes: [1, 2, null] as [number, number, null] };
  expect(open('prepare', aJob([], { purge: { ...NO_PURGE, clock } }), true)).toBe('gas on');
  const joint = aJoint();
  const start = aWeld(joint.id, {
    kind: 'start',
    bead: 'tack',
    pass: 0,
    number: 0,
    fromMm: 0,
    toMm: 4,
    amps: 60,
    rod: null,
    rodMm: null,
    lot: '',
    person: 0,
  });
  const stop = aWeld(joint.id, { kind: 'stop', of: start.id, why: 'end', toMm: null });
  const crack = aWeld(joint.id, { kind: 'crack', where: 'tack', when: 'hot', rod: null, atMm: null });
  const weld = (...log: WeldRecord[]) => open('weld', aJob([], { joints: [joint], weld: log }), true);
  expect([weld(start), weld(start, stop), weld(start, stop, crack)]).toEqual(['arc on', '1 bead', 'it cracked']);
  const clean = [...ticked, tick(`${CLEAN_UP}${joint.id} brush`, 'done')];
  expect(open('prepare', aJob([], { preparation: clean }), true)).toBe('1 done');
  const found = aRecord(joint.id, {
    kind: 'finding',
    line: 'cracks',
    atMm: null,
    value: null,
    range90: null,
    choice: 'none',
    by: 'eye',
    note: '',
    photo: null,
  });
  const said = (says: 'accepted' | 'not-accepted') =>
    aRecord(joint.id, { kind: 'verdict', says, profile: STARTING_PROFILES[0]!, state: 'met', note: '' });
  const other = aJoint({ id: '0198a6a0-0000-7000-8000-000000000009' });
  const inspect = (joints: JointRecord[], ...record: JobRecord[]) =>
    open('inspect', aJob([], { joints, record }), true);
  expect(inspect([joint], found)).toBe('1 found');
  expect([inspect([joint], found, said('accepted')), inspect([joint, other], said('accepted'))]).toEqual([
    'accepted',
    '1 of 2 accepted',
  ]);
  expect(inspect([joint], said('accepted'), said('not-accepted'))).toBe('not accepted');
  const out = aRecord(null, { kind: 'in-service', on: '2026-01-05' });
  const seen = aRecord(null, { kind: 'seen', on: '2026-07-05', outcome: 'rusted', where: null, note: '' });
  const record = (...entries: JobRecord[]) => open('record', aJob([], { record: entries }), true);
  expect([record(out), record(out, seen), record(out, { ...seen, struckOutAt: out.at })]).toEqual([
    'at work',
    'rusted',
    'at work',
  ]);
});
