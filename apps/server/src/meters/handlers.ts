import { tables } from '../database';
import type { Handlers } from '../http/endpoint-routes';
import { bringsBack, withdraws } from '../store';
import {
  addMeter,
  changeMeter,
  checkUse,
  giveNewKey,
  listMeters,
  readingsOfJob,
  readingsOfMeter,
  readMeter,
} from './store';
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
    const meter = await readMeter(context, path.id);
    if (use) await checkUse(context, use);
    const readings = readTraceFile(meter.kind, csv);
    const rows = readings.map((one) => ({
      workshopId: context.workshop,
      meterId: meter.id,
      ...one,
      jobId: use?.job,
      jointId: use?.joint,
      place: use?.place,
    }));
    const taken = await context.transaction(async ({ database }) => {
      let count = 0;
      for (let from = 0; from < rows.length; from += AT_ONCE) {
        const part = database.insert(tables.reading).values(rows.slice(from, from + AT_ONCE));
        count += (await part.onConflictDoNothing().returning({ at: tables.reading.at })).length;
      }
      return count;
    });
    return { taken, known: readings.length - taken };
  },
} satisfies Partial<Handlers>;
