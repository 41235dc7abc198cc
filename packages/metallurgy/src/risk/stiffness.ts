import { rampOver } from '../arithmetic';
import type { PieceFacts } from './piece-facts';

/**
 * How far a risk that rests on being held counts for the thinnest piece, 0 to 1: thin sheet gives way.
 * @param thin from which thickness to which, mm, and what is left of it below
 */
export const stiffness = (
  { facts }: { readonly facts: Pick<PieceFacts, 'thinnestMm'> },
  { mm, share }: { readonly mm: readonly number[]; readonly share: number },
): number => share + (1 - share) * rampOver(facts.thinnestMm, mm);
