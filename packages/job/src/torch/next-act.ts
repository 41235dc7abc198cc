import { OVERTIME, PURGE_OFF_BELOW_C, type BeadDoubt, type Hold, type PurgeTrouble } from '@variatum/metallurgy';
import type { InsideGas } from './inside-gas';
import type { RoomAir } from './room-air';

/** A time with its range, minutes; most null: it may never come. */
export interface TimeLeft {
  readonly likely: number;
  readonly range: readonly [number, number | null];
  /** Whether readings say so; else it is what was predicted. */
  readonly measured: boolean;
}

/** What is known of the gas behind the joints. */
export interface GasFacts {
  /** Whether the joints want gas behind them. */
  readonly isWanted: boolean;
  readonly isOn: boolean;
  /** Whether every joint is below its target, by its meter or by the time that was predicted. */
  readonly isReady: boolean;
  /** Whether any joint was clean and rose. */
  readonly hasRisen: boolean;
  /** The joint looked at. */
  readonly inside: InsideGas;
  readonly left: TimeLeft | null;
  /** What the readings show to be wrong; null: nothing. */
  readonly fault: PurgeTrouble | null;
  /** Whether that only makes it take longer. */
  readonly onlySlow: boolean;
}

/** What is known of the metal of the joint looked at. */
export interface MetalFacts {
  /** What a thermometer held against it shows now, °C; null: none is. */
  readonly measuredC: number | null;
  /** That, or what is reckoned, °C; null: neither. */
  readonly nowC: number | null;
  readonly by: 'meter' | 'reckoned' | 'cold';
  /** Limit between passes, °C; null: none. */
  readonly limitC: number | null;
  readonly isCool: boolean;
  /** When it is cool, ms by the clock on the wall; null: nobody can say. */
  readonly readyMs: number | null;
}

/** What cannot be, and has to be asked about before anything is made of it. */
export interface DoubtFacts {
  /** The bead it is about. */
  readonly id: string;
  readonly doubt: BeadDoubt;
  readonly value: number;
}

/** What is done at a joint before it is gone on with: it is held, its tape comes off, its gas is set. */
export interface AtTurn {
  /** What is put on before its first tack; null: nothing, or it is on. */
  readonly hold: Hold | null;
  /** Whether its tape comes off. */
  readonly isTaped: boolean;
  /** What the gas behind it is set to, L/min; null: it stays. */
  readonly flowLpm: number | null;
}

/** A joint whose turn it is. */
export interface TurnFacts extends AtTurn {
  readonly number: number;
  readonly bead: 'tack' | 'run';
}

/** What the metal asks for once the last arc is out. */
export interface Afterwards {
  /** Below what its hold comes off, °C; null: nothing holds it. */
  readonly releaseBelowC: number | null;
  /** Heat it is brought to; null: none. */
  readonly heat: { readonly grade: string; readonly lowC: number; readonly highC: number } | null;
}

/** All that the torch decides on. */
export interface TorchFacts {
  readonly room: RoomAir;
  /** Seconds the arc has burned, and what it takes by the plan; null: it does not burn. */
  readonly burning: { readonly burnsS: number; readonly plannedS: number | null } | null;
  readonly doubt: DoubtFacts | null;
  readonly gas: GasFacts;
  readonly metal: MetalFacts | null;
  /** Whether the metal is to be kept above its limit, not below it. */
  readonly isHeldWarm: boolean;
  /** Whether the bead laid last is peened while it is hot. */
  readonly isPeened: boolean;
  readonly next: { readonly isRun: boolean; readonly restS: number; readonly limitHolds: boolean } | null;
  readonly isDone: boolean;
  /** When the last arc went out, ms by the clock on the wall; null: none burned. */
  readonly lastEndMs: number | null;
  /** Number of another joint that can be welded now; null: none. */
  readonly free: number | null;
  /** Another joint the plan goes on at, by its number; null: it goes on here, or somebody wants to stay here. */
  readonly turn: TurnFacts | null;
  /** What is done at this joint first; null: nothing. */
  readonly here: AtTurn | null;
  /** What follows once all is welded. */
  readonly afterwards: Afterwards;
}

/** What a press does. */
export type TorchPress = 'arc-on' | 'arc-out' | 'gas-on' | 'next-joint' | 'was-so' | 'am-back' | null;

/** What is to be done, as a code with its figures: words are made of it elsewhere. */
export type TorchAct = { readonly press: TorchPress } & (
  | { readonly code: 'leave-room'; readonly percent: number | null }
  | { readonly code: 'outside'; readonly percent: number | null }
  | { readonly code: 'room-lost' }
  | { readonly code: 'oxygen-rises'; readonly ppm: number | null; readonly arcBurns: boolean }
  | { readonly code: 'signal-lost'; readonly lastPpm: number | null }
  | { readonly code: 'burning'; readonly burnsS: number; readonly plannedS: number | null; readonly isOver: boolean }
  | { readonly code: 'doubt'; readonly about: DoubtFacts }
  | ({ readonly code: 'joint-in-turn' } & TurnFacts)
  | ({ readonly code: 'done'; readonly gasOffBelowC: number | null } & Afterwards)
  | { readonly code: 'other' }
  | { readonly code: 'gas-on' }
  | { readonly code: 'gas-fault'; readonly fault: PurgeTrouble }
  | { readonly code: 'gas-runs'; readonly ppm: number | null; readonly lost: boolean }
  | { readonly code: 'gas-late'; readonly ppm: number | null; readonly lost: boolean }
  | {
      readonly code: 'gas-wait';
      readonly ppm: number | null;
      readonly lost: boolean;
      readonly left: TimeLeft;
      readonly fault: PurgeTrouble | null;
    }
  | { readonly code: 'warm'; readonly measuredC: number; readonly limitC: number }
  | {
      readonly code: 'cool';
      readonly nowC: number | null;
      readonly isReckoned: boolean;
      readonly limitC: number | null;
      readonly leftS: number | null;
      readonly isPeened: boolean;
      readonly free: number | null;
    }
  | { readonly code: 'rest'; readonly leftS: number }
  | ({ readonly code: 'ready' } & AtTurn)
);

/** All stays as it is. */
const NO_CHANGE: AtTurn = { hold: null, isTaped: false, flowLpm: null };

/** How loud an act is: what calls by sound, what stands large, what is said. */
export type TorchState = 'alarm' | 'lost' | 'burning' | 'ask' | 'gas' | 'cool' | 'rest' | 'other' | 'ready' | 'done';

const STATES: Readonly<Record<TorchAct['code'], TorchState>> = {
  'leave-room': 'alarm',
  outside: 'other',
  'room-lost': 'lost',
  'oxygen-rises': 'alarm',
  'signal-lost': 'lost',
  burning: 'burning',
  doubt: 'ask',
  'joint-in-turn': 'other',
  done: 'done',
  other: 'other',
  'gas-on': 'gas',
  'gas-fault': 'gas',
  'gas-runs': 'gas',
  'gas-late': 'gas',
  'gas-wait': 'gas',
  warm: 'cool',
  cool: 'cool',
  rest: 'rest',
  ready: 'ready',
};

/** How loud an act is. */
export const stateOf = ({ code }: Pick<TorchAct, 'code'>): TorchState => STATES[code];

/** Less than this is no time to be counted down, minutes. */
export const SOON_MINUTES = 0.05;

function whileItBurns({ burnsS, plannedS }: NonNullable<TorchFacts['burning']>, { gas, room }: TorchFacts): TorchAct {
  const press = 'arc-out';
  if (gas.hasRisen) return { code: 'oxygen-rises', ppm: gas.inside.ppm, arcBurns: true, press };
  if (room.state === 'lost') return { code: 'room-lost', press };
  if (gas.isWanted && gas.isOn && gas.inside.state === 'lost')
    return { code: 'signal-lost', lastPpm: gas.inside.lastPpm, press };
  return { code: 'burning', burnsS, plannedS, isOver: plannedS !== null && burnsS > OVERTIME * plannedS, press };
}

/** What the gas asks for before the arc; null: nothing. */
function beforeTheArc({ isWanted, isOn, isReady, hasRisen, inside, left, fault, onlySlow }: GasFacts): TorchAct | null {
  if (!isWanted) return null;
  const press = null;
  const [ppm, lost] = [inside.ppm, inside.state === 'lost'];
  if (hasRisen) return { code: 'oxygen-rises', ppm, arcBurns: false, press };
  if (!isOn) return { code: 'gas-on', press: 'gas-on' };
  if (isReady) return null;
  if (fault !== null && !onlySlow && inside.state === 'waiting') return { code: 'gas-fault', fault, press };
  if (!left) return { code: 'gas-runs', ppm, lost, press };
  if (left.measured && left.likely < SOON_MINUTES) return { code: 'gas-late', ppm, lost, press };
  return { code: 'gas-wait', ppm, lost, left, fault, press };
}

/** What the metal asks for before the arc; null: nothing. */
function ofTheMetal(facts: TorchFacts, nowMs: number): TorchAct | null {
  const { metal, next, isHeldWarm, free } = facts;
  if (!metal || !next) return null;
  const { measuredC, limitC, nowC, by, isCool, readyMs } = metal;
  const isTooCold = isHeldWarm && next.isRun && measuredC !== null && limitC !== null && measuredC < limitC;
  if (isTooCold) return { code: 'warm', measuredC, limitC, press: null };
  if (isCool || isHeldWarm || !next.limitHolds) return null;
  const leftS = readyMs === null ? null : Math.max(0, (readyMs - nowMs) / 1000);
  return {
    code: 'cool',
    nowC,
    isReckoned: by === 'reckoned',
    limitC,
    leftS,
    isPeened: facts.isPeened,
    free,
    press: null,
  };
}

/**
 * The one thing to do at the torch just now: the room first, then what burns, then what is asked, then the joint whose
 * turn it is, then its gas, its heat and its next bead.
 * @param nowMs by the clock on the wall, as arcs and waits are logged, ms
 */
export function nextAct(facts: TorchFacts, nowMs: number): TorchAct {
  const { room, burning, doubt, gas, metal, next } = facts;
  if (room.state === 'short') return { code: 'leave-room', percent: room.percent, press: burning ? 'arc-out' : null };
  if (room.state === 'left') return { code: 'outside', percent: room.percent, press: 'am-back' };
  if (burning) return whileItBurns(burning, facts);
  if (doubt) return { code: 'doubt', about: doubt, press: 'was-so' };
  if (facts.turn && !(gas.isWanted && gas.hasRisen))
    return { code: 'joint-in-turn', ...facts.turn, press: 'next-joint' };
  if (facts.isDone) {
    const isCold = metal?.nowC !== null && metal?.nowC !== undefined && metal.nowC < PURGE_OFF_BELOW_C;
    const gasOffBelowC = gas.isOn && !isCold ? PURGE_OFF_BELOW_C : null;
    return { code: 'done', gasOffBelowC, ...facts.afterwards, press: null };
  }
  if (!next) return { code: 'other', press: null };
  const waits = beforeTheArc(gas) ?? ofTheMetal(facts, nowMs);
  if (waits) return waits;
  const restS = facts.lastEndMs === null ? 0 : next.restS - (nowMs - facts.lastEndMs) / 1000;
  if (restS > 0) return { code: 'rest', leftS: restS, press: null };
  return { code: 'ready', ...(facts.here ?? NO_CHANGE), press: 'arc-on' };
}
