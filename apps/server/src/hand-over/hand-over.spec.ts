import { readJobDocument, type JobDetail, type JobDocument, type Problem } from '@variatum/contracts';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { tables } from '../database';
import { contextOf, type RequestContext } from '../http/context';
import { randomDocument, type DocumentPictures } from '../testing/documents';
import { mulberry } from '../testing/mulberry';
import { testServer, type TestServer } from '../testing/test-server';
import { ensureWorkshop } from '../workshop/store';
import { bringJobIn } from './bring-in';
import { wholeDocument } from './read-job';
import { takeWorkshopFile } from './read-workshop';
import { idHere, renamed } from './renamed';

import { writeWorkshop } from './write-workshop';

let server: TestServer;
let pictures: DocumentPictures;
beforeAll(async () => {
  server = await testServer();
  const dot = sharp({ create: { width: 8, height: 6, channels: 4, background: { r: 200, g: 40, b: 30, alpha: 0.5 } } });
  pictures = {
    jpeg: await dot.clone().flatten({ background: '#fff' }).jpeg({ quality: 86 }).toBuffer(),
    png: await dot.clone().png().toBuffer(),
  };
});
afterAll(() => server.close());

/** A workshop of its own, with nothing in it. */
async function emptyWorkshop(): Promise<RequestContext> {
  const context = contextOf(server.open, server.compute, { workshop: randomUUID() });
  await ensureWorkshop(context);
  return context;
}

async function* whole(bytes: Buffer): AsyncGenerator<Uint8Array> {
  yield await Promise.resolve(bytes);
}
const takeIn = (context: RequestContext, document: JobDocument): Promise<string> =>
  bringJobIn(context, whole(Buffer.from(JSON.stringify(document, null, 1))));

const idsIn = ({
  people,
  meters,
  job,
  pieces,
  joints,
  decisions,
  photos,
  preparation,
  weld,
  record,
}: JobDocument): string[] =>
  [
    ...people,
    ...meters,
    job,
    ...pieces,
    ...pieces.flatMap(({ tests }) => tests),
    ...joints,
    ...decisions,
    ...photos,
    ...preparation,
    ...weld,
    ...record,
  ].map(({ id }) => id);
const byId = <One extends { readonly id: string }>(all: readonly One[]): One[] =>
  [...all].sort((one, other) => (one.id < other.id ? -1 : 1));

/** A document as it must come out of a workshop it was brought into. */
function expectedIn(workshop: string, document: JobDocument): object {
  const here = renamed(document, new Map(idsIn(document).map((id) => [id, idHere(workshop, id)])));
  const makers = new Set(
    JSON.stringify({ ...here, people: [] })
      .match(/"madeBy":"[^"]+"/g)
      ?.map((made) => made.slice(10, -1)),
  );
  const { exportedAt: _at, workshop: _from, ...rest } = here;
  return { ...rest, people: byId(here.people.filter(({ id }) => makers.has(id))), meters: byId(here.meters) };
}
const cameOut = ({ exportedAt: _at, workshop: _from, ...rest }: JobDocument): object => ({
  ...rest,
  people: byId(rest.people),
  meters: byId(rest.meters),
});

test('whatever stands on a job goes into another workshop and comes out of it the same', async () => {
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 0, max: 2 ** 31 - 1 }), async (seed) => {
      const context = await emptyWorkshop();
      const document = randomDocument(mulberry(seed), pictures);
      // Nothing in it is lost on the way through the schema.
      expect(readJobDocument(JSON.parse(JSON.stringify(document)))).toEqual(document);
      const id = await takeIn(context, document);
      const out = await wholeDocument(context, id, new Date());
      expect(cameOut(out)).toEqual(expectedIn(context.workshop, document));
      expect(readJobDocument(JSON.parse(JSON.stringify(out)))).toEqual(out);
    }),
    { numRuns: 25 },
  );
});

test('a file written before it was asked how a grade is known is taken', () => {
  const document = randomDocument(mulberry(11), pictures);
  const older = { ...document, pieces: document.pieces.map(({ gradeSource: _asked, ...piece }) => piece) };
  const pieces = document.pieces.map((piece) => ({ ...piece, gradeSource: null }));
  expect(pieces.length).toBeGreaterThan(0);
  expect(readJobDocument(older)).toEqual({ ...document, pieces });
});

test(
  'a job handed on over the interface is there with its pictures, once; who did what is known by name and cannot ' +
    'sign in',
  async () => {
    const document = { ...randomDocument(mulberry(7), pictures) };
    document.people = [{ id: randomUUID(), name: 'Ana' }];
    document.job.madeBy = document.people[0]!.id;
    for (const list of [
      document.pieces,
      document.joints,
      document.decisions,
      document.photos,
      document.preparation,
      document.weld,
      document.record,
    ])
      for (const one of list) one.madeBy = document.people[0]!.id;
    for (const test of document.pieces.flatMap(({ tests }) => tests)) test.madeBy = null;
    const { body } = await server.request.post('/api/jobs/document').send(document).expect(201);
    const job = body as JobDetail;
    expect(job).toMatchObject({ title: document.job.title, pieceCount: expect.any(Number) });
    expect(job.photos).toHaveLength(document.photos.length);
    const { body: people } = await server.request.get('/api/people').expect(200);
    expect(people).toEqual([expect.objectContaining({ name: 'Ana', signInName: null, leftAt: expect.any(String) })]);
    const again = await server.request.post('/api/jobs/document').send(document).expect(409);
    expect((again.body as Problem).detail).toContain('already');
    // And what it is known by here is known here too.
    const out = await server.request.get(`/api/jobs/${job.id}/document`).expect(200);
    expect(out.headers['content-disposition']).toMatch(/^attachment; filename="[\w.-]+\.json"$/);
    await server.request
      .post('/api/jobs/document')
      .send(out.body as object)
      .expect(409);
  },
);

test('a picture that carries more than a picture is drawn anew', async () => {
  const context = await emptyWorkshop();
  const document = randomDocument(mulberry(3), pictures);
  const withPlace = await sharp(pictures.jpeg)
    .withExif({ IFD3: { GPSLatitude: '52/1 31/1 0/1' } })
    .jpeg()
    .toBuffer();
  const behind = Buffer.concat([pictures.png, Buffer.from('<script>')]);
  const photo = {
    jobId: document.job.id,
    pieceId: null,
    widthPixels: 8,
    heightPixels: 6,
    turn: 0 as const,
    caption: '',
    version: 1,
    createdAt: document.job.createdAt,
    withdrawnAt: null,
    madeBy: null,
  };
  document.record = [];
  document.photos = [
    { ...photo, id: randomUUID(), mediaType: 'image/jpeg', file: withPlace.toString('base64') },
    { ...photo, id: randomUUID(), mediaType: 'image/png', file: behind.toString('base64') },
    { ...photo, id: randomUUID(), mediaType: 'image/jpeg', file: pictures.jpeg.toString('base64') },
  ];
  const id = await takeIn(context, document);
  const kept = (await wholeDocument(context, id, new Date())).photos.map(({ file }) => Buffer.from(file!, 'base64'));
  expect(kept.some((bytes) => bytes.includes('Exif') || bytes.includes('<script>'))).toBe(false);
  expect(kept.some((bytes) => bytes.equals(pictures.jpeg))).toBe(true);
});

describe('a broken document', () => {
  const count = async (): Promise<number> =>
    (await server.context.database.select({ id: tables.job.id }).from(tables.job)).length;
  const refused = async (body: string): Promise<string> => {
    const before = await count();
    const answer = await server.request.post('/api/jobs/document').type('application/json').send(body);
    expect([answer.status, await count()]).toEqual([422, before]);
    return (answer.body as Problem).detail ?? '';
  };
  /** A document with something of everything that is broken here. */
  const full = (seed = 11): JobDocument => {
    const document = randomDocument(mulberry(seed), pictures);
    return document.joints.length > 0 && document.pieces.some(({ tests }) => tests.length > 0)
      ? document
      : full(seed + 1);
  };
  const lines = (change: (document: JobDocument) => void): string => {
    const document = full();
    change(document);
    return JSON.stringify(document, null, 1);
  };
  /** Line on which something stands in a text. */
  const lineOf = (text: string, what: string): number => text.slice(0, text.indexOf(what)).split('\n').length;

  test('is refused naming line and field', async () => {
    const wrong = lines((document) => void Object.assign(document.job, { title: 12345678 }));
    expect(await refused(wrong)).toContain(`job.title: line ${lineOf(wrong, '12345678')}: `);
    const odd = lines((document) => void Object.assign(document.job, { colour: 'green' }));
    expect(await refused(odd)).toContain(`job.colour: line ${lineOf(odd, '"colour"')}: not a field here`);
    const missing = lines((document) => void Reflect.deleteProperty(document.job, 'state'));
    expect(await refused(missing)).toMatch(/job\.state: line \d+: /);
    const stranger = randomUUID();
    const test = lines(
      (document) => void (document.pieces.find(({ tests }) => tests.length > 0)!.tests[0]!.entry = { test: 'taste' }),
    );
    expect(await refused(test)).toMatch(
      new RegExp(
        `pieces\\.\\d\\.tests\\.0\\.entry\\.test: line ${lineOf(test, '"taste"')}: "taste" is not a field test`,
      ),
    );
    const loose = lines(
      (document) =>
        void document.joints[0]!.sides.push({
          piece: stranger,
          end: null,
          alongMm: { value: null, typed: '' },
          clock: null,
        }),
    );
    expect(await refused(loose)).toMatch(
      new RegExp(`joints\\.0\\.sides\\.\\d\\.piece: line ${lineOf(loose, stranger)}: names no piece`),
    );
    const twice = lines((document) => void document.weld.push(document.weld[0]!));
    expect(await refused(twice)).toMatch(/weld\.5\.id: line \d+: stands here twice/);
    const nobody = lines((document) => void (document.job.madeBy = stranger));
    expect(await refused(nobody)).toMatch(/job\.madeBy: line \d+: names nobody/);
    const newer = lines((document) => void Object.assign(document, { version: 2 }));
    expect(await refused(newer)).toMatch(/version: line 3: written by another version/);
  });

  test('that is too much is refused before anything is made of it', async () => {
    const many = `{"pieces":[${'1,'.repeat(1_200_000)}1]}`;
    expect(await refused(many)).toContain('pieces: line 1: holds 1200001 things; at most 2000 are taken');
    const values = `{"odd":[${'1,'.repeat(4_100_000)}1]}`;
    expect(await refused(values)).toContain('more than 4 million values');
    expect(await refused(`${'['.repeat(40_000)}${']'.repeat(40_000)}`)).toContain('nested more than 60 deep');
    const long = lines((document) => void Object.assign(document.job, { item: 'x'.repeat(5_000_000) }));
    expect(await refused(long)).toMatch(/job\.item: line \d+: longer than anything here may be/);
    const note = lines(
      (document) => void (document.pieces.find(({ tests }) => tests.length > 0)!.tests[0]!.note = 'x'.repeat(600)),
    );
    expect(await refused(note)).toMatch(/note: line \d+: /);
    // Many wrong things cost no more than a few.
    const wrong = lines((document) => void (document.weld = Array.from({ length: 60_000 }, () => ({})) as never));
    expect((await refused(wrong)).split(';').length).toBeLessThanOrEqual(21);
  });

  test('that names what is in no catalogue, or a moment of another age, is refused', async () => {
    const rod = lines(
      (document) =>
        void (document.weld = [{ ...document.weld[0]!, entry: { kind: 'ferrite', fn: 8, rod: 'nonsense' } }]),
    );
    expect(await refused(rod)).toMatch(/weld\.0\.entry\.rod: line \d+: not in the catalogue of rods/);
    const family = lines((document) => void (document.pieces[0]!.itemFamily = ''));
    expect(await refused(family)).toMatch(/pieces\.0\.itemFamily: line \d+: "" is not an item family/);
    for (const at of ['0000-01-01T00:00:00Z', '2200-01-01T00:00:00Z', '1969-12-31T23:59:59Z']) {
      const old = lines((document) => void (document.weld[0]!.at = at));
      expect(await refused(old)).toMatch(/weld\.0\.at: line \d+: give a moment from 1970 to 2199/);
    }
  });

  test('takes no more than two at once; the rest are told to wait, and lose nothing', async () => {
    const document = randomDocument(mulberry(12), pictures);
    const context = await emptyWorkshop();
    let go = (): void => undefined;
    const held = new Promise<void>((resolve) => (go = resolve));
    async function* slow(): AsyncGenerator<Uint8Array> {
      await held;
      yield Buffer.from(JSON.stringify(document));
    }
    const both = [bringJobIn(context, slow()), bringJobIn(context, slow())];
    await expect(bringJobIn(context, slow())).rejects.toThrow(/taken in just now/);
    go();
    const ended = await Promise.allSettled(both);
    // It is one job: whoever comes second finds it here.
    expect(ended.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    await bringJobIn(await emptyWorkshop(), slow());
  });

  test('that is cut off, no JSON or no picture says where', async () => {
    const whole = lines(() => undefined);
    const cut = whole.slice(0, Math.floor(whole.length / 2));
    expect(await refused(cut)).toMatch(/line \d+, column \d+: not JSON/);
    expect(await refused(whole.replace('"job": {', '"job": {,'))).toContain(
      `line ${lineOf(whole, '"job": {')}, column`,
    );
    expect(await refused('')).toMatch(/not JSON/);
    const picture = randomDocument(mulberry(11), pictures);
    picture.photos = [
      {
        id: randomUUID(),
        jobId: picture.job.id,
        pieceId: null,
        mediaType: 'image/png',
        widthPixels: 8,
        heightPixels: 6,
        turn: 0,
        caption: '',
        version: 1,
        createdAt: picture.job.createdAt,
        withdrawnAt: null,
        madeBy: null,
        file: Buffer.from('no picture').toString('base64'),
      },
    ];
    picture.record = [];
    expect(await refused(JSON.stringify(picture))).toContain('photos.0.file: not a picture');
    picture.photos[0]!.file = null;
    expect(await refused(JSON.stringify(picture))).toContain('photos.0.file: missing');
  });
});

describe('a whole workshop', () => {
  async function fileOf(context: RequestContext): Promise<Buffer> {
    const chunks: Buffer[] = [];
    for await (const chunk of await writeWorkshop(context, new Date(0))) chunks.push(chunk as Buffer);
    return Buffer.concat(chunks);
  }
  async function* inPieces(bytes: Buffer): AsyncGenerator<Uint8Array> {
    for (let from = 0; from < bytes.length; from += 1000)
      yield await Promise.resolve(bytes.subarray(from, from + 1000));
  }
  const jobsIn = async ({ database, workshop }: RequestContext): Promise<string[]> =>
    (await database.select().from(tables.job)).filter(({ workshopId }) => workshopId === workshop).map(({ id }) => id);
  async function filled(): Promise<{ context: RequestContext; documents: JobDocument[] }> {
    const context = await emptyWorkshop();
    const documents = [21, 22, 23, 24].map((seed) => randomDocument(mulberry(seed), pictures));
    for (const document of documents) await takeIn(context, document);
    await context.database
      .insert(tables.rodStock)
      .values({ id: randomUUID(), workshopId: context.workshop, rod: 'ER308L', inStock: true, note: 'top shelf' });
    await context.database.update(tables.workshop).set({ name: 'Depot', lengthUnit: 'in' });
    return { context, documents };
  }
  const refusal = async (bytes: Buffer, into?: RequestContext): Promise<string> => {
    const context = into ?? (await emptyWorkshop());
    const before = await jobsIn(context);
    const error = await takeWorkshopFile(context, inPieces(bytes)).then(
      () => new Error('taken'),
      (fault: Error) => fault,
    );
    expect(await jobsIn(context)).toEqual(before);
    return error.message;
  };

  test('goes into an empty one and comes out the same: settings, stock, jobs, pictures', async () => {
    const { context, documents } = await filled();
    const next = await emptyWorkshop();
    const taken = await takeWorkshopFile(next, inPieces(await fileOf(context)));
    expect(taken.jobs).toBe(documents.length);
    for (const document of documents) {
      const there = await wholeDocument(context, idHere(context.workshop, document.job.id), new Date());
      const here = await wholeDocument(next, idHere(next.workshop, there.job.id), new Date());
      expect(cameOut(here)).toEqual(expectedIn(next.workshop, there));
    }
    const { body: stock } = { body: await next.database.select().from(tables.rodStock) };
    expect(stock).toEqual([expect.objectContaining({ rod: 'ER308L', inStock: true, note: 'top shelf' })]);
    const [shop] = await next.database.select().from(tables.workshop);
    expect(shop).toMatchObject({ name: 'Depot', lengthUnit: 'in' });
    // A third time round nothing has changed either.
    const third = await emptyWorkshop();
    await takeWorkshopFile(third, inPieces(await fileOf(next)));
    expect((await jobsIn(third)).length).toBe(documents.length);
  });

  test('that is broken is refused by the name of the file in it, and nothing of it stays', async () => {
    const { context } = await filled();
    const bytes = await fileOf(context);
    expect(await refusal(bytes.subarray(0, bytes.length - 200))).toContain('not a zip file that can be read');
    expect(await refusal(Buffer.from('no zip at all'))).toContain('not a zip file that can be read');
    const flipped = Buffer.from(bytes);
    const inside = flipped.indexOf('pictures/') + 60;
    flipped[inside] = flipped[inside]! ^ 0xff;
    expect(await refusal(flipped)).toMatch(/pictures\/|jobs\//);
    expect(await refusal(bytes, context)).toContain('has jobs of its own');
  });

  test('whose files do not belong together is refused', async () => {
    const { context } = await filled();
    const { fromBufferPromise } = await import('yauzl');
    const { ZipFile } = await import('yazl');
    const files = new Map<string, Buffer>();
    const zip = await fromBufferPromise(await fileOf(context), { lazyEntries: true });
    for await (const entry of zip.eachEntry()) {
      const chunks: Buffer[] = [];
      for await (const chunk of await zip.openReadStreamPromise(entry)) chunks.push(chunk as Buffer);
      files.set(entry.fileName, Buffer.concat(chunks));
    }
    const packed = async (change: (all: Map<string, Buffer>) => void): Promise<Buffer> => {
      const all = new Map(files);
      change(all);
      const out = new ZipFile();
      for (const [name, bytes] of all) out.addBuffer(bytes, name);
      out.end();
      const chunks: Buffer[] = [];
      for await (const chunk of out.outputStream) chunks.push(chunk as Buffer);
      return Buffer.concat(chunks);
    };
    const names = [...files.keys()];
    const jobs = names.filter((name) => name.startsWith('jobs/'));
    const [first, second] = jobs as [string, string];
    expect(await refusal(await packed((all) => void all.delete('workshop.json')))).toContain(
      'workshop.json is missing',
    );
    expect(await refusal(await packed((all) => void all.delete(second)))).toContain(`${second} is missing`);
    expect(await refusal(await packed((all) => void all.set('odd.txt', Buffer.from('?'))))).toContain(
      'odd.txt belongs to nothing',
    );
    expect(await refusal(await packed((all) => void all.set(second, all.get(first)!)))).toContain('holds another job');
    // The last job is wrong: the ones before it are not kept either.
    const last = jobs.at(-1)!;
    const spoilt = await packed(
      (all) => void all.set(last, Buffer.from(all.get(last)!.toString('utf8').replace('"state": "', '"state": "x'))),
    );
    expect(await refusal(spoilt)).toMatch(new RegExp(`${last}, line \\d+: `));
  });

  test('goes over the interface as it is made, for its owner', async () => {
    const answer = await server.request
      .get('/api/workshop/document')
      .buffer(true)
      .parse((response, done) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () => done(null, Buffer.concat(chunks)));
      });
    expect([answer.status, answer.headers['content-type']]).toEqual([200, 'application/zip']);
    // Made while it is sent: nobody knows yet how long it will be.
    expect(answer.headers['content-length']).toBeUndefined();
    const next = await emptyWorkshop();
    expect((await takeWorkshopFile(next, inPieces(answer.body as Buffer))).jobs).toBeGreaterThan(0);
    await server.request.post('/api/workshop/document').type('application/zip').send(answer.body).expect(409);
    await server.request.post('/api/workshop/document').type('text/plain').send('words').expect(415);
  });
});
