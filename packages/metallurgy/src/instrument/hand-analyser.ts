import type { Composition, ElementSymbol } from '../composition';
import { findFieldTest } from '../identify';
import { chanceAt } from './scatter';

/** What may go wrong with an analyser held against a piece. */
export const ANALYSER_FAULTS = ['coated', 'too-short'] as const;
export type AnalyserFault = (typeof ANALYSER_FAULTS)[number];

/** A piece, and the analyser that is held against it. */
export interface AnalyserScenario {
  /** What the piece is made of, mass percent. */
  readonly composition: Composition;
  readonly fault?: { readonly kind: AnalyserFault; readonly atS: number };
}

/** Through a coating so much of what lies beneath is seen; a shot that is cut short scatters so much more. */
const THROUGH = 0.55;
const SHORT = 4;

/**
 * What a simulated hand-held analyser shows of a shot at a moment, mass percent; elements it does not see are left out.
 * Pure.
 */
export function readAnalyser({ composition, fault }: AnalyserScenario, seed: number, seconds: number): Composition {
  const test = findFieldTest('analyser');
  const model = test?.model;
  if (!test || model?.kind !== 'reading') return {};
  const kind = fault && seconds >= fault.atS ? fault.kind : null;
  const shown: Partial<Record<ElementSymbol, number>> = {};
  (test.reads ?? []).forEach((element, index) => {
    const there = (composition[element] ?? 0) * (kind === 'coated' ? THROUGH : 1);
    const sigma =
      Math.sqrt((model.sigma[element] ?? 0.1) ** 2 + (model.relativeSigma * there) ** 2) *
      (kind === 'too-short' ? SHORT : 1);
    const read = there + sigma * chanceAt(seed + index + 1, seconds).scatter;
    if (read >= (model.detectionLimit[element] ?? 0.05)) shown[element] = Math.round(100 * read) / 100;
  });
  return shown;
}
