import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { completeJoint, findGrade, JOINTS, type MaterialFamily } from '@variatum/metallurgy';
import { AnswerService } from '../../job/answer.service';
import { JointStore, PieceStore } from '../../job/stores';
import { ChoiceGroup, type ChoiceOption, type FieldOf } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { JointSection } from '../../part/joint-section';
import { DilutionField } from './dilution-field';

interface Group {
  readonly field: 'type' | 'technique' | 'process' | 'restraint' | 'shielding' | 'gas' | 'backShielding';
  readonly title: string;
  readonly options: readonly ChoiceOption<string>[];
}

const optionsOf = (
  record: Readonly<Record<string, { readonly title: string }>>,
  offered: (id: string) => boolean = () => true,
): readonly ChoiceOption<string>[] =>
  Object.entries(record).flatMap(([value, { title }]) => (offered(value) ? [{ value, title }] : []));

const GROUPS: readonly Group[] = [
  { field: 'type', title: 'Joint', options: optionsOf(JOINTS.types) },
  {
    field: 'technique',
    title: 'Technique',
    // A layer laid before the joint is no way to weld the joint.
    options: optionsOf(JOINTS.techniques, (id) => id !== 'buttering'),
  },
  { field: 'process', title: 'Process', options: optionsOf(JOINTS.processes) },
  { field: 'restraint', title: 'Restraint', options: optionsOf(JOINTS.restraint) },
  { field: 'shielding', title: 'Gas cover', options: optionsOf(JOINTS.shielding) },
  {
    field: 'gas',
    title: 'Gas',
    options: optionsOf(JOINTS.gases, (id) => JOINTS.gases[id as keyof typeof JOINTS.gases].torch),
  },
  { field: 'backShielding', title: 'Behind the root', options: optionsOf(JOINTS.backShielding) },
];

/** How the pieces meet and how they are welded: from it follow dilution and shares. */
@Component({
  imports: [ChoiceGroup, DilutionField, JointSection, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      <va-panel label="Joint" [heading]="null">
        <div class="pair">
          <div class="stack">
            @for (group of groups; track group.field) {
              <va-choice-group
                [label]="group.title"
                [clear]="group.field !== 'type'"
                [options]="group.options"
                [of]="fieldOf(group.field)"
              />
            }
            @if (pieces.active().length > 1) {
              <va-choice-group label="Arc aimed at" clear [options]="aims()" [of]="of().aimedAt" />
            }
            <va-dilution-field [completed]="completed()" />
          </div>
          <figure>
            <va-joint-section [type]="joint().type" [thicknesses]="thicknesses()" />
            <figcaption class="small soft">{{ shareWords() }}</figcaption>
          </figure>
        </div>
        @if (caution(); as words) {
          <p class="caution">{{ words }}</p>
        }
      </va-panel>
      @for (message of otherErrors(); track message) {
        <p class="field-error" role="alert">{{ message }}</p>
      }
    </div>
  `,
  styles: `
    .pair {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(220px, 340px);
      gap: var(--space-5);
      align-items: start;
    }
    figure {
      margin: 0;
      background: var(--raised);
      border: 1px solid var(--line);
      border-radius: var(--corner);
      padding: var(--space-3);
    }
    @media (max-width: 1180px) {
      .pair {
        grid-template-columns: 1fr;
      }
      figure {
        order: -1;
        max-width: 420px;
      }
    }
  `,
})
export class JointStage {
  protected readonly pieces = inject(PieceStore);
  protected readonly joints = inject(JointStore);
  private readonly answers = inject(AnswerService);
  protected readonly joint = this.joints.joint;
  protected readonly groups = GROUPS;
  protected readonly of = this.joints.fields;

  /** A question of a group as its field; which answers there are, the group's own options say. */
  protected fieldOf(field: Group['field']): FieldOf<string | null | undefined> {
    return this.of()[field] as FieldOf<string | null | undefined>;
  }

  protected readonly aims = computed(() => this.pieces.active().map(({ name }, value) => ({ value, title: name })));
  protected readonly thicknesses = computed(() =>
    this.pieces.active().map(({ thicknessMm }) => thicknessMm.value ?? JOINTS.defaultThicknessMm),
  );
  protected readonly completed = computed(() => {
    try {
      const families = this.pieces.active().map((_piece, index) => this.familyOf(index));
      return completeJoint(
        { ...this.joint(), thicknessMm: this.thicknesses() },
        families.length > 0 ? families : ['austenitic'],
      );
    } catch {
      // What is wrong with it stands at its field.
      return null;
    }
  });
  protected readonly caution = computed(() => (this.completed()?.hydrogenGas ? JOINTS.hydrogenGasCaution : null));
  protected readonly otherErrors = computed(() =>
    Object.entries(this.joints.errors()).flatMap(([path, message]) => (path === 'joint.dilution' ? [] : [message])),
  );
  protected readonly shareWords = computed(() => {
    const shares = this.completed()?.shares ?? [];
    const pieces = this.pieces.active();
    if (shares.length < 2) return 'The melted base metal is this piece alone.';
    return `Of the melted base metal: ${shares.map(({ mode }, index) => `${pieces[index]?.name ?? ''} about ${Math.round(100 * mode)} %`).join(', ')}.`;
  });

  /** Family of the likeliest candidate of a piece; it conducts the heat away. */
  private familyOf(index: number): MaterialFamily {
    const piece = this.pieces.active()[index];
    const grade = piece?.grade ?? this.answers.beliefs()[index]?.candidates[0]?.grade;
    return (grade && findGrade(grade)?.family) || 'austenitic';
  }
}
