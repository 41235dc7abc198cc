import { inject, Injectable, signal } from '@angular/core';
import { CRACK_PLACES, CRACK_TIMES, findFieldTest, MAGNET_PULLS } from '@variatum/metallurgy';
import { CRACK_PLACE_WORDS, CRACK_TIME_WORDS, PULL_WORDS } from '@variatum/presentation';
import { FieldTestStore, JobStore, JointStore, PartSelection } from '../../job/stores';
import { OwnUnits } from './own-units';
import { TorchNow } from './torch-state';
import { WeldPlanning } from './weld-planning';

/** A row of a list at the torch. */
export interface TorchRow {
  readonly title: string;
  /** What it does; a list of rows is shown next. */
  readonly act: () => readonly TorchRow[] | undefined;
}

/** Temperatures that are tapped rather than typed, °C. */
const TEMPERATURES = [40, 60, 80, 100, 120, 150, 175, 200, 250, 300];

/** What can be done at the torch besides the one thing that is next: lists of few rows, walked through by one key. */
@Injectable()
export class TorchMenu {
  private readonly weld = inject(WeldPlanning);
  private readonly state = inject(TorchNow);
  private readonly joints = inject(JointStore);
  private readonly jobs = inject(JobStore);
  private readonly tests = inject(FieldTestStore);
  private readonly selection = inject(PartSelection);
  private readonly units = inject(OwnUnits);

  private readonly shownRows = signal<readonly TorchRow[] | null>(null);
  readonly rows = this.shownRows.asReadonly();
  /** Row a press goes on from. */
  readonly at = signal(0);
  /** What was done by the last choice, to be read once. */
  readonly said = signal('');

  open(leave: () => void): void {
    this.show(this.first(leave));
  }

  close(): void {
    this.shownRows.set(null);
  }

  /** Goes to the next row. */
  step(): void {
    const count = this.shownRows()?.length ?? 0;
    if (count > 0) this.at.update((at) => (at + 1) % count);
  }

  choose(row: TorchRow | undefined): void {
    if (!row) return;
    const next = row.act();
    if (next) this.show(next);
    else this.close();
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
    if (burning) {
      const share = this.state.share() ?? 0;
      const reached = burning.fromMm + share * (burning.toMm - burning.fromMm);
      rows.push(this.row('Arc out before the end', () => this.weld.stop('reach', Math.round(reached)), 'Arc out; the rest comes next.')); // prettier-ignore
    } else if (state !== 'ready' && state !== 'done' && this.weld.next())
      rows.push(this.row('Arc on all the same', () => this.state.strike(), 'Arc on.'));
    rows.push(
      this.list('It cracked', () => this.cracks()),
      this.list('Odd pool', () => this.pools()),
    );
    if (!burning)
      rows.push(
        this.list('Magnet on the bead', () => MAGNET_PULLS.map((pull) => this.row(PULL_WORDS[pull], () => this.weld.note({ kind: 'magnet', pull, rod: this.weld.lastRod() }), 'Magnet logged.'))),
        this.list('Temperature', () => TEMPERATURES.map((tempC) => this.row(this.units.now().warmth(tempC), () => this.weld.note({ kind: 'temperature', tempC, by: 'typed' }), `${this.units.now().warmth(tempC)} logged.`))),
        this.row('Repair here', () => this.state.strike(true), 'Arc on for a repair.'),
        this.row('Take the last entry back', () => this.weld.takeBackLast(), 'Taken back.'),
      ); // prettier-ignore
    if (this.weld.order.kept().people === 2) {
      const other = this.weld.person() === 0 ? 1 : 0;
      rows.push(this.row(other === 0 ? 'I am the first' : 'I am the second', () => this.weld.person.set(other)));
    }
    const others = this.joints.all();
    if (others.length > 1)
      rows.push(this.list('Another joint', () => others.map(({ id }) => this.row(`Joint ${this.joints.numberOf(id)}`, () => this.selection.joint.set(id))))); // prettier-ignore
    rows.push(this.row('Leave', leave));
    return rows;
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
    const seen = outcomes.map(
      ({ id: outcome, title }) =>
      pieces.length < 2
        ? this.row(title, log(pieces[0]?.id ?? '', outcome), 'Logged as a test.')
        : this.list(title, () => pieces.map(({ id, name }) => this.row(`at ${name}`, log(id, outcome), 'Logged as a test.'))), // prettier-ignore
    );
    // Sugar says nothing of the pieces: air was at the back.
    const sugar = this.row('sugar at the root', () => this.weld.note({ kind: 'note', text: 'Sugar at the root: air at the back' }), 'Air at the back: look at gas, tape and flow.'); // prettier-ignore
    return [...seen, sugar];
  }
}
