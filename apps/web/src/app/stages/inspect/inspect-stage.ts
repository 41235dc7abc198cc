import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { inspectionLine } from '@variatum/metallurgy';
import { foundWords } from '@variatum/presentation';
import { JointStore } from '../../job/stores';
import { Session } from '../../sync/session';
import { CleanUpList } from './clean-up-list';
import { FindingForm } from './finding-form';
import { FindingsList } from './findings-list';
import { Inspection } from './inspection';
import { SeamFindings, type SeamFinding } from './seam-findings';
import { VerdictForm } from './verdict-form';
import { VerdictView } from './verdict-view';

/** The finished weld: what is asked, what was found where, what to do about a miss, and somebody's word on it. */
@Component({
  imports: [CleanUpList, FindingForm, FindingsList, SeamFindings, VerdictForm, VerdictView],
  providers: [Inspection],
  host: { class: 'stage' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="below first stack">
      @if (joints.shown()) {
        <section class="panel judged" aria-label="The weld" [attr.data-seam]="inspection.seam()?.kind ?? null">
          @if (inspection.seam(); as seam) {
            <va-seam-findings
              [kind]="seam.kind"
              [lengthMm]="seam.lengthMm"
              [findings]="marks()"
              [atMm]="inspection.atMm()"
              (placed)="inspection.atMm.set($event)"
            />
          }
          <va-verdict-view />
        </section>
      } @else {
        <p class="panel">Add a joint under Joint; what is looked at follows.</p>
      }
    </div>
    @if (joints.shown()) {
      <div class="beside stack">
        @if (session.may('check')) {
          <va-finding-form />
        }
        <va-verdict-form />
      </div>
      <div class="below found"><va-findings-list /></div>
      <div class="through stack"><va-clean-up-list /></div>
    }
  `,
  styles: `
    .judged {
      display: grid;
      gap: var(--space-3) var(--space-4);
    }
    .judged[data-seam='ring'] {
      grid-template-columns: 250px minmax(0, 1fr);
    }
    va-seam-findings {
      height: 76px;
    }
    [data-seam='ring'] va-seam-findings {
      height: 230px;
    }
    @media (min-width: 981px) {
      .beside {
        grid-row: 2 / span 2;
      }
      .found {
        grid-row: 3;
      }
      .through {
        grid-row: 4;
      }
    }
    @media (max-width: 700px) {
      .judged[data-seam='ring'] {
        grid-template-columns: minmax(0, 1fr);
      }
      [data-seam='ring'] va-seam-findings {
        height: 170px;
      }
    }
  `,
})
export class InspectStage {
  protected readonly inspection = inject(Inspection);
  protected readonly joints = inject(JointStore);
  protected readonly session = inject(Session);

  protected readonly marks = computed<readonly SeamFinding[]>(() =>
    this.inspection.findings().map(({ finding, number, state }) => ({
      id: finding.id,
      atMm: finding.atMm,
      number,
      state,
      words: `${inspectionLine(finding.line).title} ${foundWords(finding, this.inspection.unit())}`,
    })),
  );
}
