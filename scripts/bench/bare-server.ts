import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import pg from 'pg';

/**
 * The least a server can do: node:http over node-postgres with statements written by hand, no checks, no sign of life,
 * no protection. What the program's own server is measured against.
 */
const pool = new pg.Pool({ connectionString: process.argv[2] ?? '', max: 12 });

const READ = `select j.*,
  (select coalesce(d.rod, 'no rod') from decision d where d.job_id = j.id order by d.created_at desc
    limit 1) as last_rod,
  (select coalesce(json_agg(to_jsonb(p) || jsonb_build_object('tests',
      (select coalesce(json_agg(t order by t.created_at), '[]') from field_test t where t.piece_id = p.id))
        order by p.position), '[]')
    from piece p where p.job_id = j.id) as pieces,
  (select json_agg(i) from joint i where i.job_id = j.id) as joints,
  (select coalesce(json_agg(json_build_object('id', d.id, 'rod', d.rod, 'recommended', d.recommended, 'note', d.note,
      'seed', d.seed, 'engine', d.engine_version, 'created', d.created_at) order by d.created_at desc), '[]')
    from decision d where d.job_id = j.id) as decisions,
  (select coalesce(json_agg(f), '[]') from photo f where f.job_id = j.id) as photos
  from job j where j.id = $1`;
const WRITE = `update job set title = $1, version = version + 1, updated_at = now() where id = $2 and version = $3
  returning *`;

const server = createServer((request, response) => {
  const id = /[0-9a-f-]{36}/.exec(request.url ?? '')?.[0];
  const answer = ({ rows }: pg.QueryResult): void => {
    response.writeHead(rows.length > 0 ? 200 : 409, { 'content-type': 'application/json' });
    response.end(JSON.stringify(rows[0] ?? null));
  };
  const fail = (error: Error): void => void response.writeHead(500).end(error.message);
  if (request.method === 'GET') {
    pool.query(READ, [id]).then(answer, fail);
    return;
  }
  let body = '';
  request.on('data', (chunk) => (body += String(chunk)));
  request.on('end', () => {
    const { title, version } = JSON.parse(body) as { title: string; version: number };
    pool.query(WRITE, [title, id, version]).then(answer, fail);
  });
});
server.listen(0, '127.0.0.1', () => process.send?.({ listening: (server.address() as AddressInfo).port }));
process.on('disconnect', () => process.exit(0));
