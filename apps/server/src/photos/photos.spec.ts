import type { JobDetail, Photo, Piece, Problem } from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { testServer, type TestServer } from '../testing/test-server';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

/** A plain picture, red, with a colour space and an orientation as cameras write them. */
const picture = (width = 40, height = 30): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: '#c22' } })
    .jpeg()
    .withExif({ IFD3: { GPSLatitude: '52/1 31/1 0/1', GPSLatitudeRef: 'N' } })
    .withMetadata({ orientation: 6 })
    .toBuffer();

const newJob = async (): Promise<JobDetail> =>
  (await server.request.post('/api/jobs').send({ title: 'Ladder' }).expect(201)).body as JobDetail;
const post = (job: string, body: Buffer | string, query: object = {}, type = 'image/jpeg') =>
  server.request.post(`/api/jobs/${job}/photos`).query(query).set('Content-Type', type).send(body);
const upload = async (job: string, query: object = {}): Promise<Photo> =>
  (await post(job, await picture(), query).expect(201)).body as Photo;
const bytesOf = async ({ id }: Photo): Promise<Buffer> =>
  (await server.request.get(`/api/photos/${id}/file`).expect(200)).body as Buffer;

describe('pictures', () => {
  test('a picture is drawn anew, upright, without what the camera wrote beside it, and stands on its job', async () => {
    const job = await newJob();
    const sent = await picture();
    expect((await sharp(sent).metadata()).exif).toBeDefined();
    const photo = (await post(job.id, sent, { caption: 'Crack at the toe', turn: 90 }).expect(201)).body as Photo;
    expect(photo).toMatchObject({
      mediaType: 'image/jpeg',
      // Orientation 6 lies on its side: upright it is as high as it was wide.
      widthPixels: 30,
      heightPixels: 40,
      turn: 90,
      caption: 'Crack at the toe',
      pieceId: null,
      version: 1,
    });
    const { headers } = await server.request.get(`/api/photos/${photo.id}/file`).expect(200);
    expect(headers['content-type']).toBe('image/jpeg');
    expect(headers['cache-control']).toContain('immutable');
    const kept = await sharp(await bytesOf(photo)).metadata();
    expect(kept).toMatchObject({ width: 30, height: 40 });
    expect(kept.exif).toBeUndefined();
    const { body } = await server.request.get(`/api/jobs/${job.id}`).expect(200);
    expect((body as JobDetail).photos).toEqual([photo]);
  });

  test('what hides behind a picture stays behind', async () => {
    const job = await newJob();
    const hidden = Buffer.concat([await picture(), Buffer.from('<script>alert(1)</script>PK\x03\x04')]);
    const photo = (await post(job.id, hidden).expect(201)).body as Photo;
    expect((await bytesOf(photo)).includes('<script>')).toBe(false);
  });

  test('what is see-through stays so', async () => {
    const job = await newJob();
    const sent = await sharp({ create: { width: 8, height: 8, channels: 4, background: '#0000' } })
      .png()
      .toBuffer();
    const photo = (await post(job.id, sent, {}, 'image/png').expect(201)).body as Photo;
    expect(photo.mediaType).toBe('image/png');
    expect((await sharp(await bytesOf(photo)).metadata()).hasAlpha).toBe(true);
  });

  test('the same upload sent twice, one after another or at once, is one picture', async () => {
    const job = await newJob();
    const id = randomUUID();
    await upload(job.id, { id });
    await upload(job.id, { id });
    const other = randomUUID();
    const both = await Promise.all([upload(job.id, { id: other }), upload(job.id, { id: other })]);
    expect(both[0]).toEqual(both[1]);
    const { body } = await server.request.get(`/api/jobs/${job.id}`).expect(200);
    expect((body as JobDetail).photos).toHaveLength(2);
  });

  test('another picture under a used id is refused, and so is the same one on another job', async () => {
    const [job, other] = [await newJob(), await newJob()];
    const { id } = await upload(job.id);
    for (const [target, body] of [
      [job.id, await picture(20, 20)],
      [other.id, await picture()],
    ] as const) {
      const answer = await post(target, body, { id }).expect(409);
      expect((answer.body as Problem).detail).toContain(id);
    }
    const { body } = await server.request.get(`/api/jobs/${other.id}`).expect(200);
    expect((body as JobDetail).photos).toEqual([]);
  });

  test('what is no picture, too large, or unfolds to too much is refused and the field is named', async () => {
    const job = await newJob();
    const refused = async (body: Buffer, type = 'image/png'): Promise<string> => {
      const answer = await post(job.id, body, {}, type).expect(422);
      return (answer.body as Problem).errors?.map(({ path, message }) => `${path}: ${message}`).join('; ') ?? '';
    };
    expect(await refused(Buffer.from('<svg onload="alert(1)"/>'))).toMatch(/body: not a picture/);
    expect(await refused(Buffer.from('plain words'))).toMatch(/body: not a picture/);
    // A head that promises a picture, and nothing behind it.
    expect(await refused((await picture()).subarray(0, 200), 'image/jpeg')).toMatch(/body: not a picture/);
    const vast = await sharp({ create: { width: 9000, height: 9000, channels: 3, background: '#fff' } })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(vast.length).toBeLessThan(1_000_000);
    expect(await refused(vast)).toMatch(/body: give a picture of at most 50 million pixels/);
    await post(job.id, Buffer.alloc(3_100_000)).expect(413);
    await post(job.id, 'words', {}, 'text/plain').expect(415);
    await post(job.id, JSON.stringify({ data: '' }), {}, 'application/json').expect(415);
    expect((await post(job.id, await picture(), { turn: 45 }).expect(422)).body.errors[0].path).toBe('turn');
  });

  test('a picture belongs to a piece of the same job only', async () => {
    const [job, other] = [await newJob(), await newJob()];
    const piece = (await server.request.post(`/api/jobs/${job.id}/pieces`).send({ name: 'Rung' }).expect(201))
      .body as Piece;
    expect((await upload(job.id, { pieceId: piece.id })).pieceId).toBe(piece.id);
    const { body } = await post(other.id, await picture(), { pieceId: piece.id }).expect(422);
    expect((body as Problem).errors?.[0]?.path).toBe('pieceId');
  });

  test('is turned, withdrawn and brought back under its version; its bytes are never rewritten', async () => {
    const job = await newJob();
    const photo = await upload(job.id);
    const turned = await server.request.patch(`/api/photos/${photo.id}`).send({ version: 1, turn: 180 }).expect(200);
    expect((turned.body as Photo).turn).toBe(180);
    await server.request.patch(`/api/photos/${photo.id}`).send({ version: 1, turn: 270 }).expect(409);
    await server.request.patch(`/api/photos/${photo.id}`).send({ version: 2, turn: 45 }).expect(422);
    const gone = await server.request.post(`/api/photos/${photo.id}/withdraw`).send({ version: 2 }).expect(200);
    expect((gone.body as Photo).withdrawnAt).not.toBeNull();
    const back = await server.request.post(`/api/photos/${photo.id}/restore`).send({ version: 3 }).expect(200);
    expect((back.body as Photo).withdrawnAt).toBeNull();
    await expect(server.context.database.execute(`delete from photo_file`)).rejects.toMatchObject({
      cause: { code: '42501' },
    });
    await expect(server.asOwner(`delete from photo_file`)).rejects.toThrow();
  });
});
