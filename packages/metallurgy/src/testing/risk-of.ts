import { findGrade, findRod, hydrogenFactorOf, hydrogenMlOf, type Rod } from '../catalogue';
import { toVector, type Composition } from '../composition';
import { completeJoint, type JointInput } from '../joint';
import { type Coating, findPieceCondition } from '../piece';
import { completeService, type ServiceInput } from '../service';
import { factsOf, materialOf, RISK_MECHANISMS, RiskSample, type Place } from '../risk';

/** A joint of typical compositions, as a test states it. */
export interface TypicalJoint {
  readonly grades: readonly string[];
  readonly rod: string | null;
  readonly dilution?: number;
  readonly joint?: Partial<JointInput>;
  readonly service?: ServiceInput;
  readonly coatings?: readonly Coating[];
  /** Ids of the states the pieces came in. */
  readonly conditions?: readonly string[];
  /** Place of the weld the pool stands for. */
  readonly place?: Place;
  /** Replaces or adds elements of the pool, mass percent. */
  readonly pool?: Composition;
}

/** One pool of typical compositions without scatter, ready for a mechanism. */
export function typicalSample({
  grades,
  rod,
  dilution = 0.35,
  joint = {},
  service = {},
  coatings = [],
  conditions = [],
  pool = {},
  place = 'fill',
}: TypicalJoint): RiskSample {
  const entries = grades.map((id) => {
    const grade = findGrade(id);
    if (!grade) throw new Error(`no grade ${id}`);
    return grade;
  });
  const filler = rod === null ? null : (findRod(rod) as Rod);
  const sample = new RiskSample();
  sample.joint = completeJoint(
    { type: 'bevel', ...joint },
    entries.map(({ family }) => family),
  );
  sample.service = completeService(service);
  sample.rod = filler;
  sample.dilution = filler ? dilution : 1;
  sample.pieces = entries.map((entry, index) => ({
    material: materialOf(entry),
    composition: toVector(entry.typical),
    coating: coatings[index] ?? 'bare',
    condition: findPieceCondition(conditions[index] ?? ''),
    thicknessMm: sample.joint.thicknessMm[index] as number,
  }));
  sample.facts = factsOf(sample.pieces);
  sample.hydrogenFactor = hydrogenFactorOf(hydrogenMlOf(filler, sample.joint.process));
  if (filler) sample.rodMetal.set(toVector(filler.typical));
  sample.base.forEach((_, element) => {
    sample.base[element] = sample.pieces.reduce(
      (sum, { composition }) => sum + (composition[element] as number) / sample.pieces.length,
      0,
    );
  });
  sample.goTo(place);
  toVector(pool).forEach((percent, element) => {
    if (percent > 0) sample.pool[element] = percent;
  });
  sample.derive();
  return sample;
}

/** Probability-like figure of one mechanism for one typical joint. */
export function riskOf(mechanism: string, joint: TypicalJoint): number {
  const found = RISK_MECHANISMS.find(({ id }) => id === mechanism);
  if (!found) throw new Error(`no mechanism ${mechanism}`);
  return found.probability(typicalSample(joint));
}
