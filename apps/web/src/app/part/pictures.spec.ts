import {
  COMMON_ASSEMBLIES,
  jointFigures,
  layOut,
  sketchOf,
  UNSAID_FIT,
  type SectionQuestion,
  type Spot,
} from '@variatum/metallurgy';
import {
  aimAt,
  depthAt,
  type JointWords,
  type PieceWords,
  placeLabels,
  pulledSize,
  sectionPicture,
  wholePicture,
} from '@variatum/presentation';
import { render } from '../../testing/render';
import { svgFile } from './picture-file';
import { RoundView } from './round-view';
import { type PulledPool, type PulledSize, SectionView } from './section-view';
import { WholeView } from './whole-view';

afterEach(() => document.body.replaceChildren());

const pictureOf = (id: string) => {
  const common = COMMON_ASSEMBLIES.find((one) => one.id === id)!;
  const assembly = sketchOf(common);
  const pieces = new Map<string, PieceWords>(
    assembly.pieces.map((piece, order) => [
      piece.id,
      { letter: 'ABCDEF'[order]!, order, words: '42.4 × 2 mm · 304L', open: false },
    ]),
  );
  const joints = new Map<string, JointWords>(
    assembly.joints.map(({ id: joint }, index) => [
      joint,
      { number: String(index + 1), kind: 'seam', oldWeld: false, decided: false },
    ]),
  );
  return { assembly, layout: layOut(assembly), pieces, joints };
};

/** What the view of it is given. */
const viewOf = (id: string) => {
  const { layout, pieces, joints } = pictureOf(id);
  return { layout, pieces, joints };
};

describe('the whole picture', () => {
  test.each(COMMON_ASSEMBLIES.map(({ id }) => [id]))(
    '%s: numbers and words stand in the frame and off each other',
    (id) => {
      const [width, height] = [840, 300];
      const drawn = wholePicture({ ...pictureOf(id), width, height, spots: [] });
      const boxes = [
        ...drawn.joints.map(({ at: [x, y] }) => ({ x: x - 13, y: y - 13, w: 26, h: 26 })),
        ...drawn.pieces.flatMap(({ wordsAt, words }) =>
          wordsAt ? [{ x: wordsAt[0] - words.length * 3.35, y: wordsAt[1] - 8, w: words.length * 6.7, h: 16 }] : [],
        ),
      ];
      for (const { x, y, w, h } of boxes) {
        expect(x).toBeGreaterThanOrEqual(-2);
        expect(y).toBeGreaterThanOrEqual(-2);
        expect(x + w).toBeLessThanOrEqual(width + 2);
        expect(y + h).toBeLessThanOrEqual(height + 2);
      }
      const overlaps = boxes.flatMap((a, index) =>
        boxes
          .slice(index + 1)
          .filter((b) => a.x + 3 < b.x + b.w && b.x + 3 < a.x + a.w && a.y + 3 < b.y + b.h && b.y + 3 < a.y + a.h),
      );
      expect(overlaps).toEqual([]);
    },
  );
  test('a narrow frame has letters and numbers alone', () => {
    const drawn = wholePicture({ ...pictureOf('header'), width: 366, height: 210, spots: [] });
    expect(drawn.pieces.every(({ wordsAt }) => wordsAt === null)).toBe(true);
    expect(drawn.joints).toHaveLength(5);
  });
  test('labels keep away from metal and from each other where there is room', () => {
    const metal = {
      rims: [
        [
          [0, 40],
          [200, 40],
          [200, 60],
          [0, 60],
        ] as const,
      ],
      box: { x: 0, y: 40, width: 200, height: 20 },
    };
    const wish = { width: 40, height: 16, anchor: [100, 50] as const, distances: [14, 30], offMetal: 20 };
    const [first, second] = placeLabels([wish, wish], [metal], { width: 200, height: 120 });
    for (const [, y] of [first!, second!]) expect(y < 32 || y > 68).toBe(true);
    expect(Math.abs(first![1] - second![1]) > 16 || Math.abs(first![0] - second![0]) > 40).toBe(true);
  });
  test('pieces and joints are chosen by touch and by keys, and every one has a name', async () => {
    const { element, fixture, set } = await render(WholeView, viewOf('tube-on-plate'));
    const chosen: unknown[] = [];
    fixture.componentInstance.pieceChosen.subscribe((piece: { id: string; spot: Spot | null }) => chosen.push(piece));
    fixture.componentInstance.jointChosen.subscribe((id: string) => chosen.push(id));
    const button = (name: string) => element.querySelector(`[role=button][aria-label^="${name}"]`)!;
    button('Piece A').dispatchEvent(new MouseEvent('click'));
    button('Joint 1').dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    await set('spotting', true);
    button('Piece B').dispatchEvent(new MouseEvent('click', { clientX: 420, clientY: 250 }));
    expect(chosen).toEqual([
      { id: '0', spot: null },
      '0 0',
      { id: '1', spot: { along: expect.any(Number) as number, clock: expect.any(Number) as number } },
    ]);
    expect([...element.querySelectorAll('[role=button]')].every((one) => one.getAttribute('aria-label'))).toBe(true);
    const file = svgFile(element.querySelector('svg')!, '#fff');
    expect(file.match(/xmlns="http:\/\/www.w3.org\/2000\/svg"/g)).toHaveLength(1);
    expect(file).not.toMatch(/class=|role="button"/);
  });
});

describe('the section', () => {
  const question: SectionQuestion = {
    type: 'fillet',
    technique: 'fillet',
    fit: UNSAID_FIT,
    dilution: 0.3,
    shares: [0.5, 0.5],
    sides: [
      { thicknessMm: 4, oldWeld: false },
      { thicknessMm: 6, oldWeld: false },
    ],
  };
  test('a handle that is pulled comes to the depth it was pulled to', () => {
    const drawn = sectionPicture(question, undefined, 400, 300);
    const [x, y] = drawn.zones[1]!.handle;
    const deeper = depthAt(drawn, 1, [x, y + 20]);
    expect(deeper - drawn.zones[1]!.depthMm).toBeCloseTo(20 / drawn.fit.scale, 6);
    expect(depthAt(drawn, 1, [x, y - 500])).toBe(0);
    expect(depthAt(drawn, 1, [x, y + 5000])).toBe(drawn.zones[1]!.deepestMm);
  });
  test('the arc leans to the piece it is aimed at', () => {
    const at = (aimed: number | undefined) => sectionPicture(question, aimed, 400, 300);
    for (const aimed of [0, 1, undefined]) expect(aimAt(at(undefined), at(aimed).arc.handle)).toBe(aimed);
  });
  test('edges that are pulled open by what both of them give way, within what a joint may be', () => {
    const butt: SectionQuestion = { ...question, type: 'bevel', fit: { ...UNSAID_FIT, gapMm: 2 } };
    const drawn = sectionPicture(butt, undefined, 400, 300);
    const size = (what: string) => drawn.sizes.find((one) => one.what === what)!;
    expect(pulledSize(drawn, size('gapMm'), [drawn.fit.scale / 2, 0])).toBe(3);
    expect(pulledSize(drawn, size('gapMm'), [-5000, 0])).toBe(0);
    expect(pulledSize(drawn, size('landMm'), [0, -drawn.fit.scale / 2])).toBe(size('landMm').value + 0.5);
    expect(pulledSize(drawn, size('mismatchMm'), [0, drawn.fit.scale])).toBe(1);
    expect(pulledSize(drawn, size('bevelDeg'), [20, 0])).toBe(size('bevelDeg').value + 10);
  });
  test('an edge is pulled by the pointer, and by keys; a touch alone opens its field', async () => {
    const { element, fixture } = await render(SectionView, { question, letters: ['A', 'B'], orders: [0, 1] });
    const [resized, chosen]: [PulledSize[], unknown[]] = [[], []];
    fixture.componentInstance.resized.subscribe((size: PulledSize) => resized.push(size));
    fixture.componentInstance.sizeChosen.subscribe((size: { what: string }) => chosen.push(size.what));
    const leg = () => element.querySelector<SVGElement>('[role=slider][aria-label="Leg of the fillet"]')!;
    leg().setPointerCapture = () => undefined;
    const at = (type: string, clientX: number) => {
      // The page of the tests knows no pointer events of its own.
      leg().dispatchEvent(Object.assign(new MouseEvent(type, { clientX, clientY: 0 }), { pointerId: 1 }));
    };
    const before = Number(leg().getAttribute('aria-valuenow'));
    at('pointerdown', 100);
    at('pointermove', 160);
    await fixture.whenStable();
    const shown = Number(leg().getAttribute('aria-valuenow'));
    expect(shown).toBeGreaterThan(before + 0.5);
    expect(resized).toEqual([]);
    at('pointerup', 160);
    await fixture.whenStable();
    expect(resized).toEqual([{ what: 'legMm', value: shown }]);
    leg().dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp', cancelable: true }));
    expect(resized[1]!.value).toBeCloseTo(before + 0.1, 6);
    at('pointerdown', 100);
    at('pointerup', 101);
    expect(chosen).toEqual(['legMm']);
  });
  test('by keys the pool is pulled in steps, and handed on', async () => {
    const { element, fixture } = await render(SectionView, { question, letters: ['A', 'B'], orders: [0, 1] });
    const [pulled, settled, aimed]: [PulledPool[], PulledPool[], unknown[]] = [[], [], []];
    fixture.componentInstance.pulled.subscribe((pool: PulledPool) => pulled.push(pool));
    fixture.componentInstance.settled.subscribe((pool: PulledPool) => settled.push(pool));
    fixture.componentInstance.aimed.subscribe((side: number | undefined) => aimed.push(side));
    const slider = (name: string) => element.querySelector(`[role=slider][aria-label="${name}"]`)!;
    const press = (name: string, key: string) =>
      slider(name).dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true }));
    press('How deep B is melted', 'ArrowUp');
    press('How deep B is melted', 'PageUp');
    press('Where the arc is aimed', 'ArrowRight');
    await fixture.whenStable();
    expect(pulled).toHaveLength(2);
    expect(settled).toEqual(pulled);
    expect(pulled[0]!.dilution).toBeGreaterThan(0.3);
    expect(pulled[0]!.shares[1]).toBeGreaterThan(0.5);
    expect(aimed).toEqual([1]);
    expect(element.textContent).toMatch(/rod \d+ % · A \d+ % · B \d+ %/);
  });
});

test('the seam says its length and what stands in the way', async () => {
  const { assembly, layout } = pictureOf('header');
  const joint = layout.joints.find(({ id }) => id === '2 0')!;
  const figures = jointFigures(assembly, layout).find(({ id }) => id === '2 0')!;
  const { element, set } = await render(RoundView, {
    joint,
    length: '82 mm',
    note: '3 alike',
    shades: figures.shades.map((shade) => ({ ...shade, letter: 'E' })),
  });
  const label = () => element.querySelector('svg')!.getAttribute('aria-label');
  expect(label()).toContain('The seam as a clock face: 82 mm; 3 alike; E stands in the way at');
  expect(element.textContent).toContain('82 mm');
  await set('joint', pictureOf('lap').layout.joints[0]!);
  expect(label()).toContain('as a strip');
});
