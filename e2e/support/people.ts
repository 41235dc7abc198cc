import { until } from './processes';

/**
 * A client that keeps its cookies, as a browser does: people are set up by it where that is not what a story is about.
 */
export class Client {
  private readonly cookies = new Map<string, string>();

  constructor(private readonly url: string) {}

  /** Asks the interface. @throws Error when it refuses */
  async ask<Answer>(method: string, path: string, body?: object): Promise<Answer> {
    const response = await this.request(method, path, body);
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`);
    return (await response.json()) as Answer;
  }

  async request(method: string, path: string, body?: object): Promise<Response> {
    const response = await fetch(new URL(`/api${path}`, this.url), {
      method,
      headers: {
        cookie: [...this.cookies].map((pair) => pair.join('=')).join('; '),
        ...(body ? { 'content-type': 'application/json' } : {}),
      },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(cookie) ?? [];
      this.cookies.set(name, value);
    }
    return response;
  }
}

/** Somebody of a workshop. */
export interface Somebody {
  readonly client: Client;
  readonly person: string;
  readonly name: string;
  readonly signInName: string;
  readonly password: string;
}

async function takeUp(url: string, code: string, name: string): Promise<Somebody> {
  const client = new Client(url);
  const [signInName, password] = [name.toLowerCase().replaceAll(' ', '-'), `${name} of twelve signs`];
  const { person } = await client.ask<{ person: string }>('POST', '/invitations/accept', {
    code,
    signInName,
    name,
    password,
  });
  return { client, person, name, signInName, password };
}

/** Gives a program that was just started its owner, by the code it printed. */
export async function firstOwner(
  { url, printed }: { readonly url: string; readonly printed: () => string },
  name: string,
): Promise<Somebody> {
  let code: string | undefined;
  await until('the code of the first owner', () => (code = /join#(\S+)/.exec(printed())?.[1]) !== undefined);
  return takeUp(url, code ?? '', name);
}

/** Invites somebody, and takes the invitation up. */
export async function invited(url: string, owner: Somebody, name: string, role: string): Promise<Somebody> {
  const { code } = await owner.client.ask<{ code: string }>('POST', '/invitations', { name, role });
  return takeUp(url, code, name);
}
