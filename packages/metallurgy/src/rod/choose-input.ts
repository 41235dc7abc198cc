import choice from '../../data/choice.json';
import { findRod, notInCatalogue, RODS, type Rod } from '../catalogue';
import { isoLineSurface, type IsoFerriteLines } from '../constitution';
import { FaultCollector, InputError } from '../errors';
import type { ConfirmedCounts } from '../identify';
import { isWithin, LIMITS } from '../piece';
import { completeJoint, MOST_PIECES, type Joint, type JointInput } from '../joint';
import { completeService, type Service, type ServiceInput } from '../service';
import { pieceBelief, type PieceBelief, type PieceInput } from './piece';
import { demandOf, rodCost } from './rod-cost';
import { checkBeads, type BeadEvidence } from './bead-evidence';
import { fillerOf, type FillerCandidate } from './filler-candidate';
import type { JointProblem } from './joint-problem';
import { learnFromBeads } from './learnt-from-beads';

/** A question to `choose`. */
export interface ChooseInput {
  readonly pieces: readonly PieceInput[];
  readonly joint?: JointInput | undefined;
  readonly service?: ServiceInput | undefined;
  /** Rod classes to rank; all when left out. */
  readonly rods?: readonly string[] | undefined;
  /** Fixed number of samples, 16 to 20000; left out: refined until the order settles. */
  readonly samples?: number | undefined;
  /** Rods in stock: others cost a purchase. */
  readonly stock?: readonly string[] | undefined;
  /** House preferences by rod class, -3 to 3 steps. They never hide a "do not". */
  readonly preferences?: { readonly [rod: string]: number };
  readonly confirmed?: ConfirmedCounts | undefined;
  /** What beads that were laid in this joint have shown. */
  readonly beads?: readonly BeadEvidence[] | undefined;
  /** Iso-FN lines of a digitised WRC-1992 figure, in place of the reconstructed surface. */
  readonly wrc1992Lines?: IsoFerriteLines | undefined;
}

/** A checked question. */
export interface ChooseProblem extends JointProblem {
  readonly fillers: readonly FillerCandidate[];
  /** Kinds of weld metal that no form of exists for the process at hand. */
  readonly leftOut: readonly { readonly rod: string; readonly why: string }[];
}

/** @throws InputError naming every faulty field */
export function checkChooseInput(input: ChooseInput): ChooseProblem {
  const faults = new FaultCollector();
  const { errors } = faults;
  if (!Array.isArray(input.pieces) || input.pieces.length === 0 || input.pieces.length > MOST_PIECES)
    throw InputError.at(['pieces'], 'give one to four pieces');
  const pieces = input.pieces.map((piece, index) =>
    faults.attempt(() => pieceBelief(piece, ['pieces', index], input.confirmed)),
  );
  const families = pieces.map((piece) => piece?.candidates[0]?.material.family ?? 'austenitic');
  const joint = faults.attempt(() => completeJoint(input.joint ?? { type: 'bevel' }, families));
  const service = faults.attempt(() => completeService(input.service));
  const surface = faults.attempt(() => input.wrc1992Lines && isoLineSurface(input.wrc1992Lines, ['wrc1992Lines']));
  const named = (list: readonly string[], field: string): (Rod | undefined)[] =>
    list.map((name, index) => {
      const rod = findRod(name);
      if (!rod)
        errors.push({
          path: [field, index],
          message: notInCatalogue(name, RODS),
        });
      return rod;
    });
  const rods = input.rods ? named(input.rods, 'rods') : RODS;
  const stock = input.stock ? new Set(named(input.stock, 'stock').map((rod) => rod?.id)) : undefined;
  const preferences: Record<string, number> = {};
  for (const [name, step] of Object.entries(input.preferences ?? {})) {
    const rod = findRod(name);
    if (!rod) errors.push({ path: ['preferences', name], message: 'not a rod of the catalogue' });
    else if (!isWithin(step, LIMITS.preferenceSteps))
      errors.push({ path: ['preferences', name], message: `give a step from ${LIMITS.preferenceSteps.join(' to ')}` });
    else preferences[rod.id] = step;
  }
  if (input.samples !== undefined && !(Number.isInteger(input.samples) && isWithin(input.samples, LIMITS.samples)))
    errors.push({ path: ['samples'], message: `give a whole number from ${LIMITS.samples.join(' to ')}` });
  checkBeads(input.beads ?? [], ['beads'], errors);
  if (errors.length > 0) throw new InputError(errors);

  // Whatever is missing was thrown for above.
  const stated = {
    pieces: pieces as readonly PieceBelief[],
    joint: joint as Joint,
    service: service as Service,
    surface,
  };
  const { pieces: believed, learnt } = learnFromBeads(stated, input.beads ?? []);
  const theJoint = stated.joint;
  const demand = demandOf(believed);
  // Nearly all repair is done by hand with a rod: what is not said to be another process is reckoned as that.
  const process = theJoint.process ?? 'gtaw';
  const made = (rod: Rod): boolean => rod.processes.includes(process);
  const usable = (rods as readonly Rod[]).filter((rod) => input.rods !== undefined || made(rod));
  const deposits = new Set(usable.map(({ deposit }) => deposit));
  const leftOut = (rods as readonly Rod[])
    .filter(({ id, deposit }) => id === deposit && !deposits.has(deposit))
    .map(({ id }) => ({ rod: id, why: `not made for ${process}` }));
  const fillers = usable.map((rod) =>
    fillerOf(
      rod,
      theJoint.process,
      rodCost(rod, theJoint, stock, demand) -
        choice.costs.preferenceStep * (preferences[rod.id] ?? preferences[rod.deposit] ?? 0),
    ),
  );
  if (theJoint.fusible) fillers.push(fillerOf(null, theJoint.process, theJoint.fused ? 0 : choice.costs.noRodFitUp));
  return {
    pieces: believed,
    joint: theJoint,
    service: service as Service,
    fillers,
    surface,
    learnt,
    leftOut,
  };
}
