import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { RankedRod } from '@variatum/metallurgy';
import { rodName, whenWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { AnswerService } from '../../job/answer.service';
import { DecisionStore, JointStore } from '../../job/stores';
import { ownField, TextField } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { People } from '../../sync/people';
import { undecidedWords } from './undecided-words';

/** Deciding on the rod that is looked at, and what was decided before. */
@Component({
  selector: 'va-rod-decision',
  imports: [NzButtonModule, Panel, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Decision">
      @if (answers.current(); as rod) {
        @if (rod.worst === 'do-not') {
          <p class="caution">{{ name(rod.rod) }} is marked do not for this joint.</p>
        }
        <div class="row decide">
          <va-text-field class="grow" label="Note" [longest]="1000" [of]="note" />
          <button nz-button nzType="primary" type="button" (click)="decide(rod)" [disabled]="deciding()">
            Decide on {{ name(rod.rod) }}{{ forJoint() }}
          </button>
        </div>
        @if (failure()) {
          <p class="field-error" role="alert">{{ failure() }}</p>
        }
      }
      <ul>
        @for (decision of decisions(); track decision.id) {
          <li>
            <strong class="figure">{{ name(decision.rod) }}</strong>
            <span class="soft small">
              {{ when(decision.createdAt) }} {{ people.byWords(decision.madeBy) }} · recommended then:
              {{ name(decision.recommended) }} · engine {{ decision.engineVersion }}, seed {{ decision.seed }}
            </span>
            <span>{{ decision.note }}</span>
          </li>
        } @empty {
          <li class="soft">Nothing decided yet. A decision keeps everything it was based on.</li>
        }
      </ul>
    </va-panel>
  `,
  styles: `
    .decide {
      align-items: flex-end;
    }
    .grow {
      flex: 1 1 240px;
    }
    li {
      padding: 6px 0;
      border-top: 1px solid var(--line);
    }
  `,
})
export class RodDecision {
  protected readonly store = inject(DecisionStore);
  protected readonly answers = inject(AnswerService);
  private readonly joints = inject(JointStore);
  protected readonly people = inject(People);
  /** Decisions for the joint looked at and those alike to it, newest first. */
  protected readonly decisions = computed(() => {
    const ids = new Set<string | null>(this.joints.alike().map(({ id }) => id));
    return this.store.decisions().filter(({ jointId }) => ids.has(jointId) || (jointId === null && ids.size === 0));
  });
  /** Which of several joints is decided for. */
  protected readonly forJoint = computed(() => {
    const [shown, all] = [this.joints.shown(), this.joints.all()];
    const alike = this.joints.alike().length;
    return !shown || all.length < 2
      ? ''
      : alike > 1
        ? ` for ${alike} joints`
        : ` for joint ${this.joints.numberOf(shown.id)}`;
  });
  protected readonly name = rodName;
  protected readonly when = whenWords;
  protected readonly deciding = signal(false);
  protected readonly failure = signal('');
  protected readonly note = ownField('');

  protected async decide(rod: RankedRod): Promise<void> {
    this.deciding.set(true);
    this.failure.set('');
    try {
      await this.store.decide(this.joints.leading()?.id ?? null, rod.rod, this.note.value.trim());
      this.note.change('');
    } catch (error) {
      this.failure.set(undecidedWords(error));
    } finally {
      this.deciding.set(false);
    }
  }
}
