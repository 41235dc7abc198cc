import { execFile } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { newJob, newJoint, newPiece } from '../testing/things';
import { testServer, type TestServer } from '../testing/test-server';

interface ReadPdf {
  readonly title: string;
  readonly pages: readonly { readonly width: number; readonly height: number; readonly text: string }[];
}

let server: TestServer;
let folder: string;
let job: string;
let joint: string;
beforeAll(async () => {
  server = await testServer();
  folder = mkdtempSync(join(tmpdir(), 'variatum-report-'));
  [job, joint] = await weldedJob();
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await server.close();
});

const pdf = (path: string): Promise<Buffer> =>
  server.request
    .get(path)
    .buffer(true)
    .parse((response, done) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => done(null, Buffer.concat(chunks)));
    })
    .expect(200)
    .then(({ body }) => body as Buffer);

async function read(bytes: Buffer): Promise<ReadPdf> {
  const path = join(folder, `${randomUUID()}.pdf`);
  writeFileSync(path, bytes);
  const { stdout } = await promisify(execFile)('node', [resolve('scripts/pdf-text.mjs'), path], { maxBuffer: 2 ** 24 });
  return JSON.parse(stdout) as ReadPdf;
}
/** All its words in one line: where a line breaks is for the sheet to say. */
const wordsOf = ({ pages }: ReadPdf): string =>
  pages
    .map(({ text }) => text)
    .join('\n')
    .replaceAll(/\s+/g, ' ');

const at = (seconds: number): string => new Date(Date.UTC(2026, 0, 5, 8) + seconds * 1000).toISOString();

/** A fillet that was decided on, welded, measured, inspected and paid. */
async function weldedJob(): Promise<[job: string, joint: string]> {
  const { id } = await newJob(server, {
    title: 'Screen rake, Größe „M“',
    item: 'One tine broken off.',
    service: { environment: 'outdoor', pressure: true },
  });
  const { id: tine } = await newPiece(server, id, {
    name: 'Tine',
    form: 'bar',
    thicknessMm: { value: 10, typed: '' },
    lengthMm: { value: 180, typed: '' },
    widthMm: { value: 50, typed: '' },
  });
  const { id: frame } = await newPiece(server, id, {
    name: 'Frame',
    grade: '304L',
    form: 'plate',
    thicknessMm: { value: 6, typed: '' },
    lengthMm: { value: 320, typed: '' },
    widthMm: { value: 60, typed: '' },
  });
  const { id: seam } = await newJoint(server, id, {
    joint: { type: 'fillet' },
    sides: [tine, frame].map((piece) => ({ piece, end: null, alongMm: { value: null, typed: '' }, clock: null })),
  });
  const post = (path: string, body: object) => server.request.post(`/api${path}`).send(body).expect(201);
  await post(`/pieces/${tine}/tests`, { entry: { test: 'analyser', reading: { Cr: 18.2, Ni: 8.1 } } });
  await post(`/jobs/${id}/decisions`, { jointId: seam, rod: 'ER308L', note: 'On the shelf.' });
  const weld = async (seconds: number, entry: object): Promise<string> => {
    const own = randomUUID();
    await post(`/jobs/${id}/weld`, { id: own, jointId: seam, at: at(seconds), entry });
    return own;
  };
  const run = await weld(600, {
    kind: 'start',
    bead: 'run',
    pass: 0,
    number: 0,
    fromMm: 0,
    toMm: 50,
    amps: 95,
    rod: 'ER308L',
    rodMm: 2.4,
    lot: 'L-77',
    person: 0,
  });
  await weld(640, { kind: 'stop', of: run, why: 'end', toMm: null });
  await weld(700, { kind: 'temperature', tempC: 118, by: 'typed' });
  await weld(760, { kind: 'temperature', tempC: 64, by: 'typed' });
  await weld(900, { kind: 'ferrite', fn: 7.5, rod: 'ER308L' });
  const record = (seconds: number, jointId: string | null, entry: object) =>
    post(`/jobs/${id}/record`, { jointId, at: at(seconds), entry });
  const spread = (median: number) => ({ median, range90: [median * 0.8, median * 1.3] });
  await record(1000, seam, {
    kind: 'finding',
    line: 'undercut',
    atMm: 20,
    value: 0.15,
    range90: null,
    choice: null,
    by: 'caliper',
    note: 'at the start',
    photo: null,
  });
  await record(1100, null, {
    kind: 'quote',
    currency: 'EUR',
    total: spread(182),
    minutes: spread(75),
    note: '',
    lines: [{ id: 'work', title: 'Work', quantity: spread(75), unit: 'min', amount: spread(94) }],
  });
  await record(1200, null, { kind: 'look-again', on: '2026-08-01' });
  const { body: meter } = await post('/meters', { kind: 'oxygen', name: 'Purge meter' });
  const {
    meter: { id: meterId },
  } = meter as { meter: { id: string } };
  const csv = Array.from(
    { length: 60 },
    (_, index) => `${at(index * 15)},${Math.max(20, Math.round(200_000 * Math.exp(-index / 4)))}`,
  ).join('\n');
  await server.request
    .post(`/api/meters/${meterId}/trace`)
    .send({ csv, use: { job: id, joint: seam, place: 'vent' } })
    .expect(200);
  const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();
  await server.request
    .post(`/api/jobs/${id}/photos`)
    .query({ caption: 'Bead after welding' })
    .type('image/jpeg')
    .send(picture)
    .expect(201);
  return [id, seam];
}

test('an inspector reads how everything is known, each figure as it stands in the record', async () => {
  const whole = await read(await pdf(`/api/jobs/${job}/report?kind=inspector`));
  const text = wordsOf(whole);
  expect(whole.title).toBe('Screen rake, Größe „M“: weld report');
  for (const said of [
    'Screen rake, Größe „M“',
    'One tine broken off.',
    'under pressure',
    'A Tine',
    'B Frame',
    '304L',
    'Fillet or tee, A and B',
    '50 mm',
    'Decided: ER308L',
    'On the shelf.',
    'Measured: 7.5.',
    'lot L-77',
    'Run 1',
    '95',
    '0:40',
    '1.3',
    '118 °C',
    'gauge shows ferrite number 7.5',
    '0.15 mm',
    'at the start',
    'caliper',
    'Hand-held analyser',
    'Cr 18.2',
    'Gas behind the weld',
    'ppm oxygen',
    'arc 1',
    'Heat',
    'hottest 118 °C',
    '1 August 2026',
    'What was not known',
    'Metal of A, Tine: not settled',
    'Pictures',
    'Bead after welding',
    'Cautions and limits',
    'Sealed or previously filled vessels explode',
    'it is no certificate',
  ])
    expect(text).toContain(said);
  // What it costs is between the workshop and its customer.
  expect(text).not.toContain('EUR');
  const { body: whatStands } = await server.request.get(`/api/jobs/${job}`).expect(200);
  expect(text).toContain((whatStands as { id: string }).id.slice(0, 8));
});

test('a customer reads in short what was done, what it comes to and what was not known', async () => {
  const text = wordsOf(await read(await pdf(`/api/jobs/${job}/report?kind=customer`)));
  for (const said of [
    'In short',
    'rod ER308L',
    'Welded in 1 run; the arc burnt for 0:40 minutes.',
    'EUR 182 (146 to 237)',
    'not agreed to yet',
    'What was not known',
    'it is no certificate',
  ])
    expect(text).toContain(said);
  for (const kept of ['Reckoned by engine', 'kJ/mm', 'Gas behind the weld']) expect(text).not.toContain(kept);
});

test('an offer says before the work what is to be done, what it comes to and what is not known yet', async () => {
  const whole = await read(await pdf(`/api/jobs/${job}/report?kind=offer`));
  const text = wordsOf(whole);
  expect(whole.title).toBe('Screen rake, Größe „M“: offer');
  for (const said of [
    'Offer: Screen rake',
    'before the work',
    'What is to be done',
    'Fillet or tee, A and B',
    '50 mm',
    'ER308L',
    'EUR 182 (146 to 237)',
    '75 min',
    '60 min to 1 h 38',
    '94 (75 to 122)',
    'What is not known yet',
    'Metal of A, Tine: not settled',
    'This offer says',
    'it is no certificate',
  ])
    expect(text).toContain(said);
  for (const later of ['gauge', 'Verdict', 'Welded', 'was not logged', 'undefined']) expect(text).not.toContain(later);
  const { id } = await newJob(server, { title: 'Not priced' });
  const { body } = await server.request.get(`/api/jobs/${id}/report?kind=offer`).expect(409);
  expect((body as { detail: string }).detail).toContain('Keep a quote under Record first');
});

test.each([
  ['A4', 595.28, 841.89],
  ['Letter', 612, 792],
])('fits %s', async (paper, width, height) => {
  const { pages } = await read(await pdf(`/api/jobs/${job}/report?kind=inspector&paper=${paper}`));
  for (const [index, page] of pages.entries()) {
    expect([page.width, page.height]).toEqual([width, height]);
    expect(page.text).toContain(`${index + 1} of ${pages.length}`);
  }
});

test('a job of which nothing is known yet has a report that says so', async () => {
  const { id } = await newJob(server, { title: 'Bare' });
  const text = wordsOf(await read(await pdf(`/api/jobs/${id}/report`)));
  expect(text).toContain('What it must live through was not said.');
  expect(text).not.toMatch(/undefined|NaN|null/);
  await server.request.get(`/api/jobs/${randomUUID()}/report`).expect(404);
  await server.request.get(`/api/jobs/${job}/report?paper=A5`).expect(422);
});

test('a label says what the part is', async () => {
  const [sheet] = (await read(await pdf(`/api/jobs/${job}/label?at=http://127.0.0.1:4280`))).pages;
  expect(Math.round((sheet!.width * 25.4) / 72)).toBe(89);
  for (const said of ['Screen rake', job.slice(0, 8), 'B Frame 304L', 'rod ER308L', 'Workshop'])
    expect(sheet!.text).toContain(said);
  await server.request.get(`/api/jobs/${job}/label?at=javascript:alert(1)`).expect(422);
  await server.request.get(`/api/jobs/${job}/label?at=https://elsewhere.example`).expect(422);
});

test('tables hold what the record holds, and nothing in them is a formula', async () => {
  const rowsOf = async (table: string): Promise<string[][]> => {
    const { text } = await server.request.get(`/api/jobs/${job}/tables/${table}`).buffer(true).expect(200);
    expect(text.charCodeAt(0)).toBe(0xfeff);
    return text
      .slice(1)
      .trimEnd()
      .split('\r\n')
      .map((line) => line.split(/,(?=(?:[^"]*"[^"]*")*[^"]*$)/));
  };
  const column = async (table: string, name: string): Promise<(string | undefined)[]> => {
    const [head, ...rows] = await rowsOf(table);
    return rows.map((row) => row[head!.indexOf(name)]);
  };
  expect(await column('passes', 'current_a')).toEqual(['95']);
  expect(await column('passes', 'arc_s')).toEqual(['40']);
  expect(await column('passes', 'travel_mm_per_s')).toEqual(['1.25']);
  expect(await column('tests', 'result')).toEqual(['"{""reading"":{""Cr"":18.2,""Ni"":8.1}}"']);
  expect(await column('findings', 'value')).toEqual(['0.15']);
  expect((await column('readings', 'value')).length).toBe(60);
  expect(await column('quote', 'amount')).toEqual(['94', '182']);
  await server.request
    .post(`/api/jobs/${job}/record`)
    .send({ jointId: null, at: at(1900), entry: { kind: 'minutes', of: 'work', stage: 'clean', minutes: 25 } })
    .expect(201);
  expect(await column('minutes', 'stage')).toEqual(['clean', 'weld']);
  expect(await column('minutes', 'of')).toEqual(['work', 'log']);
  expect(Number((await column('minutes', 'minutes'))[1])).toBeCloseTo(40 / 60, 6);
  await server.request
    .post(`/api/jobs/${job}/record`)
    .send({
      jointId: joint,
      at: at(2000),
      entry: {
        kind: 'finding',
        line: 'pores',
        atMm: null,
        value: 0,
        range90: null,
        choice: null,
        by: 'eye',
        note: '=HYPERLINK("x")',
        photo: null,
      },
    })
    .expect(201);
  expect((await column('findings', 'note')).at(-1)).toBe(`"'=HYPERLINK(""x"")"`);
  await server.request.get(`/api/jobs/${job}/tables/all`).expect(422);
});
