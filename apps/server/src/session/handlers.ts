import type { Session } from '@variatum/contracts';
import type { Asked, Handlers } from '../http/endpoint-routes';
import { ProblemError } from '../http/problem-error';
import { acceptInvitation, changePassword, membershipsOf, passwordHashOf, personSigningIn } from '../people/store';
import { hashPassword, isPassword } from '../people/password';
import { exportPerson } from '../people/privacy';
import { countPinAttempt, peopleWithPin, setPin, unlockPin } from '../tablets/store';
import { ONLY_WORKSHOP_ID } from '../workshop/store';
import { endOthers, endPlace, placesOf } from './places';
import { NOBODY, type Asker } from './asker';

type Any = Pick<Asked<'GET /session'>, 'asker' | 'people' | 'visit'>;

/** What a page is told of on whose behalf it works. */
async function told({ asker, people, visit }: Any, as: Asker = asker): Promise<Session> {
  const { state, workshop, person, name, role, byPin } = as;
  const tablet = await visit.tablet();
  return {
    state,
    workshop: workshop === '' ? null : workshop,
    person,
    name,
    role,
    byPin,
    tablet: tablet ? { ...tablet, people: [...(await peopleWithPin(people.of(tablet.workshop)))] } : null,
    memberships: person === null ? [] : [...(await membershipsOf(people.pool, person))],
    offered: [...(await people.offered())],
  };
}

/** Signs a person in to one of their workshops: the first, or the one named. */
async function enter({ asker, people, visit }: Any, person: string, name: string, wanted?: string): Promise<Session> {
  const memberships = await membershipsOf(people.pool, person);
  const chosen =
    memberships.find(({ workshop }) => workshop === wanted) ?? (wanted === undefined ? memberships[0] : undefined);
  if (!chosen)
    throw ProblemError.forbidden('No workshop', 'Whoever signs in here belongs to no workshop of this program.');
  await visit.signIn(person, name, chosen);
  // Whoever shows their password may give their number again.
  await unlockPin(people.of(chosen.workshop), person);
  return told(
    { asker, people, visit },
    { state: 'signed-in', workshop: chosen.workshop, person, name, role: chosen.role, byPin: false },
  );
}

/** Checks name and password, with every attempt counted. */
async function checked(
  { people, visit }: Pick<Asked<'POST /session'>, 'people' | 'visit'>,
  signInName: string,
  password: string,
) {
  const { attempts, pool } = people;
  await attempts.count('address', visit.address);
  const found = await personSigningIn(pool, signInName);
  const device = found && visit.knownFor(found.id);
  const key = device ?? found?.id ?? `nobody ${signInName.toLowerCase()}`;
  await attempts.count(device ? 'known' : 'strangers', key);
  if (!(await isPassword(found?.passwordHash, password)) || !found) throw ProblemError.wrongPassword();
  await attempts.giveBack('address', visit.address);
  await attempts.giveBack(device ? 'known' : 'strangers', key);
  return found;
}

/** Somebody who is signed in: addresses that ask for it are asked by nobody else. */
function signedIn({ person }: Asker): string {
  if (person === null)
    throw ProblemError.conflictOf('Nobody has a password here', 'This workshop knows no people yet.');
  return person;
}

export const sessionHandlers = {
  'GET /session': (asked) => told(asked),
  'POST /session': async (asked) => {
    const { id, name } = await checked(asked, asked.body.signInName, asked.body.password);
    return enter(asked, id, name);
  },
  'POST /session/end': async ({ asker, people, visit }) => {
    await visit.end();
    visit.forget();
    const open = await people.isOpen();
    return told(
      { asker, people, visit },
      open
        ? { ...asker, state: 'open', person: null, name: null, role: 'owner', workshop: ONLY_WORKSHOP_ID, byPin: false }
        : NOBODY,
    );
  },
  'POST /session/offered/:id': async (asked) => {
    const found = (await asked.people.offered()).find(({ person }) => person === asked.path.id);
    if (!found) throw ProblemError.notFound('made-up person');
    return enter(asked, found.person, found.name);
  },
  'POST /session/at-tablet': async (asked) => {
    const { people, visit, body } = asked;
    const tablet = await visit.tablet();
    if (!tablet)
      throw ProblemError.forbidden(
        'No tablet of the workshop',
        'A number is taken only at a tablet an owner has made one.',
      );
    await people.attempts.count('tablet', tablet.id);
    const context = people.of(tablet.workshop);
    const attempt = await countPinAttempt(context, body.person);
    if (!(await isPassword(attempt?.pinHash, body.pin)) || !attempt) throw ProblemError.wrongPin();
    await unlockPin(context, body.person);
    await people.attempts.giveBack('tablet', tablet.id);
    // What a number is worth: the work, not the keeping of settings and people.
    const role = attempt.role === 'owner' ? 'welder' : attempt.role;
    await visit.signIn(body.person, attempt.name, { workshop: tablet.workshop, role }, true);
    return told(asked, {
      state: 'signed-in',
      workshop: tablet.workshop,
      person: body.person,
      name: attempt.name,
      role,
      byPin: true,
    });
  },
  'POST /session/pin': async (asked) => {
    const { context, asker, people, body } = asked;
    const person = signedIn(asker);
    await people.attempts.count('known', `password ${person}`);
    if (!(await isPassword(await passwordHashOf(context, person), body.password))) throw ProblemError.wrongPassword();
    await people.attempts.giveBack('known', `password ${person}`);
    await setPin(context, person, await hashPassword(body.pin));
    return told(asked);
  },
  'GET /session/export': ({ context, asker, people }) => exportPerson(context, people.pool, signedIn(asker)),
  'POST /session/workshop/:id': async (asked) => {
    const { asker, path, visit } = asked;
    if (asker.byPin)
      throw ProblemError.forbidden(
        'With your password',
        'A number is for the workshop of this tablet: sign in with your password to go to another.',
      );
    return enter({ ...asked, visit }, signedIn(asker), asker.name ?? '', path.id);
  },
  'POST /session/password': async (asked) => {
    const { context, asker, people, visit, body } = asked;
    const person = signedIn(asker);
    await people.attempts.count('known', `password ${person}`);
    if (!(await isPassword(await passwordHashOf(context, person), body.old))) throw ProblemError.wrongPassword();
    await changePassword(context, person, await hashPassword(body.password));
    await endOthers(people.pool, person, visit.sessionId);
    return enter(asked, person, asker.name ?? '', context.workshop);
  },
  'GET /session/places': ({ asker, people, visit }) => placesOf(people.pool, signedIn(asker), visit.sessionId),
  'POST /session/places/:place/end': async ({ asker, people, visit, path }) => {
    const person = signedIn(asker);
    if (!(await endPlace(people.pool, person, path.place))) throw ProblemError.notFound('place');
    return placesOf(people.pool, person, visit.sessionId);
  },
  'POST /invitations/accept': async (asked) => {
    const { people, visit, body } = asked;
    await people.attempts.count('codes', visit.address);
    // Who is there already shows it by their password, and keeps it; guessing it here counts as guessing it there.
    const known = await personSigningIn(people.pool, body.signInName);
    if (known) await people.attempts.count('strangers', known.id);
    const theirs = (await isPassword(known?.passwordHash, body.password)) ? known : undefined;
    const passwordHash = await hashPassword(body.password);
    const { person, workshop } = await acceptInvitation(people.pool, { ...body, passwordHash }, theirs?.id ?? null);
    // Who was invited has guessed nothing: a whole shift may come in from one address.
    await people.attempts.giveBack('codes', visit.address);
    if (theirs) await people.attempts.giveBack('strangers', theirs.id);
    const entered = await enter(asked, person, theirs?.name ?? body.name, workshop);
    // A new password ends whatever was signed in with the old one.
    if (!theirs) await endOthers(people.pool, person, visit.sessionId);
    return entered;
  },
} satisfies Partial<Handlers>;
