import data from '../../data/likely-joints.json';
import { fromJson } from '../from-json';
import { JOINTS, type JointType, type Technique } from '../joint';
import type { AssemblyPiece } from './assembly-input';
import { bodyOf, isHollow } from './body';

type Nature = 'hollow' | 'flat' | 'solid' | 'rough';

function natureOf(piece: AssemblyPiece): Nature {
  const body = bodyOf(piece);
  if (isHollow(body)) return 'hollow';
  if (body.kind === 'flat') return 'flat';
  return body.kind === 'block' ? 'rough' : 'solid';
}

const ALL = Object.keys(JOINTS.types) as readonly JointType[];

/** The first of a list, then the others, each once. */
const first = <One>(leading: readonly One[], all: readonly One[]): readonly One[] => [...new Set([...leading, ...all])];

/**
 * How pieces may meet, the likeliest first: what is offered, not what is right.
 * @param pieces those that meet; an old weld may be one of them
 * @returns every type of joint once
 */
export function likelyJoints(pieces: readonly AssemblyPiece[]): readonly JointType[] {
  const base = pieces.filter(({ kind }) => kind === 'base');
  const old = base.length < pieces.length ? fromJson<readonly JointType[]>(data.withOldWeld) : [];
  const [a, b] = base;
  if (!a || !b) return first([...old, ...fromJson<readonly JointType[]>(data.alone)], ALL);
  const natures = [natureOf(a), natureOf(b)];
  const pair = data.pairs.find(
    ({ of: [one, other] }) =>
      (natures[0] === one && natures[1] === other) || (natures[0] === other && natures[1] === one),
  );
  const types = fromJson<readonly JointType[]>(pair?.types ?? []);
  const [across, other] = [a.outsideMm, b.outsideMm];
  const differ =
    across !== null &&
    other !== null &&
    Math.abs(across - other) > data.differentRound.fromShare * Math.max(across, other);
  const capped = a.shape === 'cap' || b.shape === 'cap';
  const round =
    natures.every((nature) => nature === 'hollow') && differ && !capped
      ? fromJson<readonly JointType[]>(data.differentRound.types)
      : [];
  const thick = Math.max(a.thicknessMm ?? 0, b.thicknessMm ?? 0) > data.thickFromMm;
  const ordered = first([...old, ...round, ...types], ALL);
  // A thick wall is bevelled where a thin one is butted square.
  if (!thick || ordered.indexOf('square-butt') > ordered.indexOf('bevel')) return ordered;
  return ordered.map((type) => (type === 'square-butt' ? 'bevel' : type === 'bevel' ? 'square-butt' : type));
}

/** How a joint may be welded, the likeliest first; every technique once. */
export function likelyTechniques(type: JointType): readonly Technique[] {
  const usual = fromJson<Readonly<Partial<Record<string, readonly Technique[]>>>>(data.techniques);
  return first(usual[type] ?? usual['default'] ?? [], Object.keys(JOINTS.techniques) as readonly Technique[]);
}
