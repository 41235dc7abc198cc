import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { PHOTO_MOST_BYTES, photoPatchSchema, type Photo, type PhotoPatch } from '@variatum/contracts';
import { JobStore } from './job-store';
import { OperationQueue } from '../sync/operation-queue';
import { preparePicture } from './prepare-picture';
import { requestTo } from '../sync/request-to';
import { RestingChanges } from '../sync/resting-changes';
import { UndoHistory } from '../sync/undo-history';

/** Pictures of the open job: taken, turned, named and withdrawn here; sent like every other change, even after a lost connection. */
@Injectable()
export class PhotoStore {
  private readonly jobs = inject(JobStore);
  private readonly queue = inject(OperationQueue);
  private readonly resting = inject(RestingChanges);
  private readonly history = inject(UndoHistory);
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
    return (this.jobs.job()?.photos ?? []).filter((photo) => photo.pieceId === pieceId && photo.withdrawnAt === null);
  }

  /** Address to show a picture from. */
  addressOf({ id }: Photo): string {
    return this.local()[id] ?? `/api/photos/${id}/file`;
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
      const job = this.jobs.job();
      if (!job) return;
      const id = crypto.randomUUID();
      const { file: picture, widthPixels, heightPixels } = prepared;
      this.local.update((local) => ({ ...local, [id]: URL.createObjectURL(picture) }));
      this.jobs.showPhoto(id, {
        id,
        jobId: job.id,
        pieceId,
        mediaType: 'image/jpeg',
        widthPixels,
        heightPixels,
        turn: 0,
        caption: '',
        version: 1,
        createdAt: new Date().toISOString(),
        withdrawnAt: null,
      });
      this.queue.enqueue({
        key: `photo ${id}`,
        job: job.id,
        ...requestTo('POST /jobs/:id/photos', { id: job.id }),
        body: { id, ...(pieceId === null ? {} : { pieceId }) },
        file: picture,
      });
      this.history.push('the new picture', () => this.setWithdrawn(id, true));
    }
  }

  turn(photo: Photo): void {
    this.change(photo.id, { turn: ((photo.turn + 90) % 360) as Photo['turn'] });
  }

  change(id: string, changes: Omit<PhotoPatch, 'version'>): void {
    const photo = this.find(id);
    if (!photo) return;
    this.jobs.showPhoto(id, changes as Partial<Photo>);
    this.resting.rest({
      key: `photo ${id}`,
      job: photo.jobId,
      changes,
      before: photo as unknown as Record<string, unknown>,
      schema: photoPatchSchema,
      operation: requestTo('PATCH /photos/:id', { id }),
      id,
      version: photo.version,
      words: 'the change to a picture',
      undo: (before) => this.change(id, before as Omit<PhotoPatch, 'version'>),
    });
  }

  setWithdrawn(id: string, withdrawn: boolean): void {
    this.resting.flush();
    const photo = this.find(id);
    if (!photo) return;
    this.jobs.showPhoto(id, { withdrawnAt: withdrawn ? new Date().toISOString() : null });
    this.queue.enqueue({
      key: `photo ${id}`,
      job: photo.jobId,
      ...requestTo(withdrawn ? 'POST /photos/:id/withdraw' : 'POST /photos/:id/restore', { id }),
      body: {},
      versioned: { id, version: photo.version, base: {}, withdrawn },
    });
    this.history.push(`${withdrawn ? 'taking off' : 'bringing back'} a picture`, () =>
      this.setWithdrawn(id, !withdrawn),
    );
  }

  private find(id: string): Photo | undefined {
    return this.jobs.job()?.photos.find((photo) => photo.id === id);
  }
}
