import { computed, inject, Injectable } from '@angular/core';
import { preparationOf } from '@variatum/job';
import { JobPlan } from '../../job/job-plan';
import { PartStore } from '../../job/stores';
import { WorkshopStore } from '../../settings/workshop-store';

/** The preparation list of the open job, made anew from its plan. */
@Injectable()
export class PreparationPlanning {
  private readonly plan = inject(JobPlan);
  private readonly part = inject(PartStore);
  private readonly workshops = inject(WorkshopStore);

  readonly items = computed(() => {
    const whole = this.plan.whole();
    if (!whole) return [];
    return preparationOf(whole, { letters: this.part.letters(), workshop: this.workshops.workshop() ?? null });
  });
}
