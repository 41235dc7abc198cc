import { ChangeDetectionStrategy, Component, computed, inject, resource } from '@angular/core';
import type { LearntDilution } from '@variatum/contracts';
import { JOINTS } from '@variatum/metallurgy';
import { rodName } from '@variatum/presentation';
import { firstValueFrom } from 'rxjs';
import { SwitchField } from '../kit/fields';
import { Page } from '../kit/page';
import { Panel } from '../kit/panel';
import { WorkshopStore } from '../settings/workshop-store';
import { ApiClient, PAGE_SYNC } from '../sync';
import { Session } from '../sync/session';

const percent = (share: number): string => `${Math.round(100 * share)}`;

/** Kind of bead in words: a technique, and the joint it comes out otherwise in. */
function kindWords(kind: string): string {
  const [technique = '', type] = kind.split(' ') as [string, string?];
  const { techniques, types } = JOINTS;
  const title = Object.hasOwn(techniques, technique) ? techniques[technique as keyof typeof techniques].title : technique;
  return type && Object.hasOwn(types, type) ? `${title}, ${types[type as keyof typeof types].title.toLowerCase()}` : title;
} // prettier-ignore

/** What the workshop's own work has taught: dilution from its beads, and how repairs did, rod by rod. */
@Component({
  imports: [Page, Panel, SwitchField],
  providers: [PAGE_SYNC, WorkshopStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-page heading="Logbook">
      @if (learnt.error()) {
        <p class="panel" role="alert">The logbook cannot be read just now: the server does not answer.</p>
      } @else if (read(); as known) {
        <va-panel label="Dilution from your beads" about="dilution">
          @for (one of dilutions(); track one.kind) {
            <section class="learnt" [attr.aria-label]="one.title">
              <h3>{{ one.title }}</h3>
              <p>{{ one.words }}</p>
              <p class="small soft">{{ one.effect }}</p>
              @if (session.may('own')) {
                <va-switch-field [on]="!one.off" (changed)="leaveOut(one.kind, !$event)">
                  Counts in today’s answers
                </va-switch-field>
              }
            </section>
          } @empty {
            <p class="soft">
              Nothing yet. Log the ferrite of beads where the metals are known, under Weld or Inspect: from the first
              one on this says how much base metal your hands bring into the pool.
            </p>
          }
        </va-panel>
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
            <p class="small soft">
              Counts of joints by how they were last seen, with a Beta range that begins even. So few prove nothing:
              jobs differ, and what failed comes back sooner than what holds.
            </p>
          } @else {
            <p class="soft">Nothing was seen again yet: log it under Record.</p>
          }
        </va-panel>
      } @else {
        <p class="soft">Reading the logbook</p>
      }
    </va-page>
  `,
  styles: `
    .learnt {
      display: grid;
      gap: var(--space-1);
      padding: var(--space-3) 0;
      border-bottom: 1px solid var(--line);
    }
    h3 {
      font-size: 1rem;
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
  `,
})
export class Logbook {
  private readonly api = inject(ApiClient);
  private readonly workshops = inject(WorkshopStore);
  protected readonly session = inject(Session);
  protected readonly learnt = resource({
    params: () => (this.session.now() === null ? undefined : true),
    loader: () => firstValueFrom(this.api.ask('GET /learnt', { query: {} })),
  });
  protected readonly read = computed(() => (this.learnt.hasValue() ? this.learnt.value() : undefined));
  private readonly off = computed(() => this.workshops.workshop()?.learntOff);

  protected readonly dilutions = computed(() =>
    (this.read()?.dilutions ?? []).map((one) => ({
      kind: one.kind,
      title: kindWords(one.kind),
      off: this.off()?.includes(one.kind) ?? one.off,
      words: `From ${one.count === 1 ? '1 of your beads' : `${one.count} of your beads`} on ${one.jobs === 1 ? '1 job' : `${one.jobs} jobs`}: ${percent(one.dilution.median)} % (${one.dilution.range90.map(percent).join(' to ')}), believed before ${percent(one.prior.mode)} %.`,
      effect: this.effectOf(one),
    })),
  );
  protected readonly outcomes = computed(() =>
    (this.read()?.outcomes ?? []).map(({ rod, held, failed, range90 }) => ({
      rod: rodName(rod),
      held,
      failed,
      share: `${range90.map(percent).join(' to ')} %`,
    })),
  );

  constructor() {
    void this.workshops.open();
  }

  private effectOf({ prior, next }: LearntDilution): string {
    return `Where nothing is said of dilution, answers reckon with ${percent(next.min)} to ${percent(next.max)} % in place of ${percent(prior.min)} to ${percent(prior.max)} %.`;
  }

  protected leaveOut(kind: string, out: boolean): void {
    const others = (this.off() ?? []).filter((one) => one !== kind);
    this.workshops.change({ learntOff: out ? [...others, kind] : others });
  }
}
