import { reachAt } from './body';
import { toSpace } from './frame';
import type { LaidPiece } from './layout';
import { facing } from './outline';
import { centreLine, sidePort } from './port';
import { seen, type Point } from './vector';

/** A place on a piece where something was seen or done. */
export interface Spot {
  /** Share of its length from the start, 0 to 1. */
  readonly along: number;
  /** Hour round it, 0 to 12. */
  readonly clock: number;
}

const STEPS = 240;
const clamp = (value: number): number => Math.min(1, Math.max(0, value));

/** Where a spot shows in the picture. */
export function pointOfSpot({ placed: { body, frame } }: LaidPiece, { along, clock }: Spot): Point {
  // Something flat that is turned to the viewer shows its face; the hour says how far from its middle.
  if ((body.kind === 'flat' || body.kind === 'block') && facing(frame))
    return seen(
      toSpace(frame, [along * body.length, body.height / 2, (body.width / 2) * Math.sin((clock * Math.PI) / 6)]),
    );
  return seen(toSpace(frame, sidePort(body, along, clock).point));
}

/** Which spot of a piece a point of the picture shows: on the side turned to the viewer. */
export function spotAt({ placed: { body, frame } }: LaidPiece, [x, y]: Point): Spot {
  let best = { along: 0, distance: Infinity, offset: 0 };
  for (let step = 0; step <= STEPS; step++) {
    const along = step / STEPS;
    const { point, heads } = centreLine(body, along);
    const [px, py] = seen(toSpace(frame, point));
    const distance = Math.hypot(x - px, y - py);
    if (distance >= best.distance) continue;
    const [ux, uy] = seen(toSpace({ ...frame, origin: [0, 0, 0] }, [-heads[1], heads[0], 0]));
    const size = Math.hypot(ux, uy);
    best = { along, distance, offset: size < 0.3 ? distance : ((x - px) * ux + (y - py) * uy) / size };
  }
  const flat = (body.kind === 'flat' || body.kind === 'block') && facing(frame);
  if (flat) {
    const [zx, zy] = seen(frame.z);
    const [ox, oy] = seen(toSpace(frame, [best.along * body.length, 0, 0]));
    const side = clamp((((x - ox) * zx + (y - oy) * zy) / (body.width / 2) + 1) / 2) * 2 - 1;
    return { along: best.along, clock: (Math.asin(side) * 6) / Math.PI + (side < 0 ? 12 : 0) };
  }
  const height = Math.min(1, Math.max(-1, best.offset / reachAt(body, best.along)));
  return { along: best.along, clock: (Math.acos(height) * 6) / Math.PI };
}

/** A spot in words: `at the middle, 3 o'clock`. @param trueLengthMm length of the piece, mm, when it is known */
export function spotWords({ along, clock }: Spot, trueLengthMm: number | null): string {
  const hour = Math.round(clock) % 12 || 12;
  const where =
    trueLengthMm !== null
      ? `${Math.round(along * trueLengthMm)} mm along`
      : along < 0.2
        ? 'near the start'
        : along > 0.8
          ? 'near the finish'
          : 'about the middle';
  return `${where}, ${hour} o’clock`;
}
