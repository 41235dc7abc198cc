import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { inspectionLine } from '@variatum/metallurgy';
import { byMethodWords, foundWords, LINE_STATE_WORDS, whenWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore, JointStore, PhotoStore, RecordStore } from '../../job/stores';
import { Panel } from '../../kit/panel';
import { placeWords } from '../../planning';
import { People } from '../../sync/people';
import { Session } from '../../sync/session';
import { Inspection, type NumberedFinding } from './inspection';

/** What was found, by whom and how; what to do about each miss; a second person's word. */
@Component({
  selector: 'va-findings-list',
  imports: [NzButtonModule, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Found" about="acceptance-profile">
      @if (rows().length === 0) {
        <p class="soft">Nothing is logged at this joint yet. Begin with what you see: cracks, pores, colour.</p>
      }
      <ol class="found">
        @for (row of rows(); track row.id) {
          <li [attr.data-state]="row.state">
            <p class="row between">
              <span>
                <strong>{{ row.number }} {{ row.title }}: {{ row.found }}</strong>
                <span class="small said">{{ row.stateWords }}</span>
              </span>
              <span class="acts">
                @if (row.mayConfirm) {
                  <button nz-button type="button" (click)="confirm(row.id)" [attr.aria-label]="'Confirm ' + row.title">
                    I find the same
                  </button>
                }
                @if (session.may('check')) {
                  <button
                    type="button"
                    class="link"
                    (click)="record.strikeOut(row.id, 'struck out under Inspect')"
                    [attr.aria-label]="'Strike out ' + row.title"
                  >
                    strike out
                  </button>
                }
              </span>
            </p>
            <p class="small soft">{{ row.about }}</p>
            @if (row.photo; as photo) {
              <img class="thumb" [src]="photos.addressOf(photo)" [alt]="photo.caption || row.title" />
            }
            @for (words of row.mend; track words) {
              <p class="mend">{{ words }}.</p>
            }
          </li>
        }
      </ol>
    </va-panel>
  `,
  styles: `
    .found {
      list-style: none;
      padding: 0;
      display: grid;
      gap: var(--space-3);
    }
    li {
      border-left: 4px solid var(--low);
      padding-left: var(--space-3);
      display: grid;
      gap: 2px;
    }
    li[data-state='close'] {
      border-left-style: dashed;
      border-left-color: var(--watch);
    }
    li[data-state='missed'] {
      border-left-style: double;
      border-left-color: var(--do-not);
    }
    .said {
      margin-left: var(--space-3);
    }
    .acts {
      display: flex;
      gap: var(--space-3);
      align-items: center;
    }
    .thumb {
      width: 84px;
      height: 64px;
      object-fit: cover;
    }
    .mend {
      font-weight: 550;
    }
  `,
})
export class FindingsList {
  protected readonly inspection = inject(Inspection);
  protected readonly record = inject(RecordStore);
  protected readonly photos = inject(PhotoStore);
  protected readonly session = inject(Session);
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly people = inject(People);

  protected readonly rows = computed(() => this.inspection.findings().map((one) => this.rowOf(one)));

  private rowOf({ finding, mend, number, state }: NumberedFinding) {
    const line = inspectionLine(finding.line);
    const seam = this.inspection.seam();
    const own = this.session.owner()?.person ?? null;
    const at = finding.atMm === null ? 'all of the seam' : seam ? `at ${placeWords(seam, finding.atMm)}` : '';
    const confirmed = finding.confirmedBy.map((person) => this.people.nameOf(person)).filter(Boolean);
    return {
      id: finding.id,
      number,
      title: line.title,
      state,
      stateWords: LINE_STATE_WORDS[state],
      found: foundWords(finding, this.inspection.unit()),
      about: [
        at,
        byMethodWords(finding),
        whenWords(new Date(finding.atMs).toISOString()),
        this.people.byWords(finding.who),
        finding.note,
        ...(confirmed.length > 0 ? [`confirmed by ${confirmed.join(' and ')}`] : []),
      ]
        .filter(Boolean)
        .join(' · '),
      mend,
      photo: this.jobs.photos().find(({ id }) => id === finding.photo) ?? null,
      mayConfirm:
        this.session.may('check') &&
        own !== null &&
        finding.who !== null &&
        finding.who !== own &&
        !finding.confirmedBy.includes(own),
    };
  }

  protected confirm(id: string): void {
    this.record.add(this.joints.shown()?.id ?? null, { kind: 'confirm', of: id }, 'the word to a finding');
  }
}
