import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { QUOTE_STAGES, type QuoteStage } from '@variatum/metallurgy';
import { dayWords, minutesWords, STAGE_WORDS } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { RecordStore } from '../../job/stores';
import { ChoiceGroup, NumberField, ownField, titled } from '../../kit/fields';
import { People } from '../../sync/people';
import { Session } from '../../sync/session';
import { RecordedList, type RecordedRow } from './recorded-list';

/** Minutes of a stage, as somebody puts them down: what it took, or what is to be reckoned with. */
@Component({
  selector: 'va-stage-minutes',
  imports: [ChoiceGroup, NumberField, NzButtonModule, RecordedList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rows().length > 0) {
      <va-recorded-list data-testid="stage-minutes" [rows]="rows()" />
    }
    @if (session.may('check')) {
      <form class="stack" (submit)="put($event, 'work')" aria-label="Minutes of a stage">
        <va-choice-group label="Put down minutes of" [options]="stages" [of]="stage" />
        @if (stage.value !== null) {
          <div class="in-line">
            <va-number-field label="Minutes" [of]="minutes" />
            <button nz-button nzType="primary" type="submit">It took so long</button>
            <button nz-button type="button" (click)="put($event, 'plan')">Plan with it</button>
          </div>
        }
      </form>
    }
  `,
})
export class StageMinutes {
  private readonly record = inject(RecordStore);
  protected readonly session = inject(Session);
  private readonly people = inject(People);

  protected readonly stages = titled(QUOTE_STAGES, STAGE_WORDS);
  protected readonly stage = ownField<QuoteStage | null>(null);
  protected readonly minutes = ownField<number | null>(null);

  protected readonly rows = computed(() =>
    this.record.standing('minutes').map(({ id, at, entry, madeBy }): RecordedRow => {
      const planned = entry.of === 'plan' ? 'Planned: ' : '';
      const words = `${planned}${minutesWords(entry.minutes)} of ${STAGE_WORDS[entry.stage]}`;
      return { id, words, by: `${dayWords(at)} ${this.people.byWords(madeBy)}`.trim() };
    }),
  );

  protected put(event: Event, of: 'plan' | 'work'): void {
    event.preventDefault();
    const [stage, minutes] = [this.stage.value, this.minutes.value];
    if (stage === null) return;
    const errors = this.record.add(null, { kind: 'minutes', of, stage, minutes: minutes ?? Number.NaN }, 'the minutes');
    this.minutes.fault.set(errors['minutes'] ?? '');
    if (Object.keys(errors).length > 0) return;
    this.minutes.change(null);
    this.stage.change(null);
  }
}
