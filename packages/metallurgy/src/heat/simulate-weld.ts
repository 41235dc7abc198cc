import data from '../../data/heat.json';
import thermal from '../../data/thermal.json';
import { ArcFootprint } from './arc-source';
import { enthalpyTable } from './enthalpy-table';
import { HeatField, type HeatBalance } from './heat-field';
import { HeatFilm, type HeatFrames } from './heat-film';
import { shellGrid, FINENESS, type Fineness, type Shell, type ShellGrid } from './shell';
import { chillSink, type ChillBar } from './chill-bar';
import { GasCover, type GasCoverOfTorch } from './gas-cover';
import { meanUnder, spanOf, temperatureAt } from './span';
import { arcOfPass, feltStretch, metalLimit, type RunRecord, type WeldPlan } from './weld-plan';

/** A seam, what welds it in which order, and what takes heat from it. */
export interface WeldQuestion {
  readonly shell: Shell;
  readonly plan: WeldPlan;
  readonly startC: number;
  readonly ambientC: number;
  /** Clean metal shines less heat away than scaled metal. */
  readonly surface: 'bright' | 'tinted' | 'scaled';
  /** Whether no heat leaves its surfaces: for checks against closed forms. */
  readonly insulated?: boolean | undefined;
  readonly bars: readonly ChillBar[];
  readonly cover: GasCoverOfTorch;
  /** Temperatures whose seconds are counted, for each side, °C. */
  readonly windows: readonly [readonly [number, number], readonly [number, number]];
  /** How long it is watched after the last arc, s; it ends sooner when all is below `restC` of the data. */
  readonly watchS: number;
  readonly fineness?: Fineness | undefined;
  /** Longest step while an arc burns, s; left out: as the data say. */
  readonly arcStepS?: number | undefined;
  /** How many pictures are kept at most; 0: none. */
  readonly frames?: number | undefined;
  /** Places watched all the time: a seal, a gasket, a machined seat, a thermocouple. */
  readonly probes?: readonly Probe[] | undefined;
}

/** A place on the shell. */
export interface Probe {
  readonly alongMm: number;
  /** mm from the seam; negative on the first side. */
  readonly acrossMm: number;
}

/** What happened to the metal. Maps hold a figure for each cell of the grid. */
export interface WeldHistory {
  readonly grid: ShellGrid;
  readonly runs: readonly RunRecord[];
  /** End of the last arc, s. */
  readonly weldedS: number;
  /** When watching ended, s. */
  readonly watchedS: number;
  /** Temperatures when watching ended, °C. */
  readonly endC: Float64Array;
  readonly peakC: Float64Array;
  /** Hottest while no torch gas covered it, °C: what colours the outside. */
  readonly bareC: Float64Array;
  readonly secondsWithin: Float64Array;
  readonly film: HeatFrames;
  /** Hottest mean of the metal a run of a later pass was about to cover, °C; null with a single pass. */
  readonly peakInterpassC: number | null;
  /** Warmest each chill bar became, °C. */
  readonly barPeakC: readonly number[];
  /** Temperature of each probe after every step, °C, at the moments of `probeSeconds`. */
  readonly probed: readonly (readonly number[])[];
  readonly probeSeconds: readonly number[];
  readonly balance: HeatBalance;
  readonly steps: number;
}

/** Told now and then while it runs. @returns false to stop it */
export type Watcher = (progress: { readonly seconds: number; readonly runsDone: number }) => boolean;

/** Thrown where a watcher stops a simulation. */
export class SimulationStopped extends Error {
  constructor() {
    super('the simulation was stopped');
    this.name = 'SimulationStopped';
  }
}

/** A torch on its way through its runs. */
interface Torch {
  readonly queue: number[];
  /** Run under way, or -1. */
  run: number;
  atMm: number;
  /** When it may start its next run at the soonest, s. */
  readyS: number;
  startedS: number;
}

/** Told every so many steps. */
const TOLD_EVERY = 20;
/** No plan waits longer than this for its metal, s: a limit below the air would never be met. */
const MOST_WAIT_S = 7200;

/** Runs a welding plan in time. */
class WeldRun {
  private readonly grid: ShellGrid;
  private readonly field: HeatField;
  private readonly footprint: ArcFootprint;
  private readonly cover: GasCover;
  private readonly film: HeatFilm;
  private readonly torches: Torch[];
  private readonly records: (RunRecord | undefined)[];
  private readonly met: { startS: number; metC: number; waitedS: number }[] = [];
  private readonly barPeakC: number[];
  private readonly probed: number[][];
  private readonly probeSeconds: number[] = [];
  private now = 0;
  private pauseStep: number;
  private steps = 0;

  constructor(
    private readonly question: WeldQuestion,
    private readonly watch: Watcher,
  ) {
    const { shell, plan, startC, ambientC, surface, insulated, bars, frames = data.simulation.frames } = question;
    this.grid = shellGrid(shell, question.fineness ?? FINENESS);
    const [first, second] = shell.sides;
    const table = enthalpyTable(first.material);
    this.field = new HeatField(
      this.grid,
      [table, second.material === first.material ? table : enthalpyTable(second.material)],
      {
        ambientC,
        emissivity: insulated ? 0 : thermal.emissivity[surface],
        airWPerM2K: insulated ? 0 : thermal.film.airWPerM2K,
        innerWPerM2K: insulated ? 0 : thermal.film.purgeWPerM2K,
        poolC: Math.min(first.material.solidusC, second.material.solidusC),
      },
      bars.map((bar) => chillSink(this.grid, bar)),
      startC,
      question.windows,
    );
    this.footprint = new ArcFootprint(this.grid);
    this.cover = new GasCover(this.grid, question.cover, startC);
    this.film = new HeatFilm(this.grid.alongCount * this.grid.rowCount, frames);
    this.records = plan.runs.map(() => undefined);
    this.barPeakC = bars.map(() => ambientC);
    this.probed = (question.probes ?? []).map(() => []);
    const people = 1 + Math.max(0, ...plan.runs.map(({ person }) => person));
    this.torches = Array.from({ length: people }, (_, person) => ({
      queue: plan.runs.flatMap((run, index) => (run.person === person ? [index] : [])),
      run: -1,
      atMm: 0,
      readyS: 0,
      startedS: 0,
    }));
    for (const torch of this.torches) torch.readyS = plan.runs[torch.queue[0] ?? -1]?.restS ?? 0;
    this.pauseStep = this.arcStep;
  }

  private get arcStep(): number {
    return this.question.arcStepS ?? data.simulation.arcStepS;
  }

  run(): WeldHistory {
    const { question, field, film } = this;
    film.take(0, field.temperature);
    let weldedS = 0;
    while (this.torches.some(({ run, queue }) => run >= 0 || queue.length > 0)) {
      this.startRuns();
      this.advance(this.nextStep());
      weldedS = this.now;
    }
    const end = weldedS + question.watchS;
    while (this.now < end && field.hottestC > data.simulation.restC)
      this.advance(Math.min(this.nextStep(), end - this.now + 1e-9));
    film.close(this.now, field.temperature);
    const later = this.met.filter((_, index) => (question.plan.runs[index]?.pass ?? 0) > 0);
    return {
      grid: this.grid,
      runs: this.records.flatMap((record) => (record ? [record] : [])),
      weldedS,
      watchedS: this.now,
      endC: field.temperature,
      peakC: field.peak,
      bareC: this.cover.bareC,
      secondsWithin: field.secondsWithin,
      film: film.frames(),
      peakInterpassC: later.length === 0 ? null : Math.max(...later.map(({ metC }) => metC)),
      barPeakC: this.barPeakC,
      probed: this.probed,
      probeSeconds: this.probeSeconds,
      balance: field.balance(),
      steps: this.steps,
    };
  }

  /** Passes are laid one on the other: a run waits until the pass below it is whole. */
  private isFree(index: number): boolean {
    const { runs } = this.question.plan;
    const { pass } = runs[index]!;
    return runs.every((other, position) => other.pass >= pass || this.records[position] !== undefined);
  }

  private startRuns(): void {
    const { plan } = this.question;
    for (const torch of this.torches) {
      const next = torch.queue[0];
      if (torch.run >= 0 || next === undefined || this.now < torch.readyS - 1e-9 || !this.isFree(next)) continue;
      const run = plan.runs[next]!;
      const felt = feltStretch(run, this.question.shell);
      const metC = meanUnder(this.grid, this.field.temperature, spanOf(this.grid, felt.fromMm, felt.toMm));
      const limit = metalLimit(plan, run.pass);
      const waitedS = this.now - torch.readyS;
      if (limit !== null && metC > limit && waitedS < MOST_WAIT_S) continue;
      torch.queue.shift();
      torch.run = next;
      torch.atMm = run.fromMm;
      torch.startedS = this.now;
      this.met[next] = { startS: this.now, metC, waitedS };
      this.pauseStep = this.arcStep;
    }
  }

  private nextStep(): number {
    const { plan } = this.question;
    let step = Infinity;
    let burning = false;
    for (const torch of this.torches) {
      if (torch.run >= 0) {
        burning = true;
        const run = plan.runs[torch.run]!;
        const left = Math.abs(run.toMm - torch.atMm) / arcOfPass(plan, run.pass).travelMmPerS;
        step = Math.min(step, this.arcStep, Math.max(1e-3, left));
      } else if (torch.queue.length > 0 && torch.readyS > this.now) step = Math.min(step, torch.readyS - this.now);
    }
    if (burning) return step;
    const { kelvinPerStep, sharePerStep, mostStepS } = data.simulation;
    const allowed = Math.max(kelvinPerStep, sharePerStep * (this.field.hottestC - this.question.ambientC));
    const change = Math.max(1e-6, this.field.largestChange);
    this.pauseStep = Math.min(mostStepS, this.pauseStep * Math.min(1.4, Math.max(0.5, allowed / change)));
    return Math.min(step, this.pauseStep);
  }

  private advance(seconds: number): void {
    const { plan } = this.question;
    const { footprint, field } = this;
    footprint.clear();
    for (const torch of this.torches) {
      if (torch.run < 0) continue;
      const run = plan.runs[torch.run]!;
      const arc = arcOfPass(plan, run.pass);
      const way = Math.min(Math.abs(run.toMm - torch.atMm), arc.travelMmPerS * seconds);
      const to = torch.atMm + Math.sign(run.toMm - run.fromMm) * way;
      footprint.add(arc, torch.atMm, to, Math.min(1, way / (arc.travelMmPerS * seconds)));
      torch.atMm = to;
    }
    field.step(seconds, footprint.cells, footprint.watts, footprint.count);
    this.now += seconds;
    this.steps++;
    this.cover.look(this.now, field.temperature, this.torches, plan);
    this.film.offer(this.now, field.temperature);
    this.probe();
    field.sinkC.forEach((value, bar) => (this.barPeakC[bar] = Math.max(this.barPeakC[bar] ?? value, value)));
    for (const torch of this.torches) this.finish(torch);
    if (
      this.steps % TOLD_EVERY === 0 &&
      !this.watch({ seconds: this.now, runsDone: this.records.filter(Boolean).length })
    )
      throw new SimulationStopped();
  }

  private probe(): void {
    const { probes = [] } = this.question;
    if (probes.length === 0) return;
    this.probeSeconds.push(this.now);
    probes.forEach(({ alongMm, acrossMm }, index) =>
      this.probed[index]!.push(temperatureAt(this.grid, this.field.temperature, alongMm, acrossMm)),
    );
  }

  private finish(torch: Torch): void {
    const { plan } = this.question;
    if (torch.run < 0) return;
    const run = plan.runs[torch.run]!;
    if (Math.abs(run.toMm - torch.atMm) > 1e-6) return;
    this.records[torch.run] = { ...run, ...this.met[torch.run]!, endS: this.now };
    this.cover.leave(torch.atMm, this.now);
    torch.run = -1;
    const next = plan.runs[torch.queue[0] ?? -1];
    torch.readyS = this.now + plan.moveS + (next?.restS ?? 0);
  }
}

/**
 * Simulates the heat of a weld: an arc, or two, that go along a seam in runs, with pauses, waiting where the metal must
 * cool, over a shell of one or two metals with all that takes heat from it. Pure: the same question gives the same
 * history.
 * @param watch told of its progress; may stop it
 * @throws SimulationStopped where the watcher says so
 */
export function simulateWeld(question: WeldQuestion, watch: Watcher = () => true): WeldHistory {
  return new WeldRun(question, watch).run();
}
