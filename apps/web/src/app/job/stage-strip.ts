import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { AnswerService } from './answer.service';
import { STAGES } from './stages';
import { JobStore } from './stores';

/** The stages of the work in their order, with what is still open in each. */
@Component({
  selector: 'va-stage-strip',
  imports: [RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nav aria-label="Stages of the work">
      @for (stage of stages(); track stage.id) {
        <a [routerLink]="stage.id" routerLinkActive="here" ariaCurrentWhenActive="step">
          <span>{{ stage.title }}</span>
          <span class="open">{{ stage.open }}</span>
        </a>
      }
    </nav>
  `,
  styles: `
    nav {
      display: flex;
      gap: 0;
      overflow-x: auto;
      scrollbar-width: none;
    }
    a {
      display: grid;
      grid-template-rows: auto 1.15em;
      align-content: center;
      min-height: var(--target);
      padding: 5px 11px 2px;
      color: var(--ink-soft);
      text-decoration: none;
      white-space: nowrap;
      line-height: 1.15;
    }
    a:hover {
      background: var(--accent-wash);
      color: var(--ink);
    }
    a.here {
      background: var(--raised);
      color: var(--ink);
      font-weight: 650;
      box-shadow: inset 0 3px 0 var(--tint-straw);
    }
    .open {
      font-weight: 400;
      color: var(--tint-gold);
      font-size: 0.8rem;
    }
    @media (max-width: 1180px) {
      a {
        padding-block: 2px 0;
      }
    }
    @media (max-width: 560px) {
      a {
        flex: 1 0 auto;
        grid-template-rows: auto;
        justify-content: center;
        padding-inline: 8px;
      }
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
