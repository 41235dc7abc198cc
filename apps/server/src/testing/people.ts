import type { Invitation, Role, Session } from '@variatum/contracts';
import supertest from 'supertest';
import { firstOwnerCode } from '../people/store';
import type { TestServer } from './test-server';

/** A browser with cookies of its own, and what it was told when somebody signed in on it. */
export interface TestPerson {
  readonly agent: ReturnType<typeof supertest.agent>;
  readonly session: Session;
  readonly signInName: string;
}

export const PASSWORD = 'twelve rusty bolts';

/** A browser nobody is signed in on. */
export const browser = ({ app }: Pick<TestServer, 'app'>): ReturnType<typeof supertest.agent> => supertest.agent(app);

let made = 0;
/** Takes an invitation up in a browser of its own. */
export async function accept(server: Pick<TestServer, 'app'>, code: string, name: string): Promise<TestPerson> {
  const agent = browser(server);
  const signInName = `${name.toLowerCase().replaceAll(' ', '-')}-${++made}`;
  const { body } = await agent
    .post('/api/invitations/accept')
    .send({ code, signInName, name, password: PASSWORD })
    .expect(200);
  return { agent, session: body as Session, signInName };
}

/** Gives a workshop its first owner, with the code it begins with. */
export async function firstOwner(server: TestServer): Promise<TestPerson> {
  const code = await firstOwnerCode(server.context);
  if (code === null) throw new Error('this workshop has people already');
  return accept(server, code, 'Owner');
}

/** Invites somebody of a role and takes the invitation up. */
export async function join(server: TestServer, owner: TestPerson, role: Role): Promise<TestPerson> {
  const { body } = await owner.agent.post('/api/invitations').send({ name: role, role }).expect(201);
  return accept(server, (body as Invitation).code, role);
}
