import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { RiskLevel } from '@variatum/metallurgy';
import { RISK_WORDS } from '@variatum/presentation';

/**
 * A risk level, or that it is not known yet, as mark, word and tone together. The marks differ in shape, so that tone
 * is never needed.
 */
@Component({
  selector: 'va-risk-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="mark" [attr.data-level]="level()">
      <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
        @switch (level()) {
          @case ('low') {
            <path d="M3 8.5 6.5 12 13 4.5" fill="none" stroke="currentColor" stroke-width="2.4" />
          }
          @case ('watch') {
            <path d="M1.5 8C4 4 12 4 14.5 8 12 12 4 12 1.5 8Z" fill="none" stroke="currentColor" stroke-width="1.8" />
            <circle cx="8" cy="8" r="2.2" fill="currentColor" />
          }
          @case ('high') {
            <path d="M8 1.5 15 14H1Z" fill="none" stroke="currentColor" stroke-width="1.9" stroke-linejoin="round" />
            <path d="M8 6v4M8 11.4v1.4" stroke="currentColor" stroke-width="1.9" />
          }
          @case ('not-known') {
            <path d="M3 8h2.2M6.9 8h2.2M10.8 8H13" stroke="currentColor" stroke-width="2.4" />
          }
          @default {
            <path d="M3 3 13 13M13 3 3 13" stroke="currentColor" stroke-width="3" />
          }
        }
      </svg>
      {{ word() }}
    </span>
  `,
  styles: `
    .mark {
      display: inline-flex;
      align-items: center;
      gap: 5px;
      padding: 1px 8px 1px 6px;
      border-radius: 3px;
      font-weight: 650;
      font-size: var(--size-small);
      white-space: nowrap;
    }
    [data-level='not-known'] {
      color: var(--ink-soft);
      outline: 1px dashed currentColor;
    }
    [data-level='low'] {
      color: var(--low);
      background: var(--low-wash);
    }
    [data-level='watch'] {
      color: var(--watch);
      background: var(--watch-wash);
    }
    [data-level='high'] {
      color: var(--high);
      background: var(--high-wash);
    }
    [data-level='do-not'] {
      color: var(--do-not);
      background: var(--do-not-wash);
      outline: 1px solid currentColor;
    }
  `,
})
export class RiskMark {
  readonly level = input.required<RiskLevel | 'not-known'>();
  /** Said in place of the level's own word, where nothing around it says that it is about a risk. */
  readonly says = input('');
  protected readonly word = computed(() => {
    const level = this.level();
    return this.says() || (level === 'not-known' ? 'not known' : RISK_WORDS[level]);
  });
}
