import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal, viewChild } from '@angular/core';
import { leaderOf } from '@variatum/job';
import { formatLength, type Spot } from '@variatum/metallurgy';
import {
  jointTitle,
  type JointWords,
  jointWordsOf,
  lengthWords,
  markWords,
  type PieceWords,
  pieceWordsOf,
  type SpotMark,
  weldStateOf,
} from '@variatum/presentation';
import { PictureTools } from '../part/picture-tools';
import { WholeView } from '../part/whole-view';
import { WorkshopStore } from '../settings/workshop-store';
import { AnswerService } from './answer.service';
import { PartMarks } from './part-marks';
import { DecisionStore, JobStore, JointStore, PartSelection, PartStore, RecordStore, WeldStore } from './stores';

/** The part of the open job, on every stage: what is chosen in it is what the stage is about. */
@Component({
  selector: 'va-part-picture',
  imports: [PictureTools, WholeView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel picture" [class.bare]="jobs.pieces().length === 0" aria-label="The part">
      @if (jobs.pieces().length === 0) {
        <p class="soft empty">The part is drawn here as soon as it has a piece.</p>
      } @else {
        <va-whole-view
          [layout]="part.layout()"
          [pieces]="pieces()"
          [joints]="joints()"
          [spots]="spots()"
          [marks]="partMarks.marks()"
          [chosenPiece]="selection.piece()"
          [chosenJoint]="joint()?.id ?? null"
          [spotting]="spotting()"
          [unit]="unit()"
          (pieceChosen)="pieceChosen.emit($event)"
          (jointChosen)="jointChosen.emit($event)"
          (markMoved)="partMarks.moved.next($event)"
        />
        <va-picture-tools
          class="tools no-print"
          [name]="jobs.job()?.title ?? 'part'"
          [drawing]="drawing"
          [(worded)]="worded"
        />
        @if (worded()) {
          <div class="worded">
            <ul>
              @for (line of lines(); track $index) {
                <li>{{ line }}</li>
              }
            </ul>
          </div>
        }
      }
    </section>
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    .picture {
      position: relative;
      height: 100%;
      min-height: 280px;
      padding: 0;
      background: var(--raised);
      display: grid;
    }
    .picture.bare {
      min-height: 0;
    }
    va-whole-view {
      height: 100%;
    }
    .tools {
      position: absolute;
      right: 4px;
      top: 2px;
    }
    .worded {
      position: absolute;
      inset: 40px 0 0;
      background: var(--raised);
      padding: var(--space-4);
      overflow: auto;
    }
    .empty {
      place-self: center;
    }
    @media (max-width: 980px) {
      .picture {
        min-height: 0;
        height: 210px;
      }
      .picture.bare {
        height: 60px;
      }
    }
    @media print {
      .picture {
        height: 300px;
        border-color: #000;
      }
    }
  `,
})
export class PartPicture {
  /** Whether a tap says where on a piece something is. */
  readonly spotting = input(false);
  readonly pieceChosen = output<{ readonly id: string; readonly spot: Spot | null }>();
  readonly jointChosen = output<string>();

  protected readonly jobs = inject(JobStore);
  protected readonly part = inject(PartStore);
  protected readonly selection = inject(PartSelection);
  protected readonly partMarks = inject(PartMarks);
  private readonly jointStore = inject(JointStore);
  private readonly weld = inject(WeldStore);
  private readonly record = inject(RecordStore);
  private readonly decisions = inject(DecisionStore);
  private readonly answers = inject(AnswerService);
  private readonly workshops = inject(WorkshopStore);
  private readonly view = viewChild(WholeView);

  protected readonly worded = signal(false);
  protected readonly drawing = (): SVGSVGElement | undefined => this.view()?.element;
  protected readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');
  protected readonly joint = this.jointStore.shown;
  protected readonly pieces = computed<ReadonlyMap<string, PieceWords>>(() => {
    const [job, beliefs] = [this.jobs.job(), this.answers.beliefs()];
    return job ? pieceWordsOf(job, (piece) => beliefs[piece]?.candidates, this.unit()) : new Map();
  });
  protected readonly joints = computed<ReadonlyMap<string, JointWords>>(() => {
    const [job, lastOf] = [this.jobs.job(), this.decisions.lastOf()];
    return job
      ? jointWordsOf(
          job,
          (joint) => lastOf(joint) !== undefined,
          (joint) => this.stateOf(joint),
        )
      : new Map();
  });
  /** What the weld of a joint has come to, and where it misses its profile. */
  private stateOf(id: string): Pick<JointWords, 'weld' | 'missedAt'> {
    const lengthMm = this.part.joints().get(id)?.seamMm.value ?? null;
    return weldStateOf(this.record.verdicts().get(id), this.weld.logOf(id), lengthMm);
  }
  protected readonly spots = computed<readonly SpotMark[]>(() =>
    this.jobs
      .pieces()
      .flatMap(({ id: piece, tests }) =>
        tests.flatMap((test) =>
          test.spot && test.struckOutAt === null
            ? [{ id: test.id, piece, spot: test.spot, words: markWords(test) }]
            : [],
        ),
      ),
  );
  /** The picture in words, a line for each piece and each joint. */
  protected readonly lines = computed(() => {
    const [letters, unit] = [this.part.letters(), this.unit()];
    const pieces = this.jobs.pieces().map((piece) => {
      const { words } = this.pieces().get(piece.id) ?? { words: '' };
      const long = piece.lengthMm.value === null ? '' : `, ${formatLength(piece.lengthMm.value, unit)} long`;
      const alike = piece.count > 1 ? `, ${piece.count} alike` : '';
      return `${letters.get(piece.id)}, ${piece.name}${alike}: ${words}${long}`;
    });
    const joints = this.jointStore.all().map((joint, index, all) => {
      const { type } = leaderOf(all, joint).joint;
      const between = joint.sides.map(({ piece }) => letters.get(piece) ?? '?').join(' and ');
      const seam = this.part.joints().get(joint.id)?.seamMm;
      const state = this.stateOf(joint.id).weld;
      return (
        `Joint ${index + 1}, ${jointTitle(joint, type).toLowerCase()} of ` +
        `${between || 'all pieces'}${!seam || seam.value === null ? '' : `, ${lengthWords(seam, unit)} to weld`}` +
        `${joint.alikeTo === null ? '' : ', alike to another'}${state ? WELD_LINE[state] : ''}`
      );
    });
    return [...pieces, ...joints];
  });
}

const WELD_LINE = {
  burning: ', arc on',
  laid: ', beads laid',
  cracked: ', cracked',
  met: ', keeps to its profile',
  missed: ', misses its profile',
} as const;
