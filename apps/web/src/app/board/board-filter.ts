import { ChangeDetectionStrategy, Component, computed, model } from '@angular/core';
import { FAMILIES, RODS } from '@variatum/metallurgy';
import { ENVIRONMENT_CHOICES } from '@variatum/presentation';
import { ChoiceGroup, DateField, fieldsOf, SelectField, titled } from '../kit/fields';
import { Panel } from '../kit/panel';
import type { BoardQuery } from './board-query';

/** Filter and order of the job board. */
@Component({
  selector: 'va-board-filter',
  imports: [ChoiceGroup, DateField, Panel, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Filter" [heading]="null">
      <div class="fields">
        <va-select-field
          label="Surroundings"
          clear
          placeholder="Any"
          [options]="environments"
          [of]="of().environment"
        />
        <va-select-field label="Rod decided on" clear search placeholder="Any" [options]="rods" [of]="of().rod" />
        <va-select-field
          label="Metal of a piece"
          clear
          search
          placeholder="Any"
          [options]="families"
          [of]="of().family"
        />
        <va-date-field label="Came in from" [latest]="filter().to ?? ''" [of]="of().from" />
        <va-date-field label="Came in until" [earliest]="filter().from ?? ''" [of]="of().to" />
        <va-select-field label="Order" [options]="orders" [of]="of().sort" />
        <va-choice-group label="Withdrawn jobs" [options]="withdrawnOptions" [of]="of().withdrawn" />
      </div>
    </va-panel>
  `,
})
export class BoardFilter {
  readonly filter = model.required<BoardQuery>();

  protected readonly of = computed(() =>
    fieldsOf(this.filter(), (changes) => this.filter.update((filter) => ({ ...filter, ...asked(changes) }))),
  );
  protected readonly environments = ENVIRONMENT_CHOICES;
  protected readonly families = Object.entries(FAMILIES).map(([value, { title }]) => ({ value, title }));
  protected readonly rods = titled(['no rod', ...RODS.map(({ id }) => id)]);
  protected readonly orders = [
    { value: 'updated', title: 'Last changed first' },
    { value: 'created', title: 'Newest first' },
    { value: 'title', title: 'By name' },
  ] as const;
  protected readonly withdrawnOptions = [
    { value: false, title: 'Hidden' },
    { value: true, title: 'Only these' },
  ];
}

/** Changes of a filter; what was taken back is asked for no more. */
const asked = (changes: Partial<BoardQuery>): Partial<BoardQuery> =>
  Object.fromEntries(Object.entries(changes).map(([name, value]) => [name, value ?? undefined]));
