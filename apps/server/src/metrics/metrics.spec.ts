import { openMetrics } from './metrics';
import { testServer } from '../testing/test-server';

test('requests are timed by the pattern of their address, and nothing in the figures says whose', async () => {
  const metrics = openMetrics();
  const server = await testServer({ metrics });
  try {
    const { body } = await server.request.post('/api/jobs').send({ title: 'Handrail of somebody' }).expect(201);
    await server.request.get(`/api/jobs/${body.id}?search=somebody`).expect(200);
    await server.request.get('/api/nowhere').expect(404);
    const text = await metrics.registry.metrics();
    expect(text).toContain('variatum_request_seconds_count{method="POST",route="/jobs",status="201"} 1');
    expect(text).toContain('variatum_request_seconds_count{method="GET",route="/jobs/:id",status="200"} 1');
    expect(text).toMatch(/variatum_request_seconds_count\{method="GET",route="none",status="404"\} 1/);
    expect(text).toMatch(/variatum_database_connections [1-9]/);
    for (const secret of [body.id as string, 'somebody', 'nowhere']) expect(text).not.toContain(secret);
  } finally {
    await server.close();
  }
});
