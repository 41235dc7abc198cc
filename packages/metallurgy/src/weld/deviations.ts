import data from '../../data/weld.json';
import { power } from '../arithmetic';
import type { FollowedStep } from './weld-steps';
import type { LaidBead, PassLog } from './pass-log';

/** What a bead did otherwise than planned touches. */
export const TOUCHED = ['ferrite', 'tint', 'interpass', 'pull', 'root', 'record'] as const;
export type Touched = (typeof TOUCHED)[number];

/** What was planned of a joint. */
export interface PlannedWeld {
  readonly steps: readonly FollowedStep[];
  /** Lowest, set, highest current of each pass, A. */
  readonly amps: (pass: number, tack: boolean) => readonly [number, number, number] | null;
  readonly travelMmPerS: number;
  /** Rod that was decided; null: none. */
  readonly rod: string | null | undefined;
  readonly rodMm: number | null;
  readonly interpassC: number | null;
  /** Whether that limit is a lowest one: martensitic metal is held warm. */
  readonly held: boolean;
}

/** Lowest, set and highest current of a tack, A. */
export const tackCurrent = (amps: number): readonly [number, number, number] => [
  data.tackAmps.low * amps,
  amps,
  data.tackAmps.high * amps,
];

/** One thing that went otherwise than planned. */
export interface Deviation {
  readonly bead: string;
  readonly touches: Touched;
  readonly words: string;
  /** Heat laid against what was planned, as a ratio; null where the deviation is none of heat. */
  readonly heatRatio: number | null;
}

const near = (value: number, planned: number, share: number): boolean => Math.abs(value - planned) <= share * planned;
const times = (ratio: number): string =>
  ratio >= 1 ? `${Math.round(100 * (ratio - 1))} % more` : `${Math.round(100 * (1 - ratio))} % less`;
const nameOf = ({ bead, number, pass }: LaidBead): string =>
  bead === 'tack'
    ? `Tack ${number + 1}`
    : bead === 'repair'
      ? 'The repair'
      : `Run ${number + 1}${pass > 0 ? `, pass ${pass + 1}` : ''}`;

/** Dilution after heat was laid otherwise than planned: melted base metal follows the heat, the rod's area stays. */
export function dilutionAfter(dilution: number, heatRatio: number): number {
  const melted = dilution * power(heatRatio, data.meltedByHeat.power);
  return melted / (melted + 1 - dilution);
}

/** What a bead's current, travel and heat did otherwise than planned. */
function ofHeat(bead: LaidBead, planned: PlannedWeld): readonly Deviation[] {
  const amps = planned.amps(bead.pass, bead.bead === 'tack');
  const current =
    amps &&
    bead.amps !== null &&
    (bead.amps < amps[0] * (1 - data.amps.far) || bead.amps > amps[2] * (1 + data.amps.far));
  const travel = bead.travelMmPerS !== null && !near(bead.travelMmPerS, planned.travelMmPerS, data.travel.far);
  if (!current && !travel) return [];
  const ratio =
    (amps && bead.amps !== null ? bead.amps / amps[1] : 1) *
    (bead.travelMmPerS === null ? 1 : planned.travelMmPerS / bead.travelMmPerS);
  const how = [
    current && amps ? `${bead.amps} A instead of ${amps[0]} to ${amps[2]}` : '',
    travel && bead.travelMmPerS !== null
      ? `${bead.travelMmPerS.toFixed(1)} mm/s instead of ${planned.travelMmPerS}`
      : '',
  ]
    .filter(Boolean)
    .join(' and ');
  const what = bead.bead === 'tack' ? '' : `, ${times(ratio)} heat for each millimetre`;
  const said = `${nameOf(bead)}: ${how}${what}.`;
  const of = (touches: Touched, words: string): Deviation => ({ bead: bead.id, touches, words, heatRatio: ratio });
  const more = ratio > 1;
  return bead.bead === 'tack'
    ? [of('record', said)]
    : [
        of('ferrite', `${said} ${more ? 'More base metal in the bead' : 'Less base metal in the bead'}.`),
        of('tint', more ? 'Colours reach farther from the bead.' : 'Colours stay nearer to the bead.'),
        of('pull', more ? 'It draws more.' : 'It draws less.'),
        ...(more ? [] : [of('root', 'Look whether the root is melted through.')]),
      ];
}

function ofRod(bead: LaidBead, { rod, rodMm }: PlannedWeld): readonly Deviation[] {
  if (rod === undefined || bead.bead === 'tack') return [];
  const name = (id: string | null): string => id ?? 'no rod';
  if (bead.rod !== rod)
    return [
      {
        bead: bead.id,
        touches: 'ferrite',
        words: `${nameOf(bead)}: ${name(bead.rod)} instead of ${name(rod)}.`,
        heatRatio: null,
      },
    ];
  if (bead.rodMm !== null && rodMm !== null && Math.abs(bead.rodMm - rodMm) > 0.3)
    return [
      {
        bead: bead.id,
        touches: 'ferrite',
        words:
          `${nameOf(bead)}: a rod of ${bead.rodMm} mm instead of ${rodMm}: ` +
          `${bead.rodMm > rodMm ? 'more rod, less base metal' : 'less rod, more base metal'}.`,
        heatRatio: null,
      },
    ];
  return [];
}

function ofInterpass(bead: LaidBead, { interpassC, held }: PlannedWeld): readonly Deviation[] {
  if (interpassC === null || bead.beforeC === null || bead.bead === 'tack') return [];
  const { over } = data.interpass;
  const over_ = held ? interpassC - bead.beforeC : bead.beforeC - interpassC;
  if (over_ <= over) return [];
  return [
    {
      bead: bead.id,
      touches: 'interpass',
      words: held
        ? `${nameOf(bead)}: begun at ${Math.round(bead.beforeC)} °C, below the ${interpassC} °C it is to be held ` +
          'at: hard metal under the bead.'
        : `${nameOf(bead)}: begun at ${Math.round(bead.beforeC)} °C, over the ${interpassC} °C between passes: ` +
          'wider colour, more time where carbides and hot cracks form.',
      heatRatio: null,
    },
  ];
}

/** Runs that were made before others that were to come first. */
function ofOrder({ beads }: Pick<PassLog, 'beads'>, { steps }: PlannedWeld): readonly Deviation[] {
  const runs = beads.filter(({ bead }) => bead === 'run');
  return runs.flatMap((bead, at): Deviation[] => {
    const earlier = steps.filter(
      (step) =>
        step.bead === 'run' && step.pass === bead.pass && step.number < bead.number && step.person === bead.person,
    );
    const before = runs.slice(0, at);
    const left = earlier.filter(
      (step) => !before.some(({ number, pass }) => number === step.number && pass === step.pass),
    );
    if (left.length === 0) return [];
    return [
      {
        bead: bead.id,
        touches: 'pull',
        heatRatio: null,
        words:
          `${nameOf(bead)} came before run ${left.map(({ number }) => number + 1).join(', ')}: the seam draws to ` +
          'another side.',
      },
    ];
  });
}

/** All that went otherwise than planned, in the order of the beads. */
export function deviationsOf(log: Pick<PassLog, 'beads'>, planned: PlannedWeld): readonly Deviation[] {
  const order = new Map(log.beads.map(({ id }, index) => [id, index]));
  const ended = log.beads.filter(({ endMs }) => endMs !== null);
  return [
    ...ended.flatMap((bead) => [...ofHeat(bead, planned), ...ofRod(bead, planned), ...ofInterpass(bead, planned)]),
    ...ofOrder(log, planned),
  ].sort((one, other) => (order.get(one.bead) ?? 0) - (order.get(other.bead) ?? 0));
}
