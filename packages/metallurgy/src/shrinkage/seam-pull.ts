import data from '../../data/shrinkage.json';

/** A length of seam as it was welded: where, when in its turn, and on how hot metal. */
export interface WeldedLength {
  readonly pass: number;
  /** Middle of it, mm along the seam. */
  readonly atMm: number;
  readonly lengthMm: number;
  /** Share of its pass that was welded when its turn came, 0 to 1. */
  readonly welded: number;
  /** Metal it met, °C. */
  readonly metC: number;
}

/** Seam that is pulled. */
export interface PulledSeam {
  readonly kind: 'ring' | 'line';
  readonly lengthMm: number;
  /** How far each pass would draw the sides together if nothing held, mm. */
  readonly shrinkMm: readonly number[];
  /** Length of all tacks together, mm. */
  readonly tackMm: number;
  /** Share that what holds the part leaves, 0 to 1. */
  readonly left: number;
}

/** Where a seam goes, and how far. */
export interface SeamPull {
  /** Tilt of the free end over 100 mm of a ring; how much more one end of a line draws together than the other. */
  readonly mm: number;
  /** Degrees clockwise from the top of a ring, mm along a line: the side that is drawn together. */
  readonly towards: number;
  /** How far the sides come together on the mean, mm. */
  readonly togetherMm: number;
}

/** Length over which the tilt of a ring is told, mm. */
const TILT_OVER_MM = 100;

/**
 * Freedom a length of weld finds. The edges that are not welded yet stand against each other and prop what comes first;
 * later lengths find fewer props, so that their pull stays: the end one finishes on is where it goes.
 */
function freedom({ pass, welded, metC }: WeldedLength, tackShare: number): number {
  const { first, last, laterPass, softC, hotShare } = data.freedom;
  // Squared: most props go with the last edges.
  const props = pass === 0 ? first + (last - first) * welded * welded : laterPass;
  const hot = 1 + (hotShare * Math.max(0, Math.min(softC, metC) - 20)) / (softC - 20);
  return props * hot * (1 - tackShare);
}

/**
 * Sums the pulls of all lengths of a seam as vectors. On a ring a whole pass laid at once leaves no tilt; on a line
 * none leaves one end more drawn together.
 */
export function seamPull(seam: PulledSeam, lengths: readonly WeldedLength[]): SeamPull {
  const { kind, lengthMm, shrinkMm, tackMm, left } = seam;
  const tackShare = Math.min(data.freedom.tackMost, (data.freedom.tackShare * tackMm) / lengthMm);
  let [together, x, y] = [0, 0, 0];
  for (const length of lengths) {
    const shrink = shrinkMm[Math.min(length.pass, shrinkMm.length - 1)] as number;
    const pulled = left * shrink * freedom(length, tackShare) * (length.lengthMm / lengthMm);
    together += pulled;
    if (kind === 'ring') {
      const angle = (2 * Math.PI * length.atMm) / lengthMm;
      x += 2 * pulled * Math.cos(angle);
      y += 2 * pulled * Math.sin(angle);
    } else x += 12 * pulled * (length.atMm / lengthMm - 0.5);
  }
  if (kind === 'line') return { mm: Math.abs(x), towards: x >= 0 ? lengthMm : 0, togetherMm: together };
  const radius = lengthMm / (2 * Math.PI);
  const degrees = (Math.atan2(y, x) * 180) / Math.PI;
  return {
    mm: (TILT_OVER_MM * Math.sqrt(x * x + y * y)) / radius,
    towards: (degrees + 360) % 360,
    togetherMm: together,
  };
}
