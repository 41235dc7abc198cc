import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { FAMILIES, RODS } from '@variatum/metallurgy';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { ChoiceGroup } from '../shared/choice-group';
import { ENVIRONMENT_CHOICES } from '../shared/words';
import type { BoardQuery } from './board-query';

/** Filter and order of the job board. */
@Component({
  selector: 'va-board-filter',
  imports: [ChoiceGroup, FormsModule, NzInputModule, NzSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel fields" aria-label="Filter">
      <div class="field">
        <label for="filter-environment">Surroundings</label>
        <nz-select
          nzId="filter-environment"
          nzAllowClear
          nzPlaceHolder="Any"
          [ngModel]="filter().environment ?? null"
          (ngModelChange)="set({ environment: $event ?? undefined })"
        >
          @for (entry of environments; track entry.id) {
            <nz-option [nzValue]="entry.id" [nzLabel]="entry.title" />
          }
        </nz-select>
      </div>
      <div class="field">
        <label for="filter-rod">Rod decided on</label>
        <nz-select
          nzId="filter-rod"
          nzShowSearch
          nzAllowClear
          nzPlaceHolder="Any"
          [ngModel]="filter().rod ?? null"
          (ngModelChange)="set({ rod: $event ?? undefined })"
        >
          @for (id of rods; track id) {
            <nz-option [nzValue]="id" [nzLabel]="id" />
          }
        </nz-select>
      </div>
      <div class="field">
        <label for="filter-family">Metal of a piece</label>
        <nz-select
          nzId="filter-family"
          nzShowSearch
          nzAllowClear
          nzPlaceHolder="Any"
          [ngModel]="filter().family ?? null"
          (ngModelChange)="set({ family: $event ?? undefined })"
        >
          @for (entry of families; track entry.id) {
            <nz-option [nzValue]="entry.id" [nzLabel]="entry.title" />
          }
        </nz-select>
      </div>
      <div class="field">
        <label for="filter-from">Came in from</label>
        <input
          nz-input
          type="date"
          id="filter-from"
          [max]="filter().to ?? ''"
          [ngModel]="filter().from ?? ''"
          (ngModelChange)="set({ from: $event || undefined })"
        />
      </div>
      <div class="field">
        <label for="filter-to">Came in until</label>
        <input
          nz-input
          type="date"
          id="filter-to"
          [min]="filter().from ?? ''"
          [ngModel]="filter().to ?? ''"
          (ngModelChange)="set({ to: $event || undefined })"
        />
      </div>
      <div class="field">
        <label for="filter-sort">Order</label>
        <nz-select nzId="filter-sort" [ngModel]="filter().sort" (ngModelChange)="set({ sort: $event })">
          <nz-option nzValue="updated" nzLabel="Last changed first" />
          <nz-option nzValue="created" nzLabel="Newest first" />
          <nz-option nzValue="title" nzLabel="By name" />
        </nz-select>
      </div>
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

  protected readonly environments = ENVIRONMENT_CHOICES;
  protected readonly families = Object.entries(FAMILIES).map(([id, { title }]) => ({ id, title }));
  protected readonly rods = ['no rod', ...RODS.map(({ id }) => id)];
  protected readonly withdrawnOptions = [
    { value: false, title: 'Hidden' },
    { value: true, title: 'Only these' },
  ];

  protected set(changes: Partial<BoardQuery>): void {
    this.filter.update((filter) => ({ ...filter, ...changes }));
  }
}
