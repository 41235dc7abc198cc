import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { JointSideRecord } from '@variatum/contracts';
import { LIMITS } from '@variatum/metallurgy';
import { JobStore, JointStore, PartStore } from '../../job/stores';
import { ChoiceGroup, fieldsOf, lengthMeasure, MeasureField, NumberField, TextField } from '../../kit/fields';
import { WorkshopStore } from '../../settings/workshop-store';

const ENDS = [
  { value: 'start', title: 'Its start' },
  { value: 'finish', title: 'Its finish' },
] as const;
const COURSES = [
  { value: 'along', title: 'Along it' },
  { value: 'around', title: 'Around it' },
] as const;

/**
 * Where the joint looked at sits on its pieces, its length and its name. What is left open follows from how it meets.
 */
@Component({
  selector: 'va-joint-places',
  imports: [ChoiceGroup, MeasureField, NumberField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      @for (side of sides(); track side.of.piece.value) {
        <fieldset class="entry">
          <legend class="small">{{ side.title }}</legend>
          <va-choice-group label="At" quiet clear [options]="ends" [of]="side.of.end" />
          <div class="fields">
            <va-measure-field
              label="Along it from its start"
              placeholder="spread evenly"
              [measure]="measure()"
              [of]="side.of.alongMm"
            />
            <va-number-field label="O’clock round it" placeholder="12 is up" [of]="side.of.clock" />
          </div>
        </fieldset>
      }
      @if (own(); as of) {
        <div class="fields">
          <va-measure-field
            label="Length of crack or bead"
            placeholder="not measured"
            [measure]="measure()"
            [of]="of.lengthMm"
          />
          <va-choice-group label="It runs" clear [options]="courses" [of]="of.course" />
        </div>
        <va-text-field label="Name of the joint" [longest]="80" placeholder="none: its number" [of]="of.name" />
      }
    </div>
  `,
  styles: `
    .fields {
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: var(--space-3);
      margin-top: var(--space-2);
    }
    .stack {
      padding: var(--space-2) 0;
    }
  `,
})
export class JointPlaces {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly workshops = inject(WorkshopStore);
  protected readonly ends = ENDS;
  protected readonly courses = COURSES;
  protected readonly measure = computed(() =>
    lengthMeasure(this.workshops.workshop()?.lengthUnit ?? 'mm', LIMITS.alongMm, undefined, '120 mm or 4 3/4"'),
  );
  private readonly errors = computed(() => {
    const shown = this.joints.shown();
    return shown ? this.jobs.document.errorsOf(`joint ${shown.id}`) : {};
  });
  protected readonly sides = computed(() => {
    const shown = this.joints.shown();
    return (shown?.sides ?? []).map((side, index) => {
      const piece = this.jobs.pieces().find(({ id }) => id === side.piece);
      const change = (changes: Partial<JointSideRecord>): void =>
        this.joints.setSides(
          shown?.id ?? '',
          (shown?.sides ?? []).map((one, place) => (place === index ? { ...one, ...changes } : one)),
        );
      const under = `sides.${index}.`;
      const errors = Object.fromEntries(
        Object.entries(this.errors()).flatMap(([path, message]) =>
          path.startsWith(under) ? [[path.slice(under.length), message]] : [],
        ),
      );
      return {
        title: `On ${this.part.letters().get(side.piece) ?? ''}, ${piece?.name ?? 'a piece taken off'}`,
        of: fieldsOf<JointSideRecord>(side, change, errors),
      };
    });
  });
  protected readonly own = computed(() => {
    const shown = this.joints.shown();
    return shown && fieldsOf(shown, (changes) => this.joints.change(shown.id, changes), this.errors());
  });
}
