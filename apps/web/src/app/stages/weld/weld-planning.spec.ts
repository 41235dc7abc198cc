import { TestBed } from '@angular/core/testing';
import type { JobDetail, JointRecord, WeldRecord } from '@variatum/contracts';
import { NEVER, of } from 'rxjs';
import { aJob, aJoint, aPiece, aWeld, jobProviders, openJob, type OpenJob, aTube } from '../../../testing/job-fixture';
import { planWith } from '../../../testing/planned-job';
import { ComputeService } from '../../compute/compute.service';
import { WeldStore } from '../../job/stores';
import { OrderPlanning, PurgePlanning, SettingsPlanning } from '../../planning';
import { SaidAtHand } from './at-hand';
import { WeldPlanning } from './weld-planning';

const judged = (minutes: number) => ({ runs: [], minutes, peakInterpassC: null, pull: { mm: 0.1, towards: 90 } });

function configure(): void {
  let asked = 0;
  TestBed.configureTestingModule({
    providers: [
      ...jobProviders(),
      {
        provide: ComputeService,
        useValue: {
          likely: () => NEVER,
          judgeOrder: () => of(judged(++asked)),
          orderPlans: () => NEVER,
          weldHeat: () => NEVER,
        },
      },
      planWith('ER316L'),
      PurgePlanning,
      SettingsPlanning,
      OrderPlanning,
      SaidAtHand,
      WeldPlanning,
    ],
  });
}
beforeEach(() => {
  sessionStorage.clear();
  configure();
});

const PIECES = ['0198a6a0-0000-7000-8000-000000000002', '0198a6a0-0000-7000-8000-000000000004'];
const tube = (id: string, position: number) => aTube(id, position, 2);
const joint = (fields: Partial<JointRecord> = {}): JointRecord =>
  aJoint({
    joint: { type: 'bevel' },
    sides: PIECES.map((piece) => ({ piece, end: null, alongMm: { value: null, typed: '' }, clock: null })),
    ...fields,
  });
const job = (weld: readonly WeldRecord[] = [], fields: Partial<JobDetail> = {}): JobDetail =>
  aJob(PIECES.map(tube), { joints: [joint()], weld: [...weld], ...fields });

async function planned(
  of: JobDetail,
): Promise<OpenJob & { weld: WeldPlanning; store: OpenJob['store']; log: WeldStore }> {
  const opened = await openJob(of);
  const weld = TestBed.inject(WeldPlanning);
  TestBed.tick();
  await new Promise((resolve) => setTimeout(resolve, 0));
  TestBed.tick();
  return { ...opened, weld, log: TestBed.inject(WeldStore) };
}

test('a ring is tacked, then run round once where nobody chose an order', async () => {
  const { weld } = await planned(job());
  const kinds = weld.steps().map(({ bead }) => bead);
  expect(kinds.indexOf('run')).toBe(kinds.filter((bead) => bead === 'tack').length);
  expect(weld.next()).toMatchObject({ bead: 'tack', number: 0 });
  expect(weld.planTitle()).toBe('no order chosen: once round, turned under the torch');
  expect(weld.atHand()).toMatchObject({ amps: 65, rod: 'ER316L', rodMm: 2 });
});

test('an arc is struck for what is next and put out; what it had goes into the log', async () => {
  const { weld, log, store } = await planned(job());
  weld.say({ lot: '4711' });
  expect(weld.start()).toBe(true);
  expect(weld.burning()).toMatchObject({ bead: 'tack', amps: 65, rod: 'ER316L', lot: '4711' });
  expect(weld.stop('end')).toBe(true);
  expect(weld.burning()).toBeNull();
  expect(weld.next()).toMatchObject({ bead: 'tack', number: 1 });
  const [joint1] = store.joints();
  expect(log.records(joint1!.id).map(({ entry }) => entry.kind)).toEqual(['start', 'stop']);
  expect(weld.takeBackLast()).toBe(true);
  expect(weld.burning()).not.toBeNull();
});

test('what is set at the machine outlives the page, for the joint it was said of', async () => {
  sessionStorage.clear();
  const { weld } = await planned(job());
  weld.say({ amps: 48, lot: '0815' });
  TestBed.resetTestingModule();
  configure();
  const { weld: anew } = await planned(job());
  expect(anew.atHand()).toMatchObject({ amps: 48, lot: '0815' });
  sessionStorage.clear();
});

test('what cannot be taken is not logged', async () => {
  const { weld, log, store } = await planned(job());
  expect(weld.note({ kind: 'ferrite', fn: -3, rod: null })).toBe(false);
  expect(log.records(store.joints()[0]!.id)).toEqual([]);
});

/** Tacks and a first run at another current. */
function hotRun(jointId: string, amps: number): WeldRecord[] {
  const bead = (kind: 'tack' | 'run', number: number, toMm: number) => {
    const start = aWeld(jointId, {
      kind: 'start',
      bead: kind,
      pass: 0,
      number,
      fromMm: 0,
      toMm,
      amps,
      rod: 'ER316L',
      rodMm: 1.6,
      lot: '',
      person: 0,
    });
    return [start, aWeld(jointId, { kind: 'stop', of: start.id, why: 'end', toMm: null })];
  };
  return bead('run', 0, 47);
}

test('more current than planned is told with what it touches, and the plan is reckoned anew', async () => {
  const { weld } = await planned(job(hotRun(joint().id, 120)));
  expect(weld.deviations().map(({ touches }) => touches)).toContain('ferrite');
  expect(weld.deviations()[0]!.words).toContain('120 A instead of 52 to 66');
  await new Promise((resolve) => setTimeout(resolve, 0));
  TestBed.tick();
  expect(weld.reckonedAnew()?.map(({ minutes }) => minutes)).toHaveLength(2);
});

test('two people each have runs of their own, and a bead without sizes is one more', async () => {
  const { seamOrder } = joint();
  const { weld } = await planned(job([], { joints: [joint({ seamOrder: { ...seamOrder, people: 2 } })] }));
  expect(
    new Set(
      weld
        .steps()
        .filter(({ bead }) => bead === 'run')
        .map(({ person }) => person),
    ),
  ).toEqual(new Set([0, 1]));
});

test('a seam of unknown size is welded all the same', async () => {
  const bare = aJob([aPiece()], { joints: [aJoint({ joint: { type: 'fillet' } })] });
  const { weld } = await planned(bare);
  expect(weld.steps()).toEqual([]);
  expect(weld.next()).toMatchObject({ bead: 'run', number: 0 });
  expect(weld.start()).toBe(true);
  expect(weld.stop('end')).toBe(true);
  expect(weld.next()).toMatchObject({ bead: 'run', number: 1 });
});
