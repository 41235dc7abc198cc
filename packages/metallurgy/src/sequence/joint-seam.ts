import data from '../../data/sequence.json';
import { isHollow, seamLength, type Body, type LaidJoint, type LaidPiece, type SettledSide } from '../assembly';
import type { MaterialQuestion } from '../heat';
import type { SeamQuestion, SeamSideQuestion } from './seam-question';

/** What a seam of a part is made from. */
export interface JointSeamQuestion {
  readonly joint: LaidJoint;
  readonly pieces: readonly LaidPiece[];
  /** What each piece most likely is, and its wall where it is known, mm. */
  readonly metals: ReadonlyMap<string, { readonly material: MaterialQuestion; readonly thicknessMm: number | null }>;
  readonly usualThicknessMm: number;
}

type JointSeam = Pick<SeamQuestion, 'kind' | 'lengthMm' | 'beyondMm' | 'closedInside' | 'sides'>;

/** Wall that heat runs through, mm: of a solid bar a share of its diameter. */
function wallOf(body: Body, thicknessMm: number | null, usual: number): number {
  if (body.kind === 'round' && body.wall === null) return Math.max(usual, data.shell.barShare * body.outside);
  return thicknessMm ?? usual;
}

/** How far a piece reaches from the seam, and how heat spreads in it. */
function reachOf(
  { kind, closed }: { readonly kind: 'ring' | 'line'; readonly closed: boolean },
  body: Body,
  place: SettledSide['place'] | null,
  seamMm: number,
): Pick<SeamSideQuestion, 'reachMm' | 'spread' | 'bothWays' | 'flat'> {
  const { usualReachMm, mostReachMm, leastReachMm } = data.shell;
  const within = (mm: number): number => Math.min(mostReachMm, Math.max(leastReachMm, mm));
  const radius = seamMm / (2 * Math.PI);
  const long = body.trueLength ?? usualReachMm;
  if (body.kind === 'disc' || (kind === 'ring' && body.kind === 'flat')) {
    const half = (body.kind === 'disc' ? body.outside : body.width) / 2;
    // A plate that reaches beyond the tube leads heat outwards; one that lies within it leads it to its middle.
    return half > radius * 1.05
      ? { reachMm: within(half - radius), spread: 'outwards', bothWays: false, flat: true }
      : { reachMm: within(half), spread: 'inwards', bothWays: false, flat: true };
  }
  if (place && !('end' in place)) {
    // Something stands on its side: heat leaves round the seam, or both ways along it.
    if (kind === 'ring' && closed) return { reachMm: within(long / 2), spread: 'outwards', bothWays: false };
    return { reachMm: within(long / 2), spread: 'straight', bothWays: true };
  }
  return { reachMm: within(long), spread: 'straight', bothWays: false };
}

/**
 * A joint of a part as a seam with metal on its two sides, laid flat: what the heat simulation and the search take.
 * @returns null where no line of it is drawn
 */
export function jointSeam({ joint, pieces, metals, usualThicknessMm }: JointSeamQuestion): JointSeam | null {
  const { seam, settled } = joint;
  const lengthMm = seam ? seamLength(seam) : 0;
  if (!seam || lengthMm < data.shell.shortestMm) return null;
  const [first, second = first] = settled.sides;
  if (!first || !second) return null;
  const kind = seam.closed ? 'ring' : 'line';
  const alone = settled.sides.length < 2;
  const found = [first, second].map(({ piece, copy, place }) => {
    const body = pieces.find((one) => one.id === piece && one.copy === copy)?.placed.body;
    const metal = metals.get(piece);
    if (!body || !metal) return null;
    const reach = reachOf({ kind, closed: seam.closed }, body, alone ? null : place, lengthMm);
    return {
      hollow: isHollow(body),
      side: { material: metal.material, thicknessMm: wallOf(body, metal.thicknessMm, usualThicknessMm), ...reach },
    };
  });
  const [one, other] = found;
  if (!one || !other) return null;
  return {
    kind,
    lengthMm,
    beyondMm: kind === 'ring' ? 0 : alone ? data.shell.beyondCrackMm : data.shell.beyondMm,
    closedInside: one.hollow || other.hollow,
    sides: [one.side, other.side],
  };
}
