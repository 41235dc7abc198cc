import type { AtTurn, DoubtFacts, TorchAct, TorchPress } from '@variatum/job';
import { TROUBLE_SHORT, type Hold } from '@variatum/metallurgy';
import { clockRange, clockWords, minutesWords, ppmWords } from './doing-words';
import type { WeldFigures } from './weld-figures';

/** What the torch view says: what to do in a word or two, and what it is about. */
export interface TorchSaid {
  readonly what: string;
  readonly about: string;
  /** What a press does; empty: nothing. */
  readonly press: string;
  /** What is spoken when it begins: no figure that runs on, so that it is said once. */
  readonly spoken: string;
}

const PRESSES: Readonly<Record<Exclude<TorchPress, null>, string>> = {
  'arc-on': 'Arc on',
  'arc-out': 'Arc out',
  'gas-on': 'Gas is on',
  'next-joint': 'Next joint',
  'was-so': 'It was so',
  'am-back': 'I am back',
};

const seen = (ppm: number | null, lost: boolean): string =>
  ppm === null ? (lost ? 'meter silent' : 'no reading') : `${ppmWords(ppm)} ppm`;
const inRoom = (percent: number | null): string =>
  `Oxygen in the room${percent === null ? '' : ` ${percent.toFixed(1)} %`}`;
const elsewhere = (free: number | null): string => (free === null ? '' : `Joint ${free} can be welded now.`);
const joined = (...parts: readonly string[]): string => parts.filter(Boolean).join(' ');

/** What can hardly be of a bead, as a question. */
export function doubtWords({ doubt, value }: Omit<DoubtFacts, 'id'>, { travelOf, travel }: WeldFigures): string {
  if (doubt === 'tack-too-long')
    return `A tack of ${Math.round(value)} s? An arc out that was not pressed, most likely.`;
  const shown = `${travelOf(value)} ${travel}`;
  return doubt === 'too-fast'
    ? `${shown}? Nobody moves so fast: the arc burned longer, or the bead is shorter.`
    : `${shown}? Nobody moves so slowly: the arc was out sooner, or the bead is longer.`;
}

const HELD: Readonly<Partial<Record<Hold, string>>> = {
  clamped: 'Clamp it down first.',
  strongback: 'Strongback on first.',
};

/** What is done first: it is held, tape off, flow up for a poor fit or down again. */
const atTurn = ({ hold, isTaped, flowLpm }: AtTurn, { flow }: Pick<WeldFigures, 'flow'>): string =>
  joined(
    hold === null ? '' : (HELD[hold] ?? ''),
    isTaped ? 'Take its tape off first.' : '',
    flowLpm === null ? '' : `Gas inside to ${flow(flowLpm)}.`,
  );

type Parts = Omit<TorchSaid, 'press' | 'spoken'> & { readonly spoken?: string };

function parts(act: TorchAct, name: string, figures: WeldFigures): Parts {
  const { warmth } = figures;
  switch (act.code) {
    case 'leave-room':
      return {
        what: 'Leave the room',
        about: `${inRoom(act.percent)}. Gas off, air in.`,
        spoken: 'Leave the room. Too little oxygen.',
      };
    case 'outside':
      return { what: 'Stay outside', about: `${inRoom(act.percent)}. Nobody goes in before it is aired.` };
    case 'room-lost':
      return {
        what: 'Meter silent',
        about: 'The meter of the room says nothing. Stop, and look at it.',
        spoken: 'The meter of the room is silent.',
      };
    case 'oxygen-rises': {
      const shown = act.ppm === null ? 'Meter silent' : `${ppmWords(act.ppm)} ppm`;
      const advice = act.arcBurns ? 'Stop, look for tape and hose.' : 'Look for tape and hose before the arc.';
      return { what: 'Oxygen rises', about: `${shown}. ${advice}`, spoken: `Oxygen rises inside. ${advice}` };
    }
    case 'signal-lost': {
      const shown = act.lastPpm === null ? '' : ` It showed ${ppmWords(act.lastPpm)} ppm last.`;
      return {
        what: 'Signal lost',
        about: `The meter inside is silent.${shown} Gas stays on; what was predicted holds.`,
        spoken: 'The signal of the meter inside is lost.',
      };
    }
    case 'burning': {
      const planned = act.plannedS ? `, about ${minutesWords(act.plannedS / 60)}` : '';
      const about = `${name}${planned}${act.isOver ? '. Arc out already?' : ''}`;
      return { what: clockWords(act.burnsS), about, spoken: `Arc on, ${about}` };
    }
    case 'doubt':
      return { what: 'Can that be?', about: doubtWords(act.about, figures) };
    case 'joint-in-turn': {
      const what = `Joint ${act.number}`;
      const next = act.bead === 'tack' ? 'It is tacked next.' : 'It is welded next.';
      return { what, about: joined(next, atTurn(act, figures)) };
    }
    case 'done': {
      const stays =
        act.gasOffBelowC === null ? '' : `Gas stays on until the metal is below ${warmth(act.gasOffBelowC)}.`;
      const { releaseBelowC, heat } = act;
      const release =
        releaseBelowC === null ? '' : `What holds it stays on until it is below ${warmth(releaseBelowC)}.`;
      const after = heat === null ? '' : `Then ${heat.grade} at ${warmth(heat.lowC)} to ${warmth(heat.highC)}.`;
      return { what: 'Done', about: joined('Every step of the plan is welded.', stays, after, release) };
    }
    case 'other':
      return { what: 'Wait', about: 'The other one is at this pass still.' };
    case 'gas-on':
      return { what: 'Gas on', about: 'Turn the gas on behind the joint; the clock starts.' };
    case 'gas-fault':
      return { what: 'Look', about: TROUBLE_SHORT[act.fault] };
    case 'gas-runs':
      return {
        what: 'Gas runs',
        about: `${seen(act.ppm, act.lost)}. Wait until it is clean.`,
        spoken: 'Gas runs, wait.',
      };
    case 'gas-late':
      return {
        what: 'Wait',
        about: `${seen(act.ppm, act.lost)}. Most likely clean inside; the meter follows late.`,
        spoken: 'Wait, most likely clean inside.',
      };
    case 'gas-wait': {
      const [least, most] = act.left.range;
      const range = clockRange(60 * least, most && 60 * most);
      const trouble = act.fault ? ` ${TROUBLE_SHORT[act.fault]}` : '';
      const by = act.left.measured ? '' : ', as predicted';
      return {
        what: clockWords(60 * act.left.likely),
        about: `${seen(act.ppm, act.lost)}. Clean in ${range}${by}.${trouble}`,
        spoken: `Gas runs, wait.${trouble}`,
      };
    }
    case 'warm':
      return {
        what: 'Warm it',
        about: `${warmth(act.measuredC)}, at least ${warmth(act.limitC)}. This metal cracks cold.`,
        spoken: `Warm it to ${warmth(act.limitC)} at least.`,
      };
    case 'cool': {
      const now = act.nowC === null ? '' : `${warmth(act.nowC)}${act.isReckoned ? ' reckoned' : ''}, `;
      const limit = act.limitC === null ? 'none' : warmth(act.limitC);
      return {
        what: act.leftS === null ? 'Cool' : clockWords(act.leftS),
        about: joined(act.isPeened ? 'Peen it now.' : '', `${now}limit ${limit}.`, elsewhere(act.free)),
        spoken: joined(act.isPeened ? 'Peen it now.' : '', `Let it cool to ${limit}.`, elsewhere(act.free)),
      };
    }
    case 'rest':
      return { what: clockWords(act.leftS), about: `Rest before ${name}.`, spoken: `Rest before ${name}.` };
    case 'ready':
      return { what: 'Weld', about: [name, atTurn(act, figures)].filter(Boolean).join('. ') };
  }
}

/**
 * An act at the torch in words.
 * @param name of the bead that burns or is next: `run 3 of 8, pass 2`
 * @param figures of a weld in the units of a workshop's own
 */
export function torchWords(act: TorchAct, name: string, figures: WeldFigures): TorchSaid {
  const { what, about, spoken } = parts(act, name, figures);
  const press = act.press === null ? '' : PRESSES[act.press];
  return { what, about, press, spoken: spoken ?? `${what}. ${about}` };
}
