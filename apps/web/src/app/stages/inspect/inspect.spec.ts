import { TestBed } from '@angular/core/testing';
import { aJob, aJoint, aPiece, aRecord, jobProviders, openJob } from '../../../testing/job-fixture';
import { render, texts } from '../../../testing/render';
import { ComputeService } from '../../compute/compute.service';
import { JointStore, RecordStore, WeldStore } from '../../job/stores';
import { FindingForm } from './finding-form';
import { FindingsList } from './findings-list';
import { Inspection } from './inspection';
import { VerdictForm } from './verdict-form';
import { VerdictView } from './verdict-view';

beforeEach(() =>
  TestBed.configureTestingModule({
    providers: [...jobProviders(), Inspection, { provide: ComputeService, useValue: {} }],
  }),
);
afterEach(() => document.body.replaceChildren());

const joint = aJoint();
const found = (
  line: 'cracks' | 'undercut' | 'tint-outside',
  choice: string | null,
  value: number | null = null,
  atMm: number | null = null,
) => aRecord(joint.id, { kind: 'finding', line, atMm, value, range90: null, choice, by: 'eye', note: '', photo: null });
const inspected = (...record: ReturnType<typeof found>[]) =>
  openJob(
    aJob([aPiece({ grade: '304L', likelyFamily: 'austenitic' })], {
      joints: [joint],
      record,
      service: { environment: 'outdoor' },
    }),
  );
const press = (element: HTMLElement, words: string): void =>
  [...element.querySelectorAll<HTMLElement>('button')]
    .find(({ textContent }) => textContent?.trim() === words)!
    .click();

test('one tap logs what is plain, and what is looked at next comes up by itself', async () => {
  const { store } = await inspected();
  const { element, fixture } = await render(FindingForm, {});
  expect(texts(element, 'h2')).toEqual(['Cracks']);
  press(element, 'none');
  await fixture.whenStable();
  expect(texts(element, 'h2')).toEqual(['Pores, largest']);
  press(element, 'None found');
  await fixture.whenStable();
  expect(
    store
      .job()!
      .record.map(({ entry }) => (entry.kind === 'finding' ? [entry.line, entry.choice, entry.value, entry.by] : [])),
  ).toEqual([
    ['cracks', 'none', null, 'eye'],
    ['pores', null, 0, 'eye'],
  ]);
});

test('what somebody else logs meanwhile leaves the line that is looked at', async () => {
  const { store } = await inspected();
  const { element, fixture } = await render(FindingForm, {});
  expect(texts(element, 'h2')).toEqual(['Cracks']);
  TestBed.inject(RecordStore).add(joint.id, found('cracks', 'none').entry, 'a finding');
  await fixture.whenStable();
  expect([texts(element, 'h2'), store.job()!.record.length]).toEqual([['Cracks'], 1]);
});

test('a figure that is missing or out of range is named at its field, and nothing is logged', async () => {
  const { store } = await inspected();
  TestBed.inject(Inspection).choose('undercut');
  const { element, fixture } = await render(FindingForm, {});
  const log = async (typed: string): Promise<string[]> => {
    const field = element.querySelector<HTMLInputElement>('form input')!;
    field.value = typed;
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    element.querySelector('form')!.dispatchEvent(new Event('submit'));
    await fixture.whenStable();
    return texts(element, '.field-error');
  };
  expect((await log('')).join()).toContain('give a length');
  expect((await log('900 mm')).join()).toMatch(/0 to 200 mm|give a length/);
  expect(store.job()!.record).toEqual([]);
  expect(await log('.012')).toEqual([]);
  expect(store.job()!.record[0]!.entry).toMatchObject({
    line: 'undercut',
    value: expect.closeTo(0.3048, 3) as unknown,
    atMm: null,
  });
});

test('the verdict says what is missed and what to do about it; a finding struck out counts no more', async () => {
  await inspected(found('cracks', 'none'), found('tint-outside', 'purple', null, 12));
  const { element, fixture } = await render(VerdictView, {});
  expect(texts(element, '[data-testid="verdict"] strong')).toEqual(['Misses the profile']);
  expect(texts(element, '[data-state="missed"].line')).toEqual(['✕ Colour outside purple: missed']);
  const list = await render(FindingsList, {});
  expect(texts(list.element, '.mend').join()).toContain('pickle it, rinse, and passivate');
  const record = TestBed.inject(RecordStore);
  record.strikeOut(record.standing('finding')[1]!.id, 'wrong joint');
  await fixture.whenStable();
  expect(texts(element, '[data-testid="verdict"] strong')).toEqual(['Not all looked at']);
});

test('a person’s word keeps the profile as it stood, also where the weld misses it', async () => {
  const { store } = await inspected(found('undercut', null, 2));
  const { element, fixture } = await render(VerdictForm, {});
  const kinds = (): string[] => store.job()!.record.map(({ entry }) => entry.kind);
  press(element, 'Accept it');
  await fixture.whenStable();
  // What is missed and not looked at is named, and asked about once more, with a reason.
  expect(texts(element, '[data-testid="asks"]')[0]).toMatch(
    /^Missed: Undercut, deepest\. Not looked at: Cracks; .*Say why/,
  );
  press(element, 'Accept it all the same');
  await fixture.whenStable();
  expect([kinds(), texts(element, '.field-error').length]).toEqual([['finding'], 1]);
  const note = element.querySelector<HTMLInputElement>('va-text-field input, va-text-field textarea')!;
  note.value = 'ground flush later';
  note.dispatchEvent(new Event('input'));
  await fixture.whenStable();
  press(element, 'Accept it all the same');
  await fixture.whenStable();
  expect(store.job()!.record.at(-1)!.entry).toMatchObject({
    kind: 'verdict',
    says: 'accepted',
    state: 'missed',
    profile: { id: 'wet', undercutMm: 0.4 },
  });
  expect(texts(element, '[data-testid="decided"]')[0]).toMatch(
    /^Accepted .*, by Outdoor, wet and salt, which it misses: ground flush later\.$/,
  );
});

test('a crack is never accepted, also one that was seen at the torch', async () => {
  await inspected(found('cracks', 'none'));
  const { element, fixture } = await render(VerdictForm, {});
  expect(texts(element, '[data-testid="never"]')).toEqual([]);
  const joint = TestBed.inject(JointStore).shown()!.id;
  TestBed.inject(WeldStore).add(joint, { kind: 'crack', where: 'centre', when: 'cooling', rod: null, atMm: null });
  await fixture.whenStable();
  expect(texts(element, '[data-testid="never"]')[0]).toContain('never accepted');
  expect(texts(element, 'button')).not.toContain('Accept it');
});
