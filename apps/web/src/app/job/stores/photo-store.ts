import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { PHOTO_MOST_BYTES, photoPatchSchema, type Photo, type PhotoPatch } from '@variatum/contracts';
import { JobStore } from './job-store';
import { preparePicture } from './prepare-picture';
import { requestTo } from '../../sync';
import { TURN_DEG } from '../../kit/units';

/** A picture is turned by quarters. */
const QUARTERS = 4;

/**
 * Pictures of the open job: taken, turned, named and withdrawn here; sent like every other change, even after a lost
 * connection.
 */
@Injectable()
export class PhotoStore {
  private readonly jobs = inject(JobStore);
  /** Pictures taken on this page, shown from here until the server has them. */
  private readonly local = signal<Readonly<Record<string, string>>>({});

  constructor() {
    // The browser keeps a picture in memory until it is told that nobody shows it any more.
    inject(DestroyRef).onDestroy(() => Object.values(this.local()).forEach((url) => URL.revokeObjectURL(url)));
  }

  /** Why the last picture could not be taken; empty when it could. */
  readonly refusal = signal('');

  /** Pictures of a piece, or of the whole job. */
  of(pieceId: string | null): readonly Photo[] {
    return this.jobs.photos().filter((photo) => photo.pieceId === pieceId && photo.withdrawnAt === null);
  }

  /** Address to show a picture from. */
  addressOf({ id }: Photo): string {
    return this.local()[id] ?? requestTo('GET /photos/:id/file', { id }).url;
  }

  /** Takes picture files; each is made small enough first. */
  async add(pieceId: string | null, files: readonly File[]): Promise<void> {
    this.refusal.set('');
    for (const file of files) {
      const prepared = await preparePicture(file, PHOTO_MOST_BYTES).catch((error: Error) => error);
      if (prepared instanceof Error) {
        this.refusal.set(`${file.name}: ${prepared.message}`);
        continue;
      }
      if (!this.jobs.job()) return;
      const id = crypto.randomUUID();
      const jobId = this.jobs.id;
      const { file: picture, widthPixels, heightPixels } = prepared;
      this.local.update((local) => ({ ...local, [id]: URL.createObjectURL(picture) }));
      const shown: Photo = {
        id,
        jobId,
        pieceId,
        mediaType: 'image/jpeg',
        widthPixels,
        heightPixels,
        turn: 0,
        caption: '',
        version: 1,
        createdAt: new Date().toISOString(),
        withdrawnAt: null,
      };
      this.jobs.document.show((job) => ({ ...job, photos: [...job.photos, shown] }));
      this.jobs.document.send(
        {
          key: `photo ${id}`,
          ...requestTo('POST /jobs/:id/photos', { id: jobId }),
          body: { id, ...(pieceId === null ? {} : { pieceId }) },
          file: picture,
        },
        'the new picture',
        () => this.setWithdrawn(id, true),
      );
    }
  }

  turn(photo: Photo): void {
    // A quarter more than a quarter turn is one again.
    this.change(photo.id, { turn: ((photo.turn + TURN_DEG / QUARTERS) % TURN_DEG) as Photo['turn'] });
  }

  change(id: string, changes: Omit<PhotoPatch, 'version'>): void {
    this.jobs.document.change({
      key: `photo ${id}`,
      changes,
      words: 'the change to a picture',
      schema: photoPatchSchema,
      operation: requestTo('PATCH /photos/:id', { id }),
    });
  }

  setWithdrawn(id: string, withdrawn: boolean): void {
    this.jobs.setWithdrawn('photo', id, withdrawn, 'a picture');
  }

  /** Errors of the changes to a picture, by field. */
  errorsOf(id: string): Readonly<Record<string, string>> {
    return this.jobs.document.errorsOf(`photo ${id}`);
  }
}
