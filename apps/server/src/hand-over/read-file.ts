import { parseWith } from '@variatum/contracts';
import { InputError, type FieldError } from '@variatum/metallurgy';
import { findNodeAtLocation, parseTree, printParseErrorCode, visit, type Node } from 'jsonc-parser';
import type * as z from 'zod';

/** Line of a place in a text, from 1. */
function lineAt(text: string, offset: number): number {
  let line = 1;
  for (let at = text.indexOf('\n'); at >= 0 && at < offset; at = text.indexOf('\n', at + 1)) line++;
  return line;
}

/** Words for what is not JSON, and the line it is on. */
function brokenAt(text: string): string {
  let found: string | undefined;
  const onError = (code: number, _offset: number, _length: number, startLine: number, startCharacter: number): void => {
    const what = printParseErrorCode(code as never)
      .replaceAll(/([a-z])([A-Z])/g, '$1 $2')
      .toLowerCase();
    found ??= `line ${startLine + 1}, column ${startCharacter + 1}: not JSON (${what})`;
  };
  visit(text, { onError }, { disallowComments: true });
  return found ?? 'not JSON';
}

/** The innermost thing of a path that is there: a field that is missing has none of its own. */
function nodeOf(root: Node, path: FieldError['path']): Node {
  for (let depth = path.length; depth > 0; depth--) {
    const node = findNodeAtLocation(root, path.slice(0, depth).map((step) => (/^\d+$/.test(String(step)) ? Number(step) : step))); // prettier-ignore
    // Of a field, the line its name stands on.
    if (node) return node.parent?.type === 'property' ? node.parent : node;
  }
  return root;
}

/**
 * Reads a document from a file.
 * @param name of the file, where it is one of several
 * @throws InputError naming line and field of everything that is wrong with it
 */
export function readFile<Schema extends z.ZodType>(schema: Schema, bytes: Uint8Array, name?: string): z.output<Schema> {
  const where = name === undefined ? '' : `${name}, `;
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw InputError.at(['body'], `${where}not text in UTF-8`);
  }
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw InputError.at(['body'], where + brokenAt(text));
  }
  try {
    return parseWith(schema, value);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const root = parseTree(text);
    throw new InputError(
      error.errors.map(({ path, message }) => ({
        path,
        message: `${where}line ${root ? lineAt(text, nodeOf(root, path).offset) : 1}: ${message}`,
      })),
    );
  }
}
