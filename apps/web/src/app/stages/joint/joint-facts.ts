import { ChangeDetectionStrategy, Component, computed, type ElementRef, inject, viewChild } from '@angular/core';
import { assemblyPiece, sideOf } from '@variatum/job';
import { JOINTS, likelyJoints, likelyTechniques, MOST_PIECES } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore, JointStore, PartStore } from '../../job/stores';
import { ChoiceGroup, type ChoiceOption, ChoiceSet, type FieldOf, fieldBy } from '../../kit/fields';
import { Icon } from '../../kit/marks/icon';
import { AlikeJoints } from './alike-joints';
import { DilutionField } from './dilution-field';
import { JointFitFields } from './joint-fit-fields';
import { JointPlaces } from './joint-places';
import { JointPool } from './joint-pool';

interface Group {
  readonly field: 'type' | 'technique' | 'process' | 'restraint' | 'shielding' | 'gas' | 'backShielding' | 'backGas';
  readonly title: string;
  readonly options: readonly ChoiceOption<string>[];
  /** How many stand in sight at first. */
  readonly first?: number;
}

const optionsOf = (
  record: Readonly<Record<string, { readonly title: string }>>,
  offered: (id: string) => boolean = () => true,
): readonly ChoiceOption<string>[] =>
  Object.entries(record).flatMap(([value, { title }]) => (offered(value) ? [{ value, title }] : []));

/** Names that are too long for a button beside the picture. */
const SHORT: Readonly<Record<string, string>> = {
  gtaw: 'TIG',
  gmaw: 'MIG',
  smaw: 'Stick',
  purge: 'Purge',
  dam: 'Dam',
  none: 'Nothing',
};
const shortly = (options: readonly ChoiceOption<string>[]): readonly ChoiceOption<string>[] =>
  options.map(({ value, title }) => ({ value, title: SHORT[value] ?? title }));

/** Gases of a torch, and of a wire: a wrong bottle is only found out when it can be said. */
const isOffered = ({ torch, active }: { readonly torch: boolean; readonly active: boolean }): boolean =>
  torch || active;

const DECIDING: readonly Group[] = [
  { field: 'process', title: 'Process', options: shortly(optionsOf(JOINTS.processes)) },
  { field: 'backShielding', title: 'Behind the root', options: shortly(optionsOf(JOINTS.backShielding)), first: 3 },
];
const MORE: readonly Group[] = [
  { field: 'restraint', title: 'Restraint', options: optionsOf(JOINTS.restraint) },
  { field: 'shielding', title: 'Gas cover', options: optionsOf(JOINTS.shielding) },
  {
    field: 'gas',
    title: 'Gas',
    options: optionsOf(JOINTS.gases, (id) => isOffered(JOINTS.gases[id as keyof typeof JOINTS.gases])),
    first: 2,
  },
  { field: 'backGas', title: 'Gas behind the root', options: optionsOf(JOINTS.backGases), first: 2 },
];

/** What is said of the joint looked at: what decides stands in sight, the rest unfolds. */
@Component({
  selector: 'va-joint-facts',
  imports: [AlikeJoints, ChoiceGroup, ChoiceSet, DilutionField, Icon, JointFitFields, JointPlaces, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel facts" aria-label="Joint">
      <div class="row between">
        <h2>
          {{ title() }}
          <span class="small soft">{{ between() }}</span>
        </h2>
        @if (joints.shown(); as joint) {
          <button nz-button nzType="text" type="button" class="off" (click)="joints.setWithdrawn(joint.id, true)">
            <va-icon name="remove" />
            Take off
          </button>
        }
      </div>
      @if (follows(); as words) {
        <p class="small">{{ words }}</p>
      }
      <va-choice-group label="How it meets" [first]="3" [options]="types()" [of]="fieldOf('type')" />
      <va-choice-group
        label="How it is welded"
        clear
        [first]="2"
        [options]="techniques()"
        [of]="fieldOf('technique')"
      />
      @for (group of deciding; track group.field) {
        <va-choice-group
          [label]="group.title"
          clear
          [first]="group.first"
          [options]="group.options"
          [of]="fieldOf(group.field)"
        />
      }
      @if (caution(); as words) {
        <p class="caution">{{ words }}</p>
      }
      @if (jobs.pieces().length > 1 && joints.shown()) {
        <va-choice-set label="Pieces that meet, in their order" [options]="pieceChoices()" [of]="meeting()" />
      }
      <details>
        <summary><strong>Cover, restraint, dilution</strong></summary>
        <div class="stack">
          @for (group of more; track group.field) {
            <va-choice-group
              [label]="group.title"
              clear
              [first]="group.first"
              [options]="group.options"
              [of]="fieldOf(group.field)"
            />
          }
          @if (pool.pieces().length > 1) {
            <va-choice-group label="Arc aimed at" clear [options]="aims()" [of]="of().aimedAt" />
          }
          <va-dilution-field [completed]="pool.completed()" />
        </div>
      </details>
      @if (joints.leading()) {
        <details #fit>
          <summary><strong>Edges and fit</strong></summary>
          <va-joint-fit-fields />
        </details>
        <details>
          <summary><strong>Where it sits</strong></summary>
          <va-joint-places />
        </details>
        <details>
          <summary><strong>Joints alike</strong></summary>
          <va-alike-joints />
        </details>
      }
    </section>
  `,
  styles: `
    .facts {
      display: grid;
      gap: 8px;
      padding: 8px var(--space-4) var(--space-3);
    }
    .off {
      min-height: 36px;
    }
    details .stack {
      padding: var(--space-2) 0;
    }
    summary {
      display: flex;
      align-items: center;
      min-height: var(--target);
      cursor: pointer;
    }
    details + details,
    details {
      border-top: 1px solid var(--line);
    }
  `,
})
export class JointFacts {
  protected readonly jobs = inject(JobStore);
  protected readonly joints = inject(JointStore);
  protected readonly pool = inject(JointPool);
  private readonly part = inject(PartStore);
  private readonly fitDetails = viewChild<ElementRef<HTMLDetailsElement>>('fit');
  protected readonly deciding = DECIDING;
  protected readonly more = MORE;
  protected readonly of = this.joints.fields;

  protected readonly title = this.joints.title;
  protected readonly between = computed(() => {
    const shown = this.joints.shown();
    const letters = this.pool.letters().filter(Boolean).join(' and ');
    return shown?.name ? `${letters}, ${shown.name}` : letters;
  });
  /** That another joint speaks for this one. */
  protected readonly follows = computed(() => {
    const [shown, leading] = [this.joints.shown(), this.joints.leading()];
    if (!shown || !leading || shown === leading) return null;
    return `Alike to joint ${this.joints.numberOf(leading.id)}: what is said here holds for all of them.`;
  });
  protected readonly types = computed<readonly ChoiceOption<string>[]>(() =>
    likelyJoints(this.pool.pieces().map(assemblyPiece)).map((value) => ({ value, title: JOINTS.types[value].title })),
  );
  protected readonly techniques = computed<readonly ChoiceOption<string>[]>(() =>
    likelyTechniques(this.joints.joint().type)
      // A layer laid before the joint is no way to weld the joint.
      .filter((value) => value !== 'buttering')
      .map((value) => ({ value, title: JOINTS.techniques[value].title.replace(/,.*$/, '') })),
  );
  protected readonly aims = computed(() => this.pool.pieces().map(({ name }, value) => ({ value, title: name })));
  protected readonly caution = computed(() => {
    const joint = this.pool.completed();
    return joint?.hydrogenGas || joint?.hydrogenBehind ? JOINTS.hydrogenGasCaution : null;
  });
  protected readonly pieceChoices = computed(() =>
    this.jobs.pieces().map(({ id, name }) => ({ value: id, title: `${this.part.letters().get(id) ?? ''} · ${name}` })),
  );
  /** Which pieces meet; taking one more than a joint may have drops the first. */
  protected readonly meeting = computed<FieldOf<string[]>>(() => {
    const shown = this.joints.shown();
    const sides = shown?.sides ?? [];
    return fieldBy(
      () => sides.map(({ piece }) => piece),
      (ids) =>
        shown &&
        this.joints.setSides(
          shown.id,
          ids.slice(-MOST_PIECES).map((id) => sides.find(({ piece }) => piece === id) ?? sideOf(id)),
        ),
    );
  });
  /** A question of a group as its field; which answers there are, the group's own options say. */
  protected fieldOf(field: Group['field']): FieldOf<string | null | undefined> {
    const fields = this.of();
    const one = fields[field] as FieldOf<string | null | undefined>;
    // Until a joint is described nothing is answered, though something is reckoned with.
    return field === 'type' && !this.joints.leading()
      ? { ...one, value: null, change: (value) => one.change(value) }
      : one;
  }

  /** Unfolds the sizes of the edges: one of them was tapped in the section. */
  openFit(): void {
    const details = this.fitDetails()?.nativeElement;
    if (!details) return;
    details.open = true;
    details.scrollIntoView({ block: 'nearest' });
    details.querySelector('input')?.focus();
  }
}
