import type { Process } from '../catalogue';
import type { CrackPlace, CrackTime, MagnetPull } from '../rod';

/** What an arc is struck for: a tack, a run of the plan, a repair of what was laid. */
export const BEAD_KINDS = ['tack', 'run', 'repair'] as const;
export type BeadKind = (typeof BEAD_KINDS)[number];
/** How a temperature was taken. */
export const TAKEN_BY = ['typed', 'meter'] as const;
/** Why an arc was put out before its end. */
export const STOP_REASONS = ['end', 'rod', 'reach', 'alarm', 'crack', 'other'] as const;
export type StopReason = (typeof STOP_REASONS)[number];
/** What was called out while welding: gas behind a root, air of a room, a meter that went silent meanwhile. */
export const ALARMS = ['oxygen-rose', 'room-oxygen', 'meter-silent'] as const;
export type Alarm = (typeof ALARMS)[number];
/** Where oxygen is read off a display: in the gas that leaves the part, in the air of the room. */
export const OXYGEN_PLACES = ['inside', 'room'] as const;
export type OxygenPlace = (typeof OXYGEN_PLACES)[number];
/** Whence it is known how much oxygen there was behind a root: it was read, or it is what was predicted. */
export const OXYGEN_BY = ['read', 'reckoned'] as const;
/** Oxygen behind a root when its first arc was struck before the gas was clean, ppm. */
export interface EarlyArc {
  readonly ppm: number;
  readonly by: (typeof OXYGEN_BY)[number];
}
/** What can hardly be of a bead, and is asked about before anything is made of it. */
export const BEAD_DOUBTS = ['too-fast', 'too-slow', 'tack-too-long'] as const;
export type BeadDoubt = (typeof BEAD_DOUBTS)[number];

/** One thing that happened at a joint, as it is logged. */
export type WeldEntry =
  | {
      readonly kind: 'start';
      readonly bead: BeadKind;
      /** 0 for the root. */
      readonly pass: number;
      /** Place in the plan, from 0: of the tacks, or of the runs of all passes. */
      readonly number: number;
      /** mm along the seam. */
      readonly fromMm: number;
      readonly toMm: number;
      readonly amps: number | null;
      /** null: no rod. */
      readonly rod: string | null;
      readonly rodMm: number | null;
      /** Heat or lot of the rod, as it stands on the packet. */
      readonly lot: string;
      /** Which of two people. */
      readonly person: 0 | 1;
      /** Arcs the whole part takes by the plan as it was then; absent: nobody could say. */
      readonly planned?: number | undefined;
      /** Process of the arc; absent: a tungsten arc. */
      readonly process?: Process | undefined;
    }
  | {
      readonly kind: 'stop';
      /** The start it ends. */
      readonly of: string;
      readonly why: StopReason;
      /** How far it came, mm along the seam; null: to its end. */
      readonly toMm: number | null;
    }
  | { readonly kind: 'temperature'; readonly tempC: number; readonly by: (typeof TAKEN_BY)[number] }
  | { readonly kind: 'ferrite'; readonly fn: number; readonly rod: string | null }
  | { readonly kind: 'magnet'; readonly pull: MagnetPull; readonly rod: string | null }
  | {
      readonly kind: 'crack';
      readonly where: CrackPlace;
      readonly when: CrackTime;
      readonly rod: string | null;
      /** mm along the seam, where it was said. */
      readonly atMm: number | null;
    }
  | { readonly kind: 'alarm'; readonly what: Alarm; readonly value: number }
  /** Oxygen as somebody read it off a display. */
  | { readonly kind: 'oxygen'; readonly place: OxygenPlace; readonly ppm: number }
  /** The first arc at a joint was struck before the gas behind it was clean. */
  | ({ readonly kind: 'early-arc' } & EarlyArc)
  /** What could hardly be of a bead was so. */
  | { readonly kind: 'confirmed'; readonly of: string }
  /** A meter was put out of use while it looked at this joint, or at its room. */
  | { readonly kind: 'meter-out'; readonly meter: string; readonly reason: string }
  | { readonly kind: 'note'; readonly text: string };

/** An entry of the log of one joint. */
export interface LoggedWeldEntry {
  readonly id: string;
  /** When it happened, ms since 1970. */
  readonly atMs: number;
  /** Who logged it; null: not known. */
  readonly who: string | null;
  readonly entry: WeldEntry;
}
