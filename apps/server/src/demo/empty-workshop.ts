import pg from 'pg';

/** Tables of a workshop, each after those that point at it. */
const TABLES = [
  'alarm',
  'reading',
  'job_record',
  'weld_entry',
  'meter',
  'photo_file',
  'photo',
  'preparation_tick',
  'decision',
  'joint',
  'field_test',
  'piece',
  'job',
  'rod_stock',
];
/** What is kept for ever in earnest. */
const KEPT = ['field_test', 'decision', 'preparation_tick', 'weld_entry', 'job_record', 'reading', 'alarm'];

/**
 * Erases all jobs of one workshop and its stock of rods, for demo data made anew; other workshops keep everything. Only
 * the owner of the tables can: the program is served by a role that may erase nothing.
 * @param ownerUrl address of the database as its owner
 */
export async function emptyWorkshop(ownerUrl: string, workshop: string): Promise<void> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    await owner.query('begin');
    for (const table of KEPT) await owner.query(`alter table ${table} disable trigger user`);
    for (const table of TABLES) await owner.query(`delete from ${table} where workshop_id = $1`, [workshop]);
    for (const table of KEPT) await owner.query(`alter table ${table} enable trigger user`);
    await owner.query('commit');
  } finally {
    await owner.end();
  }
}
