import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { Photo } from '@variatum/contracts';
import {
  formatTemperature,
  tintOfFilm,
  tintQuestionOf,
  type Photograph,
  type PhotographPlace,
  type Spread,
  type TintAnswer,
  type TintReference,
} from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { catchError, EMPTY } from 'rxjs';
import { ComputeService } from '../../compute/compute.service';
import { JobStore, PhotoStore } from '../../job/stores';
import { ChoiceGroup, fieldBy } from '../../kit/fields';
import { Icon } from '../../kit/marks/icon';
import { WorkshopStore } from '../../settings/workshop-store';
import { HALF_TURN_DEG } from '../../kit/units';

/** Steps of a key across a picture, with and without shift. */
const LARGE_STEPS = 10;
const SMALL_STEPS = 60;

/** A tint as it was read. */
export interface ReadTint {
  readonly answer: Spread;
  /** Id of the colour. */
  readonly colour: string;
  /** Picture it was read from. */
  readonly photo: string;
}

/** What is tapped, in this order. */
const TAPS = ['reference', 'tint', 'bare'] as const;
type Tap = (typeof TAPS)[number];
const SAYS: Readonly<Record<Tap, string>> = {
  reference: 'Tap the white paper or grey card.',
  tint: 'Tap the colour.',
  bare: 'Tap bare metal the colour fades into: it tells the two golds apart.',
};
const REFERENCES: readonly { readonly value: TintReference; readonly title: string }[] = [
  { value: 'white', title: 'white paper' },
  { value: 'grey18', title: '18 % grey card' },
];
const TRUST = { good: '', fair: 'Fairly sure.', poor: 'Two answers.', refused: 'Not read.' } as const;
/** Largest side pictures are read at, px: finer grain says nothing of a colour. */
const MOST_PX = 1600;

/** A heat tint read from a picture of the job: a card for the light, the colour, the way to bare metal. */
@Component({
  selector: 'va-tint-reader',
  imports: [ChoiceGroup, Icon, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button nz-button type="button" (click)="open()">
      <va-icon name="camera" />
      Read it from a picture
    </button>
    <dialog #dialog aria-label="Heat tint from a picture" (close)="forget()">
      <div class="stack">
        <div class="row photos" role="group" aria-label="Pictures of the job">
          @for (one of pictures(); track one.id) {
            <button
              type="button"
              class="frame"
              [attr.aria-pressed]="one.id === photo()?.id"
              [attr.aria-label]="one.caption || 'picture ' + ($index + 1)"
              (click)="choose(one)"
            >
              <img [src]="photos.addressOf(one)" alt="" [style.transform]="'rotate(' + one.turn + 'deg)'" />
            </button>
          }
          <button nz-button type="button" (click)="picker.click()">Take one</button>
          <input
            #picker
            type="file"
            class="hidden-text"
            tabindex="-1"
            accept="image/*"
            capture="environment"
            aria-label="Picture with the tint and a white or grey card"
            (change)="take(picker)"
          />
        </div>
        @if (photos.refusal(); as message) {
          <p class="field-error" role="alert">{{ message }}</p>
        }
        <va-choice-group label="Beside it lies" [options]="references" [of]="is" />
        @if (photo()) {
          <p role="status" data-testid="tint-says">{{ says() }}</p>
        } @else {
          <p class="soft">
            Lay white paper or an 18 % grey card beside the weld, in the same light, without glare, and take a picture.
          </p>
        }
        <div
          class="picture"
          [class.none]="!photo()"
          role="application"
          tabindex="0"
          aria-label="The picture: arrow keys move the cross, Enter taps"
          (click)="tap($event)"
          (keydown)="key($event)"
        >
          <canvas #canvas></canvas>
          @for (mark of marks(); track mark.tap) {
            <span class="mark" [attr.data-tap]="mark.tap" [style.left.%]="mark.left" [style.top.%]="mark.top"></span>
          }
        </div>
        @if (answer(); as read) {
          <div class="answer" data-testid="tint-answer" role="status">
            <p>
              <strong>{{ words() }}</strong>
            </p>
            @for (reason of read.reasons; track reason) {
              <p class="small">{{ reason }}</p>
            }
            @if (read.others.length > 0) {
              <va-choice-group
                label="Between the colour and bare metal lies blue"
                [options]="blueOptions"
                [of]="passesBlue"
              />
            }
          </div>
        }
        <div class="row">
          @if (answer()?.oxideNm) {
            <button nz-button nzType="primary" type="button" (click)="log()">Log this colour</button>
          }
          @if (taps().tint || taps().reference) {
            <button nz-button type="button" (click)="again()">Tap again</button>
          }
          <button nz-button type="button" (click)="dialog.close()">Close</button>
        </div>
      </div>
    </dialog>
  `,
  styles: `
    dialog {
      width: min(760px, 96vw);
      max-height: 94vh;
    }
    .frame {
      width: 84px;
      height: 64px;
      padding: 0;
      overflow: hidden;
      border: 2px solid var(--line-strong);
      border-radius: var(--corner);
    }
    .frame[aria-pressed='true'] {
      border-color: var(--accent);
    }
    .frame img {
      width: 100%;
      height: 100%;
      object-fit: cover;
    }
    .picture {
      position: relative;
      cursor: crosshair;
      touch-action: manipulation;
      width: fit-content;
      max-width: 100%;
      margin: 0 auto;
    }
    .picture.none {
      display: none;
    }
    canvas {
      display: block;
      max-width: 100%;
      max-height: 44vh;
    }
    .mark {
      position: absolute;
      width: 22px;
      height: 22px;
      margin: -11px 0 0 -11px;
      border: 2px solid #fff;
      outline: 2px solid #000;
      border-radius: 50%;
      pointer-events: none;
    }
    .mark[data-tap='cross'] {
      border-radius: 0;
      border-style: dashed;
    }
  `,
})
export class TintReader {
  /** Whether the colour is seen where gas was held behind the weld. */
  readonly shielded = input(false);
  readonly read = output<ReadTint>();

  protected readonly photos = inject(PhotoStore);
  private readonly jobs = inject(JobStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly compute = inject(ComputeService);
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('dialog');
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  protected readonly references = REFERENCES;
  protected readonly blueOptions = [
    { value: 'yes', title: 'yes' },
    { value: 'no', title: 'no' },
  ] as const;
  private readonly card = signal<TintReference>('white');
  private readonly blue = signal<'yes' | 'no' | null>(null);
  protected readonly is = fieldBy<TintReference | null>(this.card, (card) => card !== null && this.card.set(card));
  protected readonly passesBlue = fieldBy<'yes' | 'no' | null>(this.blue, (blue) => this.blue.set(blue));

  protected readonly pictures = computed(() => this.jobs.photos().filter(({ withdrawnAt }) => withdrawnAt === null));
  private readonly photoId = signal<string | null>(null);
  protected readonly photo = computed(() => this.pictures().find(({ id }) => id === this.photoId()) ?? null);
  private readonly pixels = signal<Photograph | null>(null);
  protected readonly taps = signal<Partial<Record<Tap, PhotographPlace>>>({});
  private readonly cross = signal<PhotographPlace | null>(null);
  private readonly next = computed(() => TAPS.find((tap) => this.taps()[tap] === undefined));
  protected readonly answer = signal<TintAnswer | null>(null);

  protected readonly says = computed(() => {
    const next = this.next();
    return this.pixels() === null ? 'Reading the picture.' : next === undefined ? 'All tapped.' : SAYS[next];
  });
  protected readonly marks = computed(() => {
    const size = this.pixels();
    if (!size) return [];
    const at = ({ x, y }: PhotographPlace) => ({ left: (100 * x) / size.width, top: (100 * y) / size.height });
    const taps = this.taps();
    const cross = this.cross();
    return [
      ...TAPS.flatMap((tap) => (taps[tap] ? [{ tap, ...at(taps[tap]) }] : [])),
      ...(cross ? [{ tap: 'cross', ...at(cross) }] : []),
    ];
  });
  protected readonly words = computed(() => {
    const read = this.answer();
    if (!read) return '';
    if (!read.oxideNm) return TRUST.refused;
    const [low, high] = read.oxideNm.range90.map(Math.round);
    const unit = this.workshops.workshop()?.temperatureUnit ?? '°C';
    const warm = read.temperatureC
      ? `, ${read.temperatureC.range90.map((celsius) => formatTemperature(Math.round(celsius), unit)).join(' to ')}`
      : '';
    return `Level ${read.level}, ${read.tint}: film of ${low} to ${high} nm${warm}. ${TRUST[read.trust]}`;
  });

  constructor() {
    effect((onCleanup) => {
      const [picture, { reference, tint, bare }, is] = [this.pixels(), this.taps(), this.card()];
      const [passesBlue, shielded] = [this.blue(), this.shielded()];
      if (!picture || !reference || !tint) {
        this.answer.set(null);
        return;
      }
      const grade = this.jobs.meeting().find((piece) => piece.grade !== null)?.grade ?? undefined;
      const asking = this.compute
        .tint({
          ...tintQuestionOf(picture, { reference, tint, bare, is }),
          ...(passesBlue === null ? {} : { passesBlue: passesBlue === 'yes' }),
          shielded,
          grade,
        })
        .pipe(catchError(() => EMPTY))
        .subscribe((answer) => this.answer.set(answer));
      onCleanup(() => asking.unsubscribe());
    });
  }

  protected open(): void {
    this.dialog().nativeElement.showModal();
    const last = this.pictures().at(-1);
    if (last && !this.photo()) void this.choose(last);
  }

  protected async take(picker: HTMLInputElement): Promise<void> {
    const files = [...(picker.files ?? [])];
    picker.value = '';
    const before = new Set(this.pictures().map(({ id }) => id));
    await this.photos.add(null, files);
    const taken = this.pictures().find(({ id }) => !before.has(id));
    if (taken) await this.choose(taken);
  }

  /** Shows a picture and reads its pixels, upright as it is shown. */
  protected async choose(photo: Photo): Promise<void> {
    this.forget();
    this.photoId.set(photo.id);
    const image = new Image();
    image.src = this.photos.addressOf(photo);
    await image.decode().catch(() => undefined);
    if (this.photoId() !== photo.id || image.naturalWidth === 0) return;
    const scale = Math.min(1, MOST_PX / Math.max(image.naturalWidth, image.naturalHeight));
    const [width, height] = [Math.round(image.naturalWidth * scale), Math.round(image.naturalHeight * scale)];
    const lying = photo.turn % HALF_TURN_DEG !== 0;
    const canvas = this.canvas().nativeElement;
    [canvas.width, canvas.height] = lying ? [height, width] : [width, height];
    const context = canvas.getContext('2d', { willReadFrequently: true, colorSpace: 'srgb' });
    if (!context) return;
    context.translate(canvas.width / 2, canvas.height / 2);
    context.rotate((photo.turn * Math.PI) / HALF_TURN_DEG);
    context.drawImage(image, -width / 2, -height / 2, width, height);
    this.pixels.set(context.getImageData(0, 0, canvas.width, canvas.height));
  }

  protected forget(): void {
    this.photoId.set(null);
    this.pixels.set(null);
    this.again();
  }

  protected again(): void {
    this.taps.set({});
    this.cross.set(null);
    this.blue.set(null);
  }

  protected tap(event: MouseEvent): void {
    const size = this.pixels();
    if (!size) return;
    const frame = this.canvas().nativeElement.getBoundingClientRect();
    this.tapAt({
      x: ((event.clientX - frame.left) / frame.width) * size.width,
      y: ((event.clientY - frame.top) / frame.height) * size.height,
    });
  }

  private tapAt(place: PhotographPlace): void {
    const next = this.next();
    if (next) this.taps.update((taps) => ({ ...taps, [next]: place }));
  }

  protected key(event: KeyboardEvent): void {
    const size = this.pixels();
    const way = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1], Enter: [0, 0] }[
      event.key
    ];
    if (!size || !way) return;
    event.preventDefault();
    const from = this.cross() ?? { x: size.width / 2, y: size.height / 2 };
    const step = Math.max(size.width, size.height) / (event.shiftKey ? LARGE_STEPS : SMALL_STEPS);
    const within = (value: number, most: number): number => Math.min(most - 1, Math.max(0, value));
    const place = { x: within(from.x + step * way[0]!, size.width), y: within(from.y + step * way[1]!, size.height) };
    this.cross.set(place);
    if (event.key === 'Enter') this.tapAt(place);
  }

  protected log(): void {
    const [answer, photo] = [this.answer(), this.photo()];
    if (!answer?.oxideNm || !photo) return;
    this.read.emit({ answer: answer.oxideNm, colour: tintOfFilm(answer.oxideNm.median).id, photo: photo.id });
    this.dialog().nativeElement.close();
  }
}
