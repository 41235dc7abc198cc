import { computed, inject, Injectable } from '@angular/core';
import { formatLength } from '@variatum/metallurgy';
import { JointStore, PartStore } from '../../job/stores';
import type { PartMark } from '../../part/part-marks';
import { WorkshopStore } from '../../settings/workshop-store';
import { PurgePlanning } from '../../planning';

/** Where a place stands on a run whose length is wanting. */
const MIDDLE = 1 / 2;

/**
 * What shields the back, on the part's own picture: dams, vents and feed, plugs in open ends, tape over joints that are
 * not due.
 */
@Injectable()
export class BackMarks {
  private readonly planning = inject(PurgePlanning);
  private readonly part = inject(PartStore);
  private readonly joints = inject(JointStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');

  readonly marks = computed<readonly PartMark[]>(() => [
    ...this.plugs(),
    ...this.tape(),
    ...this.dams(),
    ...this.vents(),
    ...this.feed(),
  ]);

  private share(piece: string, alongMm: number): number {
    const length = this.part.pieceLength(piece);
    return length ? Math.min(1, alongMm / length) : MIDDLE;
  }

  private dams(): PartMark[] {
    return this.planning.plan().dams.map((dam, index) => ({
      id: `dams ${index}`,
      kind: 'dam',
      piece: dam.piece,
      copy: 0,
      along: this.share(dam.piece, dam.alongMm),
      name: `Dam ${index + 1}`,
      words: formatLength(dam.alongMm, this.unit()),
      movable: true,
    }));
  }

  /** Vents that were placed; none: the one that is proposed. */
  private vents(): PartMark[] {
    const own = this.planning.ownVents();
    const [far, drill] = [this.planning.farEnd(), this.planning.proposed().drill];
    if (own.length === 0)
      return far && drill
        ? [
            {
              id: 'vent',
              kind: 'vent',
              piece: far.piece,
              copy: far.copy,
              along: far.share,
              name: 'Vent',
              words: `vent ${formatLength(drill.mm, this.unit())}`,
              movable: false,
            },
          ]
        : [];
    return this.planning.plan().vents.flatMap((vent, index): PartMark[] =>
      own.includes(vent)
        ? [
            {
              id: `vents ${index}`,
              kind: 'vent',
              piece: vent.piece,
              copy: 0,
              along: this.share(vent.piece, vent.alongMm),
              name: `Vent ${index + 1}`,
              words: formatLength(vent.holeMm, this.unit()),
              movable: true,
            },
          ]
        : [],
    );
  }

  private feed(): PartMark[] {
    const feed = this.planning.feedAt();
    return feed
      ? [
          {
            id: 'feed',
            kind: 'feed',
            piece: feed.piece,
            copy: feed.copy,
            along: feed.share,
            outward: feed.outward,
            name: 'Feed',
            words: 'gas',
            movable: false,
          },
        ]
      : [];
  }

  /** Open ends of the room are plugged: gas goes in and out through what is led through a plug. */
  private plugs(): PartMark[] {
    return (this.planning.room()?.openEnds ?? []).map(({ piece, copy, end }, index) => ({
      id: `plug ${index}`,
      kind: 'plug',
      piece,
      copy,
      along: end === 'start' ? 0 : 1,
      name: '',
      words: '',
      movable: false,
    }));
  }

  /** Joints of the room that are not looked at are taped until their turn comes. */
  private tape(): PartMark[] {
    const shown = this.joints.shown()?.id;
    return (this.planning.room()?.joints ?? []).flatMap((id): PartMark[] => {
      const laid = this.part.layout().joints.find((joint) => joint.id === id);
      const side = laid?.settled.sides.find(({ place }) => 'end' in place);
      if (id === shown || !side || !('end' in side.place)) return [];
      return [
        {
          id: `tape ${id}`,
          kind: 'tape',
          piece: side.piece,
          copy: side.copy,
          along: side.place.end === 'start' ? 0 : 1,
          name: '',
          words: '',
          movable: false,
        },
      ];
    });
  }
}
