import { TestBed } from '@angular/core/testing';
import type { Piece } from '@variatum/contracts';
import { known, NOT_GIVEN } from '@variatum/metallurgy';
import { aJob, aPiece, aWorkshop, jobProviders, openJob } from '../../../testing/job-fixture';
import { render, texts } from '../../../testing/render';
import { PieceStore } from '../../job/stores';
import type { FieldOf } from '../../kit/fields';
import { PieceCard } from './piece-card';
import { PieceMeasures } from './piece-measures';
import { PieceChanges } from './piece-changes';
import { SizePicker } from './size-picker';

beforeEach(() => TestBed.configureTestingModule({ providers: jobProviders() }));
afterEach(() => document.body.replaceChildren());

async function card(fields: Partial<Piece> = {}, workshop = aWorkshop()) {
  const { store, pieces, tests } = await openJob(aJob([aPiece(fields)]), workshop);
  const piece = (): Piece => pieces.active()[0] as Piece;
  const page = await render(PieceCard, { piece: piece(), index: 0 });
  const measures = await render(PieceMeasures, { piece: piece() });
  page.element.append(measures.element);
  // Making the second one took the first off the page.
  document.body.append(page.element);
  const settle = async (): Promise<void> => {
    // Nothing may rest beyond the end of a test.
    store.flush();
    await page.set('piece', piece());
    await measures.set('piece', piece());
    await page.fixture.whenStable();
  };
  const field = (label: string): HTMLInputElement => {
    const found = [...page.element.querySelectorAll('label')].find(({ textContent }) => textContent?.trim() === label);
    return document.getElementById(found?.htmlFor ?? '') as HTMLInputElement;
  };
  const type = async (label: string, text: string): Promise<void> => {
    field(label).value = text;
    field(label).dispatchEvent(new Event('input'));
    await settle();
  };
  return { ...page, tests, piece, field, type, settle };
}

test('a size said of a piece without sizes fills them when the field is left, not while it is typed', async () => {
  const { piece, field, type, settle } = await card({ form: 'tube' });
  await type('Size as people say it', '42.4 x 2 mm');
  expect(piece()).toMatchObject({ size: '42.4 x 2 mm', outsideMm: NOT_GIVEN, thicknessMm: NOT_GIVEN });
  field('Size as people say it').dispatchEvent(new Event('change'));
  await settle();
  expect(piece()).toMatchObject({ outsideMm: known(42.4), thicknessMm: known(2) });
  expect(field('Outside diameter').value).toBe('42.4 mm');
});

test('a size said later is offered and overwrites nothing by itself', async () => {
  const { piece, field, type, settle, element } = await card({
    form: 'tube',
    outsideMm: known(30),
    thicknessMm: known(3),
  });
  await type('Size as people say it', '1" x 0.065"');
  field('Size as people say it').dispatchEvent(new Event('change'));
  await settle();
  expect(piece()).toMatchObject({ outsideMm: known(30), thicknessMm: known(3) });
  [...element.querySelectorAll<HTMLElement>('.link')]
    .find((link) => /take these over/.test(link.textContent ?? ''))
    ?.click();
  await settle();
  expect(piece().outsideMm.value).toBeCloseTo(25.4, 4);
  expect(piece().thicknessMm.value).toBeCloseTo(1.651, 4);
});

test('what cannot be understood stays in the field, has no value, and says why', async () => {
  const { piece, field, type, element } = await card({ thicknessMm: { value: 2, typed: '2' } });
  await type('Thickness at the joint', 'about two');
  expect(piece()).toMatchObject({ thicknessMm: { value: null, typed: 'about two' } });
  expect(field('Thickness at the joint').value).toBe('about two');
  expect(texts(element, '.field-error').join()).toMatch(/not understood/);
});

test.each([
  ['tube' as const, [expect.stringMatching(/thicker than half the outside diameter/)]],
  ['bar' as const, []],
])('a wall of 6 mm in 10 mm across is judged by the form: %s', async (form, errors) => {
  const { element } = await card({ form, outsideMm: known(10), thicknessMm: known(6) });
  expect(texts(element, '.field-error')).toEqual(errors);
});

test.each([
  [{ form: 'sheet' as const }, 1.5875],
  [{ form: 'sheet' as const, grade: 'A36' }, 1.5189],
  [{ form: 'tube' as const }, 1.651],
])('a gauge number means what metal and form make of it: %j', async (fields, mm) => {
  const { piece, type } = await card(fields);
  await type('Thickness at the joint', '16 ga');
  expect(piece().thicknessMm.value).toBeCloseTo(mm, 3);
});

test('marks become a test on request, once', async () => {
  const { tests, element, type, settle, piece } = await card();
  await type('Marks on it, as read', '  316L heat 4711 ');
  const button = (): HTMLElement | undefined =>
    [...element.querySelectorAll<HTMLElement>('.link')].find((link) => /Log it as a test/.test(link.textContent ?? ''));
  button()?.click();
  await settle();
  expect(piece().tests).toMatchObject([{ entry: { test: 'stamp', mark: '316L heat 4711' } }]);
  expect(button()).toBeUndefined();
  tests.strikeOut(piece().id, piece().tests[0]?.id ?? '', 'misread');
  await settle();
  expect(button()).toBeDefined();
});

test('state and coating bring their advice and caution', async () => {
  const { element } = await card({ condition: 'oil-soaked', coating: 'galvanised' });
  expect(texts(element, '.advice').join()).toMatch(/without chlorine/);
  expect(texts(element, '.caution').join()).toMatch(/smoke poison/);
});

test('how a grade is known is asked once one is given, and asked anew of another grade', async () => {
  const { element, piece, settle } = await card({ grade: '304L' });
  const asked = (): HTMLElement | undefined =>
    [...element.querySelectorAll<HTMLElement>('.choice')].find((one) => one.textContent?.trim() === 'its papers');
  asked()!.click();
  await settle();
  expect(piece()).toMatchObject({ grade: '304L', gradeSource: 'papers' });
  TestBed.inject(PieceStore).change(piece().id, { grade: '316L' });
  await settle();
  expect(piece()).toMatchObject({ grade: '316L', gradeSource: null });
  TestBed.inject(PieceStore).change(piece().id, { grade: null });
  await settle();
  expect(asked()).toBeUndefined();
});

test('an old weld is asked for its rod, not for a grade', async () => {
  const { element } = await card({ kind: 'old-weld' });
  const labels = texts(element, 'label');
  expect(labels).toContain('Rod of the old weld');
  expect(labels).not.toContain('Grade, if it is certain');
});

test('a piece is split only under a name, with the tests chosen', async () => {
  const { store, pieces, tests } = await openJob(aJob([aPiece()]));
  tests.add(aPiece().id, { test: 'magnet', outcome: 'none' });
  const { element, fixture, set } = await render(PieceChanges, { piece: pieces.active()[0] });
  const press = async (text: string): Promise<void> => {
    [...element.querySelectorAll<HTMLElement>('button')].find((button) => button.textContent?.includes(text))?.click();
    await fixture.whenStable();
  };
  await press('It is two metals');
  element.querySelector('form')?.dispatchEvent(new Event('submit'));
  await fixture.whenStable();
  expect(texts(element, '.field-error')).toEqual(['give the second metal a name']);
  const name = element.querySelector('input') as HTMLInputElement;
  name.value = 'Foot';
  name.dispatchEvent(new Event('input'));
  (element.querySelector('input[type="checkbox"]') as HTMLInputElement).click();
  element.querySelector('form')?.dispatchEvent(new Event('submit'));
  await fixture.whenStable();
  expect(pieces.active().map(({ name: title }) => title)).toEqual(['Rail', 'Foot']);
  expect(pieces.active()[1]?.tests).toMatchObject([{ entry: { test: 'magnet' } }]);

  await set('piece', pieces.active()[0]);
  await press('Same metal as Foot');
  store.flush();
  expect(pieces.active()).toHaveLength(1);
});

test('the size picker has the sizes of the form, and nothing for a casting', async () => {
  const { element, set, fixture } = await render(SizePicker, { form: 'pipe', unit: 'mm' });
  const chosen: string[] = [];
  fixture.componentInstance.chosen.subscribe(({ text, outsideMm }) => chosen.push(`${text} ${outsideMm?.toFixed(1)}`));
  const { none } = fixture.componentInstance as unknown as { none: FieldOf<string | null> };
  none.change('2 in sch 40 pipe');
  none.change('a size nobody makes');
  expect(chosen).toEqual(['2 in sch 40 pipe 60.3']);
  await set('form', 'casting');
  expect(element.querySelector('nz-select')).toBeNull();
});
