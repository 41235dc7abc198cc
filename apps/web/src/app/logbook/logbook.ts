import { ChangeDetectionStrategy, Component, computed, effect, inject, resource } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { type Outcome } from '@variatum/metallurgy';
import { dayWords, OUTCOME_WORDS, rodName } from '@variatum/presentation';
import { firstValueFrom } from 'rxjs';
import { Page } from '../kit/page';
import { Panel } from '../kit/panel';
import { WorkshopStore } from '../settings/workshop-store';
import { ApiClient, PAGE_SYNC } from '../sync';
import { ConflictPanel } from '../sync/conflict-panel';
import { People } from '../sync/people';
import { Saving } from '../sync/saving';
import { Session } from '../sync/session';
import { AlikePanel } from './alike-panel';
import { CalibrationPanel } from './calibration-panel';
import { LearntChoices } from './learnt-choices';
import { LearntEntry } from './learnt-entry';
import { dilutionLines, familyLines, keyWords, minuteLines, percent, purgeLines, testLines } from './learnt-words';

/** What the workshop's own work has taught, how far the program is to be believed, and past jobs like one. */
@Component({
  imports: [AlikePanel, CalibrationPanel, ConflictPanel, LearntEntry, NzButtonModule, Page, Panel, Saving],
  providers: [PAGE_SYNC, WorkshopStore, LearntChoices],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-page heading="Logbook">
      <va-saving aside />
      <va-conflict-panel [of]="workshops.document" />
      @if (learnt.error()) {
        <p class="panel" role="alert">The logbook cannot be read just now: the server does not answer.</p>
      } @else if (read(); as known) {
        <div class="columns">
          <div class="stack">
            @if (known.leftOut > 0) {
              <p class="panel" data-testid="left-out">
                {{ known.leftOut }} logged {{ known.leftOut === 1 ? 'thing is' : 'things are' }} left out of what is
                learnt: {{ known.leftOut === 1 ? 'it names' : 'they name' }} what is in no catalogue.
              </p>
            }
            @for (group of groups(); track group.label) {
              <va-panel [label]="group.label" [about]="group.about">
                @for (one of group.entries; track one.key) {
                  <va-learnt-entry
                    [heading]="one.heading"
                    [key]="one.key"
                    [words]="one.words"
                    [effect]="one.effect"
                    [off]="one.off"
                  />
                } @empty {
                  <p class="soft">{{ group.nothing }}</p>
                }
              </va-panel>
            }
            @if (choices.anew().length > 0) {
              <va-panel label="Learnt anew">
                @for (one of anew(); track one.key) {
                  <p class="row tight">
                    {{ one.words }}
                    @if (session.may('own')) {
                      <button
                        nz-button
                        type="button"
                        (click)="choices.countAll(one.key)"
                        [attr.aria-label]="'Count all again: ' + one.words"
                      >
                        Count all again
                      </button>
                    }
                  </p>
                }
              </va-panel>
            }
          </div>
          <div class="stack">
            <va-alike-panel />
            <va-calibration-panel />
            <va-panel label="How repairs did">
              @if (outcomes().length > 0) {
                <table>
                  <thead>
                    <tr>
                      <th scope="col">Rod</th>
                      <th scope="col">Held</th>
                      <th scope="col">Gave out</th>
                      <th scope="col">Share that holds</th>
                    </tr>
                  </thead>
                  <tbody>
                    @for (row of outcomes(); track row.rod) {
                      <tr>
                        <th scope="row">{{ row.rod }}</th>
                        <td>{{ row.held }}</td>
                        <td>{{ row.failed }}</td>
                        <td>{{ row.share }}</td>
                      </tr>
                    }
                  </tbody>
                </table>
                @if (failures().length > 0) {
                  <ul class="dashes">
                    @for (line of failures(); track line) {
                      <li>{{ line }}</li>
                    }
                  </ul>
                }
                <p class="small soft">
                  Counts of joints by how they were last seen, with a Beta range that begins even. So few prove nothing:
                  jobs differ, and what failed comes back sooner than what holds.
                </p>
              } @else {
                <p class="soft">Nothing was seen again yet: log it under Record.</p>
              }
            </va-panel>
          </div>
        </div>
      } @else {
        <p class="soft">Reading the logbook</p>
      }
    </va-page>
  `,
  styles: `
    .columns {
      display: grid;
      grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
      gap: var(--space-4);
      align-items: start;
    }
    table {
      border-collapse: collapse;
      font-variant-numeric: tabular-nums;
    }
    th,
    td {
      text-align: left;
      padding: 5px 22px 5px 0;
      border-bottom: 1px solid var(--line);
    }
    @media (max-width: 900px) {
      .columns {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class Logbook {
  private readonly api = inject(ApiClient);
  private readonly people = inject(People);
  protected readonly workshops = inject(WorkshopStore);
  protected readonly choices = inject(LearntChoices);
  protected readonly session = inject(Session);

  protected readonly learnt = resource({ loader: () => firstValueFrom(this.api.ask('GET /learnt')) });
  protected readonly read = computed(() => (this.learnt.hasValue() ? this.learnt.value() : null));

  protected readonly groups = computed(() => {
    const known = this.read();
    if (!known) return [];
    const { dilutions, families, tests, minutes, purges } = known;
    return [
      {
        label: 'Dilution from your beads',
        about: 'dilution',
        entries: dilutions.map((one) => dilutionLines(one, (person) => this.people.nameOf(person))),
        nothing:
          'Nothing yet. Log the ferrite of beads where the metals are known, under Weld or Inspect: from the ' +
          'first one on this says how much base metal your hands bring into the pool.',
      },
      {
        label: 'What comes in',
        about: undefined,
        entries: families.map(familyLines),
        nothing:
          'Nothing yet. Say the grade of a piece once papers, an analysis or its stamp settle it, and what kind ' +
          'of item it is.',
      },
      {
        label: 'How good your tests are',
        about: undefined,
        entries: tests.map(testLines),
        nothing: 'Nothing yet. Results count here once the grade of their piece is settled by something else.',
      },
      {
        label: 'How long it takes',
        about: undefined,
        entries: [...minutes.map(minuteLines), ...purges.map(purgeLines)],
        nothing:
          'Nothing yet. Minutes put down under Record, arcs logged at the torch, and an oxygen meter at the vent ' +
          'while the clock runs, say it.',
      },
    ];
  });
  protected readonly anew = computed(() =>
    this.choices.anew().map(({ key, since }) => ({ key, words: `${keyWords(key)}, since ${dayWords(since)}` })),
  );
  protected readonly outcomes = computed(() =>
    (this.read()?.outcomes ?? []).map(({ rod, held, failed, range90 }) => ({
      rod: rodName(rod),
      held,
      failed,
      share: `${range90.map(percent).join(' to ')} %`,
    })),
  );
  protected readonly failures = computed(() =>
    (this.read()?.failures ?? []).map(
      ({ way, count, of, range90 }) =>
        `${OUTCOME_WORDS[way as Outcome] ?? way}: ${count} of ${of}, ${range90.map(percent).join(' to ')} %`,
    ),
  );

  constructor() {
    void this.workshops.open();
    let before: number | undefined;
    // What counts has changed: once the server has it, what is learnt is reckoned anew.
    effect(() => {
      const version = this.workshops.workshop()?.version;
      if (before !== undefined && version !== before) this.learnt.reload();
      before = version;
    });
  }
}
