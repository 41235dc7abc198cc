import { ChangeDetectionStrategy, Component, computed, input, resource } from '@angular/core';

/** Empty squares around, as readers need them (ISO/IEC 18004). */
const QUIET = 4;

/** An address as a picture that a tablet's camera reads. The address itself stands beside it in words. */
@Component({
  selector: 'va-qr-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (drawing(); as of) {
      <svg [attr.viewBox]="of.box" role="img" [attr.aria-label]="label()" shape-rendering="crispEdges">
        <rect width="100%" height="100%" fill="#fff" />
        <path [attr.d]="of.path" fill="#000" />
      </svg>
    }
  `,
  styles: `
    :host {
      display: block;
      width: min(220px, 60vw);
      aspect-ratio: 1;
    }
    svg {
      width: 100%;
      height: 100%;
    }
  `,
})
export class QrPicture {
  readonly text = input.required<string>();
  readonly label = input('Address as a picture for a camera');
  private readonly squares = resource({
    params: () => this.text(),
    // Fetched only where one is shown.
    loader: async ({ params }) => (await import('./qr-squares')).qrSquares(params),
  });
  protected readonly drawing = computed(() => {
    if (!this.squares.hasValue()) return null;
    const { size, data } = this.squares.value();
    const dark = Array.from(data, (square, index) =>
      square ? `M${QUIET + (index % size)} ${QUIET + Math.floor(index / size)}h1v1h-1z` : '',
    );
    const side = size + 2 * QUIET;
    return { box: `0 0 ${side} ${side}`, path: dark.join('') };
  });
}
