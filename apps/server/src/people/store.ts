import type { Invitation, Member, Membership, OpenInvitation, Role } from '@variatum/contracts';
import { and, desc, eq, gt, isNull, or, sql } from 'drizzle-orm';
import type pg from 'pg';
import { v7 as uuid } from 'uuid';
import { tables } from '../database';
import type { RequestContext } from '../http/context';
import { ProblemError } from '../http/problem-error';
import { orNotFound, type Scope } from '../store';
import { codeHash, newCode } from './code';

/** How long an invitation holds, ms: a week. */
const HOLDS_MS = 7 * 24 * 3600 * 1000;

/** Whether anybody belongs to a workshop: while nobody does, it is open on its own machine. */
export async function hasPeople({ database, workshop }: Scope): Promise<boolean> {
  const [row] = await database
    .select({ one: sql`1` })
    .from(tables.membership)
    .where(and(eq(tables.membership.workshopId, workshop), isNull(tables.membership.leftAt)))
    .limit(1);
  return row !== undefined;
}

/** Somebody who wants to sign in. */
export interface PersonSigningIn {
  readonly id: string;
  readonly name: string;
  readonly passwordHash: string;
}

/** Looks for somebody by the name they sign in with, before any workshop is served. */
export async function personSigningIn(pool: pg.Pool, signInName: string): Promise<PersonSigningIn | undefined> {
  const { rows } = await pool.query<PersonSigningIn>(
    'select id, name, password_hash as "passwordHash" from person_signing_in($1)',
    [signInName],
  );
  return rows[0];
}

/** Workshops a person belongs to. */
export async function membershipsOf(pool: pg.Pool, person: string): Promise<readonly Membership[]> {
  return (await pool.query<Membership>('select workshop, name, role from memberships_of($1)', [person])).rows;
}

const memberColumns = {
  id: tables.person.id,
  name: tables.person.name,
  pseudonym: tables.membership.pseudonym,
  // Who did something elsewhere has none: they cannot sign in here.
  signInName: sql<
    string | null
  >`case when ${tables.person.passwordHash} is null then null else ${tables.person.signInName} end`,
  role: tables.membership.role,
  leftAt: tables.membership.leftAt,
};

/** People of a workshop, those who have left last. Names to sign in with are told to an owner alone. */
export async function listPeople({ database, workshop, role }: RequestContext): Promise<Member[]> {
  const rows = await database
    .select(memberColumns)
    .from(tables.membership)
    .innerJoin(tables.person, eq(tables.person.id, tables.membership.personId))
    .where(eq(tables.membership.workshopId, workshop))
    .orderBy(sql`${tables.membership.leftAt} is not null`, tables.person.name);
  return rows.map(({ pseudonym, leftAt, ...row }) => ({
    ...row,
    name: pseudonym ?? row.name,
    signInName: role === 'owner' && pseudonym === null ? row.signInName : null,
    leftAt: leftAt?.toISOString() ?? null,
  }));
}

export async function memberOf(context: RequestContext, id: string): Promise<Member> {
  return orNotFound(
    'person',
    (await listPeople(context)).find((one) => one.id === id),
  );
}

const everMemberOf = (scope: Scope, person: string) =>
  and(eq(tables.membership.workshopId, scope.workshop), eq(tables.membership.personId, person));
/** Where somebody belongs to a workshop now. */
export const membershipOf = (scope: Scope, person: string) =>
  and(everMemberOf(scope, person), isNull(tables.membership.leftAt));

/** A workshop keeps an owner: the last one can neither leave nor become something else. */
async function keepAnOwner(scope: Scope, person: string): Promise<void> {
  const owners = await scope.database
    .select({ person: tables.membership.personId })
    .from(tables.membership)
    .where(
      and(
        eq(tables.membership.workshopId, scope.workshop),
        eq(tables.membership.role, 'owner'),
        isNull(tables.membership.leftAt),
      ),
    )
    .for('update');
  if (owners.length === 1 && owners[0]?.person === person)
    throw ProblemError.conflictOf(
      'The only owner',
      'Somebody else must be an owner first: a workshop is never without one.',
    );
}

/**
 * Changes what somebody is. Where they are signed in ends: what they may do is taken along from the sign-in.
 * @throws ProblemError 404, 409
 */
export async function changeRole(context: RequestContext, person: string, role: Role): Promise<Member> {
  await context.transaction(async (scope) => {
    if (role !== 'owner') await keepAnOwner(scope, person);
    const [row] = await scope.database
      .update(tables.membership)
      .set({ role, updatedAt: new Date(), version: sql`${tables.membership.version} + 1` })
      .where(membershipOf(scope, person))
      .returning();
    orNotFound('person', row);
    await endSessions(scope, person);
    await endCodes(scope, person);
  });
  return memberOf(context, person);
}

/**
 * Lets somebody go: they are signed out, and what they did stays under their name or under a pseudonym.
 * @param again whether it is about somebody who has left already
 * @throws ProblemError 404, 409
 */
export async function letGo(
  context: RequestContext,
  person: string,
  pseudonym: boolean,
  again = false,
): Promise<Member> {
  await context.transaction(async (scope) => {
    await keepAnOwner(scope, person);
    const { rows } = await scope.database.execute<{ count: string }>(
      sql`select count(*) as count from ${tables.membership} where ${tables.membership.workshopId} = ${scope.workshop}
        and pseudonym is not null`,
    );
    const [row] = await scope.database
      .update(tables.membership)
      .set({
        leftAt: again ? sql`${tables.membership.leftAt}` : new Date(),
        pinHash: null,
        pseudonym: pseudonym ? `Former member ${Number(rows[0]?.count ?? 0) + 1}` : null,
        updatedAt: new Date(),
        version: sql`${tables.membership.version} + 1`,
      })
      .where(again ? everMemberOf(scope, person) : membershipOf(scope, person))
      .returning();
    orNotFound('person', row);
    await endSessions(scope, person);
    await endCodes(scope, person);
  });
  return memberOf(context, person);
}

/** Codes that can still be taken up. */
const openCodes = ({ workshop }: Scope) =>
  and(
    eq(tables.invitation.workshopId, workshop),
    isNull(tables.invitation.usedAt),
    gt(tables.invitation.expiresAt, sql`now()`),
  );
const ENDED = { expiresAt: sql`now()`, updatedAt: sql`now()`, version: sql`version + 1` };

/** Ends the codes somebody made, and those made for them: they hold for what somebody was when they were made. */
async function endCodes(scope: Scope, person: string): Promise<void> {
  const { invitation } = tables;
  await scope.database
    .update(invitation)
    .set(ENDED)
    .where(and(openCodes(scope), or(eq(invitation.madeBy, person), eq(invitation.personId, person))));
}

/** Codes that can still be taken up, the newest first; the codes themselves are told nobody again. */
export async function listInvitations(scope: Scope): Promise<OpenInvitation[]> {
  const { id, name, role, personId, madeBy, expiresAt } = tables.invitation;
  const rows = await scope.database
    .select({ id, name, role, person: personId, madeBy, expiresAt })
    .from(tables.invitation)
    .where(openCodes(scope))
    .orderBy(desc(tables.invitation.createdAt));
  return rows.map((row) => ({ ...row, expiresAt: row.expiresAt.toISOString() }));
}

/**
 * Takes a code back: nobody takes it up any more.
 * @throws ProblemError 404 for one that is used, over or of elsewhere
 */
export async function takeInvitationBack(scope: Scope, id: string): Promise<OpenInvitation[]> {
  const [row] = await scope.database
    .update(tables.invitation)
    .set(ENDED)
    .where(and(openCodes(scope), eq(tables.invitation.id, id)))
    .returning({ id: tables.invitation.id });
  orNotFound('open invitation', row);
  return listInvitations(scope);
}

/** Ends all places where somebody is signed in to this workshop. */
async function endSessions({ database, workshop }: Scope, person: string): Promise<void> {
  await database.execute(
    sql`delete from signed_in where sess ->> 'person' = ${person} and sess ->> 'workshop' = ${workshop}`,
  );
}

/** Makes an invitation; its code is told this once. */
export async function invite(
  { database, workshop }: Scope,
  { name, role, person = null }: { readonly name: string; readonly role: Role; readonly person?: string | null },
): Promise<Invitation> {
  const code = newCode();
  const [id, expiresAt] = [uuid(), new Date(Date.now() + HOLDS_MS)];
  await database
    .insert(tables.invitation)
    .values({ id, workshopId: workshop, name, role, personId: person, codeHash: codeHash(code), expiresAt });
  return { id, name, role, code, expiresAt: expiresAt.toISOString() };
}

/**
 * A code with which somebody who is there sets a new password.
 * @throws ProblemError 409 for one who belongs to other workshops too: an owner of this one must not become them there
 */
export async function newPasswordFor(context: RequestContext, pool: pg.Pool, person: string): Promise<Invitation> {
  const { name, role, leftAt } = await memberOf(context, person);
  if (leftAt !== null) throw ProblemError.conflictOf('Has left', 'Invite them anew.');
  if ((await membershipsOf(pool, person)).some(({ workshop }) => workshop !== context.workshop))
    throw ProblemError.conflictOf(
      'Belongs to other workshops too',
      'Their password is set anew by the command line of the machine, not from one of the workshops.',
    );
  return invite(context, { name, role, person });
}

/** The code an owner begins with, while a workshop has no people; those made before hold no longer. */
export async function firstOwnerCode(context: RequestContext): Promise<string | null> {
  if (await hasPeople(context)) return null;
  const { database, workshop } = context;
  await database
    .update(tables.invitation)
    .set({ expiresAt: new Date(0) })
    .where(and(eq(tables.invitation.workshopId, workshop), isNull(tables.invitation.usedAt)));
  return (await invite(context, { name: 'Owner', role: 'owner' })).code;
}

/** Somebody an invitation has taken in. */
export interface Accepted {
  readonly person: string;
  readonly workshop: string;
}

/**
 * Takes an invitation up.
 * @param known a person who is there already and has shown their password; null: whoever the invitation makes
 * @throws ProblemError 403 when the code is not good, 409 when the name is taken
 */
export async function acceptInvitation(
  pool: pg.Pool,
  {
    code,
    signInName,
    name,
    passwordHash,
  }: { readonly code: string; readonly signInName: string; readonly name: string; readonly passwordHash: string },
  known: string | null,
): Promise<Accepted> {
  try {
    const { rows } = await pool.query<Accepted>(
      'select person, workshop from accept_invitation($1, $2, $3, $4, $5, $6)',
      [codeHash(code), uuid(), known, signInName, name, passwordHash],
    );
    if (!rows[0])
      throw ProblemError.forbidden(
        'This code is not good',
        'It was mistyped, was used before or has expired. Ask for a new one.',
      );
    return rows[0];
  } catch (error) {
    if ((error as pg.DatabaseError).constraint === 'person_sign_in_name') throw ProblemError.nameTaken();
    throw error;
  }
}

/** Makes a further workshop in the same database; whoever asks owns it. @throws ProblemError 409 */
export async function makeWorkshop({ database }: Scope, name: string): Promise<Membership> {
  const id = uuid();
  const { rows } = await database.execute<{ made: boolean }>(sql`select make_workshop(${id}, ${name}) as made`);
  if (!rows[0]?.made)
    throw ProblemError.conflictOf(
      'Nobody has a password here',
      'A further workshop needs an owner: give yourself a name and password first.',
    );
  return { workshop: id, name, role: 'owner' };
}

/** Sets one's own password. */
export async function changePassword({ database }: Scope, person: string, passwordHash: string): Promise<void> {
  await database
    .update(tables.person)
    .set({ passwordHash, updatedAt: new Date(), version: sql`${tables.person.version} + 1` })
    .where(eq(tables.person.id, person));
}

/** Hash of a person's own password. */
export async function passwordHashOf({ database }: Scope, person: string): Promise<string | null> {
  const [row] = await database
    .select({ hash: tables.person.passwordHash })
    .from(tables.person)
    .where(eq(tables.person.id, person));
  return row?.hash ?? null;
}
