import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { PassKind } from '@variatum/job';
import { ARC_STARTS } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Panel } from '../../kit/panel';
import { Tabs } from '../../kit/tabs';
import { NumberField, titled } from '../../kit/fields';
import { SettingsPlanning } from '../../planning';
import { MachineChoice } from './machine-choice';
import { PassChoice } from './pass-choice';

const PASS_TITLES: Readonly<Record<PassKind, string>> = { root: 'Root', fill: 'Fill', cap: 'Cap', wash: 'Wash' };

/** Settings at the torch, to be read at arm's length; why, and what the welder sets otherwise, a tap away. */
@Component({
  selector: 'va-settings-card',
  imports: [MachineChoice, NumberField, NzButtonModule, Panel, PassChoice, Tabs],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Settings" [heading]="planning.heading()">
      <va-tabs label="Pass" [options]="passes()" [value]="planning.pass()" (chosen)="planning.pass.set($event)">
        @if (planning.lines(); as lines) {
          <dl class="figures">
            @for (line of lines; track line.name) {
              <div [class.set]="line.own">
                <dt>{{ line.title }}</dt>
                <dd>
                  <strong class="figure">{{ line.words }}</strong>
                  @if (line.range) {
                    <span class="small soft">{{ line.range }}</span>
                  }
                  @if (line.own) {
                    <span class="small soft">reckoned {{ line.reckoned }}</span>
                  }
                </dd>
              </div>
            }
          </dl>
          @for (remark of planning.remarks(); track remark) {
            <p class="caution">{{ remark }}</p>
          }
          <va-pass-choice />
          <va-machine-choice />
          <p class="small">{{ planning.tackWords() }}</p>
          <details class="tap">
            <summary><strong>Why these</strong></summary>
            <ul class="dashes small">
              @for (reason of planning.reasons(); track $index) {
                <li>
                  <strong>{{ reason.title }}</strong>
                  {{ reason.reason }}
                  <span class="soft">{{ reason.source }}</span>
                </li>
              }
            </ul>
          </details>
          <details class="tap">
            <summary><strong>Pedal, switch or lift start</strong></summary>
            <ul class="dashes small">
              @for (words of starts; track words) {
                <li>{{ words }}</li>
              }
            </ul>
          </details>
          <details class="tap">
            <summary><strong>Set otherwise</strong></summary>
            <div class="fields">
              @for (line of lines; track line.name) {
                <va-number-field
                  [label]="line.title + (line.unit ? ', ' + line.unit : '')"
                  [placeholder]="line.reckoned"
                  [of]="line.field"
                />
              }
            </div>
            @if (planning.overridden()) {
              <button nz-button type="button" (click)="planning.reset()">All as reckoned</button>
            }
          </details>
        } @else {
          <p class="soft">{{ planning.waiting() }}</p>
        }
      </va-tabs>
    </va-panel>
  `,
  styles: `
    .figures {
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 0 var(--space-4);
      margin: 0;
    }
    .figures > div {
      border-top: 1px solid var(--line);
      padding: 6px 0;
    }
    dt {
      font-size: 0.85rem;
      color: var(--ink-soft);
    }
    dd {
      margin: 0;
      display: flex;
      flex-wrap: wrap;
      gap: 0 8px;
      align-items: baseline;
    }
    dd strong {
      font-size: 1.45rem;
      line-height: 1.2;
    }
    .figures > div:first-child {
      grid-column: 1 / -1;
    }
    .figures > div:first-child strong {
      font-size: 2.2rem;
    }
    .set strong {
      text-decoration: underline;
      text-decoration-color: var(--tint-straw);
      text-decoration-thickness: 4px;
    }
    .fields {
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: var(--space-3);
      padding: var(--space-2) 0;
    }
  `,
})
export class SettingsCard {
  protected readonly planning = inject(SettingsPlanning);
  protected readonly starts = Object.values(ARC_STARTS);
  protected readonly passes = computed(() => titled(this.planning.kinds(), PASS_TITLES));
}
