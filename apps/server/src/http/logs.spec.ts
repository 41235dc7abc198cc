import { Writable } from 'node:stream';
import { pino } from 'pino';
import { firstOwner, PASSWORD } from '../testing/people';
import { testServer } from '../testing/test-server';

test('what is logged names nobody: no bodies, no parameters, no words that were searched for, no cookies', async () => {
  let text = '';
  const kept = new Writable({
    write(chunk: Buffer, _encoding, done) {
      text += chunk.toString();
      done();
    },
  });
  const server = await testServer({ logger: pino({ level: 'trace' }, kept) });
  try {
    const owner = await firstOwner(server);
    const secrets = ['Handrail of somebody', 'somebodys-search', 'a wrong password', PASSWORD, owner.signInName];
    const { body } = await owner.agent.post('/api/jobs').send({ title: secrets[0] }).expect(201);
    await owner.agent.get('/api/jobs').query({ search: secrets[1] }).expect(200);
    await owner.agent.patch(`/api/jobs/${body.id}`).send({ version: 99, title: secrets[0] }).expect(409);
    await owner.agent.post('/api/session').send({ signInName: owner.signInName, password: secrets[2] }).expect(401);
    await server.line.close();
    // What fails is logged loudest: there least may stand in it.
    await owner.agent.get('/api/jobs').query({ search: secrets[1] });
    await owner.agent.post('/api/jobs').send({ title: secrets[0] });
    await server.line.open();
    expect(text).toContain('"path":"/api/jobs"');
    expect(text).toMatch(/"level":(40|50)/);
    for (const secret of [...secrets, 'variatum=', 's%3A', 'remoteAddress'])
      expect([secret, text.includes(secret)]).toEqual([secret, false]);
  } finally {
    await server.close();
  }
});
