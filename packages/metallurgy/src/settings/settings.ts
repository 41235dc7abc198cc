import data from '../../data/settings.json';
import { findGrade, findRod, isAustenitic, type MaterialFamily, type Process } from '../catalogue';
import { meanComposition } from '../composition';
import { FaultCollector, InputError } from '../errors';
import { checkJoint, completeJoint, JOINTS, thicknessesOf, type JointInput } from '../joint';
import { isWithin, LIMITS } from '../piece';
import { pieceBelief, type PieceInput } from '../rod';
import {
  torchSettings,
  USUAL_TRAVEL_MM_PER_S,
  type SettingMachine,
  type SettingPass,
  type SettingSide,
  type SettingsProblem,
  type TorchSettings,
} from './torch-settings';

/** Settings as they are asked for. */
export interface SettingsQuestion {
  /** One to four pieces; an old weld may be one. */
  readonly pieces: readonly PieceInput[];
  readonly joint: JointInput;
  /** Class of the rod; null: none. */
  readonly rod?: string | null | undefined;
  readonly process?: Process | undefined;
  readonly machine?: SettingMachine | undefined;
  readonly pass?: SettingPass | undefined;
  /** Square nose below a bevel, mm. */
  readonly landMm?: number | undefined;
  /** How fast the hand goes, mm/s; left out: as usual. */
  readonly travelMmPerS?: number | undefined;
  /** Whether the crater must keep its colour; left out: yes. */
  readonly brightCrater?: boolean | undefined;
}

/** Sulphur from which a piece counts as prone to hot cracking, %. */
const SULPHUR = data.crackProne.sulphurPercent;

/** A side of the joint as settings see it: its likeliest family, and whether any likely grade cracks hot. */
function sideOf(piece: PieceInput, index: number, thicknessMm: number): SettingSide {
  const { candidates } = pieceBelief(piece, ['pieces', index]);
  const shares = new Map<MaterialFamily, number>();
  let prone = 0;
  for (const { material, belief, probability } of candidates) {
    const family = material.family;
    shares.set(family, (shares.get(family) ?? 0) + probability);
    const { S = 0, Ni = 0 } = meanComposition(belief);
    if (S >= SULPHUR || (isAustenitic(family) && Ni > data.crackProne.nickelPercent)) prone += probability;
  }
  const [family] = [...shares].reduce((best, one) => (one[1] > best[1] ? one : best));
  const likeliest = candidates.find(({ material }) => material.family === family)?.material.id;
  // Metal that is described by its analysis has no grade.
  const material = likeliest !== undefined && findGrade(likeliest) ? { grade: likeliest } : { family };
  return { thicknessMm, family, material, crackProne: prone > data.crackProne.fromShare };
}

/**
 * Settings at the torch for one pass of a joint.
 * @throws InputError naming every faulty field
 */
export const settings = (question: SettingsQuestion): TorchSettings => torchSettings(settingsProblem(question));

/**
 * What settings are reckoned from: sides as they most likely are, the joint completed.
 * @throws InputError as `settings`
 */
export function settingsProblem(question: SettingsQuestion): SettingsProblem {
  const faults = new FaultCollector();
  const { pieces, joint, rod = null, pass = 'root' } = question;
  if (pieces.length === 0) faults.errors.push({ path: ['pieces'], message: 'give at least one piece' });
  faults.attempt(() => checkJoint(joint, pieces.length));
  if (rod !== null && !findRod(rod)) faults.errors.push({ path: ['rod'], message: 'not in the catalogue of rods' });
  const { mostAmperes } = question.machine ?? {};
  if (mostAmperes !== undefined && mostAmperes !== null && !isWithin(mostAmperes, LIMITS.machineAmperes))
    faults.errors.push({ path: ['machine', 'mostAmperes'], message: `give ${LIMITS.machineAmperes.join(' to ')} A` });
  const { travelMmPerS } = question;
  if (travelMmPerS !== undefined && !isWithin(travelMmPerS, LIMITS.travelMmPerS))
    faults.errors.push({ path: ['travelMmPerS'], message: `give ${LIMITS.travelMmPerS.join(' to ')} mm/s` });
  if (faults.errors.length > 0) throw new InputError(faults.errors);
  const walls = thicknessesOf(joint.thicknessMm);
  const sides = pieces.flatMap((piece, index): SettingSide[] =>
    // An old weld lies between its neighbours and has no wall of its own.
    piece.weldMetal === undefined
      ? [sideOf(piece, index, walls[index] ?? walls[walls.length - 1] ?? JOINTS.defaultThicknessMm)]
      : [],
  );
  const all =
    sides.length > 0
      ? sides
      : [
          {
            thicknessMm: walls[0] ?? JOINTS.defaultThicknessMm,
            family: 'austenitic' as const,
            material: { family: 'austenitic' as const },
            crackProne: false,
          },
        ];
  const process = question.process ?? joint.process ?? 'gtaw';
  const completed = completeJoint(
    joint,
    all.map(({ family }) => family),
  );
  return {
    sides: all,
    joint: completed,
    landMm: question.landMm ?? null,
    helium: joint.gas === 'argon-helium' || joint.gas === 'helium',
    rod,
    process,
    pass,
    machine: question.machine,
    travelMmPerS: travelMmPerS ?? USUAL_TRAVEL_MM_PER_S,
    brightCrater: question.brightCrater ?? true,
  };
}
