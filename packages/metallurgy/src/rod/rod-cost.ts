import { curve, rampOver } from '../arithmetic';
import choice from '../../data/choice.json';
import { formsOfDeposit, isCarbonSteel, isDuplex, isMartensitic, isStainless, type Rod } from '../catalogue';
import { beliefMean, ELEMENT_INDEX, type ElementBelief } from '../composition';
import type { Joint } from '../joint';
import { habitCost, habitsOf, type LikelyHabit } from './habit';
import type { PieceBelief, PieceCandidate } from './piece';

const MASS = curve(choice.costs.massByThickness);

/** Largest share of one piece's belief that weighs in: candidates count by how far something holds of them, 0 to 1. */
function likely(pieces: readonly PieceBelief[], holds: (candidate: PieceCandidate) => number): number {
  let most = 0;
  for (const { candidates } of pieces)
    most = Math.max(
      most,
      candidates.reduce((sum, candidate) => sum + candidate.probability * holds(candidate), 0),
    );
  return most;
}

const meanOf = ({ belief }: PieceCandidate, element: 'Mo' | 'Cr'): number =>
  beliefMean(belief[ELEMENT_INDEX[element]] as ElementBelief);

/** What the pieces ask of the rod, each 0 to 1: nuisances that beside such pieces are owed anyway. */
export interface RodDemand {
  readonly molybdenum: number;
  readonly martensitic: number;
  readonly duplex: number;
  readonly alloyed: number;
  readonly nickel: number;
  readonly habits: readonly LikelyHabit[];
}

/** What the pieces of a joint ask, worked out once for all rods. */
export function demandOf(pieces: readonly PieceBelief[]): RodDemand {
  const { likelyFrom } = choice.costs;
  return {
    molybdenum: rampOver(
      likely(pieces, (candidate) => rampOver(meanOf(candidate, 'Mo'), likelyFrom.molybdenumPercent)),
      likelyFrom.molybdenumPieces,
    ),
    martensitic: rampOver(
      likely(pieces, (candidate) =>
        isMartensitic(candidate.material.family)
          ? 1
          : candidate.material.family === 'ferritic'
            ? 1 - rampOver(meanOf(candidate, 'Cr'), likelyFrom.hardenableChromium)
            : 0,
      ),
      likelyFrom.martensiticPieces,
    ),
    duplex: rampOver(
      likely(pieces, ({ material }) => (isDuplex(material.family) ? 1 : 0)),
      likelyFrom.duplexPieces,
    ),
    alloyed: rampOver(
      likely(pieces, ({ material }) => (isCarbonSteel(material.family) ? 0 : 1)),
      likelyFrom.stainlessPieces,
    ),
    nickel: rampOver(
      likely(pieces, ({ material }) => (material.family === 'nickel' ? 1 : 0)),
      likelyFrom.nickelPieces,
    ),
    habits: habitsOf(pieces),
  };
}

/**
 * Price by what is laid, purchase, nuisance and habit of a rod, in loss units.
 * @param stock classes in the shop; undefined when nothing is known of it
 */
export function rodCost(
  rod: Rod,
  joint: Joint,
  stock: ReadonlySet<string | undefined> | undefined,
  demand: RodDemand,
): number {
  const { costs } = choice;
  const mass = MASS(Math.max(...joint.thicknessMm));
  const forms = formsOfDeposit(rod.deposit);
  // As wire the kind with more silicon is what lies on the shelf; as a rod for the hand it seldom does.
  const shelf =
    joint.process === 'gmaw' && rod.silicon ? Math.max(...forms.map(({ shelfShare }) => shelfShare)) : rod.shelfShare;
  const purchase = stock
    ? stock.has(rod.id)
      ? 0
      : costs.notInStock
    : costs.notOnShelf * (1 - shelf) + costs.rare * (1 - rampOver(shelf, costs.rareBelow));
  // Wire with more silicon wets where bare wire balls up; as a rod in the hand it makes no difference.
  const wets =
    joint.process === 'gmaw' && !rod.silicon && forms.some(({ silicon }) => silicon) ? costs.wireWithoutSilicon : 0;
  return (
    // Beside metal that is as dear itself the price of the rod weighs less.
    costs.perCostIndex * mass * (1 - (1 - costs.besideNickel) * demand.nickel) * rod.costIndex +
    purchase +
    wets +
    habitCost(rod, demand.habits) +
    (joint.fused ? costs.rodOnFusedJoint : 0) +
    (rod.family === 'martensitic' ? costs.martensiticRodPreheat * (1 - demand.martensitic) : 0) +
    // Duplex rods ask for bounded heat and a patient hand; beside duplex metal that care is owed anyway.
    (isDuplex(rod.family) ? costs.duplexRodCare * (1 - demand.duplex) : 0) +
    (isStainless(rod.family) ? costs.stainlessRodOnPlainSteel * (1 - demand.alloyed) : 0) +
    costs.needlessMolybdenumPerPercent *
      (1 - demand.molybdenum) *
      Math.min(costs.needlessMolybdenumAtMost, rod.typical.Mo ?? 0)
  );
}
