import { choose, poolCloud, type ChooseInput, type Choice } from '@variatum/metallurgy';
import { TestBed } from '@angular/core/testing';
import { render, texts } from '../../testing/render';
import { CandidateBars } from './candidate-bars';
import { ConstitutionMap } from './constitution-map';
import { DilutionChart } from './dilution-chart';
import { lineOf, WINDOWS } from './map-geometry';
import { RodMatrix } from './rod-matrix';
import { scaleLinear } from 'd3-scale';

const QUESTION: ChooseInput = {
  pieces: [
    {
      item: { family: 'turned-fitting', form: 'turned' },
      tests: [{ test: 'magnet', outcome: 'none', worked: 'soft' }],
    },
    { grade: '316L' },
  ],
  joint: { type: 'fillet' },
  rods: ['ER308L', 'ER309LMo', 'ER312', 'ER316L'],
  samples: 64,
};
let choice: Choice;
beforeAll(() => {
  choice = choose(QUESTION, 1);
});
afterEach(() => TestBed.resetTestingModule());

const NO_NUMBER = /NaN|undefined|Infinity/;

describe('candidate bars', () => {
  const candidate = (grade: string, probability: number, conditions = {}): object => ({
    grade,
    family: 'austenitic',
    probability,
    conditions: { soft: 1, worked: 0, bare: 1, ...conditions },
  });
  test('show the likely grades best first and sum up the rest', async () => {
    const many = Array.from({ length: 30 }, (_, index) => candidate(`g${index}`, 0.02));
    const { element } = await render(CandidateBars, { candidates: [candidate('304', 0.4), ...many] });
    const grades = [...element.querySelectorAll('[data-testid="candidate"]')].map((bar) =>
      bar.getAttribute('data-grade'),
    );
    expect(grades[0]).toBe('304');
    expect(grades.length).toBeLessThan(15);
    expect(element.textContent).toMatch(/All others together \d+ %/);
    expect(texts(element, '.share')[0]).toContain('40');
  });
  test('the length of a bar is the probability', async () => {
    const { element } = await render(CandidateBars, { candidates: [candidate('304', 0.75), candidate('201', 0.25)] });
    const cut = [...element.querySelectorAll<HTMLElement>('.fill')].map(({ style }) =>
      Number(/(\d+(?:\.\d+)?)%/.exec(style.clipPath)?.[1]),
    );
    expect(cut[0]).toBeCloseTo(25, 6);
    expect(cut[1]).toBeCloseTo(75, 6);
  });
});

describe('constitution map', () => {
  test('says in words what it draws, for those who cannot see it', async () => {
    const { element } = await render(ConstitutionMap, { cloud: poolCloud(QUESTION, 'ER312', 1, 60) });
    const words = element.querySelector('svg[role="img"]')?.getAttribute('aria-label') ?? '';
    expect(words).toMatch(/Rod ER312; pools from ferrite number \d+ to \d+, middle \d+/);
    expect(element.innerHTML).not.toMatch(NO_NUMBER);
  });
  test('draws iso lines, mode borders, the cloud, the pieces and the rod', async () => {
    const { element } = await render(ConstitutionMap, { cloud: poolCloud(QUESTION, 'ER312', 1, 60) });
    expect(element.querySelectorAll('.iso').length).toBeGreaterThan(10);
    expect(element.querySelectorAll('.border')).toHaveLength(3);
    expect(element.querySelectorAll('.dot').length).toBe(60);
    expect(element.querySelectorAll('.filler')).toHaveLength(1);
    expect(element.querySelectorAll('.piece').length).toBeGreaterThan(1);
    expect(texts(element, '.field-label')).toEqual(['A', 'AF', 'FA', 'F']);
  });
  test('without a rod there is no rod on it', async () => {
    const { element } = await render(ConstitutionMap, { cloud: poolCloud(QUESTION, null, 1, 40) });
    expect(element.querySelector('.filler')).toBeNull();
  });
  test('carbon steel brings up the Schaeffler diagram, and the other can still be chosen', async () => {
    const cloud = poolCloud(
      { pieces: [{ grade: 'A36' }, { grade: '304L' }], joint: { type: 'fillet' } },
      'ER309L',
      1,
      40,
    );
    const { element, fixture } = await render(ConstitutionMap, { cloud });
    const chosen = (): string[] => texts(element, '[role="radio"][aria-checked="true"]');
    expect(chosen()).toEqual(['Schaeffler']);
    expect(texts(element, '.field-label')).toContain('MARTENSITE');
    [...element.querySelectorAll<HTMLElement>('[role="radio"]')]
      .find(({ textContent }) => textContent?.includes('WRC'))
      ?.click();
    await fixture.whenStable();
    expect(chosen()).toEqual(['WRC-1992']);
    expect(element.textContent).toContain('off this map: A36');
  });
  test('a line runs through its points', () => {
    const x = scaleLinear([16, 31], [0, 150]);
    const y = scaleLinear([8, 18], [100, 0]);
    expect(
      lineOf(
        [
          [16, 8],
          [31, 18],
        ],
        x,
        y,
      ),
    ).toBe('M0.0 100.0L150.0 0.0');
    for (const window of Object.values(WINDOWS)) expect(window.x[0]).toBeLessThan(window.x[1]);
  });
});

describe('rod matrix', () => {
  test('marks the best rod of every row and says what the others cost there', async () => {
    const { element } = await render(RodMatrix, { choice, pieceNames: ['Spigot', 'Ring'] });
    const rows = [...element.querySelectorAll('tbody tr')];
    expect(rows.length).toBeGreaterThan(2);
    const shown = choice.matrix.slice(0, rows.length);
    expect(shown.map(({ cells }) => cells.filter(({ regret }) => regret === 0).length)).toEqual(rows.map(() => 1));
    for (const row of rows) {
      const best = [...row.querySelectorAll('td.best')];
      expect(best).toHaveLength(1);
      expect(best[0]?.textContent).toContain('best here');
    }
    expect(texts(element, 'thead th').slice(1).sort()).toEqual(['ER308L', 'ER309LMo', 'ER312', 'ER316L']);
    expect(element.textContent).not.toMatch(NO_NUMBER);
  });
});

describe('dilution chart', () => {
  test('says in words how much dilution the rod survives', async () => {
    const { element } = await render(DilutionChart, { curve: choice.dilutionCurve });
    expect(element.querySelector('svg')?.getAttribute('aria-label')?.length).toBeGreaterThan(20);
    expect(element.querySelector('.median')?.getAttribute('d')).toMatch(/^M[\d.]+,[\d.]+L/);
    expect(element.innerHTML).not.toMatch(NO_NUMBER);
  });
  test('the window is drawn where there is one, and only there', async () => {
    const { element, set } = await render(DilutionChart, {
      curve: { ...choice.dilutionCurve, window: [0.2, 0.4] },
    });
    expect(element.querySelectorAll('.window')).toHaveLength(1);
    await set('curve', { ...choice.dilutionCurve, window: null });
    expect(element.querySelector('.window')).toBeNull();
  });
});
