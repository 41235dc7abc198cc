import { saveFile } from '../kit/save-file';
import { ChangeDetectionStrategy, Component, input, model, signal } from '@angular/core';
import { pngFile, svgFile } from './picture-file';

/** What may be done with a picture: read it as words, take it along as a file. */
@Component({
  selector: 'va-picture-tools',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" class="tool" [attr.aria-pressed]="worded()" (click)="worded.set(!worded())">
      {{ worded() ? 'As a picture' : 'In words' }}
    </button>
    <button type="button" class="tool file" (click)="save('svg')">SVG</button>
    <button type="button" class="tool file" (click)="save('png')">PNG</button>
    @if (failure()) {
      <span role="alert" class="small">{{ failure() }}</span>
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: 2px;
      align-items: center;
    }
    .tool {
      min-height: 36px;
      min-width: 44px;
      padding: 0 10px;
      border: 0;
      border-radius: var(--corner);
      background: transparent;
      color: var(--ink-soft);
      font: inherit;
      font-size: 0.8rem;
      cursor: pointer;
    }
    .tool:hover,
    .tool[aria-pressed='true'] {
      background: var(--accent-wash);
      color: var(--ink);
    }
    @media (max-width: 560px) {
      .tool {
        min-height: 44px;
      }
      /* Files are taken along from a desk. */
      .file {
        display: none;
      }
    }
  `,
})
export class PictureTools {
  /** Name of the file. */
  readonly name = input.required<string>();
  readonly drawing = input.required<() => SVGSVGElement | undefined>();
  readonly worded = model(false);
  protected readonly failure = signal('');

  protected async save(kind: 'svg' | 'png'): Promise<void> {
    const drawing = this.drawing()();
    if (!drawing) return;
    this.failure.set('');
    try {
      const { width, height } = drawing.getBoundingClientRect();
      const svg = svgFile(drawing, getComputedStyle(document.body).getPropertyValue('--raised') || '#fff');
      const file = kind === 'svg' ? new Blob([svg], { type: 'image/svg+xml' }) : await pngFile(svg, width, height);
      saveFile(`${fileName(this.name())}.${kind}`, file);
    } catch {
      this.failure.set('The picture could not be made; printing the page shows it too.');
    }
  }
}

const fileName = (title: string): string =>
  title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'part';
