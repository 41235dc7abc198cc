import type { Scope } from './scope';

interface Asked<Context extends Scope> {
  readonly context: Context;
  readonly path: { readonly id: string };
  readonly body: { readonly version: number };
}
type Change<Context extends Scope, Thing> = (
  context: Context,
  id: string,
  changes: { readonly version: number; readonly withdrawnAt: Date | null },
) => Promise<Thing>;
type Handle<Context extends Scope, Thing> = (asked: Asked<Context>) => Promise<Thing>;

/** Handles withdrawing a thing: nothing is ever erased. @param change changes it upon a version */
export const withdraws =
  <Context extends Scope, Thing>(change: Change<Context, Thing>): Handle<Context, Thing> =>
  ({ context, path, body }) =>
    change(context, path.id, { ...body, withdrawnAt: new Date() });

/** Handles bringing a withdrawn thing back. @param change changes it upon a version */
export const bringsBack =
  <Context extends Scope, Thing>(change: Change<Context, Thing>): Handle<Context, Thing> =>
  ({ context, path, body }) =>
    change(context, path.id, { ...body, withdrawnAt: null });
