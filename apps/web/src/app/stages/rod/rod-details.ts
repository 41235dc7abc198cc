import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { DIAGRAM_NAMES, fillerFormTitle, type RankedRod } from '@variatum/metallurgy';
import { percentWords, rodName } from '@variatum/presentation';
import { AnswerService } from '../../job/answer.service';
import { Panel } from '../../kit/panel';
import { FigureTrace } from './figure-trace';
import { RodRisks } from './rod-risks';

/** Modes of solidification rarer than this are not told. */
const TOLD_FROM = 0.02;

/** One rod in this joint: how its pools freeze, its risks, and every figure behind them. */
@Component({
  selector: 'va-rod-details',
  imports: [FigureTrace, Panel, RodRisks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel [label]="'Details of ' + name()" [heading]="name() + ' in this joint'" about="solidification-mode">
      <p aside class="small soft">governed by {{ governs() }}; freezes {{ modes() }}</p>
      @if (forms(); as words) {
        <p class="small">{{ words }}</p>
      }
      <va-rod-risks [risks]="rod().risks" [isUntold]="answers.untold().length > 0" />
      <va-figure-trace [composition]="rod().composition" />
    </va-panel>
  `,
})
export class RodDetails {
  protected readonly answers = inject(AnswerService);
  readonly rod = input.required<RankedRod>();
  protected readonly name = computed(() => rodName(this.rod().rod));
  /** The same weld metal as it is sold otherwise for this process. */
  protected readonly forms = computed(() => {
    const { form, otherForms } = this.rod();
    if (!form) return null;
    const others = otherForms.map(({ rod, form: other }) => `${rod} (${fillerFormTitle(other)})`);
    return `A ${fillerFormTitle(form)}.${others.length > 0 ? ` The same weld metal: ${others.join(', ')}.` : ''}`;
  });
  protected readonly governs = computed(() => DIAGRAM_NAMES[this.rod().governing]);
  protected readonly modes = computed(() =>
    Object.entries(this.rod().mode)
      .filter(([, share]) => share > TOLD_FROM)
      .sort((left, right) => right[1] - left[1])
      .map(([name, share]) => `${name} ${percentWords(share)}`)
      .join(', '),
  );
}
