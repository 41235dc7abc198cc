import { planSchema, type Plan } from '@variatum/contracts';
import { known } from '@variatum/metallurgy';
import { sideOf } from '@variatum/job';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newJoint, newPiece } from '../testing/things';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const planOf = async (job: string): Promise<Plan> =>
  planSchema.parse((await server.request.get(`/api/jobs/${job}/plan`).expect(200)).body);

test('a job has one plan; once a rod is decided on its choice is not reckoned again, and that rod stands', async () => {
  const { id: job } = await newJob(server);
  const tube = { form: 'tube', grade: '316L', outsideMm: known(60.3), thicknessMm: known(2), lengthMm: known(300) };
  const { id: one } = await newPiece(server, job, tube);
  const { id: other } = await newPiece(server, job, tube);
  const { id: joint } = await newJoint(server, job, {
    joint: { type: 'square-butt' },
    sides: [sideOf(one), sideOf(other)],
  });
  const before = await planOf(job);
  expect(before.joints).toMatchObject([{ id: joint, rod: { decision: null }, passes: [{ kind: 'root' }] }]);
  expect(before.cold).toContain(`choose ${joint}`);
  const body = { jointId: joint, rod: 'ER309L' };
  const { id: decision } = (await server.request.post(`/api/jobs/${job}/decisions`).send(body).expect(201)).body as {
    id: string;
  };
  const after = await planOf(job);
  const { best } = before.joints[0]!.rod;
  expect(after.joints[0]!.rod).toMatchObject({ used: 'ER309L', best, decision: { id: decision } });
  expect(after.cold).not.toContain(`choose ${joint}`);
});

test('a job without anything has a plan without anything; one that is not there has none', async () => {
  const { id: job } = await newJob(server);
  expect(await planOf(job)).toMatchObject({ joints: [], steps: [], spaces: [], open: [] });
  await server.request.get('/api/jobs/0198a6a0-0000-7000-8000-000000000001/plan').expect(404);
});
