import * as z from 'zod';
import { id, stamp, text } from './fields';

/** What somebody is in a workshop. */
export const ROLES = ['owner', 'welder', 'checker', 'reader'] as const;
/** What somebody is in a workshop. */
export type Role = (typeof ROLES)[number];

/**
 * What an address asks of whoever asks it, each with the roles that may: `anyone` needs no sign-in, `read` looks,
 * `check` tests, takes pictures, confirms and decides, `work` changes jobs and stock, `own` keeps settings and people.
 */
export const DUTIES = {
  anyone: null,
  read: ROLES,
  check: ['owner', 'welder', 'checker'],
  work: ['owner', 'welder'],
  own: ['owner'],
} as const satisfies Readonly<Record<string, readonly Role[] | null>>;
/** What an address asks of whoever asks it. */
export type Duty = keyof typeof DUTIES;

/** Whether somebody of a role may do what a duty stands for. @param role null: nobody is signed in */
export const may = (role: Role | null, duty: Duty): boolean => {
  const roles: readonly Role[] | null = DUTIES[duty];
  return roles === null || (role !== null && roles.includes(role));
};

/** Name somebody signs in with: unlike a person's name it is the only one in the whole database. */
export const signInName = text(60)
  .min(2, 'give at least 2 characters')
  .regex(/^[^\s@]+(@[^\s@]+)?$/, 'no blanks, and at most one @');
/** A password: long rather than odd (NIST SP 800-63B). */
export const password = z
  .string()
  .min(12, 'give at least 12 characters; a few words in a row are good')
  .max(200, 'give at most 200 characters');

/** A workshop somebody belongs to. */
export const membershipSchema = z.object({ workshop: id, name: z.string(), role: z.enum(ROLES) });
export type Membership = z.infer<typeof membershipSchema>;

/**
 * Whether a page must sign in first: `open` while nobody has a password here, `signed-out` until somebody has signed
 * in.
 */
export const SESSION_STATES = ['open', 'signed-in', 'signed-out'] as const;

/** On whose behalf a page works. */
export const sessionSchema = z.object({
  state: z.enum(SESSION_STATES),
  /** null while nobody is signed in where somebody must be. */
  workshop: id.nullable(),
  /** null while the program knows no people. */
  person: id.nullable(),
  name: z.string().nullable(),
  role: z.enum(ROLES).nullable(),
  /** All workshops the person belongs to. */
  memberships: z.array(membershipSchema),
  /** Whether the person gave their short number: that keeps no settings and no people. */
  byPin: z.boolean(),
  /** The tablet this browser is, with the people who may give a short number on it; null: it is none. */
  tablet: z
    .object({ id, name: z.string(), workshop: id, people: z.array(z.object({ person: id, name: z.string() })) })
    .nullable(),
  /** Made-up people of the demo, who sign in by one tap. */
  offered: z.array(z.object({ person: id, name: z.string(), role: z.enum(ROLES) })),
});
export type Session = z.infer<typeof sessionSchema>;

/** Body that signs somebody in. */
export const signInSchema = z.strictObject({ signInName: z.string().trim().max(60), password: z.string().max(200) });

/** A short number for tablets of the workshop: easily typed with gloves on, and worth nothing anywhere else. */
export const pin = z
  .string()
  .regex(/^\d{4,8}$/, 'give 4 to 8 figures')
  .refine(
    (figures) => !isPlain(figures),
    'too easily guessed: not one figure over and over, and not counted up or down',
  );

/** Whether a number is one that is tried first: one figure over and over, or counted up or down. */
function isPlain(figures: string): boolean {
  const steps = [...figures].slice(1).map((figure, index) => Number(figure) - Number(figures[index]));
  return [0, 1, -1].some((step) => steps.every((one) => one === step));
}

/** Body that sets one's own number. */
export const newPinSchema = z.strictObject({ password: z.string().max(200), pin });

/** Body that signs somebody in at a tablet. */
export const tabletSignInSchema = z.strictObject({ person: id, pin: z.string().max(20) });

/** A place somebody is signed in at. */
export const signedInSchema = z.object({
  id: z.string(),
  /** Whether it is the one that asks. */
  here: z.boolean(),
  since: stamp,
  lastSeen: stamp,
  /** What the browser called itself. */
  browser: z.string(),
});
export type SignedIn = z.infer<typeof signedInSchema>;

/** Body that changes one's own password. */
export const newPasswordSchema = z.strictObject({ old: z.string().max(200), password });
