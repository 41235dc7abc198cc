import { PlainError } from './say';

/** Flags of the commands that start something. */
export interface Flags {
  readonly port: number | undefined;
  readonly dataDir: string | undefined;
  readonly fresh: boolean;
  readonly rest: readonly string[];
}

/** Reads flags; environment variables of the same meaning stand in for what is not given. @throws PlainError */
export function readFlags(args: readonly string[], environment: NodeJS.ProcessEnv): Flags {
  let port = environment['VARIATUM_PORT'];
  let dataDir = environment['VARIATUM_DATA_DIR'];
  let fresh = false;
  const rest: string[] = [];
  for (let index = 0; index < args.length; index++) {
    const [name, inline] = (args[index] as string).split('=', 2) as [string, string | undefined];
    const value = (): string => {
      const given = inline ?? args[++index];
      if (given === undefined) throw new PlainError(`${name} needs a value`);
      return given;
    };
    if (name === '--port') port = value();
    else if (name === '--data-dir') dataDir = value();
    else if (name === '--fresh') fresh = true;
    else rest.push(args[index] as string);
  }
  const number = port === undefined ? undefined : Number(port);
  if (number !== undefined && !(Number.isInteger(number) && number > 0 && number < 65536))
    throw new PlainError('--port takes a whole number from 1 to 65535');
  return { port: number, dataDir, fresh, rest };
}
