import pg from 'pg';

/** Made-up people of the demo: what they do, no names of persons. They have no password; they sign in by one tap. */
const PEOPLE = [
  { id: '00000000-0000-4000-8000-0000000000a1', name: 'Workshop lead', role: 'owner' },
  { id: '00000000-0000-4000-8000-0000000000a2', name: 'Early shift', role: 'welder' },
  { id: '00000000-0000-4000-8000-0000000000a3', name: 'Late shift', role: 'welder' },
  { id: '00000000-0000-4000-8000-0000000000a4', name: 'Inspection', role: 'checker' },
  { id: '00000000-0000-4000-8000-0000000000a5', name: 'Depot office', role: 'reader' },
] as const;

/**
 * Makes the made-up people, where they are not there yet.
 * @param ownerUrl address of the database as its owner: nobody else makes people
 */
export async function seedPeople(ownerUrl: string, workshop: string): Promise<void> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    for (const { id, name, role } of PEOPLE) {
      await owner.query('insert into person (id, name, sign_in_name) values ($1, $2, $3) on conflict do nothing', [
        id,
        name,
        `demo-${role}-${id.slice(-2)}`,
      ]);
      await owner.query(
        'insert into membership (workshop_id, person_id, role) values ($1, $2, $3) on conflict do nothing',
        [workshop, id, role],
      );
    }
  } finally {
    await owner.end();
  }
}
