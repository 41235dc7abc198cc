import data from '../../data/purge.json';
import { openingPressure } from './openings';

/** A joint on a line that shares one purge. */
export interface LineJoint {
  readonly id: string;
  /** Along the line from the feed, mm. */
  readonly fromFeedMm: number;
  readonly ringMm: number;
  readonly gapMm: number;
}

/** A joint of a line when its turn has come. */
export interface LineTurn {
  readonly id: string;
  /** Gas that leaves through its own gap while the others are taped, L/min. */
  readonly leavesLpm: number;
  /** Gas that still reaches the vent past it, L/min. */
  readonly onwardLpm: number;
  /** Pressure at its pool while its gap is open, and once it is closed, Pa. */
  readonly openPa: number;
  readonly closedPa: number;
}

/**
 * The order joints of one line are welded in: the farthest from the feed first, so that what is untaped behind it takes
 * no gas from it; with the flow that is left at each. Joints that are not due are taped; those done are closed. Gaps
 * and vent are orifices in parallel: pressure falls in them, not along the line.
 * @param ventMm2 area of the vent
 */
export function lineOrder(joints: readonly LineJoint[], flowLpm: number, ventMm2: number): readonly LineTurn[] {
  return [...joints]
    .sort((a, b) => b.fromFeedMm - a.fromFeedMm || (a.id < b.id ? -1 : 1))
    .map(({ id, ringMm, gapMm }) => {
      const gap = ringMm * gapMm;
      const share = gap + ventMm2 > 0 ? gap / (gap + ventMm2) : 0;
      return {
        id,
        leavesLpm: flowLpm * share,
        onwardLpm: flowLpm * (1 - share),
        openPa: openingPressure(flowLpm, gap + ventMm2),
        closedPa: openingPressure(flowLpm, ventMm2),
      };
    });
}

/** Whether two flows are one to whoever sets them, L/min. */
export const isSameFlow = (oneLpm: number, otherLpm: number): boolean =>
  Math.abs(oneLpm - otherLpm) < data.sameFlow.lpm;

/**
 * Flow while a joint of a line is welded, L/min: as usual where enough goes on past its gap, raised where its fit is
 * poor. Source: orifices in parallel; how much is enough is an estimate.
 */
export function flowAtTurn({ leavesLpm, onwardLpm }: LineTurn): number {
  const { onwardShare, mostFactor } = data.poorFit;
  const usual = leavesLpm + onwardLpm;
  if (onwardLpm >= onwardShare * usual) return usual;
  const share = usual > 0 ? onwardLpm / usual : 0;
  return Math.min(mostFactor, share > 0 ? onwardShare / share : mostFactor) * usual;
}

/** Flow that leaves each joint when all of them are open at once, L/min: what taping is for. */
export function flowWhenAllOpen(
  joints: readonly LineJoint[],
  flowLpm: number,
  ventMm2: number,
): ReadonlyMap<string, number> {
  const total = joints.reduce((sum, { ringMm, gapMm }) => sum + ringMm * gapMm, ventMm2);
  return new Map(joints.map(({ id, ringMm, gapMm }) => [id, total > 0 ? (flowLpm * ringMm * gapMm) / total : 0]));
}
