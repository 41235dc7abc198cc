// The package has types, but its list of exports does not let anybody see them.
declare module 'tinykeys' {
  /** Answers keys until the returned function is called. */
  export function tinykeys(
    target: Window | HTMLElement,
    bindings: Readonly<Record<string, (event: KeyboardEvent) => void>>,
  ): () => void;
}
