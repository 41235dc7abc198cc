import type { JobDetail, Photo, Piece } from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

/** One red pixel. */
const PIXEL = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==';

const newJob = async (): Promise<JobDetail> =>
  (await server.request.post('/api/jobs').send({ title: 'Ladder' }).expect(201)).body as JobDetail;
const upload = async (job: string, fields: object = {}): Promise<Photo> =>
  (
    await server.request
      .post(`/api/jobs/${job}/photos`)
      .send({ data: PIXEL, ...fields })
      .expect(201)
  ).body as Photo;

describe('pictures', () => {
  test('a picture comes back byte for byte, with its size, and stands on its job', async () => {
    const job = await newJob();
    const photo = await upload(job.id, { caption: 'Crack at the toe', turn: 90 });
    expect(photo).toMatchObject({
      mediaType: 'image/png',
      widthPixels: 1,
      heightPixels: 1,
      turn: 90,
      caption: 'Crack at the toe',
      pieceId: null,
      version: 1,
    });
    const file = await server.request.get(`/api/photos/${photo.id}/file`).expect(200);
    expect(file.headers['content-type']).toBe('image/png');
    expect(file.headers['cache-control']).toContain('immutable');
    expect((file.body as Buffer).toString('base64')).toBe(PIXEL);
    const { body } = await server.request.get(`/api/jobs/${job.id}`).expect(200);
    expect((body as JobDetail).photos).toEqual([photo]);
  });

  test('the same upload sent twice is one picture', async () => {
    const job = await newJob();
    const id = randomUUID();
    await upload(job.id, { id });
    await upload(job.id, { id });
    const { body } = await server.request.get(`/api/jobs/${job.id}`).expect(200);
    expect((body as JobDetail).photos).toHaveLength(1);
  });

  test('what is no picture, or too large, is refused and the field is named', async () => {
    const job = await newJob();
    const refused = async (data: string): Promise<string> => {
      const { body } = await server.request.post(`/api/jobs/${job.id}/photos`).send({ data }).expect(422);
      return (body as { errors: { path: string; message: string }[] }).errors
        .map(({ path, message }) => `${path}: ${message}`)
        .join('; ');
    };
    expect(await refused(Buffer.from('<svg onload="alert(1)"/>').toString('base64'))).toMatch(/data: not a picture/);
    expect(await refused(Buffer.from('plain words').toString('base64'))).toMatch(/data: not a picture/);
    expect(await refused('not base64!')).toMatch(/^data: /);
    expect(await refused(Buffer.alloc(3_100_000).toString('base64'))).toMatch(/data: give a picture of at most 3 MB/);
    await server.request
      .post(`/api/jobs/${job.id}/photos`)
      .send({ data: Buffer.alloc(4_500_000).toString('base64') })
      .expect(413);
  });

  test('a picture belongs to a piece of the same job only', async () => {
    const [job, other] = [await newJob(), await newJob()];
    const piece = (await server.request.post(`/api/jobs/${job.id}/pieces`).send({ name: 'Rung' }).expect(201))
      .body as Piece;
    expect((await upload(job.id, { pieceId: piece.id })).pieceId).toBe(piece.id);
    await server.request.post(`/api/jobs/${other.id}/photos`).send({ data: PIXEL, pieceId: piece.id }).expect(422);
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
    await expect(server.open.database.execute(`delete from photo_file`)).rejects.toThrow();
  });
});
