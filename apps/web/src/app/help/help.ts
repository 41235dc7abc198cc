import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { FIELD_TESTS, TERMS } from '@variatum/metallurgy';
import { minuteWords, SURE_WORDS } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { KeySheet } from '../frame/key-sheet';
import { GuideService } from '../guide/guide.service';
import { Icon } from '../kit/marks/icon';
import { Page } from '../kit/page';
import { Panel } from '../kit/panel';

const WAY = [
  ['Job', 'What came in and what it must live through.'],
  ['Pieces', 'Each metal that will be in the pool: both parts, and an old weld that stays.'],
  ['Identify', 'Tests from a magnet to an analyser; every one moves the list of what a piece may be.'],
  ['Joint', 'Type, thickness and technique: how much base metal melts into the bead.'],
  ['Rod', 'Every rod weighed over everything the pieces may be, with reasons; then your decision.'],
] as const;

/** How to use the program, the field tests, the terms of the trade, the keys. */
@Component({
  imports: [Panel, Page, FormsModule, Icon, KeySheet, NzButtonModule, NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-page heading="Help" [width]="1100">
      <va-panel label="Guided first repair">
        <p>An unknown handrail, eight short steps, a rod at the end. It makes a job of its own and touches no other.</p>
        <div class="row">
          @if (guide.state() === 'running' && guide.jobId()) {
            <button nz-button nzType="primary" type="button" (click)="guide.resume()">Go on with it</button>
            <button nz-button type="button" (click)="guide.start()">Start anew</button>
          } @else {
            <button nz-button nzType="primary" type="button" (click)="guide.start()">
              <va-icon name="guide" />
              Start the guided repair
            </button>
          }
        </div>
        @if (guide.failure(); as message) {
          <p class="field-error" role="alert">{{ message }}</p>
        }
      </va-panel>
      <va-panel label="How the work goes">
        <ol class="way">
          @for (stage of way; track stage[0]) {
            <li>
              <strong>{{ stage[0] }}</strong>
              <span>{{ stage[1] }}</span>
            </li>
          }
        </ol>
        <p>
          The standing answer stays in view on every stage: rod, ferrite number as a range, worst risk, how sure, and
          the next useful act. Everything saves itself; what is typed without a connection waits and is sent when it is
          back.
        </p>
        <p class="caution">
          The program advises. Pressure, lifting, structural, vehicle, food-contact and medical parts belong to
          qualified procedures, local codes and licensed practice.
        </p>
      </va-panel>
      <va-panel label="Words that promise something">
        <p class="small soft">A page that says one of these means just this.</p>
        <dl class="sure">
          @for (one of sure; track one.word) {
            <div>
              <dt>
                <strong>{{ one.word }}</strong>
              </dt>
              <dd>{{ one.holds }}</dd>
            </div>
          }
        </dl>
      </va-panel>
      <label class="field search">
        <span class="label">Look for a test or a term</span>
        <input nz-input type="search" [ngModel]="search()" (ngModelChange)="search.set($event)" />
      </label>
      <va-panel label="Field tests">
        @for (test of tests(); track test.id) {
          <details [open]="search() !== ''">
            <summary>
              <span>{{ test.title }}</span>
              <span class="small soft">{{ time(test.minutes) }}, damage: {{ test.damage }}</span>
            </summary>
            <div class="stack body">
              <p>{{ test.how }}</p>
              @if (test.hazard; as hazard) {
                <p class="caution">{{ hazard }}</p>
              }
              <p>{{ test.teaches }}</p>
              <p class="small soft">{{ test.source }}</p>
            </div>
          </details>
        } @empty {
          <p class="soft">No test by that name.</p>
        }
      </va-panel>
      <va-panel label="Terms">
        <dl class="terms">
          @for (entry of terms(); track entry.id) {
            <div [id]="'term-' + entry.id" [class.asked]="entry.id === term()">
              <dt>{{ entry.title }}</dt>
              <dd>{{ entry.text }}</dd>
            </div>
          } @empty {
            <p class="soft">No term by that name.</p>
          }
        </dl>
      </va-panel>
      <va-panel label="Keys">
        <va-key-sheet />
      </va-panel>
    </va-page>
  `,
  styles: `
    .sure {
      display: grid;
      gap: var(--space-2);
    }
    .sure div {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 3fr);
      gap: var(--space-3);
    }
    .sure dd {
      margin: 0;
    }
    p {
      max-width: 72ch;
    }
    .way {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
      gap: var(--space-3);
    }
    .way li {
      display: grid;
      align-content: start;
      border-top: 3px solid var(--tint-straw);
      padding-top: var(--space-2);
    }
    .search {
      max-width: 420px;
    }
    details {
      border-bottom: 1px solid var(--line);
    }
    summary {
      display: flex;
      justify-content: space-between;
      gap: var(--space-3);
      align-items: center;
      min-height: var(--target);
      font-weight: 600;
      cursor: pointer;
    }
    summary .small {
      font-weight: 400;
    }
    .body {
      padding: 0 0 var(--space-4);
    }
    .terms {
      columns: 2 380px;
      column-gap: var(--space-6);
    }
    .terms div {
      break-inside: avoid;
      padding: var(--space-2) var(--space-2);
    }
    .terms .asked {
      background: var(--accent-wash);
      border-left: 4px solid var(--accent);
    }
    dt {
      font-weight: 650;
    }
  `,
})
export class Help {
  protected readonly sure = Object.values(SURE_WORDS);
  /** Term to show, from the address. */
  readonly term = input<string>();
  /** `guide` begins the guided repair at once, from the address. */
  readonly begin = input<string>();

  protected readonly guide = inject(GuideService);
  protected readonly way = WAY;
  protected readonly time = minuteWords;
  protected readonly search = signal('');
  protected readonly tests = computed(() => FIELD_TESTS.filter((test) => this.found(test.title, test.how)));
  protected readonly terms = computed(() => TERMS.filter(({ title, text }) => this.found(title, text)));

  constructor() {
    effect(() => {
      if (this.begin() === 'guide') void this.guide.start();
    });
    effect(() => {
      const term = this.term();
      if (term) setTimeout(() => document.getElementById(`term-${term}`)?.scrollIntoView({ block: 'center' }));
    });
  }

  private found(...texts: string[]): boolean {
    const wanted = this.search().trim().toLowerCase();
    return wanted === '' || texts.some((text) => text.toLowerCase().includes(wanted));
  }
}
