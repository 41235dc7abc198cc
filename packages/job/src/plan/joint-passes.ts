import type { PlannedPass } from '@variatum/contracts';
import {
  heatInput,
  JOINTS,
  seamThrough,
  shouldComeThrough,
  usualPasses,
  usualVolts,
  type ArcRun,
  type Joint,
  type SeamQuestion,
  type Technique,
} from '@variatum/metallurgy';
import {
  currentOf,
  remembered,
  settingPassOfKind,
  thinnerMm,
  weldedWith,
  type JointSeam,
  type PassSettings,
  type PassWay,
} from '../questions';
import type { JointFacts } from './job-facts';

/** Kinds of passes; the usual ones where there are as many as usual. */
function kindsOf(seam: JointSeam | null, ways: readonly PassWay[]): readonly PlannedPass['kind'][] {
  const usual = seam ? usualPasses(thinnerMm(seam)) : [];
  const isUsual = usual.length === ways.filter(({ kind }) => kind !== 'wash').length;
  return ways.map(({ kind, rod }, pass) => {
    if (kind === 'wash') return kind;
    return rod === null ? 'fused' : isUsual ? (usual[pass] ?? kind) : kind;
  });
}

/** What the passes of a joint are made from, besides what holds for it. */
export interface PassFacts {
  readonly settings: PassSettings;
  readonly seam: JointSeam | null;
  readonly question: SeamQuestion | null;
  readonly runs: readonly ArcRun[];
  readonly ways: readonly PassWay[];
  readonly completed: Joint | null;
}

/** What of the pieces is in a pass: of one without a rod, where the others have one, all of it. */
function dilutionOf({ dilution }: Joint, way: PassWay, rod: string | null): PlannedPass['dilution'] {
  if (way.rod === null && rod !== null) return { low: 1, median: 1, high: 1 };
  return { low: dilution.min, median: dilution.mode, high: dilution.max };
}

/** Chances of a pass as they were reckoned last. */
const throughOf = remembered(
  ({ seam, pass }: { readonly seam: Parameters<typeof seamThrough>[0]; readonly pass: number }) =>
    seamThrough(seam, pass),
);

/** How likely a pass melts through the pieces of a seam that have a wall; reckoned of a tungsten arc. */
function meltsThroughOf(
  { process }: PassWay,
  pieces: JointFacts['pieces'],
  seam: JointSeam | null,
  question: SeamQuestion,
  pass: number,
): PlannedPass['meltsThrough'] {
  if (process !== 'gtaw' || !seam) return [];
  const { sides, arcs, isFillet, rootWallMm } = question;
  const chances = throughOf({ seam: { sides, arcs, isFillet, rootWallMm }, pass });
  return pieces.slice(0, chances.length).flatMap(({ id, kind }, side) => {
    const probability = chances[side];
    return kind === 'base' && probability !== undefined ? [{ piece: id, probability }] : [];
  });
}

/** Every pass of a joint; none while its seam or its settings are not known. */
export function passesOfJoint(
  { leader, choice, pieces }: JointFacts,
  rod: string | null,
  { settings: found, seam, question, runs, ways, completed }: PassFacts,
): readonly PlannedPass[] {
  const first = question?.arcs[0];
  if (!first) return [];
  const { joint } = leader;
  const kinds = kindsOf(seam, ways);
  return ways.flatMap((way, pass): PlannedPass[] => {
    const isFused = way.rod === null;
    const ranked = choice?.ranking.find((one) => one.rod === way.rod);
    const reckoned = found[way.kind];
    const amps = currentOf(leader, way.kind, reckoned?.amps);
    if (!amps) return [];
    const own = way.kind === 'wash' ? undefined : leader.settings[way.kind];
    const [low, median, high] = amps;
    const laid = runs.filter((run) => run.pass === pass);
    // The last arc stands for those that follow.
    const arc = question.arcs[Math.min(pass, question.arcs.length - 1)] ?? first;
    const volts = arc.volts ?? usualVolts(median);
    const { travelMmPerS } = arc;
    return [
      {
        number: pass + 1,
        kind: kinds[pass] ?? 'fused',
        process: way.process,
        // Techniques of the data are those of the core.
        technique: isFused ? 'fused' : (joint.technique ?? (JOINTS.types[joint.type].technique as Technique)),
        rod: way.rod,
        rodMm: isFused ? null : (own?.rodMm ?? reckoned?.rodMm ?? null),
        gas: joint.gas ?? null,
        amps: { low, median, high },
        volts,
        travelMmPerS,
        arcEnergyKJPerMm: (volts * median) / travelMmPerS / 1000,
        heatInputKJPerMm: heatInput({ ...arc, amps: median }),
        arcSeconds: laid.reduce((sum, run) => sum + Math.abs(run.toMm - run.fromMm), 0) / travelMmPerS,
        starts: laid.length,
        dilution: completed && dilutionOf(completed, way, rod),
        // Ferrite from root to cap is that of the rod that leads; of another one there is but its whole bead's.
        ferriteNumber:
          (way.rod === choice?.recommended ? choice?.passes?.[pass]?.ferriteNumber : undefined) ??
          ranked?.ferriteNumber ??
          null,
        shouldComeThrough: shouldComeThrough(weldedWith(joint, way.rod), settingPassOfKind(way.kind)),
        meltsThrough: meltsThroughOf(way, pieces, seam, question, pass),
      },
    ];
  });
}
