import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { NO_SEAM_ORDER, seamOrderSchema } from '@variatum/contracts';
import { MIGRATIONS, testDatabase, type TestDatabase } from '../testing/test-database';
import { prepareDatabase } from './connect';

/** The migrations up to a number, as an older program had them. */
function migrationsUpTo(last: number): string {
  const folder = mkdtempSync(join(tmpdir(), 'variatum-migrations-'));
  cpSync(MIGRATIONS, folder, { recursive: true });
  const journal = join(folder, 'meta/_journal.json');
  const { entries, ...rest } = JSON.parse(readFileSync(journal, 'utf8')) as { entries: { idx: number }[] };
  writeFileSync(journal, JSON.stringify({ ...rest, entries: entries.filter(({ idx }) => idx <= last) }));
  return folder;
}

let database: TestDatabase;
beforeEach(async () => (database = await testDatabase('empty')));
afterEach(() => database.drop());
const shop = '00000000-0000-4000-8000-000000000001';
const ids = (...digits: number[]): string[] => digits.map((digit) => shop.replace(/1$/, String(digit)));

test('sizes and temperatures of an older database stand afterwards with what was typed', async () => {
  const older = migrationsUpTo(6);
  await prepareDatabase(database.url, older);
  rmSync(older, { recursive: true });
  const [job, bare, piece, rod] = ids(2, 3, 4, 5);
  await database.run(`
    insert into workshop (id, name, gases) values ('${shop}', 'W',
      '[{"id":"${shop}","name":"Argon","gas":"argon","use":"both","flowLpm":7.08,"flowText":"15 cfh"}]');
    insert into job (id, workshop_id, title, state, stage, service, temperature_text) values
      ('${job}', '${shop}', 'J', 'bench', 'job', '{"environment":"dry","temperatureC":[-20,37.8]}', '["","100 F"]'),
      ('${bare}', '${shop}', 'K', 'bench', 'job', '{}', '["a cold one",""]');
    insert into piece (id, workshop_id, job_id, position, name, kind, thickness_mm, thickness_text, outside_mm) values
      ('${piece}', '${shop}', '${job}', 0, 'P', 'base', 1.5875, '16 ga', 42.4);
    insert into rod_stock (id, workshop_id, rod, on_shelf, diameter_mm)
      values ('${rod}', '${shop}', 'ER309L', true, 1.6)`);
  await prepareDatabase(database.url, MIGRATIONS);
  expect(await database.run('select title, service, temperatures_c from job order by title')).toEqual([
    {
      title: 'J',
      service: { environment: 'dry' },
      temperatures_c: [
        { value: -20, typed: '' },
        { value: 37.8, typed: '100 F' },
      ],
    },
    {
      title: 'K',
      service: {},
      temperatures_c: [
        { value: null, typed: 'a cold one' },
        { value: null, typed: '' },
      ],
    },
  ]);
  expect(await database.run('select thickness_mm, outside_mm from piece')).toEqual([
    { thickness_mm: { value: 1.5875, typed: '16 ga' }, outside_mm: { value: 42.4, typed: '' } },
  ]);
  expect(await database.run('select diameter_mm from rod_stock')).toEqual([{ diameter_mm: { value: 1.6, typed: '' } }]);
  expect(await database.run('select gases from workshop')).toMatchObject([
    { gases: [{ name: 'Argon', flowLpm: { value: 7.08, typed: '15 cfh' } }] },
  ]);
});

test('the one joint of an older job stays its joint, of all its pieces, with its decisions', async () => {
  const older = migrationsUpTo(7);
  await prepareDatabase(database.url, older);
  rmSync(older, { recursive: true });
  const [job, bare, a, b, gone, joint, decision, plain] = ids(2, 3, 4, 5, 6, 7, 8, 9);
  await database.run(`
    insert into workshop (id, name) values ('${shop}', 'W');
    insert into job (id, workshop_id, title, state, stage)
      values ('${job}', '${shop}', 'J', 'bench', 'rod'), ('${bare}', '${shop}', 'K', 'bench', 'rod');
    insert into piece (id, workshop_id, job_id, position, name, kind)
      values ('${b}', '${shop}', '${job}', 1, 'B', 'base'), ('${a}', '${shop}', '${job}', 0, 'A', 'base');
    insert into piece (id, workshop_id, job_id, position, name, kind, withdrawn_at)
      values ('${gone}', '${shop}', '${job}', 2, 'C', 'base', now());
    insert into joint (id, workshop_id, job_id, joint) values ('${joint}', '${shop}', '${job}', '{"type":"lap"}');
    insert into decision (id, workshop_id, job_id, engine_version, seed, question, result) values
      ('${decision}', '${shop}', '${job}', '0', 1, '{}', '{}'),
      ('${plain}', '${shop}', '${bare}', '0', 1, '{}', '{}')`);
  await prepareDatabase(database.url, MIGRATIONS);
  expect(await database.run('select joint, sides, alike_to, withdrawn_at from joint')).toEqual([
    {
      joint: { type: 'lap' },
      sides: [a, b].map((piece) => ({ piece, end: null, alongMm: { value: null, typed: '' }, clock: null })),
      alike_to: null,
      withdrawn_at: null,
    },
  ]);
  expect(await database.run('select id, joint_id from decision order by id')).toEqual([
    { id: decision, joint_id: joint },
    { id: plain, joint_id: null },
  ]);
  expect(await database.run('select name, count, length_mm from piece where id = ' + `'${a}'`)).toEqual([
    { name: 'A', count: 1, length_mm: { value: null, typed: '' } },
  ]);
  // What is decided is kept as before.
  await expect(database.run('update decision set joint_id = null')).rejects.toThrow(/never changed/);
});

test('an order chosen before there were conditions on it stays as it was, with none of them', async () => {
  const older = migrationsUpTo(12);
  await prepareDatabase(database.url, older);
  rmSync(older, { recursive: true });
  const [job, joint] = ids(2, 3);
  await database.run(`
    insert into workshop (id, name) values ('${shop}', 'W');
    insert into job (id, workshop_id, title, state, stage) values ('${job}', '${shop}', 'J', 'bench', 'rod');
    insert into joint (id, workshop_id, job_id, position, joint, sides, seam_order)
      values ('${joint}', '${shop}', '${job}', 0, '{"type":"lap"}', '[]',
      '{"aim":"pull","people":2,"hold":"clamped","passes":2,"travelMmPerS":null,"interpassC":120,
        "bars":[],"watched":null,"plan":null}')`);
  await prepareDatabase(database.url, MIGRATIONS);
  const [{ seam_order: kept }] = (await database.run('select seam_order from joint')) as [{ seam_order: unknown }];
  expect(seamOrderSchema.parse(kept)).toEqual({
    ...NO_SEAM_ORDER,
    aim: 'pull',
    people: 2,
    hold: 'clamped',
    passes: 2,
    interpassC: 120,
  });
});
