import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { LostPart } from './lost-part';

/** Says that a part of the program did not come, and loads the page anew once it would. */
@Component({
  selector: 'va-lost-part-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (lost.state() !== 'none') {
      <section role="status">
        @if (lost.state() === 'away') {
          <p>A part of the program could not be fetched: the server does not answer. It is asked again.</p>
        } @else {
          <p>A part of the program could not be fetched. The server answers again.</p>
          <button type="button" class="act" (click)="lost.loadAnew()">Load the page again</button>
        }
      </section>
    }
  `,
  styles: `
    section {
      display: flex;
      flex-wrap: wrap;
      gap: var(--space-3);
      align-items: center;
      margin: var(--space-3) var(--space-5) 0;
      padding: var(--space-3);
      border: 1px solid var(--line);
      border-left: 5px solid var(--do-not);
      background: var(--raised);
    }
  `,
})
export class LostPartNote {
  protected readonly lost = inject(LostPart);
}
