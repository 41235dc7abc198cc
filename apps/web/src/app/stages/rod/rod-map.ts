import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { rodName } from '@variatum/presentation';
import { AnswerService } from '../../job/answer.service';
import { Panel } from '../../kit/panel';
import { ConstitutionMap } from '../../plot/constitution-map';

/** Where the pools of the rod looked at lie; where no diagram covers its weld metal that is said instead. */
@Component({
  selector: 'va-rod-map',
  imports: [ConstitutionMap, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Constitution map" [heading]="null">
      @if (off()) {
        <h3>No constitution map</h3>
        <p class="small">
          {{ name() }} lays a weld metal of nickel or iron that no ferrite diagram covers: what it risks stands in the
          list, not on a map.
        </p>
      } @else if (answers.cloud(); as cloud) {
        <va-constitution-map [cloud]="cloud" />
      } @else {
        <p class="soft small">Drawing the map</p>
      }
    </va-panel>
  `,
})
export class RodMap {
  protected readonly answers = inject(AnswerService);
  protected readonly name = computed(() => rodName(this.answers.current()?.rod ?? null));
  protected readonly off = computed(() => this.answers.current()?.governing === 'none');
}
