import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { Icon } from '../kit/marks/icon';
import { AnswerService } from './answer.service';
import { STAGES } from './stages';
import { JobStore } from './stores';

/** The stages of the work in their order, with what is still open in each. */
@Component({
  selector: 'va-stage-strip',
  imports: [Icon, RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nav aria-label="Stages of the work">
      @for (stage of stages(); track stage.id) {
        <a [routerLink]="stage.id" routerLinkActive="here" ariaCurrentWhenActive="step">
          <va-icon [name]="stage.icon" />
          <span>{{ stage.title }}</span>
          <span class="open small">{{ stage.open }}</span>
        </a>
      }
    </nav>
  `,
  styles: `
    nav {
      display: flex;
      gap: 2px;
      padding: var(--space-2) var(--space-5) 0;
      border-bottom: 1px solid var(--line);
      overflow-x: auto;
    }
    a {
      display: grid;
      grid-template-columns: auto 1fr;
      column-gap: 8px;
      align-items: baseline;
      min-height: var(--target);
      min-width: 108px;
      padding: 6px 14px 8px;
      color: var(--ink-soft);
      text-decoration: none;
      border: 1px solid transparent;
      border-bottom: 0;
      border-radius: 6px 6px 0 0;
    }
    a:hover {
      background: var(--surface);
      color: var(--ink);
    }
    a.here {
      background: var(--surface);
      border-color: var(--line);
      color: var(--ink);
      font-weight: 650;
      box-shadow: inset 0 3px 0 var(--tint-straw);
    }
    va-icon {
      align-self: center;
    }
    .open {
      grid-column: 2;
      font-weight: 400;
      color: var(--ink-soft);
      min-height: 1.2em;
    }
    @media (max-width: 560px) {
      nav {
        padding: 0 var(--space-2);
        gap: 0;
      }
      a {
        display: flex;
        align-items: center;
        min-width: 0;
        flex: 1 0 auto;
        justify-content: center;
        padding: 0 8px;
      }
      va-icon,
      .open {
        display: none;
      }
    }
  `,
})
export class StageStrip {
  private readonly store = inject(JobStore);
  private readonly answers = inject(AnswerService);
  protected readonly stages = computed(() => {
    const job = this.store.job();
    const answered = this.answers.best() !== null;
    return STAGES.map((stage) => ({ ...stage, open: job ? stage.open(job, answered) : '' }));
  });
}
