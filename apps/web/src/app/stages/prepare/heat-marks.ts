import { computed, inject, Injectable } from '@angular/core';
import type { TintBand, WeldHeat } from '@variatum/metallurgy';
import { PartStore } from '../../job/stores';
import type { PartMark } from '../../part/part-marks';
import { ChillBars, OrderPlanning } from '../../planning';
import { heatColour, TINT_COLOURS } from './heat-colours';
import { HeatPlay } from './heat-play';

/** Colours of chill bars. */
const BAR_COLOURS = { copper: '#b8764a', aluminium: '#c3c6ca', stainless: '#9aa1aa' } as const;

/** Colder bands are not drawn, °C. */
const SEEN_C = 45;

/** Mean temperature of each row at a picture of the film; of the hottest each place was without one. */
function rowMeans({ film, peakC, alongCount, rowCount }: WeldHeat, frame: number | null): readonly number[] {
  const from = frame === null ? 0 : frame * film.cells;
  const map = frame === null ? peakC : film.temperatures;
  return Array.from({ length: rowCount }, (_, row) => {
    let sum = 0;
    for (let place = 0; place < alongCount; place++) sum += map[from + row * alongCount + place] as number;
    return sum / alongCount;
  });
}

/** Colours that are left beside the seam, as bands of the piece they are on. */
function tintMarks(
  bands: readonly TintBand[],
  {
    piece,
    copy,
    side,
    share,
  }: Pick<PartMark, 'piece' | 'copy'> & { readonly side: number; readonly share: (mm: number) => number },
): readonly PartMark[] {
  return bands.map(({ tint, fromMm, toMm }): PartMark => ({
    id: `tint ${side} ${tint}`,
    kind: 'heat',
    piece,
    copy,
    along: share(fromMm),
    name: '',
    words: '',
    movable: false,
    band: { to: share(toMm), colour: TINT_COLOURS[tint] ?? '#777' },
  }));
}

/**
 * Heat on the part's own picture: each run that ends in the joint looked at is banded as hot as it is at the moment
 * shown, or in the colours that are left.
 */
@Injectable()
export class HeatMarks {
  private readonly planning = inject(OrderPlanning);
  private readonly bars = inject(ChillBars);
  private readonly play = inject(HeatPlay);
  private readonly part = inject(PartStore);

  readonly marks = computed<readonly PartMark[]>(() => {
    const heat = this.planning.heat().answer;
    const laid = this.planning.laid();
    if (!heat || !laid) return [];
    const means = rowMeans(heat, this.play.frame());
    return laid.settled.sides.slice(0, 2).flatMap(({ piece, copy, place }, side): PartMark[] => {
      const body = this.part.layout().pieces.find((one) => one.id === piece && one.copy === copy)?.placed.body;
      if (!body || !('end' in place) || (body.kind !== 'round' && body.kind !== 'bent')) return [];
      const share = (mm: number): number => {
        const along = Math.min(1, Math.abs(mm) / body.length);
        return place.end === 'start' ? along : 1 - along;
      };
      const bars = this.bars.all().flatMap((bar, index): PartMark[] =>
        bar.side === side
          ? [
              {
                id: `bar ${index}`,
                kind: 'bar',
                piece,
                copy,
                along: share(bar.distanceMm),
                name: '',
                words: '',
                movable: false,
                band: { to: share(bar.distanceMm + bar.widthMm), colour: BAR_COLOURS[bar.metal] },
              },
            ]
          : [],
      );
      const layer = this.play.layer();
      const settledSide = heat.sides[side as 0 | 1];
      if (layer === 'outside' || layer === 'inside')
        return [...tintMarks(settledSide[layer], { piece, copy, side, share }), ...bars];
      const bands = means.flatMap((mean, row): PartMark[] => {
        const [at, half] = [heat.acrossMm[row] as number, (heat.widthMm[row] as number) / 2];
        if (mean < SEEN_C || at < 0 !== (side === 0)) return [];
        return [
          {
            id: `heat ${side} ${row}`,
            kind: 'heat',
            piece,
            copy,
            along: share(at - half),
            name: '',
            words: '',
            movable: false,
            band: { to: share(at + half), colour: heatColour(mean) },
          },
        ];
      });
      return [...bands, ...bars];
    });
  });
}
