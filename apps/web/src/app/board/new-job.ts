import type { HttpErrorResponse } from '@angular/common/http';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { partOfCommon, partOfLine, type NewPart } from '@variatum/job';
import { COMMON_ASSEMBLIES, describePart, JOINTS, sketchOf, type CommonAssembly } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { ownField, TextField } from '../kit/fields';
import { BroughtJob } from './brought-job';
import { SmallPart } from '../part/small-part';
import { ApiClient, problemOf, waitAfter } from '../sync';

const COMMON = COMMON_ASSEMBLIES.map((common) => ({ common, sketch: sketchOf(common) }));
const LONGEST = 120;

/** A new job: named, described in one line, or begun from a picture of a part that comes in often. */
@Component({
  selector: 'va-new-job',
  imports: [BroughtJob, NzButtonModule, SmallPart, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="panel stack" (submit)="$event.preventDefault(); start()">
      <div class="row fields-row">
        <va-text-field
          #titleField
          class="grow"
          label="What came in?"
          [longest]="longest"
          placeholder="Such as: park bench, broken foot"
          [of]="title"
        />
        <va-text-field
          class="grow"
          label="The part in one line"
          [longest]="300"
          placeholder="42.4 x 2 tube to 5 mm plate, fillet"
          [of]="line"
        >
          @if (understood(); as words) {
            <span class="small soft" aria-live="polite">{{ words }}</span>
          }
        </va-text-field>
        <button nz-button nzType="primary" type="submit" [disabled]="busy()">Start the job</button>
        <button nz-button type="button" (click)="cancelled.emit()">Cancel</button>
      </div>
      <p class="small soft" id="common-parts">Or begin with a part that comes in often:</p>
      <div class="common" role="group" aria-labelledby="common-parts">
        @for (entry of common; track entry.common.id) {
          <button type="button" class="part" [disabled]="busy()" (click)="begin(entry.common)">
            <va-small-part [assembly]="entry.sketch" />
            <span class="small">{{ entry.common.title }}</span>
          </button>
        }
      </div>
      <va-brought-job />
    </form>
  `,
  styles: `
    .fields-row {
      align-items: flex-start;
    }
    .fields-row > button {
      margin-top: 24px;
    }
    .grow {
      flex: 1 1 240px;
    }
    .common {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(126px, 1fr));
      gap: var(--space-2);
    }
    .part {
      display: grid;
      gap: 2px;
      padding: 4px 6px 6px;
      border: 1px solid var(--line);
      border-radius: var(--corner);
      background: var(--raised);
      color: var(--ink);
      font: inherit;
      cursor: pointer;
    }
    .part:hover {
      border-color: var(--accent);
      background: var(--accent-wash);
    }
    .part va-small-part {
      pointer-events: none;
    }
  `,
})
export class NewJobForm {
  readonly cancelled = output();
  private readonly api = inject(ApiClient);
  private readonly router = inject(Router);
  /** What was asked for last. */
  private asked:
    { readonly content: string; readonly body: NewPart & { readonly id: string; readonly title: string } } | undefined;
  private readonly titleField = viewChild.required<TextField>('titleField');

  protected readonly longest = LONGEST;
  protected readonly common = COMMON;
  protected readonly busy = signal(false);
  protected readonly title = ownField('');
  protected readonly line = ownField('');
  private readonly described = computed(() => describePart(this.line.value));
  /** What the line was understood to mean. */
  protected readonly understood = computed(() => {
    const part = this.described();
    if (!part) return '';
    const pieces = part.pieces.map(({ name, count, outsideMm, thicknessMm, grade }) => {
      const sizes = [outsideMm.value, thicknessMm.value].filter((mm) => mm !== null).map((mm) => Number(mm.toFixed(2)));
      return [count > 1 ? `${count} ×` : '', name, sizes.length > 0 ? `${sizes.join(' × ')} mm` : '', grade ?? '']
        .filter(Boolean)
        .join(' ');
    });
    return (
      `${pieces.join(' + ')}: ` +
      `${JOINTS.types[part.joint.type].title.toLowerCase()}${part.joint.said ? '' : ', as such pieces usually meet'}`
    );
  });

  constructor() {
    // Whoever starts a job types its name next.
    afterNextRender(() => this.titleField().focus());
  }

  protected start(): void {
    const part = this.described();
    const title = this.title.value.trim() || this.line.value.trim().slice(0, LONGEST);
    this.title.fault.set(title === '' ? 'give the job a name, or describe the part' : '');
    if (title === '') return;
    this.make([title, this.line.value], title, (newId) =>
      part ? partOfLine(part, newId) : { pieces: [], joints: [] },
    );
  }

  protected begin(common: CommonAssembly): void {
    const title = this.title.value.trim() || common.title;
    this.make([title, common.id], title, (newId) => partOfCommon(common, newId));
  }

  /** Makes the job. Tried again unchanged it is the same request with the same identifiers: it makes one job. */
  private make(content: readonly string[], title: string, partOf: (newId: () => string) => NewPart): void {
    if (this.busy()) return;
    this.busy.set(true);
    const same = JSON.stringify(content);
    if (this.asked?.content !== same)
      this.asked = { content: same, body: { id: crypto.randomUUID(), title, ...partOf(() => crypto.randomUUID()) } };
    const { body } = this.asked;
    this.api.ask('POST /jobs', { body }).subscribe({
      next: (job) => void this.router.navigate(['/jobs', job.id, body.pieces.length > 0 ? 'pieces' : 'job']),
      error: (error: HttpErrorResponse) => {
        this.busy.set(false);
        const why = waitAfter(error) ? 'the server cannot take it just now' : problemOf(error).detail;
        this.title.fault.set(`${why}; what you typed is kept, try again`);
      },
    });
  }
}
