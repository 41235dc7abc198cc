import { sql } from 'drizzle-orm';
import type { Handlers } from '../http/endpoint-routes';
import { readJob } from '../jobs/store';
import { bringsBack, withdraws } from '../store';
import { addMeter, changeMeter, giveNewKey, listMeters, readingsOfJob, readingsOfMeter } from './store';
import { readTraceFile, traceFile } from './trace-file';

/** Rows of one statement, when a trace is brought in. */
const AT_ONCE = 500;

export const meterHandlers = {
  'GET /jobs/:id/readings': ({ context, path, query }) => readingsOfJob(context, path.id, query.since),
  'GET /meters': ({ context }) => listMeters(context),
  'POST /meters': ({ context, body }) => addMeter(context, body),
  'PATCH /meters/:id': ({ context, path, body }) => changeMeter(context, path.id, body),
  'POST /meters/:id/withdraw': withdraws(changeMeter),
  'POST /meters/:id/restore': bringsBack(changeMeter),
  'POST /meters/:id/key': ({ context, path }) => giveNewKey(context, path.id),
  'GET /meters/:id/trace': async ({ context, path, query }) => {
    const { meter, rows } = await readingsOfMeter(context, path.id, query.since);
    return {
      mediaType: 'text/csv',
      bytes: Buffer.from(traceFile(meter, rows), 'utf8'),
      saveAs: `${meter.name.replace(/[^\w-]+/g, '-')}.csv`,
    };
  },
  'POST /meters/:id/trace': async ({ context, path, body: { csv, use } }) => {
    const { meter } = await readingsOfMeter(context, path.id, new Date().toISOString());
    if (use) await readJob(context, use.job);
    const readings = readTraceFile(meter.kind, csv);
    const taken = await context.transaction(async ({ database, workshop }) => {
      let count = 0;
      for (let from = 0; from < readings.length; from += AT_ONCE) {
        const rows = readings.slice(from, from + AT_ONCE).map(({ at, value, composition }) => sql`(${workshop}::uuid, ${meter.id}::uuid, ${at.toISOString()}::timestamptz, ${value}::double precision, ${composition ? JSON.stringify(composition) : null}::jsonb, ${use?.job ?? null}::uuid, ${use?.joint ?? null}::uuid, ${use?.place ?? null}::text)`); // prettier-ignore
        const { rowCount } = await database.execute(sql`insert into reading (workshop_id, meter_id, at, value, composition, job_id, joint_id, place) values ${sql.join(rows, sql`, `)} on conflict do nothing`); // prettier-ignore
        count += rowCount ?? 0;
      }
      return count;
    });
    return { taken, known: readings.length - taken };
  },
} satisfies Partial<Handlers>;
