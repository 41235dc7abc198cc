import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { METER_KINDS, type Meter, type MeterPlace } from '@variatum/contracts';
import { ppmWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { FieldTestStore, JobStore, JointStore, PartSelection } from '../../job/stores';
import { Now } from '../../kit/now';
import { ownField, TextField } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { MeterStore, Readings, type SeenReading } from '../../meters';
import { OwnUnits } from './own-units';
import { WeldPlanning } from './weld-planning';
import { MS_PER_MINUTE } from '../../kit/units';

/** A reading older than this is told with its age, ms. */
const OLD_MS = 20_000;

/**
 * Which meter looks where: at the gas of a joint, at the room, at the metal; what each shows, and what can be taken
 * from it.
 */
@Component({
  selector: 'va-meter-uses',
  imports: [NzButtonModule, Panel, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Meters">
      @if (rows().length === 0) {
        <p class="small soft">
          No meter is known to the workshop.
          <a class="link" routerLink="/settings">Settings</a>
          add one; without a meter the predicted times hold.
        </p>
      }
      <ul class="meters">
        @for (row of rows(); track row.meter.id) {
          <li>
            <p>
              <strong>{{ row.meter.name }}</strong>
              <span class="figure">{{ row.shows }}</span>
            </p>
            <div class="choices" role="group" [attr.aria-label]="'Where ' + row.meter.name + ' looks'">
              @for (place of row.places; track place.title) {
                <button
                  type="button"
                  class="choice"
                  [attr.aria-pressed]="place.here"
                  (click)="place.here ? leaving.set(row.meter.id) : use(row.meter, place)"
                >
                  {{ place.title }}
                </button>
              }
            </div>
            @if (leaving() === row.meter.id) {
              <form
                class="in-line"
                (submit)="putOut($event, row.meter)"
                [attr.aria-label]="row.meter.name + ' out of use'"
              >
                <va-text-field label="Out of use, why" [longest]="200" [of]="reason" />
                <button nz-button type="submit">Put it out of use</button>
                <button nz-button type="button" (click)="leaving.set(null)">Keep it</button>
              </form>
            }
            @if (row.analysis; as reading) {
              <button nz-button type="button" (click)="takeAnalysis(reading)">
                Log it as a test of the piece looked at
              </button>
            }
          </li>
        }
      </ul>
      @if (said()) {
        <p role="status">{{ said() }}</p>
      }
    </va-panel>
  `,
  styles: `
    .meters {
      display: grid;
      gap: var(--space-3);
      list-style: none;
    }
    li p {
      display: flex;
      justify-content: space-between;
      gap: var(--space-3);
    }
  `,
})
export class MeterUses {
  private readonly store = inject(MeterStore);
  private readonly readings = inject(Readings);
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly selection = inject(PartSelection);
  private readonly tests = inject(FieldTestStore);
  private readonly now = inject(Now);
  private readonly units = inject(OwnUnits);
  protected readonly said = signal('');
  /** The meter that somebody wants to put out of use; null: none. */
  protected readonly leaving = signal<string | null>(null);
  protected readonly reason = ownField('');
  private readonly weld = inject(WeldPlanning);

  protected readonly rows = computed(() =>
    this.store.meters().map((meter) => ({
      meter,
      shows: this.showsOf(meter),
      places: this.placesOf(meter),
      analysis: meter.kind === 'analyser' ? (this.readings.of(meter.id).at(-1)?.composition ?? null) : null,
    })),
  );

  private showsOf(meter: Meter): string {
    const last = this.readings.of(meter.id).at(-1);
    if (!last) return meter.heardAt === null ? 'never heard' : 'silent';
    const age = this.now.ms() - last.atMs;
    return `${this.valueOf(meter, last)}${age > OLD_MS ? `, ${Math.round(age / MS_PER_MINUTE)} min ago` : ''}`;
  }

  private valueOf({ kind }: Meter, { value, composition }: SeenReading): string {
    if (composition)
      return Object.entries(composition)
        .map(([symbol, percent]) => `${symbol} ${percent}`)
        .join(', ');
    if (value === null) return 'no reading';
    if (kind === 'temperature') return this.units.now().warmth(value);
    return `${kind === 'oxygen' ? ppmWords(value) : Number(value.toFixed(1))} ${METER_KINDS[kind]}`;
  }

  private placesOf({
    kind,
    use,
  }: Meter): readonly { title: string; place: MeterPlace; joint: string | null; here: boolean }[] {
    const job = this.jobs.job()?.id;
    const joint = this.joints.shown();
    const offered: { title: string; place: MeterPlace; joint: string | null }[] =
      kind === 'oxygen'
        ? [
            { title: 'gas of this joint', place: 'vent', joint: joint?.id ?? null },
            { title: 'air of the room', place: 'room', joint: null },
          ]
        : kind === 'temperature'
          ? [{ title: 'metal of this joint', place: 'joint', joint: joint?.id ?? null }]
          : [{ title: 'this job', place: 'joint', joint: null }];
    return offered.map((one) => ({
      ...one,
      here: use?.job === job && use?.place === one.place && use?.joint === one.joint,
    }));
  }

  /** A meter that looks here goes out of use with a reason, which stands in the log: an alarm of it ends with that. */
  protected async putOut(event: Event, meter: Meter): Promise<void> {
    event.preventDefault();
    const reason = this.reason.value.trim();
    if (reason === '') {
      this.reason.fault.set('say why: it stands in the log');
      return;
    }
    this.weld.note({ kind: 'meter-out', meter: meter.name, reason });
    this.reason.change('');
    this.reason.fault.set('');
    this.leaving.set(null);
    await this.use(meter, null);
  }

  protected async use(meter: Meter, place: { place: MeterPlace; joint: string | null } | null): Promise<void> {
    const job = this.jobs.job();
    if (!job) return;
    this.said.set('');
    try {
      await this.store.use(meter, place && { job: job.id, joint: place.joint, place: place.place });
    } catch {
      this.said.set('Not changed: the server does not answer, or the meter was changed elsewhere. Try again.');
    }
  }

  protected takeAnalysis(reading: NonNullable<SeenReading['composition']>): void {
    const meeting = this.jobs.meeting();
    const piece = meeting.find(({ id }) => id === this.selection.piece()) ?? meeting[0];
    if (piece && this.tests.add(piece.id, { test: 'analyser', reading }))
      this.said.set(`Logged as a test of ${piece.name}.`);
  }
}
