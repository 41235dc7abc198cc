import { TestBed } from '@angular/core/testing';
import type { JobRecordEntry } from '@variatum/contracts';
import { isStageOver, quoteOfJob, spentMinutes } from '@variatum/job';
import { NOT_GIVEN, quote, type QuoteQuestion, type QuoteStage } from '@variatum/metallurgy';
import { NEVER, of } from 'rxjs';
import { aJob, aJoint, aPiece, aRecord, aWeld, aWorkshop, jobProviders, openJob } from '../../../testing/job-fixture';
import { planWith } from '../../../testing/planned-job';
import { render, texts } from '../../../testing/render';
import { ComputeService } from '../../compute/compute.service';
import { RecordStore } from '../../job/stores';
import { QuotePanel } from './quote-panel';

const compute = { quote: (question: QuoteQuestion) => of(quote(question)), judgeOrder: () => NEVER };
beforeEach(() =>
  TestBed.configureTestingModule({
    providers: [...jobProviders(), { provide: ComputeService, useValue: compute }, planWith('ER308L')],
  }),
);
afterEach(() => document.body.replaceChildren());

const size = (value: number) => ({ value, typed: `${value} mm` });
const pieces = ['a', 'b'].map((letter) =>
  aPiece({
    id: `0198a6a0-0000-7000-8000-00000000000${letter}`,
    form: 'plate',
    grade: '304L',
    thicknessMm: size(3),
    lengthMm: size(400),
    widthMm: size(80),
  }),
);
const joint = aJoint({ sides: pieces.map(({ id }) => ({ piece: id, end: null, alongMm: NOT_GIVEN, clock: null })) });
const minutes = (of: 'plan' | 'work', stage: QuoteStage, took: number) =>
  aRecord(null, { kind: 'minutes', of, stage, minutes: took });
const arcs = (...startsAndStops: readonly (readonly [number, number])[]) =>
  startsAndStops.flatMap(([from, to], number) => {
    const at = (minute: number): string => new Date(Date.UTC(2026, 0, 5, 8, minute)).toISOString();
    const start = aWeld(
      joint.id,
      {
        kind: 'start',
        bead: 'run',
        pass: 0,
        number,
        fromMm: 0,
        toMm: 400,
        amps: 80,
        rod: 'ER308L',
        rodMm: 2,
        lot: '',
        person: 0,
      },
      { at: at(from) },
    );
    return [start, aWeld(joint.id, { kind: 'stop', of: start.id, why: 'end', toMm: null }, { at: at(to) })];
  });
const job = (record: ReturnType<typeof minutes>[] = [], weld = arcs()) =>
  aJob(pieces, { joints: [joint], record, weld });

test('what people put down of a stage adds up, and goes before what the log tells of the welding', () => {
  // A quarter of an hour, four minutes between, and after lunch ten minutes more.
  const logged = arcs([0, 6], [10, 15], [75, 85]);
  expect(spentMinutes(job([], logged))).toMatchObject({ weld: { minutes: 25, from: 'log' } });
  const told = job(
    [
      minutes('work', 'prepare', 20),
      minutes('work', 'prepare', 15),
      minutes('work', 'weld', 40),
      minutes('plan', 'clean', 9),
    ],
    logged,
  );
  expect(spentMinutes(told)).toMatchObject({
    prepare: { minutes: 35, from: 'said' },
    weld: { minutes: 40, from: 'said' },
  });
  expect(Object.keys(spentMinutes(told)).sort()).toEqual(['prepare', 'weld']);
  const struck = { ...told, record: told.record.map((one) => ({ ...one, struckOutAt: one.at })) };
  expect(spentMinutes(struck)).toMatchObject({ weld: { minutes: 25, from: 'log' } });
});

test('what was logged is priced with its own minutes and arcs, the plan with the last word on each stage', () => {
  const priced = job(
    [minutes('plan', 'travel', 30), minutes('plan', 'travel', 45), minutes('work', 'look', 8)],
    arcs([0, 6], [10, 15]),
  );
  expect(quoteOfJob(priced, { workshop: aWorkshop() }).question).toMatchObject({ stages: { travel: 45 } });
  expect(quoteOfJob(priced, { workshop: aWorkshop() }).question!.joints[0]).not.toHaveProperty('arcMinutes');
  expect(quoteOfJob(priced, { workshop: aWorkshop() }).asLogged).toMatchObject({
    stages: { travel: 45, look: 8, weld: 15 },
    joints: [{ arcMinutes: 11 }],
  });
  // An arc that still burns tells nothing yet of how long arcs burn.
  const burning = { ...priced, weld: priced.weld.slice(0, -1) };
  expect(quoteOfJob(burning, { workshop: aWorkshop() }).asLogged!.joints[0]).not.toHaveProperty('arcMinutes');
});

test('a stage is over when the next thing was done with the part', () => {
  const over = (state: 'bench' | 'waiting' | 'inspect' | 'out', ...entries: JobRecordEntry[]) => {
    const one = { state, record: entries.map((entry) => aRecord(null, entry)) };
    return (['look', 'weld', 'clean', 'travel'] as const).filter((stage) => isStageOver(one, stage));
  };
  expect(over('bench')).toEqual([]);
  expect(over('inspect')).toEqual(['look', 'weld']);
  expect(over('out')).toEqual(['look', 'weld', 'clean', 'travel']);
  expect(over('waiting', { kind: 'in-service', on: '2026-02-01' })).toEqual(['look', 'weld', 'clean', 'travel']);
});

test('minutes are put down and planned with, stand beside the plan, and a figure that is none is named', async () => {
  const { store } = await openJob(job());
  const { element, fixture } = await render(QuotePanel, {});
  const press = async (words: string): Promise<void> => {
    [...element.querySelectorAll<HTMLElement>('button')]
      .find(({ textContent }) => textContent?.trim() === words)!
      .click();
    await fixture.whenStable();
  };
  const put = async (stage: string, typed: string, how: string): Promise<string[]> => {
    await press(stage);
    const field = element.querySelector<HTMLInputElement>('va-number-field input')!;
    field.value = typed;
    field.dispatchEvent(new Event('input'));
    await press(how);
    return texts(element, '.field-error');
  };
  expect(texts(element, 'thead th')).not.toContain('Took');
  expect((await put('cleaning', 'soon', 'It took so long')).join()).toContain('give minutes, such as 25');
  expect((await put('inspecting', '-4', 'Plan with it')).join()).toContain('give 0 minutes or more');
  expect(store.job()!.record).toEqual([]);
  expect(await put('cleaning', '25', 'It took so long')).toEqual([]);
  expect(await put('travel', '40', 'Plan with it')).toEqual([]);
  expect(
    texts(element, '[data-testid="stage-minutes"] li').map((one) => one.replace(/ strike out$/, '').trim()),
  ).toEqual([
    expect.stringMatching(/^25 min of cleaning/) as unknown,
    expect.stringMatching(/^Planned: 40 min of travel/) as unknown,
  ]);
  const row = (name: string): string[] => {
    const found = [...element.querySelectorAll('tbody tr')].find((one) => one.textContent!.trim().startsWith(name));
    return [...(found?.querySelectorAll('td') ?? [])].map((cell) => cell.textContent!.trim());
  };
  expect(row('Clean and passivate').slice(-2)).toEqual(['25 min', 'no rate']);
  expect(row('Travel')).toEqual(['40 min', 'as said', '', 'no rate']);
  expect(texts(element, '[data-testid="as-logged"]').join()).toMatch(
    /Not put down yet, and taken as planned: .*welding.*travel/,
  );
  const [first] = TestBed.inject(RecordStore).standing('minutes');
  TestBed.inject(RecordStore).strikeOut(first!.id, 'slip of the finger');
  await fixture.whenStable();
  expect(texts(element, 'thead th')).not.toContain('Took');
});
