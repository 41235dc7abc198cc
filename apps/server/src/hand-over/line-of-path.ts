import type { FieldError } from '@variatum/metallurgy';
import { visit } from 'jsonc-parser';

type Path = FieldError['path'];

const keyOf = (path: Path, depth: number): string => path.slice(0, depth).map(String).join('\u0000');

/**
 * Lines things of a document stand on, from 1: looked for in one walk through the text, whatever number of them,
 * without keeping anything of it. A thing that is missing has the line of what it is missing from.
 */
export function linesOf(text: string, paths: readonly Path[]): readonly number[] {
  const wanted = new Map<string, number>();
  for (const path of paths) for (let depth = 0; depth <= path.length; depth++) wanted.set(keyOf(path, depth), 1);
  const deepest = Math.max(0, ...paths.map((path) => path.length));
  const note = (line: number, pathSupplier: () => Path, key?: string): void => {
    const path = pathSupplier();
    const depth = path.length + (key === undefined ? 0 : 1);
    if (depth > deepest) return;
    const name = keyOf(key === undefined ? path : [...path, key], depth);
    if (wanted.has(name)) wanted.set(name, line + 1);
  };
  visit(text, {
    onObjectProperty: (key, _offset, _length, line, _character, pathSupplier) => note(line, pathSupplier, key),
    onObjectBegin: (_offset, _length, line, _character, pathSupplier) => note(line, pathSupplier),
    onArrayBegin: (_offset, _length, line, _character, pathSupplier) => note(line, pathSupplier),
    onLiteralValue: (_value, _offset, _length, line, _character, pathSupplier) => note(line, pathSupplier),
  });
  return paths.map((path) => {
    for (let depth = path.length; depth > 0; depth--) {
      const line = wanted.get(keyOf(path, depth)) ?? 1;
      if (line > 1 || depth === 1) return line;
    }
    return 1;
  });
}
