import type { PlannedPass } from '@variatum/contracts';
import {
  heatInput,
  JOINTS,
  usualPasses,
  usualVolts,
  type ArcRun,
  type Joint,
  type SeamQuestion,
  type Technique,
} from '@variatum/metallurgy';
import { currentOf, settingPassOf, thinnerMm, USUAL_PROCESS, type JointSeam, type PassSettings } from '../questions';
import type { JointFacts } from './job-facts';

/** Kinds of so many passes; the usual ones where there are as many as usual. */
function kindsOf(seam: JointSeam | null, passes: number, isFused: boolean): readonly PlannedPass['kind'][] {
  if (isFused) return Array.from({ length: passes }, () => 'fused');
  const usual = seam ? usualPasses(thinnerMm(seam)) : [];
  return usual.length === passes ? usual : Array.from({ length: passes }, (_, pass) => settingPassOf(pass, passes));
}

/** What the passes of a joint are made from, besides what holds for it. */
export interface PassFacts {
  readonly settings: PassSettings;
  readonly seam: JointSeam | null;
  readonly question: SeamQuestion | null;
  readonly runs: readonly ArcRun[];
  readonly count: number;
  readonly completed: Joint | null;
}

/** Every pass of a joint; none while its seam or its settings are not known. */
export function passesOfJoint(
  { leader, choice }: JointFacts,
  rod: string | null,
  { settings: found, seam, question, runs, count, completed }: PassFacts,
): readonly PlannedPass[] {
  const first = question?.arcs[0];
  if (!first) return [];
  const { joint } = leader;
  const isFused = rod === null;
  const ranked = choice?.ranking.find((one) => one.rod === rod);
  return kindsOf(seam, count, isFused).flatMap((kind, pass): PlannedPass[] => {
    const set = settingPassOf(pass, count);
    const amps = currentOf(leader, set, found[set]?.amps);
    if (!amps) return [];
    const [low, median, high] = amps;
    const own = runs.filter((run) => run.pass === pass);
    // The last arc stands for those that follow.
    const arc = question.arcs[Math.min(pass, question.arcs.length - 1)] ?? first;
    const volts = arc.volts ?? usualVolts(median);
    const { travelMmPerS } = arc;
    return [
      {
        number: pass + 1,
        kind,
        process: joint.process ?? USUAL_PROCESS,
        // Techniques of the data are those of the core.
        technique: isFused ? 'fused' : (joint.technique ?? (JOINTS.types[joint.type].technique as Technique)),
        rod,
        rodMm: isFused ? null : (leader.settings[set]?.rodMm ?? found[set]?.rodMm ?? null),
        gas: joint.gas ?? null,
        amps: { low, median, high },
        volts,
        travelMmPerS,
        arcEnergyKJPerMm: (volts * median) / travelMmPerS / 1000,
        heatInputKJPerMm: heatInput({ ...arc, amps: median }),
        arcSeconds: own.reduce((sum, run) => sum + Math.abs(run.toMm - run.fromMm), 0) / travelMmPerS,
        starts: own.length,
        dilution: completed && {
          low: completed.dilution.min,
          median: completed.dilution.mode,
          high: completed.dilution.max,
        },
        // Ferrite from root to cap is that of the rod that leads; of another one there is but its whole bead's.
        ferriteNumber:
          (rod === choice?.recommended ? choice?.passes?.[pass]?.ferriteNumber : undefined) ??
          ranked?.ferriteNumber ??
          null,
      },
    ];
  });
}
