import type { JobDetail, Meter, MeterKind, MeterUse, MeterWithKey } from '@variatum/contracts';
import type { APIRequestContext } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';

/** The job of a title as the server has it. */
export async function jobOf(request: APIRequestContext, url: string, title: string): Promise<JobDetail> {
  const { jobs } = (await (await request.get(`${url}api/jobs`, { params: { search: title } })).json()) as {
    jobs: { id: string; title: string }[];
  };
  const found = jobs.find((one) => one.title === title);
  if (!found) throw new Error(`there is no job ${title}`);
  return (await (await request.get(`${url}api/jobs/${found.id}`)).json()) as JobDetail;
}

/** Adds a meter that looks at something. */
export async function addMeter(
  request: APIRequestContext,
  url: string,
  kind: MeterKind,
  name: string,
  use: MeterUse | null = null,
): Promise<MeterWithKey> {
  const made = (await (await request.post(`${url}api/meters`, { data: { kind, name } })).json()) as MeterWithKey;
  if (use) await request.patch(`${url}api/meters/${made.meter.id}`, { data: { version: made.meter.version, use } });
  return made;
}

/** Puts a meter out of use by its name. */
export async function putOutOfUse(request: APIRequestContext, url: string, name: string): Promise<void> {
  const meters = (await (await request.get(`${url}api/meters`)).json()) as readonly Meter[];
  const found = meters.find((one) => one.name === name)!;
  await request.patch(`${url}api/meters/${found.id}`, { data: { version: found.version, use: null } });
}

/** Sends what a simulated instrument shows until it is killed. */
export const sendInstrument = (
  url: string,
  key: string,
  kind: MeterKind,
  flags: Readonly<Record<string, string>>,
): ChildProcess => {
  const said = Object.entries({ to: url, key, rate: '5', ...flags }).flatMap(([name, value]) => [`--${name}`, value]);
  return spawn('node', ['dist/instruments.mjs', 'send', kind, ...said], { stdio: 'ignore' });
};

/** An oxygen meter in the vent of a part, as the program of simulated instruments sends it; its tape may lift. */
export class VentMeter {
  private process: ChildProcess | undefined;
  private gasOnMs = 0;

  constructor(
    private readonly url: string,
    private readonly key: string,
  ) {}

  /** Sends what the meter shows from a second after gas was turned on. */
  private send(fromS: number, fault?: string): void {
    this.process?.kill();
    const flags = { litres: '0.05', flow: '3', leak: '0.0001', from: fromS.toFixed(1), ...(fault ? { fault } : {}) };
    this.process = sendInstrument(this.url, this.key, 'oxygen', flags);
  }

  gasOn(): void {
    this.gasOnMs = Date.now();
    this.send(0);
  }

  liftTape(): void {
    const at = (Date.now() - this.gasOnMs) / 1000;
    this.send(at, `tape-lifted@${at.toFixed(1)}`);
  }

  /** Tape is on again; the gas pushes out what came in. */
  mendTape(): void {
    this.gasOn();
  }

  end(): void {
    this.process?.kill();
  }
}
