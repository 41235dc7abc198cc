import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatLength } from '@variatum/metallurgy';
import {
  beadName,
  clockWords,
  doubtWords,
  loggedWords,
  minutesWords,
  pullSentence,
  pullWords,
  rodName,
} from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JointStore, WeldStore } from '../../job/stores';
import { ownField, TextField } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { WorkshopStore } from '../../settings/workshop-store';
import { People } from '../../sync/people';
import { OwnUnits } from './own-units';
import { WeldPlanning } from './weld-planning';

/**
 * The log of the joint looked at: every bead with who, what, how fast and how hot, what else happened, and what went
 * otherwise.
 */
@Component({
  selector: 'va-pass-list',
  imports: [NzButtonModule, Panel, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Pass log" about="heat-input">
      <p aside class="small soft">{{ sum() }}</p>
      @if (rows().length === 0) {
        <p class="soft">Nothing is welded yet. The torch view logs each arc by itself.</p>
      } @else {
        <div class="scroll" tabindex="0" role="region" aria-label="Beads">
          <table>
            <thead>
              <tr>
                <th scope="col">Bead</th>
                <th scope="col">Who</th>
                <th scope="col">A</th>
                <th scope="col">Arc</th>
                <th scope="col">{{ units.now().along }}</th>
                <th scope="col">{{ units.now().travel }}</th>
                <th scope="col">{{ units.now().heatInput }}</th>
                <th scope="col">before</th>
                <th scope="col">Rod</th>
                <th scope="col"></th>
              </tr>
            </thead>
            <tbody>
              @for (row of rows(); track row.id) {
                <tr>
                  <th scope="row">{{ row.name }}</th>
                  <td>{{ row.who }}</td>
                  <td>{{ row.amps }}</td>
                  <td>{{ row.seconds }}</td>
                  <td>{{ row.length }}</td>
                  <td>{{ row.travel }}</td>
                  <td>{{ row.heat }}</td>
                  <td>{{ row.before }}</td>
                  <td>{{ row.rod }}</td>
                  <td>
                    <button
                      type="button"
                      class="link"
                      (click)="strike(row.id)"
                      [attr.aria-label]="'Strike out ' + row.name"
                    >
                      strike out
                    </button>
                  </td>
                </tr>
              }
            </tbody>
          </table>
        </div>
        <p class="small soft">Heat that stays in the metal, at the usual voltage of the current.</p>
      }
      @for (one of doubts(); track one.id) {
        <div class="caution doubt" role="alert" data-testid="doubt">
          <p>
            <strong>{{ one.name }}: {{ one.words }}</strong>
            Nothing is made of it until that is answered.
          </p>
          <button nz-button type="button" (click)="wasSo(one.id)">It was so</button>
          <button nz-button type="button" (click)="strike(one.id)">Strike the bead out</button>
        </div>
      }
      @if (others().length > 0) {
        <ul class="dashes small" aria-label="Also logged">
          @for (one of others(); track one.id) {
            <li>
              {{ one.words }}
              <button type="button" class="link" (click)="strike(one.id)" [attr.aria-label]="'Strike out ' + one.words">
                strike out
              </button>
            </li>
          }
        </ul>
      }
      @if (deviations().length > 0) {
        <h3>Otherwise than planned</h3>
        <ul class="dashes" data-testid="deviations">
          @for (one of deviations(); track $index) {
            <li>{{ one.words }}</li>
          }
          @for (words of anew(); track words) {
            <li>{{ words }}</li>
          }
          @if (ferrite(); as words) {
            <li>{{ words }}</li>
          }
        </ul>
      }
      @if (joints.shown()) {
        <form class="in-line" (submit)="noteDown($event)" aria-label="Note to the weld">
          <va-text-field label="Note" [longest]="500" [of]="note" />
          <button nz-button type="submit">Log the note</button>
        </form>
      }
    </va-panel>
  `,
  styles: `
    .scroll {
      overflow-x: auto;
    }
    table {
      border-collapse: collapse;
      width: 100%;
      font-variant-numeric: tabular-nums;
    }
    th,
    td {
      text-align: left;
      padding: 5px 10px 5px 0;
      border-bottom: 1px solid var(--line);
      white-space: nowrap;
    }
    thead th {
      color: var(--ink-soft);
      font-weight: 500;
      font-size: var(--size-small);
    }
    h3 {
      font-size: 1rem;
    }
    .doubt {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: var(--space-2);
    }
    .doubt p {
      flex: 1 1 260px;
    }
  `,
})
export class PassList {
  private readonly weld = inject(WeldPlanning);
  private readonly store = inject(WeldStore);
  protected readonly joints = inject(JointStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly people = inject(People);
  protected readonly units = inject(OwnUnits);
  protected readonly note = ownField('');

  protected readonly deviations = this.weld.deviations;
  private readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');

  protected readonly rows = computed(() =>
    this.weld.log().beads.map((bead) => ({
      id: bead.id,
      name: beadName(bead, this.weld.order.passes()),
      who: this.people.nameOf(bead.who),
      amps: bead.amps === null ? '' : Math.round(bead.amps),
      seconds: bead.seconds === null ? '' : clockWords(bead.seconds),
      length: bead.lengthMm > 0 && bead.bead !== 'tack' ? this.units.now().alongOf(bead.lengthMm) : '',
      travel: bead.travelMmPerS === null ? '' : this.units.now().travelOf(bead.travelMmPerS),
      heat: bead.heatInputKJPerMm === null ? '' : this.units.now().heatInputOf(bead.heatInputKJPerMm),
      before:
        bead.beforeC === null
          ? ''
          : `${this.units.now().warmth(bead.beforeC)}${bead.beforeBy === 'typed' ? ' typed' : ''}`,
      rod:
        bead.rod === null
          ? 'none'
          : `${rodName(bead.rod)}${bead.rodMm === null ? '' : ` ${formatLength(bead.rodMm, this.unit())}`}` +
            (bead.lot ? `, lot ${bead.lot}` : ''),
    })),
  );

  /** What can hardly be of a bead is asked where it stands. */
  protected readonly doubts = computed(() =>
    this.weld.log().beads.flatMap((bead) =>
      bead.doubt
        ? [
            {
              id: bead.id,
              name: beadName(bead, this.weld.order.passes()),
              words: doubtWords({ doubt: bead.doubt.what, value: bead.doubt.value }, this.units.now()),
            },
          ]
        : [],
    ),
  );

  protected wasSo(of: string): void {
    this.weld.note({ kind: 'confirmed', of });
  }

  protected readonly sum = computed(() => {
    const { beads, arcSeconds } = this.weld.log();
    const done = this.weld.steps().filter(({ state }) => state === 'done').length;
    const steps = this.weld.steps().length;
    return beads.length === 0
      ? this.weld.planTitle()
      : `${steps > 0 ? `${done} of ${steps} done, ` : ''}arc on for ${clockWords(arcSeconds)}`;
  });

  protected readonly others = computed(() => {
    const shown = this.joints.shown();
    if (!shown) return [];
    return this.store.records(shown.id).flatMap(({ id, at, entry, struckOutAt }) => {
      if (struckOutAt !== null) return [];
      const words = loggedWords(entry, this.units.now());
      return words === ''
        ? []
        : [{ id, words: `${new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })} ${words}` }];
    });
  });

  protected readonly ferrite = computed(() => {
    const moved = this.weld.ferriteMoved();
    if (!moved) return '';
    const [before, after] = moved.ferrite;
    const dilution = `Dilution about ${Math.round(100 * moved.to)} % instead of ${Math.round(100 * moved.from)} %`;
    return before === null || after === null
      ? `${dilution}.`
      : `${dilution}: ferrite number about ${Math.round(after)} instead of ${Math.round(before)}.`;
  });

  /** What the plan comes to now, beside what it was. */
  protected readonly anew = computed(() => {
    const both = this.weld.reckonedAnew();
    const kind = this.weld.order.seam()?.kind ?? 'line';
    if (!both) return [];
    const [planned, now] = both;
    const warm =
      now.peakInterpassC === null
        ? ''
        : ` Hottest metal under a pass ${this.units.now().warmth(now.peakInterpassC)}, planned ` +
          `${this.units.now().warmth(planned.peakInterpassC ?? 0)}.`;
    return [
      `Reckoned anew: ${minutesWords(now.minutes)} instead of ${minutesWords(planned.minutes)}.${warm}`,
      `${pullSentence(now.pull, kind, this.unit())} Planned: ${pullWords(planned.pull, this.unit())}.`,
    ];
  });

  protected strike(id: string): void {
    const stop = this.store
      .records(this.joints.shown()?.id ?? '')
      .find(({ entry, struckOutAt }) => struckOutAt === null && entry.kind === 'stop' && entry.of === id);
    if (stop) this.store.strikeOut(stop.id, 'its start was struck out');
    this.store.strikeOut(id, 'struck out in the pass log');
  }

  protected noteDown(event: Event): void {
    event.preventDefault();
    const text = this.note.value.trim();
    if (text !== '' && this.weld.note({ kind: 'note', text })) this.note.change('');
  }
}
