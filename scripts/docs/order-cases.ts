import {
  bow,
  heldTo,
  seamProblem,
  searchOrder,
  tackLength,
  tackPlan,
  type OrderAim,
  type SeamQuestion,
  type SeamSideQuestion,
} from '@variatum/metallurgy';

/** One of the six cases: a seam, and what it is looked for by. */
export interface OrderCase {
  readonly title: string;
  readonly aim: OrderAim;
  readonly seam: SeamQuestion;
  /** What no order helps. */
  readonly beyond?: string;
}

const side = (grade: string, thicknessMm: number, more: Partial<SeamSideQuestion> = {}): SeamSideQuestion => ({
  material: { grade },
  thicknessMm,
  reachMm: 120,
  spread: 'straight',
  bothWays: false,
  ...more,
});

function seam(
  of: Pick<SeamQuestion, 'kind' | 'lengthMm' | 'sides' | 'passes'> & {
    readonly amps: number;
    readonly travelMmPerS: number;
    readonly interpassC?: number;
  },
): SeamQuestion {
  const { amps, travelMmPerS, interpassC = 150, ...rest } = of;
  const thin = Math.min(...rest.sides.map(({ thicknessMm }) => thicknessMm));
  const tacks = tackPlan({ seamMm: rest.lengthMm, closed: rest.kind === 'ring' }, thin, false);
  return {
    ...rest,
    beyondMm: rest.kind === 'ring' ? 0 : 10,
    closedInside: rest.kind === 'ring',
    arcs: [{ amps, travelMmPerS }],
    interpassC,
    people: 1,
    hold: 'tacks',
    tackMm: (tacks?.count ?? 0) * tackLength(thin),
    outOfReach: [],
    turns: true,
    left: [],
    fixed: [],
    bars: [],
  };
}

const ring = (outsideMm: number, wallMm: number): number => Math.PI * (outsideMm - wallMm);
/** Outlets on one side of a header: how far it bows, and what a strongback leaves of it. */
const LONG_MM = 500;
// A bead pulls only over the length it covers: four outlets of 33.7 mm along it.
const header = bow((14 * 4 * 33.7) / LONG_MM, { offsetMm: 28, lengthMm: LONG_MM, inertiaMm4: 207600.52 }, 'austenitic');

/** Six seams of the trade. */
export const ORDER_CASES: readonly OrderCase[] = [
  {
    title: 'thin ring, 50.8 × 1.65 mm, fused',
    aim: 'pull',
    seam: seam({
      kind: 'ring',
      lengthMm: ring(50.8, 1.65),
      sides: [side('316L', 1.65), side('316L', 1.65)],
      passes: 1,
      amps: 48,
      travelMmPerS: 1.8,
    }),
  },
  {
    title: 'pipe 60.3 × 2.77 mm, two passes',
    aim: 'balance',
    seam: seam({
      kind: 'ring',
      lengthMm: ring(60.3, 2.77),
      sides: [side('316L', 2.77), side('316L', 2.77)],
      passes: 2,
      amps: 75,
      travelMmPerS: 1.3,
    }),
  },
  {
    title: 'sheet seam, 1000 × 1.5 mm',
    aim: 'balance',
    seam: seam({
      kind: 'line',
      lengthMm: 1000,
      sides: [side('304', 1.5), side('304', 1.5)],
      passes: 1,
      amps: 45,
      travelMmPerS: 2,
    }),
  },
  {
    title: 'outlet 33.7 × 2 mm on a header 60.3 × 2.77 mm, two passes',
    aim: 'balance',
    seam: seam({
      kind: 'ring',
      lengthMm: ring(33.7, 2),
      sides: [side('304L', 2), side('304L', 2.77, { spread: 'outwards', reachMm: 90 })],
      passes: 2,
      amps: 60,
      travelMmPerS: 1.5,
    }),
    beyond:
      `Outlets on one side bow the header whatever their order: four of them about ${header.toFixed(1)} mm over ` +
      `${LONG_MM} mm, ${(header * heldTo('strongback', 'bow')).toFixed(1)} mm with a strongback until cold.`,
  },
  {
    title: 'flange plate 10 mm on a tube 48.3 × 2 mm, two passes',
    aim: 'balance',
    seam: seam({
      kind: 'ring',
      lengthMm: ring(48.3, 2),
      sides: [side('304L', 2), side('304L', 10, { spread: 'outwards', reachMm: 40 })],
      passes: 2,
      amps: 75,
      travelMmPerS: 1.5,
    }),
  },
  {
    title: 'bracket 2 mm on a plate 8 mm, fillet 120 mm, two passes',
    aim: 'balance',
    seam: seam({
      kind: 'line',
      lengthMm: 120,
      sides: [side('304', 2, { reachMm: 80 }), side('304', 8, { bothWays: true, reachMm: 60 })],
      passes: 2,
      amps: 80,
      travelMmPerS: 1.5,
    }),
  },
];

/** What the search finds for a case beside once round or straight through. */
export function judgeCase({ seam, aim }: OrderCase): {
  readonly once: { readonly minutes: number; readonly pullMm: number };
  readonly found: { readonly minutes: number; readonly pullMm: number };
} {
  const { habits, best } = searchOrder(seamProblem(seam), aim, 1);
  const told = ({ minutes, pull }: (typeof best)['judged']) => ({ minutes, pullMm: pull.mm });
  return { once: told(habits[0]!.judged), found: told(best.judged) };
}
