import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Icon } from '../kit/marks/icon';
import { GuideService } from './guide.service';

/** Offers the guided first repair to somebody who has never been asked. */
@Component({
  selector: 'va-guide-offer',
  imports: [Icon, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (guide.state() === 'new') {
      <section class="panel row" aria-label="Guided first repair">
        <va-icon name="guide" />
        <p>
          <strong>New here?</strong>
          Repair a split handrail together, from an unknown tube to a rod: eight short steps on a job of its own.
        </p>
        <button nz-button nzType="primary" type="button" (click)="guide.start()">Start the guided repair</button>
        <button nz-button nzType="text" type="button" (click)="guide.leave()">Not now</button>
        @if (guide.failure(); as message) {
          <p class="field-error" role="alert">{{ message }}</p>
        }
      </section>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    section {
      border-left: 5px solid var(--tint-purple);
    }
    p {
      flex: 1 1 300px;
    }
  `,
})
export class GuideOffer {
  protected readonly guide = inject(GuideService);
}
