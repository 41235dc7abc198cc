import data from '../../data/joint-section.json';
import { usualFit, type JointFit } from './joint-fit';
import type { JointType, Technique } from './joint-input';

/** A point of a section, mm: right and down from the root. */
export type SectionPoint = readonly [x: number, y: number];

/** What a section is drawn from. */
export interface SectionQuestion {
  readonly type: JointType;
  readonly technique: Technique;
  /** The pieces in the order of the joint; an old weld is one of them. */
  readonly sides: readonly { readonly thicknessMm: number | null; readonly oldWeld: boolean }[];
  readonly fit: JointFit;
  /** Which piece brings its edge, where one stands on the other; left out: the first. */
  readonly edge?: number | undefined;
  /** Part of the pool that is melted base metal, 0 to 1. */
  readonly dilution: number;
  /** Share of each piece in it, in the order of the sides; sums to 1. */
  readonly shares: readonly number[];
}

/** Melted base metal behind one face. */
export interface MeltedZone {
  /** Which piece. */
  readonly side: number;
  readonly rim: readonly SectionPoint[];
  readonly face: readonly [SectionPoint, SectionPoint];
  /** Into the metal, from the middle of the face; of length 1. */
  readonly inward: SectionPoint;
  readonly depthMm: number;
  /** How deep it can be before it melts through, mm. */
  readonly deepestMm: number;
  readonly areaMm2: number;
}

/** A size of a section with where it is measured. */
export interface SectionSize {
  readonly what: keyof JointFit | 'thicknessMm';
  /** Which piece, of a thickness. */
  readonly side: number | null;
  readonly from: SectionPoint;
  readonly to: SectionPoint;
  readonly value: number;
  /** Whether somebody said so; otherwise it is usual. */
  readonly said: boolean;
}

/** A joint cut across, to scale, mm. */
export interface JointSection {
  readonly metals: readonly { readonly side: number; readonly rim: readonly SectionPoint[]; readonly known: boolean }[];
  /** What the rod brings. */
  readonly deposit: readonly SectionPoint[];
  readonly depositMm2: number;
  readonly melted: readonly MeltedZone[];
  readonly crack: readonly SectionPoint[] | null;
  readonly sizes: readonly SectionSize[];
  /** Where the arc points, and the angles it may lean to either side, radians from straight up, clockwise. */
  readonly arc: {
    readonly at: SectionPoint;
    readonly middle: number;
    readonly lean: number;
    readonly sides: readonly [number, number];
  };
}

/** What is drawn of a kind of joint before any metal melts. */
interface Edges {
  readonly metals: JointSection['metals'];
  readonly faces: readonly { readonly side: number; readonly face: MeltedZone['face']; readonly deepestMm: number }[];
  readonly deposit: readonly SectionPoint[];
  readonly crack: readonly SectionPoint[] | null;
  readonly sizes: readonly SectionSize[];
  readonly arc: JointSection['arc'];
}

const FALLBACK_MM = 3;
const ARC_STEPS = 16;
const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Area inside a closed line, mm². */
export function areaInside(rim: readonly SectionPoint[]): number {
  return Math.abs(
    rim.reduce((sum, [x, y], index) => {
      const [nextX, nextY] = rim[(index + 1) % rim.length] as SectionPoint;
      return sum + (x * nextY - nextX * y) / 2;
    }, 0),
  );
}

/**
 * A flat arch over a line, as a bead's surface: from one end to the other.
 * @param height of its crown, mm; negative: to the other side
 */
function arch(from: SectionPoint, to: SectionPoint, height: number): readonly SectionPoint[] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const size = Math.hypot(dx, dy) || 1;
  return Array.from({ length: ARC_STEPS + 1 }, (_, index): SectionPoint => {
    const share = index / ARC_STEPS;
    const rise = 4 * share * (1 - share) * height;
    return [from[0] + dx * share + (dy / size) * rise, from[1] + dy * share - (dx / size) * rise];
  });
}

/**
 * Half an ellipse behind a face. Its area is a quarter of pi times face times depth, exactly as it is reckoned with.
 */
function zoneRim([from, to]: MeltedZone['face'], [nx, ny]: SectionPoint, depth: number): readonly SectionPoint[] {
  const steps = 32;
  return Array.from({ length: steps + 1 }, (_, index): SectionPoint => {
    const angle = (Math.PI * index) / steps;
    const along = (1 - Math.cos(angle)) / 2;
    const deep = Math.sin(angle) * depth;
    return [from[0] + (to[0] - from[0]) * along + nx * deep, from[1] + (to[1] - from[1]) * along + ny * deep];
  });
}

const lengthOf = ([from, to]: MeltedZone['face']): number => Math.hypot(to[0] - from[0], to[1] - from[1]);

/**
 * The side of a face the metal lies on: to the left of the way from its first point to its second, as pictures count.
 */
function inwardOf([from, to]: MeltedZone['face']): SectionPoint {
  const size = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  return [(to[1] - from[1]) / size, -(to[0] - from[0]) / size];
}

/** Two edges beside each other: butts, bevels, cracks. */
function groove(question: SectionQuestion, [a, b]: readonly [number, number]): Edges {
  const { type, technique, sides } = question;
  const [thickA, thickB] = [thicknessOf(sides[a]), thicknessOf(sides[b])];
  const fit = usualFit(type, [thickA, thickB], question.fit);
  const half = fit.gapMm / 2;
  const slope = Math.tan(radians(fit.bevelDeg / 2));
  const edge = (thick: number): number => half + Math.max(0, thick - fit.landMm) * slope;
  const thickest = Math.max(thickA, thickB);
  // No more of the pieces than shows what they are: the pool is what matters.
  const wide = edge(thickest) + 1.8 * thickest;
  const low = fit.mismatchMm;
  const left: readonly SectionPoint[] = [
    [-wide, 0],
    [-wide, -thickA],
    [-edge(thickA), -thickA],
    [-half, -Math.min(fit.landMm, thickA)],
    [-half, 0],
  ];
  const right: readonly SectionPoint[] = [
    [wide, low],
    [wide, low - thickB],
    [edge(thickB), low - thickB],
    [half, low - Math.min(fit.landMm, thickB)],
    [half, low],
  ];
  const topA: SectionPoint = [-edge(thickA), -thickA];
  const topB: SectionPoint = [edge(thickB), low - thickB];
  const thinner = Math.min(thickA, thickB);
  const fused = technique === 'fused';
  const over = fused ? (data.fusedCap.widthToThickness * thinner) / 2 : data.cap.overToThickness * thinner;
  const high = fused
    ? data.fusedCap.heightToThickness * thinner
    : Math.min(data.cap.mostMm, data.cap.heightToThickness * thinner);
  const below = fused ? 0 : Math.min(data.root.mostMm, data.root.heightToThickness * thinner);
  const rootHalf = half + (fused ? 0 : 0.25 * thinner);
  const capLeft: SectionPoint = [topA[0] - over, topA[1]];
  const capRight: SectionPoint = [topB[0] + over, topB[1]];
  const deposit: readonly SectionPoint[] = [
    ...arch(capLeft, capRight, high),
    topB,
    [half, low - Math.min(fit.landMm, thickB)],
    [half, low],
    ...(below > 0 ? arch([rootHalf, low], [-rootHalf, 0], below) : []),
    [-half, 0],
    [-half, -Math.min(fit.landMm, thickA)],
    topA,
  ];
  const nose = Math.max(thickA, thickB);
  const said = question.fit;
  const bevelled = fit.bevelDeg > 0;
  return {
    metals: [
      { side: a, rim: left, known: isMeasured(sides[a]) },
      { side: b, rim: right, known: isMeasured(sides[b]) },
    ],
    faces: [
      { side: a, face: [[-half, 0], topA], deepestMm: 2 * nose },
      { side: b, face: [topB, [half, low]], deepestMm: 2 * nose },
    ],
    deposit,
    crack:
      type === 'crack' && !bevelled
        ? [
            [0, -thickA],
            [0.15 * thickA, -0.7 * thickA],
            [-0.1 * thickA, -0.35 * thickA],
            [0, 0],
          ]
        : null,
    sizes: [
      ...(type === 'crack'
        ? []
        : [
            {
              what: 'gapMm' as const,
              side: null,
              from: [-half, 0] as const,
              to: [half, 0] as const,
              value: fit.gapMm,
              said: said.gapMm !== null,
            },
          ]),
      ...(bevelled
        ? [
            {
              what: 'landMm' as const,
              side: null,
              from: [-half, 0] as const,
              to: [-half, -fit.landMm] as const,
              value: fit.landMm,
              said: said.landMm !== null,
            },
            {
              what: 'bevelDeg' as const,
              side: null,
              from: topA,
              to: topB,
              value: fit.bevelDeg,
              said: said.bevelDeg !== null,
            },
          ]
        : []),
      ...(type === 'crack'
        ? []
        : [
            {
              what: 'mismatchMm' as const,
              side: null,
              from: [-half, 0] as const,
              to: [half, low] as const,
              value: fit.mismatchMm,
              said: said.mismatchMm !== null,
            },
          ]),
      ...thicknessSizes(sides, [
        [a, [-wide, -thickA], [-wide, 0]],
        ...(a === b ? [] : [[b, [wide, low - thickB], [wide, low]] as const]),
      ]),
    ],
    arc: { at: [0, -thinner - high], middle: 0, lean: radians(data.torchDeg.lean), sides: [a, b] },
  };
}

/** An edge on a face: fillets, laps, corners, saddles, sockets, patches. */
function fillet(question: SectionQuestion, [a, b]: readonly [number, number]): Edges {
  const { type, sides } = question;
  const [thickA, thickB] = [thicknessOf(sides[a]), thicknessOf(sides[b])];
  const fit = usualFit(type, [thickA, thickB], question.fit);
  // A stub set into the side of a run stands on it; in a socket one end lies over the other.
  const over = type === 'lap' || (type === 'socket' && question.edge === undefined) || type === 'patch';
  const corner = type === 'corner';
  // An edge that lies over the other piece gives its whole thickness to one leg.
  const legA = over ? Math.min(fit.legMm, thickA) : corner ? thickA : fit.legMm;
  const legB = corner ? thickB : fit.legMm;
  const gap = fit.gapMm;
  // No more of the pieces than shows what they are: the bead is what matters.
  const wide = Math.max(2.2 * fit.legMm, 1.1 * Math.max(thickA, thickB)) + (over || corner ? 0 : thickA);
  const high = Math.max(2.4 * fit.legMm, 1.3 * thickA);
  const rimA: readonly SectionPoint[] =
    over || corner
      ? [
          [-wide, -gap],
          [-wide, -gap - thickA],
          [0, -gap - thickA],
          [0, -gap],
        ]
      : [
          [-thickA, -gap],
          [-thickA, -high],
          [0, -high],
          [0, -gap],
        ];
  const rimB: readonly SectionPoint[] = corner
    ? [
        [0, 0],
        [thickB, 0],
        [thickB, wide],
        [0, wide],
      ]
    : [
        [over ? -wide * 0.6 : -wide, 0],
        [wide, 0],
        [wide, thickB],
        [over ? -wide * 0.6 : -wide, thickB],
      ];
  const [heel, toe]: readonly [SectionPoint, SectionPoint] = [
    [0, -gap - legA],
    [legB, 0],
  ];
  const deposit: readonly SectionPoint[] = [
    ...arch(heel, toe, data.convexity * Math.hypot(legA, legB)),
    [0, 0],
    [0, -gap],
  ];
  const said = question.fit;
  return {
    metals: [
      { side: a, rim: rimA, known: isMeasured(sides[a]) },
      { side: b, rim: rimB, known: isMeasured(sides[b]) },
    ],
    faces: [
      { side: a, face: [[0, -gap], heel], deepestMm: over || corner ? 4 * thickA : thickA },
      { side: b, face: [toe, [0, 0]], deepestMm: corner ? 4 * thickB : thickB },
    ],
    deposit,
    crack: null,
    sizes: [
      ...(corner
        ? []
        : [
            {
              what: 'legMm' as const,
              side: null,
              from: [0, 0] as const,
              to: toe,
              value: fit.legMm,
              said: said.legMm !== null,
            },
          ]),
      {
        what: 'gapMm' as const,
        side: null,
        from: [0, -gap] as const,
        to: [0, 0] as const,
        value: gap,
        said: said.gapMm !== null,
      },
      ...thicknessSizes(sides, [
        [
          a,
          ...(over || corner
            ? ([
                [-wide, -gap - thickA],
                [-wide, -gap],
              ] as const)
            : ([
                [-thickA, -high],
                [0, -high],
              ] as const)),
        ],
        [
          b,
          ...(corner
            ? ([
                [0, wide],
                [thickB, wide],
              ] as const)
            : ([
                [wide, 0],
                [wide, thickB],
              ] as const)),
        ],
      ]),
    ],
    arc: {
      at: [legB * 0.45, -gap - legA * 0.45],
      middle: radians(data.torchDeg.middle),
      lean: radians(data.torchDeg.lean),
      sides: [a, b],
    },
  };
}

/** A bead laid on a face: an overlay, or one over the crack at the toe of an old weld. */
function bead(question: SectionQuestion, [a, b]: readonly [number, number]): Edges {
  const { type, sides } = question;
  const thick = thicknessOf(sides[a]);
  const fit = usualFit(type, [thick, thick], question.fit);
  const { heightMm, widthMm } = data.overlay;
  const toe = type === 'toe-crack';
  const scale = Math.min(1, Math.max(0.35, thick / 6));
  const half = (widthMm * scale) / 2;
  const high = heightMm * scale;
  const wide = Math.max(2.2 * thick, 2.2 * half);
  const leg = fit.legMm * 1.2;
  const metals: JointSection['metals'] = [
    {
      side: a,
      rim: [
        [-wide, 0],
        [wide, 0],
        [wide, thick],
        [-wide, thick],
      ],
      known: isMeasured(sides[a]),
    },
    ...(toe
      ? [
          {
            side: -1,
            rim: [
              [-leg - thick, -wide * 0.8],
              [-leg, -wide * 0.8],
              [-leg, 0],
              [-leg - thick, 0],
            ] as const,
            known: false,
          },
          {
            side: b,
            rim: [...arch([-leg, -leg], [0, 0], data.convexity * leg), [-leg, 0]] as readonly SectionPoint[],
            known: true,
          },
        ]
      : []),
  ];
  return {
    metals,
    faces: toe
      ? [
          {
            side: a,
            face: [
              [half, 0],
              [0, 0],
            ],
            deepestMm: thick,
          },
          {
            side: b,
            face: [
              [0, 0],
              [-half * 0.7, -half * 0.7],
            ],
            deepestMm: leg,
          },
        ]
      : [
          {
            side: a,
            face: [
              [half, 0],
              [-half, 0],
            ],
            deepestMm: thick,
          },
        ],
    deposit: toe
      ? [...arch([-half * 0.7, -half * 0.7], [half, 0], high * 0.8), [0, 0]]
      : [...arch([-half, 0], [half, 0], high)],
    crack: toe
      ? [
          [0.1 * thick, 0],
          [0.22 * thick, 0.3 * thick],
          [0.12 * thick, 0.55 * thick],
          [0.25 * thick, 0.8 * thick],
        ]
      : null,
    sizes: thicknessSizes(sides, [[a, [wide, 0], [wide, thick]]]),
    arc: { at: [0, -high], middle: toe ? radians(20) : 0, lean: radians(data.torchDeg.lean), sides: [a, b] },
  };
}

const isMeasured = (side: { readonly thicknessMm: number | null } | undefined): boolean =>
  typeof side?.thicknessMm === 'number';

const thicknessOf = (side: { readonly thicknessMm: number | null } | undefined): number =>
  side?.thicknessMm ?? FALLBACK_MM;

function thicknessSizes(
  sides: SectionQuestion['sides'],
  places: readonly (readonly [side: number, from: SectionPoint, to: SectionPoint])[],
): readonly SectionSize[] {
  return places.map(([side, from, to]) => ({
    what: 'thicknessMm',
    side,
    from,
    to,
    value: thicknessOf(sides[side]),
    said: isMeasured(sides[side]),
  }));
}

/** The piece a crack along a toe runs into, and what lies on the other side of it: the old weld, or the other piece. */
function toeSides({ sides }: SectionQuestion, first: number, second: number, old: number): readonly [number, number] {
  const [cracked, other] = thicknessOf(sides[second]) < thicknessOf(sides[first]) ? [second, first] : [first, second];
  return [cracked, old === -1 ? other : old];
}

/** Which pieces make the two edges of a section. */
function edgesOf(question: SectionQuestion): Edges {
  const base = question.sides
    .flatMap(({ oldWeld }, index) => (oldWeld ? [] : [index]))
    .sort((left, right) => Number(right === question.edge) - Number(left === question.edge) || left - right);
  const old = question.sides.findIndex(({ oldWeld }) => oldWeld);
  const first = base[0] ?? 0;
  const second = base[1] ?? first;
  switch (question.type) {
    case 'square-butt':
    case 'bevel':
    case 'crack':
      return groove(question, [first, second]);
    case 'overlay':
      return bead(question, [first, first]);
    case 'toe-crack':
      // It runs into what the other one stands on: nearly always into the thinner.
      return bead(question, toeSides(question, first, second, old));
    default:
      return fillet(question, [first, second]);
  }
}

/**
 * A joint cut across, to scale, with its pool: what the rod brings fills the edges, and behind each face lies as much
 * melted base metal as dilution and shares ask for, half an ellipse deep. What is shown is what is reckoned with.
 */
export function jointSection(question: SectionQuestion): JointSection {
  const edges = edgesOf(question);
  const depositMm2 = areaInside(edges.deposit);
  // Two faces of one piece melt alike deep.
  const faceOf = (side: number): number =>
    edges.faces.reduce((sum, { side: other, face }) => sum + (other === side ? lengthOf(face) : 0), 0);
  const shareOf = (side: number, face: MeltedZone['face']): number =>
    ((question.shares[side] ?? 0) * lengthOf(face)) / faceOf(side);
  // A piece no face of which is drawn keeps its share, which the others make up the rest of.
  const shown = edges.faces.reduce((sum, { side, face }) => sum + shareOf(side, face), 0) || 1;
  const dilution = Math.min(0.97, Math.max(0, question.dilution));
  const meltedMm2 = (dilution / (1 - dilution)) * depositMm2;
  return {
    metals: edges.metals,
    deposit: edges.deposit,
    depositMm2,
    crack: edges.crack,
    sizes: edges.sizes,
    arc: edges.arc,
    melted: edges.faces.map(({ side, face, deepestMm }): MeltedZone => {
      const areaMm2 = (meltedMm2 * shareOf(side, face)) / shown;
      const depthMm = areaMm2 / ((Math.PI / 4) * lengthOf(face));
      const inward = inwardOf(face);
      return { side, face, inward, depthMm, deepestMm, areaMm2, rim: zoneRim(face, inward, depthMm) };
    }),
  };
}

/**
 * What dilution and shares become when one zone is pulled to another depth.
 * @param zone which of the section's zones
 * @param depthMm its new depth, mm, 0 or more
 * @returns dilution 0 to 0.95 and a share for each piece of the joint; pieces no face of which is drawn keep theirs
 */
export function withDepth(
  section: JointSection,
  zone: number,
  depthMm: number,
  shares: readonly number[],
): { readonly dilution: number; readonly shares: readonly number[] } {
  const pulled = section.melted[zone];
  if (!pulled) return { dilution: 0, shares };
  const areas = section.melted.map(({ side, areaMm2, face }) =>
    side === pulled.side ? Math.max(0, depthMm) * (Math.PI / 4) * lengthOf(face) : areaMm2,
  );
  const total = areas.reduce((sum, area) => sum + area, 0);
  const dilution = Math.min(0.95, total / (total + section.depositMm2));
  const drawn = new Set(section.melted.map(({ side }) => side));
  const free = 1 - shares.reduce((sum, share, side) => sum + (drawn.has(side) ? 0 : share), 0);
  const of = (side: number): number =>
    section.melted.reduce((sum, one, index) => sum + (one.side === side ? (areas[index] as number) : 0), 0);
  return {
    dilution,
    shares: shares.map((share, side) => (drawn.has(side) ? (total > 0 ? (free * of(side)) / total : share) : share)),
  };
}
