import { ENDPOINTS, problemSchema, type Endpoint } from '@variatum/contracts';
import { ENGINE_VERSION } from '@variatum/metallurgy';
import * as z from 'zod';

const schemaOf = (schema: z.ZodType, io: 'input' | 'output'): object => {
  const { $schema: _dialect, ...body } = z.toJSONSchema(schema, { io, unrepresentable: 'any' });
  return body;
};

const parametersOf = (path: string, query: z.ZodObject | undefined): object[] => {
  const inPath = [...path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const inQuery = Object.entries(query?.shape ?? {}).map(([name, schema]) => ({
    name,
    in: 'query',
    required: false,
    schema: schemaOf(schema as z.ZodType, 'input'),
  }));
  return [...inPath, ...inQuery];
};

const contentOf = ({ answer, event, media = 'image/*' }: Endpoint): object => {
  if (answer === 'file') return { [media]: {} };
  if (answer === 'events') return { 'text/event-stream': event ? { schema: schemaOf(event, 'output') } : {} };
  return { 'application/json': { schema: schemaOf(answer, 'output') } };
};

/** The document as far as the program itself reads it. */
export interface OpenApiDocument {
  readonly openapi: string;
  readonly info: object;
  readonly paths: Readonly<Record<string, object>>;
  readonly components: object;
}

/** OpenAPI document of the interface, made from the table of addresses and the schemas that check them. */
export function openApiDocument(): OpenApiDocument {
  const problem = {
    description: 'Problem',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  };
  const paths: Record<string, Record<string, object>> = {};
  for (const [address, endpoint] of Object.entries<Endpoint>(ENDPOINTS)) {
    const [method = '', path = ''] = address.split(' ');
    const { summary, body, sends, query, status = 200 } = endpoint;
    (paths[`/api${path.replace(/:(\w+)/g, '{$1}')}`] ??= {})[method.toLowerCase()] = {
      summary,
      parameters: parametersOf(path, query),
      ...(sends
        ? { requestBody: { required: true, content: Object.fromEntries(sends.map((type) => [type, {}])) } }
        : {}),
      ...(body
        ? { requestBody: { required: true, content: { 'application/json': { schema: schemaOf(body, 'input') } } } }
        : {}),
      responses: { [status]: { description: 'Done', content: contentOf(endpoint) }, default: problem },
    };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Variatum', version: ENGINE_VERSION, license: { name: 'MIT', identifier: 'MIT' } },
    paths,
    components: { schemas: { Problem: schemaOf(problemSchema, 'output') } },
  };
}
