import { computed, inject, Injectable } from '@angular/core';
import { preparationQuestion } from '@variatum/job';
import { preparationList } from '@variatum/metallurgy';
import { AnswerService } from '../../job/answer.service';
import { PartAnswers } from '../../job/part-answers.service';
import { DecisionStore, JobStore, JointStore, PartStore } from '../../job/stores';
import { PurgePlanning } from '../../planning';
import { WorkshopStore } from '../../settings/workshop-store';

/** The preparation list of the open job, made anew from all that is known of it. */
@Injectable()
export class PreparationPlanning {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly answers = inject(AnswerService);
  private readonly parts = inject(PartAnswers);
  private readonly decisions = inject(DecisionStore);
  private readonly purge = inject(PurgePlanning);
  private readonly workshops = inject(WorkshopStore);

  readonly items = computed(() => {
    const [lastOf, outlooks, lookedAt] = [this.decisions.lastOf(), this.parts.outlooks(), this.joints.leading()?.id];
    const [best, settled] = [this.answers.best(), this.answers.settled()];
    return preparationList(
      preparationQuestion({
        pieces: this.jobs.pieces(),
        joints: this.joints.leaders(),
        part: this.part.laid(),
        letters: this.part.letters(),
        numberOf: (id) => this.joints.numberOf(id),
        beliefs: this.answers.beliefs(),
        // The joint looked at is answered first; the others behind it.
        rodOf: (joint) => {
          const decision = lastOf(joint);
          if (decision) return decision.rod;
          const outlook = outlooks.find((one) => one.joint.id === joint.id);
          return ((lookedAt === joint.id ? best : undefined) ?? outlook?.ranking[0])?.rod;
        },
        heatOf: ({ id }) =>
          (lookedAt === id ? settled?.heat : undefined) ?? outlooks.find(({ joint }) => joint.id === id)?.heat ?? [],
        profile: this.purge.profile(),
        workshop: this.workshops.workshop() ?? null,
      }),
    );
  });
}
