import { TestBed } from '@angular/core/testing';
import { arriving } from '../../../testing/arriving';
import { aJob, aPiece, jobProviders, JOB_ID, openJob } from '../../../testing/job-fixture';
import { PhotoStore } from './photo-store';
import { preparePicture } from './prepare-picture';
import { UndoHistory } from '../../sync';

jest.mock('./prepare-picture', () => ({ preparePicture: jest.fn() }));
const prepared = jest.mocked(preparePicture);

const PICTURE = new Blob(['x'], { type: 'image/jpeg' });
const file = (name: string): File => new File(['x'], name, { type: 'image/jpeg' });

beforeEach(() => {
  TestBed.configureTestingModule({ providers: jobProviders() });
  prepared.mockResolvedValue({ file: PICTURE, widthPixels: 40, heightPixels: 30 });
  let count = 0;
  Object.assign(URL, { createObjectURL: () => `blob:${++count}`, revokeObjectURL: () => undefined });
});

test('a picture shows at once from its own bytes and goes to the server with its id', async () => {
  const { store, http } = await openJob(aJob([aPiece()]));
  const photos = TestBed.inject(PhotoStore);
  await photos.add(aPiece().id, [file('stamp.jpg')]);
  const [photo] = photos.of(aPiece().id);
  expect(photo).toMatchObject({ jobId: JOB_ID, widthPixels: 40, turn: 0, caption: '' });
  expect(photos.addressOf(photo!)).toBe('blob:1');
  expect(photos.of(null)).toEqual([]);
  const request = await arriving(() => http.match(({ url }) => url === `/api/jobs/${JOB_ID}/photos`));
  expect(request.request.urlWithParams).toBe(`/api/jobs/${JOB_ID}/photos?id=${photo?.id}&pieceId=${aPiece().id}`);
  expect(request.request.body).toBe(PICTURE);
  request.flush({ ...photo });
  expect(store.job()?.photos).toHaveLength(1);
});

test('a file that is no picture is refused by name, and the others go ahead', async () => {
  await openJob(aJob());
  const photos = TestBed.inject(PhotoStore);
  prepared.mockRejectedValueOnce(new Error('not a picture this browser can read'));
  await photos.add(null, [file('notes.txt'), file('part.jpg')]);
  expect(photos.refusal()).toBe('notes.txt: not a picture this browser can read');
  expect(photos.of(null)).toHaveLength(1);
});

test('a picture turns by quarters, all the way round, and is taken off and brought back', async () => {
  const { store } = await openJob(aJob());
  const photos = TestBed.inject(PhotoStore);
  await photos.add(null, [file('part.jpg')]);
  const photo = () => photos.of(null)[0]!;
  const turns = [0, 0, 0, 0].map(() => {
    photos.turn(photo());
    return photo().turn;
  });
  expect(turns).toEqual([90, 180, 270, 0]);
  const { id } = photo();
  photos.setWithdrawn(id, true);
  expect(photos.of(null)).toEqual([]);
  const history = TestBed.inject(UndoHistory);
  expect(history.next()).toBe('taking off a picture');
  history.undo(() => store.flush());
  expect(photos.of(null)).toHaveLength(1);
});

test('a picture known from the server is shown from its address', async () => {
  const photo = {
    id: '0198a6a0-0000-7000-8000-00000000000a',
    jobId: JOB_ID,
    pieceId: null,
    mediaType: 'image/png' as const,
    widthPixels: 1,
    heightPixels: 1,
    turn: 0 as const,
    caption: '',
    version: 2,
    createdAt: '2026-01-01T00:00:00Z',
    withdrawnAt: null,
  };
  await openJob(
    aJob([], { photos: [photo, { ...photo, id: `${photo.id.slice(0, -1)}b`, withdrawnAt: photo.createdAt }] }),
  );
  const photos = TestBed.inject(PhotoStore);
  expect(photos.of(null).map((one) => photos.addressOf(one))).toEqual([`/api/photos/${photo.id}/file`]);
});
