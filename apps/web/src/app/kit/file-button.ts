import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** A button that asks for a file of one's own. */
@Component({
  selector: 'va-file-button',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="ant-btn" [class.ant-btn-disabled]="disabled()">
      <ng-content />
      <input
        type="file"
        [attr.accept]="accept()"
        [disabled]="disabled()"
        [attr.aria-label]="label()"
        (change)="take($event)"
      />
    </label>
  `,
  styles: `
    :host {
      display: inline-block;
    }
    label {
      display: inline-flex;
      align-items: center;
      position: relative;
      cursor: pointer;
    }
    input {
      position: absolute;
      inset: 0;
      opacity: 0;
      cursor: pointer;
    }
    label:focus-within {
      outline: 3px solid var(--accent);
      outline-offset: 2px;
    }
  `,
})
export class FileButton {
  /** What it is for, where its words alone do not say it. */
  readonly label = input<string | null>(null);
  /** Kinds of files, as an input takes them. */
  readonly accept = input.required<string>();
  readonly disabled = input(false);
  readonly chosen = output<File>();

  protected take(event: Event): void {
    const field = event.target as HTMLInputElement;
    const [file] = field.files ?? [];
    // The same file may be given again once it is mended.
    field.value = '';
    if (file) this.chosen.emit(file);
  }
}
