import { computed, inject, Injectable, signal } from '@angular/core';
import type { Meter } from '@variatum/contracts';
import { reachedAt } from '@variatum/job';
import {
  CRACK_PLACES,
  CRACK_TIMES,
  findFieldTest,
  MAGNET_PULLS,
  TAPPED_C,
  type LaidBead,
  type MagnetPull,
} from '@variatum/metallurgy';
import { CRACK_PLACE_WORDS, CRACK_TIME_WORDS, lastWords, PULL_WORDS } from '@variatum/presentation';
import { JobPlan } from '../../job/job-plan';
import { FieldTestStore, JobStore, JointStore } from '../../job/stores';
import { MeterStore, RoomWatch } from '../../meters';
import { OwnUnits } from './own-units';
import { LogOxygen } from './log-oxygen';
import { PurgeWatch } from './purge-watch';
import { TorchNow } from './torch-state';
import { WeldPlanning } from './weld-planning';

/** A row of a list at the torch. */
export interface TorchRow {
  readonly title: string;
  /** What it does; a list of rows is shown next, or the same one again. */
  readonly act: () => readonly TorchRow[] | 'stay' | undefined;
}

/** A figure that is being typed off a display. */
interface Typing {
  readonly title: string;
  readonly unit: string;
  readonly figure: string;
  /** Takes the figure in. @returns what is wrong with it; empty: it was taken */
  readonly take: (figure: number) => string;
}

/** Why a meter is put out of use, as workshops have it. */
const REASONS = ['no signal', 'battery empty', 'sensor worn out', 'shows what cannot be', 'not looking here any more'];
/** Longer is no figure of a display. */
const LONGEST_FIGURE = 7;

/** What can be done at the torch besides the one thing that is next: lists of few rows, walked through by one key. */
@Injectable()
export class TorchMenu {
  private readonly plan = inject(JobPlan);
  private readonly weld = inject(WeldPlanning);
  private readonly state = inject(TorchNow);
  private readonly joints = inject(JointStore);
  private readonly jobs = inject(JobStore);
  private readonly tests = inject(FieldTestStore);
  private readonly units = inject(OwnUnits);
  private readonly rooms = inject(RoomWatch);
  private readonly oxygen = inject(LogOxygen);
  private readonly gas = inject(PurgeWatch);
  private readonly meters = inject(MeterStore);

  private readonly shownRows = signal<readonly TorchRow[] | null>(null);
  readonly rows = this.shownRows.asReadonly();
  /** Row a press goes on from. */
  readonly at = signal(0);
  /** What was done by the last choice, to be read once. */
  readonly said = signal('');
  private readonly figure = signal<Typing | null>(null);
  /** The figure that is being typed; null: none is. */
  readonly typing = this.figure.asReadonly();
  /** Where the list is, for those who hear it. */
  readonly spoken = computed(() => {
    const [rows, at, typing] = [this.shownRows(), this.at(), this.figure()];
    const row = rows?.[at];
    if (!rows || !row) return '';
    const figure = typing?.figure ? `${typing.figure} ${typing.unit}. ` : '';
    return `${figure}${row.title}, ${at + 1} of ${rows.length}`;
  });

  open(leave: () => void): void {
    this.show(this.first(leave));
  }

  close(): void {
    this.shownRows.set(null);
    this.figure.set(null);
  }

  /** Goes to the next row. */
  step(): void {
    const count = this.shownRows()?.length ?? 0;
    if (count > 0) this.at.update((at) => (at + 1) % count);
  }

  choose(row: TorchRow | undefined): void {
    if (!row) return;
    const next = row.act();
    if (next === 'stay') return;
    if (next) this.show(next);
    else this.close();
  }

  /** A key of a keyboard while a figure is typed. @returns whether it was one of the figure's */
  typeKey(key: string): boolean {
    if (!this.figure()) return false;
    if (/^[0-9]$/.test(key)) this.add(key);
    else if (key === '.' || key === ',') this.add('.');
    else if (key === 'Backspace') this.takeOff();
    else if (key === 'Enter') this.choose({ title: 'Take it', act: () => this.takeFigure() });
    else return false;
    return true;
  }

  private add(sign: string): 'stay' {
    this.figure.update((typing) => {
      if (!typing || typing.figure.length >= LONGEST_FIGURE) return typing;
      if (sign === '.' && typing.figure.includes('.')) return typing;
      return { ...typing, figure: typing.figure + sign };
    });
    return 'stay';
  }

  private takeOff(): 'stay' {
    this.figure.update((typing) => typing && { ...typing, figure: typing.figure.slice(0, -1) });
    return 'stay';
  }

  private takeFigure(): 'stay' | undefined {
    const typing = this.figure();
    const figure = Number(typing?.figure);
    if (!typing || typing.figure === '' || !Number.isFinite(figure)) return 'stay';
    const wrong = typing.take(figure);
    this.said.set(wrong || `${typing.figure} ${typing.unit} logged.`);
    this.figure.set(null);
    return undefined;
  }

  /** Large keys for a figure: the list of them is walked through like any other. */
  private keypad(title: string, unit: string, take: Typing['take']): readonly TorchRow[] {
    this.figure.set({ title, unit, figure: '', take });
    const sign = (one: string): TorchRow => ({ title: one, act: () => this.add(one) });
    return [
      ...['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0'].map(sign),
      { title: '⌫', act: () => this.takeOff() },
      { title: 'Take it', act: () => this.takeFigure() },
      this.row('Back', () => undefined),
    ];
  }

  /** Oxygen is read off a display where no meter sends it. */
  private oxygenRows(): readonly TorchRow[] {
    const inside = () => this.keypad('Inside', 'ppm', (ppm) => this.oxygen.inside(ppm));
    const room = () => this.keypad('In the room', '%', (percent) => this.oxygen.room(percent));
    return [
      ...(this.gas.isWanted() ? [{ title: 'Inside, ppm', act: inside }] : []),
      { title: 'In the room, %', act: room },
    ];
  }

  /** Meters that look here, to be put out of use with a reason. */
  private meterRows(): readonly TorchRow[] {
    const job = this.jobs.job()?.id;
    const looking = this.meters.meters().filter(({ use }) => use?.job === job);
    return looking.map((meter) =>
      this.list(`${meter.name} out of use`, () =>
        REASONS.map((reason) => this.row(reason, () => this.putOut(meter, reason), `${meter.name} is out of use.`)),
      ),
    );
  }

  private putOut(meter: Meter, reason: string): void {
    this.weld.note({ kind: 'meter-out', meter: meter.name, reason });
    this.meters.use(meter, null).catch(() => {
      this.said.set('Not changed: the server does not answer. The meter is in use still.');
    });
  }

  /** What was logged last is taken back only when it is said what that is, and once more that it goes. */
  private takeBackRows(): readonly TorchRow[] {
    const last = this.weld.lastEntry();
    if (!last) return [this.row('Nothing stands in the log', () => undefined)];
    const what = lastWords(last.entry, this.units.now());
    return [
      this.row('Keep it', () => undefined),
      this.row(`Take back: ${what}`, () => this.weld.takeBackLast(), 'Taken back.'),
    ];
  }

  /** The arc went out at a measured place of the seam, farther than planned or sooner. @returns what is wrong */
  private endAt(burning: LaidBead, mm: number): string {
    const seam = this.plan.shown()?.seam;
    const reached = seam ? reachedAt(seam, burning, mm) : mm;
    if (reached === null) return `Not logged: give a place of this seam, 0 to ${Math.round(seam?.lengthMm ?? 0)} mm.`;
    this.weld.stop('reach', reached);
    return '';
  }

  private show(rows: readonly TorchRow[]): void {
    this.at.set(0);
    this.shownRows.set(rows);
  }

  private row(title: string, act: () => unknown, said = ''): TorchRow {
    return {
      title,
      act: () => {
        act();
        this.said.set(said);
        return undefined;
      },
    };
  }

  private list(title: string, rows: () => readonly TorchRow[]): TorchRow {
    return { title, act: () => [...rows(), this.row('Back', () => undefined)] };
  }

  private first(leave: () => void): readonly TorchRow[] {
    const burning = this.weld.burning();
    const { state } = this.state.words();
    const rows: TorchRow[] = [this.row('Go on', () => undefined)];
    if (this.state.act().code === 'leave-room')
      rows.push(this.row('I have left the room', () => this.rooms.say('left'), 'Stay out until it is aired.'));
    if (state === 'alarm' || state === 'lost')
      rows.push(this.row('Silence it for two minutes', () => this.state.silence(), 'Silenced. The alarm stands.'));
    if (burning) {
      const share = this.state.share() ?? 0;
      const reached = Math.round(burning.fromMm + share * (burning.toMm - burning.fromMm));
      const out = (): unknown => this.weld.stop('reach', reached);
      rows.push(this.row('Arc out before the end', out, 'Arc out; the rest comes next.'), {
        title: 'Arc out elsewhere, mm',
        act: () => this.keypad('Arc out at', 'mm', (mm) => this.endAt(burning, mm)),
      });
    } else if (state !== 'ready' && state !== 'done' && state !== 'ask' && this.weld.next())
      rows.push(this.row('Arc on all the same', () => this.state.strike(), 'Arc on.'));
    rows.push(this.list('Oxygen on a display', () => this.oxygenRows()));
    rows.push(
      this.list('It cracked', () => this.cracks()),
      this.list('Odd pool', () => this.pools()),
    );
    if (!burning)
      rows.push(
        this.list('Magnet on the bead', () => this.magnetRows()),
        this.list('Temperature', () => this.temperatureRows()),
        this.row('Repair here', () => this.state.strike(true), 'Arc on for a repair.'),
        this.list('Take the last entry back', () => this.takeBackRows()),
      );
    const meters = this.meterRows();
    if (meters.length > 0) rows.push(this.list('A meter out of use', () => meters));
    if (this.weld.order.kept().people === 2) {
      const other = this.weld.person() === 0 ? 1 : 0;
      rows.push(this.row(other === 0 ? 'I am the first' : 'I am the second', () => this.weld.person.set(other)));
    }
    const others = this.joints.all();
    const jointRow = (id: string): TorchRow =>
      this.row(`Joint ${this.joints.numberOf(id)}`, () => this.state.stayAt(id));
    if (others.length > 1) rows.push(this.list('Another joint', () => others.map(({ id }) => jointRow(id))));
    rows.push(this.row('Leave', leave));
    return rows;
  }

  private magnetRows(): readonly TorchRow[] {
    const log = (pull: MagnetPull) => () => this.weld.note({ kind: 'magnet', pull, rod: this.weld.lastRod() });
    return MAGNET_PULLS.map((pull) => this.row(PULL_WORDS[pull], log(pull), 'Magnet logged.'));
  }

  private temperatureRows(): readonly TorchRow[] {
    const { warmth } = this.units.now();
    const log = (tempC: number) => () => this.weld.note({ kind: 'temperature', tempC, by: 'typed' });
    return TAPPED_C.map((tempC) => this.row(warmth(tempC), log(tempC), `${warmth(tempC)} logged.`));
  }

  private cracks(): readonly TorchRow[] {
    return CRACK_PLACES.map((where) =>
      this.list(CRACK_PLACE_WORDS[where], () =>
        CRACK_TIMES.map((when) =>
          this.row(
            CRACK_TIME_WORDS[when],
            () => {
              if (this.weld.burning()) this.weld.stop('crack', null);
              this.weld.note({ kind: 'crack', where, when, rod: this.weld.lastRod(), atMm: null });
            },
            'Crack logged: what it says stands under Weld.',
          ),
        ),
      ),
    );
  }

  /** How the pool behaves is a test of the pieces that meet here: which of them is asked where there are several. */
  private pools(): readonly TorchRow[] {
    const outcomes = findFieldTest('pool')?.outcomes ?? [];
    const pieces = this.jobs.meeting();
    const log = (piece: string, outcome: string) => () => this.tests.add(piece, { test: 'pool', outcome });
    const at = (outcome: string) => () =>
      pieces.map(({ id, name }) => this.row(`at ${name}`, log(id, outcome), 'Logged as a test.'));
    const seen = outcomes.map(({ id: outcome, title }) =>
      pieces.length < 2
        ? this.row(title, log(pieces[0]?.id ?? '', outcome), 'Logged as a test.')
        : this.list(title, at(outcome)),
    );
    // Sugar says nothing of the pieces: air was at the back.
    const note = (): unknown => this.weld.note({ kind: 'note', text: 'Sugar at the root: air at the back' });
    const sugar = this.row('sugar at the root', note, 'Air at the back: look at gas, tape and flow.');
    return [...seen, sugar];
  }
}
