import { CdkConnectedOverlay, CdkOverlayOrigin } from '@angular/cdk/overlay';
import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { findTerm } from '@variatum/metallurgy';
import { newId } from '../new-id';

/** A question mark beside a term: one tap explains it, another, a tap elsewhere or Escape closes it. */
@Component({
  selector: 'va-help-note',
  imports: [CdkConnectedOverlay, CdkOverlayOrigin],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      class="ask no-print"
      cdkOverlayOrigin
      #origin="cdkOverlayOrigin"
      [attr.aria-expanded]="open()"
      [attr.aria-controls]="open() ? id : null"
      [attr.aria-label]="'What is: ' + term().title"
      (click)="open.set(!open())"
    >
      ?
    </button>
    <ng-template
      cdkConnectedOverlay
      [cdkConnectedOverlayOrigin]="origin"
      [cdkConnectedOverlayOpen]="open()"
      cdkConnectedOverlayHasBackdrop
      cdkConnectedOverlayBackdropClass="cdk-overlay-transparent-backdrop"
      (backdropClick)="open.set(false)"
      (detach)="open.set(false)"
      (overlayKeydown)="keyed($event)"
    >
      <div class="note" role="note" [id]="id">
        <strong>{{ term().title }}</strong>
        <p>{{ term().text }}</p>
      </div>
    </ng-template>
  `,
  styles: `
    :host {
      display: inline-flex;
    }
    .ask {
      position: relative;
      width: 24px;
      height: 24px;
      border: 1px solid var(--line-strong);
      border-radius: 3px;
      background: transparent;
      color: var(--ink-soft);
      font: 650 0.8rem/1 var(--font-text);
      cursor: pointer;
    }
    /* Fingers need more than the eye. */
    .ask::after {
      content: '';
      position: absolute;
      inset: -10px;
    }
    .note {
      max-width: min(340px, 86vw);
      margin: 6px;
      padding: var(--space-3) var(--space-4);
      background: var(--raised);
      color: var(--ink);
      border: 1px solid var(--line-strong);
      border-left: 5px solid var(--tint-straw);
      border-radius: var(--corner);
      box-shadow: var(--shadow);
      font-size: var(--size-small);
    }
  `,
})
export class HelpNote {
  /** Id of the term, as the core has it. */
  readonly about = input.required<string>();
  protected readonly open = signal(false);
  protected readonly id = newId('help-note');
  protected readonly term = computed(() => {
    const term = findTerm(this.about());
    if (!term) throw new Error(`no term "${this.about()}" is explained`);
    return term;
  });

  protected keyed(event: KeyboardEvent): void {
    if (event.key !== 'Escape') return;
    event.preventDefault();
    this.open.set(false);
  }
}
