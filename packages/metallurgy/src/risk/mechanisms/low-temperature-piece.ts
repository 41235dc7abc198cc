import figures from '../../../data/risks/low-temperature-piece.json';
import { brittleAt, coldOf, NO_COLD } from '../brittle';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import { fromJson } from '../../from-json';
import { told } from '../told';
import { worstPiece } from '../worst-piece';

const BY_FAMILY = fromJson<Readonly<Record<string, number>>>(figures.brittleC.byFamily);
const BY_GRADE = fromJson<Readonly<Record<string, number>>>(figures.brittleC.byGrade);

/** Temperature at which a piece turns brittle, °C; undefined for metal that stays tough. */
const turnsBrittleC = ({ material }: PieceSample): number | undefined =>
  BY_GRADE[material.id] ?? BY_FAMILY[material.family];

function brittle(piece: PieceSample, lowest: number): number {
  const turns = turnsBrittleC(piece);
  return turns === undefined ? 0 : brittleAt(lowest, turns, figures.widthC);
}

/** A piece that is itself too brittle for the cold it works in, whatever the rod. */
export const lowTemperaturePiece: RiskMechanism = {
  id: 'low-temperature-piece',
  title: 'Base metal brittle in cold service',
  scope: 'joint',
  probability(sample) {
    const lowest = coldOf(sample);
    if (lowest === undefined) return 0;
    let worst = 0;
    for (const piece of sample.pieces) worst = Math.max(worst, brittle(piece, lowest));
    return worst;
  },
  explain(sample) {
    const lowest = coldOf(sample);
    if (lowest === undefined) return NO_COLD;
    const worst = worstPiece(sample.pieces, (piece) => brittle(piece, lowest));
    const turns = turnsBrittleC(worst);
    return {
      drivers: [
        {
          name: 'lowest service temperature',
          value: lowest,
          unit: '°C',
          ...(turns === undefined ? {} : { limit: turns }),
        },
      ],
      reason:
        turns === undefined
          ? 'Every piece here stays tough in the cold.'
          : `${worst.material.id} itself turns brittle near ${turns} °C; service reaches ${lowest} °C, whatever ` +
            'the rod.',
      remedy: 'Do not use this metal so cold.',
    };
  },
  ...told(figures),
};
