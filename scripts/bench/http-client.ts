import { request, type Agent } from 'node:http';

/** What came back. */
export interface Answer {
  readonly status: number;
  readonly body: string;
}

/** Sends one request to this machine over connections that are kept. */
export function send(
  agent: Agent,
  port: number,
  method: string,
  path: string,
  body?: string,
  headers: Readonly<Record<string, string>> = {},
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const framing = body === undefined ? {} : { 'content-length': String(Buffer.byteLength(body)) };
    const sent = request(
      { agent, host: '127.0.0.1', port, method, path, headers: { ...framing, ...headers } },
      (answer) => {
        let read = '';
        answer.setEncoding('utf8');
        answer.on('data', (chunk: string) => (read += chunk));
        answer.on('end', () => resolve({ status: answer.statusCode ?? 0, body: read }));
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });
}

/** Sends a JSON document. @throws Error when the answer is no success */
export async function sendJson(
  agent: Agent,
  port: number,
  method: string,
  path: string,
  body?: object,
): Promise<string> {
  const text = body === undefined ? undefined : JSON.stringify(body);
  const answer = await send(agent, port, method, path, text, text ? { 'content-type': 'application/json' } : {});
  if (answer.status >= 300)
    throw new Error(`${method} ${path} answered ${answer.status}: ${answer.body.slice(0, 300)}`);
  return answer.body;
}
