import { dotted } from '../errors';
import { completeProfile, STARTING_PROFILES, type AcceptanceProfile } from '../acceptance';
import { LINES, METHODS } from './inspection-lines';
import { cleanUp, type CleanUpQuestion } from './clean-up';
import { standingFindings, type Finding } from './finding';
import { findingFaults } from './finding-faults';
import { judgeWeld, type InspectionQuestion, type JudgedLine } from './judge-weld';
import type { InspectionLineId } from './inspection-lines';

const profile = (id: string): AcceptanceProfile => STARTING_PROFILES.find((one) => one.id === id)!;
let count = 0;
const found = (line: InspectionLineId, fields: Partial<Finding> = {}): Finding => ({
  id: String(count++),
  line,
  atMm: null,
  value: null,
  range90: null,
  choice: null,
  by: 'eye',
  note: '',
  who: null,
  atMs: count,
  photo: null,
  confirmedBy: [],
  ...fields,
});
const ask = (findings: readonly Finding[], more: Partial<InspectionQuestion> = {}) =>
  judgeWeld({
    profile: profile('wet'),
    findings,
    environment: 'outdoor',
    families: ['austenitic', 'duplex'],
    jointType: 'fillet',
    hasInside: false,
    ...more,
  });
const line = (id: InspectionLineId, findings: readonly Finding[], more: Partial<InspectionQuestion> = {}): JudgedLine =>
  ask(findings, more).lines.find((one) => one.line === id)!;

test('every line names ways of measuring that exist, what to do about a miss, and where it matters', () => {
  for (const { id, methods, mend, kind, options } of LINES) {
    expect(methods.length).toBeGreaterThan(0);
    for (const method of methods) expect(METHODS.map((one) => one.id)).toContain(method);
    expect(mend.length).toBeGreaterThan(0);
    if (kind === 'choice')
      expect([id, options?.some(({ good }) => good) && options.some(({ good }) => !good)]).toEqual([id, true]);
  }
});

test('what is asked and not looked at leaves the verdict open, and says what', () => {
  const { state, open } = ask([]);
  expect(state).toBe('open');
  expect(open).toEqual([
    'cracks',
    'pores',
    'undercut',
    'concavity',
    'convexity',
    'tint-outside',
    'ferrite',
    'cleaning',
  ]);
  expect(
    ask([], { hasInside: true, profile: profile('hygienic'), environment: 'food', jointType: 'square-butt' }).open,
  ).toEqual(expect.arrayContaining(['tint-inside', 'leak', 'mismatch']));
  expect(ask([], { families: ['austenitic', 'carbon'] }).open).not.toContain('ferrite');
  // ER310 is made to have none.
  expect(ask([], { rodFerrite: [0, 1] }).open).not.toContain('ferrite');
});

test('all met is met; one miss misses, with what to do', () => {
  const good = [
    found('cracks', { choice: 'none' }),
    found('pores', { value: 0 }),
    found('undercut', { value: 0 }),
    found('concavity', { value: 0 }),
    found('convexity', { value: 1, by: 'caliper' }),
    found('tint-outside', { choice: 'straw' }),
    found('ferrite', { value: 9, by: 'gauge' }),
    found('cleaning', { choice: 'passivated', by: 'bench' }),
  ];
  expect(ask(good)).toMatchObject({ state: 'met', open: [] });
  const bad = ask([...good, found('tint-outside', { choice: 'purple' })]);
  expect(bad.state).toBe('missed');
  expect(bad.lines.find((one) => one.line === 'tint-outside')).toMatchObject({
    state: 'missed',
    serviceCares: true,
    mend: [expect.stringContaining('pickle')],
  });
});

test('a figure near its limit is too close to tell by eye, and told by a caliper', () => {
  expect(line('undercut', [found('undercut', { value: 0.3, by: 'eye' })]).state).toBe('close');
  expect(line('undercut', [found('undercut', { value: 0.25, by: 'caliper' })]).state).toBe('met');
  expect(line('undercut', [found('undercut', { value: 0.8, by: 'eye' })]).state).toBe('missed');
  expect(ask([found('undercut', { value: 0.3 })]).state).toBe('open');
});

test('grey scale is never taken, and its cure is another one than that of a colour', () => {
  for (const { id } of STARTING_PROFILES)
    expect(line('tint-outside', [found('tint-outside', { choice: 'grey' })], { profile: profile(id) }).state).toBe(
      'missed',
    );
  const grey = line('tint-inside', [found('tint-inside', { choice: 'grey' })], { hasInside: true });
  const blue = line('tint-inside', [found('tint-inside', { choice: 'dark-blue' })], { hasInside: true });
  expect(grey.mend).not.toEqual(blue.mend);
  expect(grey.mend).toHaveLength(1);
});

test('a film read from a picture is judged by its range', () => {
  const read = (low: number, high: number) =>
    line('tint-outside', [found('tint-outside', { value: (low + high) / 2, range90: [low, high], by: 'picture' })])
      .state;
  expect([read(10, 18), read(16, 26), read(35, 50)]).toEqual(['met', 'close', 'missed']);
});

test('duplex weld metal has a window of its own, whatever it joins', () => {
  const state = (value: number, more: object) =>
    ask([found('ferrite', { value, by: 'gauge' })], more).lines.find((one) => one.line === 'ferrite')!.state;
  expect(state(45, { deposit: 'duplex' })).toBe('met');
  expect(state(9, { deposit: 'duplex' })).toBe('missed');
  expect(state(9, { deposit: 'austenitic' })).toBe('met');
  expect(state(45, { deposit: 'austenitic' })).toBe('missed');
  // Fused, it is what its metals are.
  expect(state(45, { deposit: null, families: ['duplex', 'duplex'] })).toBe('met');
  expect(ask([], { deposit: 'duplex' }).profile.ferriteMax).toBe(100);
});

test('too little and too much ferrite are told apart', () => {
  const of = (value: number) => line('ferrite', [found('ferrite', { value, by: 'gauge' })]);
  expect(of(0.5).mend[0]).toContain('Too little');
  expect(of(40).mend[0]).toContain('Too much');
  expect(of(8).mend).toEqual([]);
});

test('the last word at a place counts, one about the whole seam stands in for all before it', () => {
  const first = found('tint-outside', { choice: 'purple', atMm: 50 });
  const elsewhere = found('tint-outside', { choice: 'straw', atMm: 120 });
  const again = found('tint-outside', { choice: 'bare', atMm: 55 });
  expect(standingFindings([again, first, elsewhere])).toEqual([elsewhere, again]);
  const whole = found('tint-outside', { choice: 'bare' });
  expect(standingFindings([first, elsewhere, again, whole])).toEqual([whole]);
  const later = found('tint-outside', { choice: 'brown', atMm: 10 });
  expect(standingFindings([whole, later])).toEqual([whole, later]);
  expect(line('tint-outside', [whole, later])).toMatchObject({ state: 'missed', finding: later });
});

test('cleaning counts from what the profile asks', () => {
  const cleaned = (choice: string, id: string) =>
    line('cleaning', [found('cleaning', { choice, by: 'bench' })], { profile: profile(id) }).state;
  expect([cleaned('brushed', 'wet'), cleaned('passivated', 'wet'), cleaned('brushed', 'load')]).toEqual([
    'missed',
    'met',
    'met',
  ]);
});

test('what is wrong with a finding is named', () => {
  const faults = (fields: Partial<Finding> & Pick<Finding, 'line'>) =>
    findingFaults({ value: null, range90: null, choice: null, ...fields }).map(({ path }) => dotted(path));
  expect(faults({ line: 'pores', value: 0 })).toEqual([]);
  expect(faults({ line: 'pores' })).toEqual(['value']);
  expect(faults({ line: 'cracks', choice: 'somewhere' })).toEqual(['choice']);
  expect(faults({ line: 'tint-inside', value: 30, range90: [40, 20] })).toEqual(['range90']);
  expect(faults({ line: 'tint-inside', choice: 'grey' })).toEqual([]);
  expect(faults({ line: 'tint-inside' })).toEqual(['choice']);
});

describe('cleaning up', () => {
  const clean = (more: Partial<CleanUpQuestion>) =>
    cleanUp({
      pieces: [{ name: 'Tube', family: 'austenitic', grade: '304L' }],
      cleaning: 'passivated',
      environment: 'outdoor',
      oxideNm: 15,
      grey: false,
      inside: false,
      ...more,
    });
  const ids = (more: Partial<CleanUpQuestion>) => clean(more).map(({ id }) => id);

  test('pale colour is brushed, deep colour pickled, scale ground off; nothing is asked where nothing is', () => {
    expect(ids({ cleaning: 'none' })).toEqual([]);
    expect(ids({ cleaning: 'brushed' })).not.toContain('pickle-paste');
    expect(ids({ cleaning: 'brushed', oxideNm: 48 })).toContain('pickle-paste');
    expect(ids({ grey: true }).slice(0, 4)).toEqual(['cool', 'slag', 'grind-scale', 'brush']);
    expect(ids({ environment: 'food' }).at(-1)).toBe('food-rinse');
  });

  test('acid stands with its cautions, and not on metal that does not take it', () => {
    const paste = clean({ cleaning: 'pickled' }).find(({ id }) => id === 'pickle-paste')!;
    expect(paste.caution).toContain('calcium gluconate');
    for (const [family, grade] of [
      ['martensitic', '420'],
      ['austenitic', '303'],
      ['ferritic', '409'],
      ['carbon', 'A36'],
    ] as const) {
      const steps = clean({
        cleaning: 'pickled',
        pieces: [
          { name: 'A', family: 'austenitic', grade: '304L' },
          { name: 'B', family, grade },
        ],
      });
      expect([
        grade,
        steps.some(({ id }) => id === 'pickle-paste'),
        steps.some(({ id }) => id === 'no-pickle B'),
      ]).toEqual([grade, false, true]);
    }
    expect(ids({ pieces: [{ name: 'Post', family: 'carbon', grade: 'A36' }] })).toEqual(
      expect.arrayContaining(['passivate-not Post', 'protect-carbon Post']),
    );
    expect(
      clean({ pieces: [{ name: 'Pin', family: 'austenitic', grade: '303' }] }).find(
        ({ id }) => id === 'passivate-nitric',
      )!.title,
    ).toContain('40 to 55 %');
  });
});

test('a profile of a time before is completed by its starting profile, or as usual', () => {
  const {
    tintOutside: _tint,
    concavityMm: _sunk,
    poreMm: _pore,
    bowMm: _bow,
    leakTight: _leak,
    cleaning: _clean,
    ...old
  } = profile('hygienic');
  expect(completeProfile(old)).toEqual(profile('hygienic'));
  expect(completeProfile({ ...old, id: 'own', undercutMm: 0.2 })).toMatchObject({
    undercutMm: 0.2,
    cleaning: 'brushed',
  });
});
