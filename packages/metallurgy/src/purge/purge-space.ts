/** A run of tube or pipe a purge goes through, mm. */
export interface PurgeRun {
  readonly outsideMm: number;
  readonly wallMm: number;
  readonly lengthMm: number;
}

/** A closed space: runs between dams, plugs or blind ends, or litres where the shape is odd. */
export interface PurgeSpace {
  /** Litres, where somebody says so; left out: of the runs. */
  readonly volumeL?: number | undefined;
  readonly runs?: readonly PurgeRun[] | undefined;
  /** Depths of dead ends off the stream, mm. */
  readonly pocketsMm?: readonly number[] | undefined;
  /** Whether gas passes a tee, a vessel or a short fitting. */
  readonly branched?: boolean | undefined;
}

/** Room inside a run, L. */
export function runVolume({ outsideMm, wallMm, lengthMm }: PurgeRun): number {
  const inside = Math.max(0, outsideMm - 2 * wallMm);
  return ((Math.PI / 4) * inside * inside * lengthMm) / 1e6;
}

/** Room inside a space, L. */
export const spaceVolume = ({ volumeL, runs = [] }: PurgeSpace): number =>
  volumeL ?? runs.reduce((sum, run) => sum + runVolume(run), 0);
