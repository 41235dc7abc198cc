import { inject, Injectable } from '@angular/core';
import { RoomWatch } from '../../meters';
import { WeldPlanning } from './weld-planning';
import { PPM_PER_PERCENT } from '../../kit/units';

/** More oxygen than air has is in no room, %; a display that is a little off shows some of it. */
const MOST_ROOM_PERCENT = 25;

/** Logs oxygen somebody read off a display, wherever they type it in. */
@Injectable()
export class LogOxygen {
  private readonly weld = inject(WeldPlanning);
  private readonly rooms = inject(RoomWatch);

  /** Behind the joint looked at. @returns what is wrong with the figure; empty: it was taken */
  inside(ppm: number | null): string {
    const isTaken = ppm !== null && this.weld.note({ kind: 'oxygen', place: 'inside', ppm });
    return isTaken ? '' : 'Not taken: give 0 to 300 000 ppm.';
  }

  /** In the room. @returns what is wrong with the figure; empty: it was taken */
  room(percent: number | null): string {
    if (percent === null || percent < 0 || percent > MOST_ROOM_PERCENT)
      return `Not taken: give 0 to ${MOST_ROOM_PERCENT} %.`;
    this.weld.note({ kind: 'oxygen', place: 'room', ppm: Math.round(PPM_PER_PERCENT * percent) });
    this.rooms.type(PPM_PER_PERCENT * percent);
    return '';
  }
}
