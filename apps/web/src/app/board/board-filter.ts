import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { FAMILIES, RODS } from '@variatum/metallurgy';
import { ChoiceGroup, type ChoiceOption, DateField, SelectField } from '../kit/fields';
import { ENVIRONMENT_CHOICES } from '../words/words';
import type { BoardQuery } from './board-query';

/** Filter and order of the job board. */
@Component({
  selector: 'va-board-filter',
  imports: [ChoiceGroup, DateField, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel fields" aria-label="Filter">
      <va-select-field
        label="Surroundings"
        clear
        placeholder="Any"
        [options]="environments"
        [value]="filter().environment ?? null"
        (chosen)="set({ environment: $event ?? undefined })"
      />
      <va-select-field
        label="Rod decided on"
        clear
        search
        placeholder="Any"
        [options]="rods"
        [value]="filter().rod ?? null"
        (chosen)="set({ rod: $event ?? undefined })"
      />
      <va-select-field
        label="Metal of a piece"
        clear
        search
        placeholder="Any"
        [options]="families"
        [value]="filter().family ?? null"
        (chosen)="set({ family: $event ?? undefined })"
      />
      <va-date-field
        label="Came in from"
        [latest]="filter().to ?? ''"
        [value]="filter().from ?? ''"
        (changed)="set({ from: $event || undefined })"
      />
      <va-date-field
        label="Came in until"
        [earliest]="filter().from ?? ''"
        [value]="filter().to ?? ''"
        (changed)="set({ to: $event || undefined })"
      />
      <va-select-field label="Order" [options]="orders" [value]="filter().sort" (chosen)="set({ sort: $event })" />
      <va-choice-group
        label="Withdrawn jobs"
        [options]="withdrawnOptions"
        [value]="filter().withdrawn"
        (chosen)="set({ withdrawn: $event })"
      />
    </section>
  `,
})
export class BoardFilter {
  readonly filter = model.required<BoardQuery>();

  protected readonly environments: readonly ChoiceOption<string | null>[] = ENVIRONMENT_CHOICES;
  protected readonly families: readonly ChoiceOption<string | null>[] = Object.entries(FAMILIES).map(
    ([value, { title }]) => ({ value, title }),
  );
  protected readonly rods: readonly ChoiceOption<string | null>[] = ['no rod', ...RODS.map(({ id }) => id)].map(
    (value) => ({ value, title: value }),
  );
  protected readonly orders = [
    { value: 'updated', title: 'Last changed first' },
    { value: 'created', title: 'Newest first' },
    { value: 'title', title: 'By name' },
  ] as const;
  protected readonly withdrawnOptions = [
    { value: false, title: 'Hidden' },
    { value: true, title: 'Only these' },
  ];

  protected set(changes: Partial<BoardQuery>): void {
    this.filter.update((filter) => ({ ...filter, ...changes }));
  }
}
