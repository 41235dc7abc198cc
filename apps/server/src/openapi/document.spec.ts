import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';
import { openApiDocument } from './document';

interface Operation {
  readonly requestBody?: { readonly content: Readonly<Record<string, unknown>> };
  readonly responses: Readonly<Record<string, unknown>>;
}

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const document = openApiDocument() as { paths: Record<string, Record<string, Operation>> };
const operations = Object.entries(document.paths).flatMap(([path, methods]) =>
  Object.entries(methods).map(([method, operation]) => ({ path, method, operation })),
);

test.each(
  operations.filter(({ path }) => path !== '/api/events').map((one) => [`${one.method} ${one.path}`, one] as const),
)('%s is answered by the program, not by "no such address"', async (_name, { path, method, operation }) => {
  const address = path.replace('{rod}', 'ER308L').replace(/\{\w+\}/g, randomUUID());
  const { status, body } = await server.request[method as 'get' | 'post' | 'put' | 'patch'](address).send(
    operation.requestBody ? {} : undefined,
  );
  expect(String((body as { detail?: string }).detail)).not.toMatch(/such address/);
  expect(status).toBeLessThan(500);
});

test('every body is described and a body that says nothing right is refused by name', async () => {
  for (const { path, method } of operations.filter(
    ({ operation }) => operation.requestBody?.content['application/json'],
  )) {
    const address = path.replace('{rod}', 'ER308L').replace(/\{\w+\}/g, randomUUID());
    const { status, body } = await server.request[method as 'post' | 'put' | 'patch'](address).send({
      nobodyKnowsThis: true,
    });
    expect([`${method} ${path}`, status]).toEqual([`${method} ${path}`, 422]);
    expect((body as { errors: unknown[] }).errors.length).toBeGreaterThan(0);
  }
});
