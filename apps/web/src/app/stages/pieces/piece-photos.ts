import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import type { Photo } from '@variatum/contracts';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { PhotoStore } from '../../job/stores';
import { fieldBy, TextField } from '../../kit/fields';
import { Icon } from '../../kit/marks/icon';
import type { IconName } from '../../kit/marks/icons';

/** Pictures of a piece: taken with the camera or chosen from files, turned, named, enlarged, taken off. */
@Component({
  selector: 'va-piece-photos',
  imports: [Icon, NzButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row photos">
      @for (photo of list(); track photo.id) {
        <figure>
          <button type="button" class="frame" (click)="show(photo)" [attr.aria-label]="'Enlarge: ' + words(photo)">
            <img [src]="photos.addressOf(photo)" alt="" [style.transform]="'rotate(' + photo.turn + 'deg)'" />
          </button>
          <figcaption class="row">
            @for (act of acts; track act.icon) {
              <button
                nz-button
                nzType="text"
                type="button"
                (click)="act.do(photo)"
                [attr.aria-label]="act.says + words(photo)"
              >
                <va-icon [name]="act.icon" />
              </button>
            }
          </figcaption>
          @if (errors(photo)) {
            <span class="field-error">{{ errors(photo) }}</span>
          }
        </figure>
      }
      <button nz-button type="button" class="take" (click)="picker.click()">
        <va-icon name="camera" />
        {{ list().length === 0 ? 'Add a picture' : 'Add another' }}
      </button>
      <input
        #picker
        type="file"
        class="hidden-text"
        tabindex="-1"
        accept="image/*"
        capture="environment"
        multiple
        [attr.aria-label]="'Picture of ' + name()"
        (change)="take(picker)"
      />
    </div>
    @if (photos.refusal(); as message) {
      <p class="field-error" role="alert">{{ message }}</p>
    }
    <dialog #dialog aria-label="Picture">
      @if (shown(); as photo) {
        <div class="large">
          <img
            [src]="photos.addressOf(photo)"
            [alt]="words(photo)"
            [style.transform]="'rotate(' + photo.turn + 'deg)'"
          />
        </div>
        <va-text-field label="What it shows" [of]="caption()" />
        <form method="dialog"><button nz-button>Close</button></form>
      }
    </dialog>
  `,
  styles: `
    .photos {
      align-items: flex-start;
    }
    figure {
      margin: 0;
      width: 108px;
    }
    .frame {
      display: grid;
      place-items: center;
      width: 108px;
      height: 108px;
      padding: 0;
      overflow: hidden;
      border: 1px solid var(--line-strong);
      border-radius: var(--corner);
      background: var(--paper);
      cursor: zoom-in;
    }
    .frame img {
      width: 108px;
      height: 108px;
      object-fit: contain;
    }
    figcaption {
      justify-content: space-between;
      gap: 0;
    }
    dialog {
      width: min(720px, 94vw);
    }
    /* Square, so that a turned picture keeps inside. */
    .large {
      display: grid;
      place-items: center;
      width: min(100%, 66vh);
      aspect-ratio: 1;
      margin: 0 auto;
      overflow: hidden;
    }
    .large img {
      width: 100%;
      height: 100%;
      object-fit: contain;
    }
  `,
})
export class PiecePhotos {
  readonly pieceId = input.required<string | null>();
  readonly name = input.required<string>();
  protected readonly photos = inject(PhotoStore);
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('dialog');
  private readonly shownId = signal<string | null>(null);
  protected readonly acts: readonly { readonly icon: IconName; readonly says: string; do(photo: Photo): void }[] = [
    { icon: 'turn', says: 'Turn: ', do: (photo) => this.photos.turn(photo) },
    { icon: 'remove', says: 'Take off: ', do: ({ id }) => this.photos.setWithdrawn(id, true) },
  ];
  protected readonly list = computed(() => this.photos.of(this.pieceId()));
  protected readonly caption = computed(() => {
    const photo = this.shown();
    return fieldBy(
      () => photo?.caption ?? '',
      (caption) => photo && this.photos.change(photo.id, { caption }),
    );
  });
  protected readonly shown = computed(() => this.list().find(({ id }) => id === this.shownId()) ?? null);

  protected words({ caption }: Photo): string {
    return caption || `picture of ${this.name()}`;
  }

  protected errors({ id }: Photo): string {
    return Object.values(this.photos.errorsOf(id)).join('; ');
  }

  protected show(photo: Photo): void {
    this.shownId.set(photo.id);
    this.dialog().nativeElement.showModal();
  }

  protected take(picker: HTMLInputElement): void {
    const files = [...(picker.files ?? [])];
    // The same file chosen again must count as a choice.
    picker.value = '';
    void this.photos.add(this.pieceId(), files);
  }
}
