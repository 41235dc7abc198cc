import * as z from 'zod';
import { id, stamp, text } from './fields';
import { password, ROLES, signedInSchema, signInName } from './session';

const role = z.enum(ROLES);
const name = text(80).min(1, 'give a name');

/** A person of a workshop. Whoever has left stays by name, or by a pseudonym, with what they did. */
export const memberSchema = z.object({
  id,
  name: z.string(),
  role,
  /** null for those who may not know it: only an owner does. */
  signInName: z.string().nullable(),
  leftAt: stamp.nullable(),
});
export type Member = z.infer<typeof memberSchema>;

/** Body that invites somebody. */
export const newInvitationSchema = z.strictObject({ name, role });

/** An invitation as it is handed over: its code is told this once. */
export const invitationSchema = z.object({ id, name: z.string(), role, code: z.string(), expiresAt: stamp });
export type Invitation = z.infer<typeof invitationSchema>;

/** A code that can still be taken up; the code itself is told nobody again. */
export const openInvitationSchema = z.object({
  id,
  name: z.string(),
  role,
  /** Person whose password it sets anew; null: somebody new. */
  person: id.nullable(),
  /** Who made it; null: it was made before anybody here had a name, or at the machine. */
  madeBy: id.nullable(),
  expiresAt: stamp,
});
export type OpenInvitation = z.infer<typeof openInvitationSchema>;

/** Body that takes an invitation up: a new person, or a new password of one who has lost it. */
export const acceptInvitationSchema = z.strictObject({ code: text(40), signInName, name, password });
export type AcceptInvitation = z.infer<typeof acceptInvitationSchema>;

/** All that the workshop holds of a person. */
export const personExportSchema = z.object({
  exportedAt: stamp,
  person: z.object({ id, name: z.string(), signInName: z.string().nullable(), since: stamp }),
  membership: z.object({ role, since: stamp, leftAt: stamp.nullable(), hasPin: z.boolean() }),
  /** Where they are signed in. */
  places: z.array(signedInSchema.omit({ here: true })),
  /** What they made, oldest first: its kind, identifier, moment, and the job it belongs to. */
  made: z.array(z.object({ kind: z.string(), id, at: stamp, job: z.string().nullable() })),
});
export type PersonExport = z.infer<typeof personExportSchema>;

/** Body that changes what somebody is in the workshop. */
export const memberPatchSchema = z.strictObject({ role });

/** Body that lets somebody go: what they did stays under their name, or under a pseudonym that is given to them. */
export const leaveSchema = z.strictObject({ pseudonym: z.boolean().default(false) });
