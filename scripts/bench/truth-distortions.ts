import {
  bow,
  capOf,
  heldTo,
  isWithin,
  transverseShrinkage,
  type Hold,
  type MaterialFamily,
} from '@variatum/metallurgy';
import distortions from '../../packages/metallurgy/src/testing/truth/distortions.json';
import { scoreOf, type Score } from './truth-score';

type Asked =
  | { readonly kind: 'transverse'; readonly areaMm2: number; readonly thicknessMm: number }
  | {
      readonly kind: 'bow';
      readonly areaMm2: number;
      readonly offsetMm: number;
      readonly lengthMm: number;
      readonly inertiaMm4: number;
    }
  | {
      readonly kind: 'dish';
      readonly thicknessMm: number;
      readonly outsideMm: number;
      readonly ringMm: number;
      readonly legMm: number;
      readonly hold: Hold;
    }
  | { readonly kind: 'angular'; readonly thicknessMm: number; readonly legMm: number; readonly reachMm: number };

interface TrueDistortion {
  readonly what: string;
  readonly ask: Asked & { readonly family: MaterialFamily };
  readonly mm: readonly [number, number];
}

/** What the program says of it, mm; null: it has no answer. */
function told(ask: TrueDistortion['ask']): number | null {
  switch (ask.kind) {
    case 'transverse':
      return transverseShrinkage(ask.areaMm2, ask.thicknessMm, ask.family);
    case 'bow':
      return bow(ask.areaMm2, ask, ask.family);
    case 'dish': {
      const areaMm2 = ((ask.legMm * ask.legMm) / 2) * heldTo(ask.hold, 'bow');
      const plate = { spanMm: ask.outsideMm, widthMm: ask.outsideMm, thicknessMm: ask.thicknessMm };
      return capOf(areaMm2, plate, ask.family).depth.mm;
    }
    case 'angular':
      return null;
  }
}

/** How far welds pull: whether what is told lies in the range of the hand formulas. */
export function distortionsScore(): Score {
  return scoreOf(distortions.distortions as unknown as readonly TrueDistortion[], ({ what, ask, mm }) => {
    const found = told(ask);
    if (found !== null && isWithin(found, mm)) return null;
    return `${what}: ${found === null ? 'no answer' : `${found.toFixed(2)} mm`}; ${mm.join(' to ')} mm`;
  });
}
