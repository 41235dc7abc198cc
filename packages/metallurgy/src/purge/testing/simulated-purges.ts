import { exp, ln } from '../../arithmetic';
import { SeededRandom } from '../../chance';
import { oxygenReadings, type OxygenScenario } from '../../instrument';
import { purgeFit, type PurgeFitAnswer, type PurgeFitQuestion } from '../purge-fit';
import { minutesTo } from '../tanks-in-series';

/** A purge that was made up, what is told of it, and what the fit said at some moment. */
export interface SimulatedPurge {
  readonly scenario: OxygenScenario;
  readonly question: PurgeFitQuestion;
  readonly answer: PurgeFitAnswer;
  /** Minutes it really took still; null: it never comes down. */
  readonly minutesLeft: number | null;
}

const TARGET_PPM = 100;
const MOST_READINGS = 600;

/**
 * A purge with random volume, mixing, leak and lag, around what somebody described.
 * @param leaks whether its leak matters
 */
export function randomScenario(
  random: SeededRandom,
  leaks: boolean,
): { readonly scenario: OxygenScenario; readonly describedL: number; readonly flowLpm: number } {
  const between = (low: number, high: number): number => low * exp(random.next() * ln(high / low));
  const describedL = between(2, 60);
  const flowLpm = between(4, 14);
  // What is described is off by some, and some of the flow runs straight through.
  const volumeL = (describedL * between(0.8, 1.3)) / between(0.75, 1);
  const gasPpm = between(4, 25);
  const leakLpm = leaks ? (flowLpm * between(1.5 * TARGET_PPM, 20 * TARGET_PPM)) / 209_000 : between(0.00005, 0.0008);
  return {
    describedL,
    flowLpm,
    scenario: {
      space: { volumeL, flowLpm, leakLpm, gasPpm, tanks: between(1.02, 4) },
      meter: { lagS: between(5, 30), noisePercent: between(1, 4), driftPercent: 4 * random.next() - 2, dropout: 0.02 },
    },
  };
}

/** Reads a simulated purge up to a moment and asks the fit. @param untilS seconds after gas was turned on */
export function readUntil(made: ReturnType<typeof randomScenario>, untilS: number, seed: number): SimulatedPurge {
  const { scenario, describedL, flowLpm } = made;
  const every = Math.max(1, untilS / MOST_READINGS);
  const moments = Array.from({ length: Math.floor(untilS / every) }, (_, index) => (index + 1) * every);
  const trace = oxygenReadings(scenario, seed, moments).flatMap(({ seconds, ppm }) =>
    ppm === null ? [] : [{ seconds, ppm }],
  );
  const question: PurgeFitQuestion = {
    planned: { space: { volumeL: describedL }, flowLpm, targetPpm: TARGET_PPM },
    trace,
    targetPpm: TARGET_PPM,
  };
  const whole = minutesTo(scenario.space, TARGET_PPM);
  return {
    scenario,
    question,
    answer: purgeFit(question, seed),
    minutesLeft: whole === null ? null : Math.max(0, whole - untilS / 60),
  };
}

/** How the fit did on simulated purges. */
export interface FitRecord {
  readonly purges: number;
  /** Share of those without a leak whose whole time, from half-way on, is told within a fifth of what is left. */
  readonly withinFifth: number;
  /** Share of true times left within the 90 % range. */
  readonly covered: number;
  /** Share of leaks that matter that are named so, and of slow mixing that is not. */
  readonly leaksTold: number;
  readonly mixingTold: number;
}

/**
 * Tries the fit on random purges: half of them leak too much to come down.
 * @param share of the whole time that has passed
 */
export function tryFit(purges: number, share: number, seed: number): FitRecord {
  const random = new SeededRandom(seed);
  const count = { fifth: 0, covered: 0, clean: 0, leaks: 0, told: 0, mixing: 0 };
  for (let number = 0; number < purges; number++) {
    const leaks = number % 2 === 1;
    const made = randomScenario(random, leaks);
    const clean = minutesTo({ ...made.scenario.space, leakLpm: 0 }, TARGET_PPM) ?? 0;
    const { answer, minutesLeft } = readUntil(made, 60 * clean * (leaks ? 1.5 : share), 1000 + number);
    if (leaks) {
      count.leaks++;
      if (answer.fault === 'leak') count.told++;
      continue;
    }
    count.clean++;
    if (answer.fault !== 'leak') count.mixing++;
    if (minutesLeft === null || answer.minutesLeft === null) continue;
    const { median, range90 } = answer.minutesLeft;
    if (Math.abs(median - minutesLeft) <= 0.2 * minutesLeft) count.fifth++;
    if (minutesLeft >= range90[0] && minutesLeft <= (range90[1] ?? Infinity)) count.covered++;
  }
  return {
    purges,
    withinFifth: count.fifth / count.clean,
    covered: count.covered / count.clean,
    leaksTold: count.told / count.leaks,
    mixingTold: count.mixing / count.clean,
  };
}
