import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { LostPart } from './lost-part';

/** Says that a part of the program did not come, and loads the page anew once it would. */
@Component({
  selector: 'va-lost-part-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (lost.state() !== 'none') {
      <section class="page-note" role="status">
        @if (lost.state() === 'away') {
          <p>A part of the program could not be fetched: the server does not answer. It is asked again.</p>
        } @else {
          <p>A part of the program could not be fetched. The server answers again.</p>
          <button type="button" class="act" (click)="lost.loadAnew()">Load the page again</button>
        }
      </section>
    }
  `,
})
export class LostPartNote {
  protected readonly lost = inject(LostPart);
}
