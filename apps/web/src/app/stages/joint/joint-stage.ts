import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { JointDescription } from '@variatum/contracts';
import { completeJoint, findGrade, JOINTS, type MaterialFamily } from '@variatum/metallurgy';
import { JobStore } from '../../job/job-store';
import { JointSection } from '../../part/joint-section';
import { AnswerService } from '../../job/answer.service';
import { ChoiceGroup, type ChoiceOption, TextField } from '../../kit/fields';
import { HelpNote } from '../../kit/marks/help-note';

type Option = ChoiceOption<string>;

const options = (record: Readonly<Record<string, { readonly title: string }>>): readonly Option[] =>
  Object.entries(record).map(([value, { title }]) => ({ value, title }));

/** How the pieces meet and how they are welded: from it follow dilution and shares. */
@Component({
  selector: 'va-joint-stage',
  imports: [ChoiceGroup, HelpNote, JointSection, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      <section class="panel stack" aria-label="Joint">
        <div class="pair">
          <div class="stack">
            @for (group of groups; track group.field) {
              <va-choice-group
                [label]="group.title"
                [options]="group.options"
                [value]="joint()[group.field]"
                (chosen)="set(group.field, $event)"
              />
            }
            @if (store.pieces().length > 1) {
              <va-choice-group
                label="Arc aimed at"
                [options]="aims()"
                [value]="joint().aimedAt"
                (chosen)="store.changeJoint({ aimedAt: joint().aimedAt === $event ? undefined : $event })"
              />
            }
            <va-text-field
              class="narrow"
              label="Dilution, % (base metal in the pool)"
              inputmode="decimal"
              [longest]="20"
              [value]="dilutionText()"
              [placeholder]="dilutionWords()"
              [error]="dilutionError()"
              (changed)="setDilution($event)"
            >
              <va-help-note about="dilution" />
            </va-text-field>
          </div>
          <figure>
            <va-joint-section [type]="joint().type" [thicknesses]="thicknesses()" />
            <figcaption class="small soft">{{ shareWords() }}</figcaption>
          </figure>
        </div>
        @if (joint().gas === 'argon-hydrogen') {
          <p class="caution">
            Hydrogen in the gas is for austenitic pools only: never on ferritic, martensitic, duplex or carbon steel.
          </p>
        }
      </section>
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
    .narrow {
      max-width: 320px;
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
  protected readonly store = inject(JobStore);
  private readonly answers = inject(AnswerService);
  protected readonly joint = this.store.joint;

  protected readonly groups: readonly {
    field: 'type' | 'technique' | 'process' | 'restraint' | 'shielding' | 'gas';
    title: string;
    options: readonly Option[];
  }[] = [
    { field: 'type', title: 'Joint', options: options(JOINTS.types) },
    {
      field: 'technique',
      title: 'Technique',
      options: options(JOINTS.techniques).filter(({ value }) => value !== 'buttering'),
    },
    { field: 'process', title: 'Process', options: options(JOINTS.processes) },
    {
      field: 'restraint',
      title: 'Restraint',
      options: [
        { value: 'low', title: 'Free to move' },
        { value: 'medium', title: 'Ordinary' },
        { value: 'high', title: 'Held fast' },
      ],
    },
    {
      field: 'shielding',
      title: 'Gas cover',
      options: [
        { value: 'good', title: 'Gas lens, tight arc' },
        { value: 'poor', title: 'Draughty or long arc' },
      ],
    },
    {
      field: 'gas',
      title: 'Gas',
      options: [
        { value: 'argon', title: 'Argon' },
        { value: 'argon-helium', title: 'Argon with helium' },
        { value: 'argon-hydrogen', title: 'Argon with hydrogen' },
        { value: 'argon-nitrogen', title: 'Argon with nitrogen' },
      ],
    },
  ];

  protected readonly aims = computed(() => this.store.pieces().map(({ name }, value) => ({ value, title: name })));

  private typedDilution: string | null = null;
  protected readonly thicknesses = computed(() => this.store.pieces().map(({ thicknessMm }) => thicknessMm ?? 3));
  private readonly completed = computed(() => {
    try {
      const count = Math.max(1, this.store.pieces().length);
      return completeJoint(
        { ...this.joint(), thicknessMm: this.thicknesses() },
        Array.from({ length: count }, (_, index) => this.familyOf(index)),
      );
    } catch {
      return null;
    }
  });
  protected readonly dilutionText = computed(() => {
    const { dilution } = this.joint();
    if (this.typedDilution !== null) return this.typedDilution;
    return typeof dilution === 'number' ? String(Math.round(1000 * dilution) / 10) : '';
  });
  protected readonly dilutionError = computed(() => this.store.errorsOf('joint')['joint.dilution'] ?? '');
  protected readonly otherErrors = computed(() =>
    Object.entries(this.store.errorsOf('joint'))
      .filter(([path]) => path !== 'joint.dilution')
      .map(([, message]) => message),
  );
  protected readonly dilutionWords = computed(() => {
    const dilution = this.completed()?.dilution;
    return dilution ? `${Math.round(100 * dilution.min)} to ${Math.round(100 * dilution.max)}, by technique` : '';
  });
  protected readonly shareWords = computed(() => {
    const shares = this.completed()?.shares ?? [];
    const pieces = this.store.pieces();
    if (shares.length < 2) return 'The melted base metal is this piece alone.';
    return `Of the melted base metal: ${shares.map(({ mode }, index) => `${pieces[index]?.name ?? ''} about ${Math.round(100 * mode)} %`).join(', ')}.`;
  });

  /** Family of the likeliest candidate of a piece; it conducts the heat away. */
  private familyOf(index: number): MaterialFamily {
    const piece = this.store.pieces()[index];
    const grade = piece?.grade ?? this.answers.beliefs()[index]?.candidates[0]?.grade;
    return (grade && findGrade(grade)?.family) || 'austenitic';
  }

  protected set(field: 'type' | 'technique' | 'process' | 'restraint' | 'shielding' | 'gas', value: string): void {
    const again = this.joint()[field] === value;
    if (field === 'type') {
      if (!again) this.store.changeJoint({ type: value as JointDescription['type'] });
    } else this.store.changeJoint({ [field]: again ? undefined : value } as Partial<JointDescription>);
  }

  protected setDilution(text: string): void {
    const plain = text.trim().replace(',', '.').replace(/%$/, '').trim();
    const percent = Number(plain);
    this.typedDilution = Number.isFinite(percent) && percent >= 0 && percent <= 100 ? null : text;
    this.store.changeJoint({
      dilution: plain === '' ? undefined : Number.isFinite(percent) ? percent / 100 : Number.NaN,
    });
    if (this.typedDilution !== null)
      this.store.saving.setErrors('joint', [
        { path: 'joint.dilution', message: 'give a percentage from 0 to 100, such as 30' },
      ]);
  }
}
