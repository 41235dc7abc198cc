interface Request {
  readonly name: string;
  readonly run: () => Promise<unknown>;
  readonly resolve: (value: unknown) => void;
  readonly reject: (reason: unknown) => void;
}

/**
 * The browser's locks for tests, which have none: exclusive locks with a line for each name, stealing and giving up.
 */
export class FakeLocks {
  private readonly held = new Map<string, Request>();
  private readonly line: Request[] = [];

  request(name: string, ...rest: unknown[]): Promise<unknown> {
    const run = rest.at(-1) as () => unknown;
    const { signal, steal = false } = (rest.length > 1 ? rest[0] : {}) as { signal?: AbortSignal; steal?: boolean };
    return new Promise((resolve, reject) => {
      const request: Request = { name, run: () => Promise.resolve().then(run), resolve, reject };
      signal?.addEventListener('abort', () => {
        const place = this.line.indexOf(request);
        if (place < 0) return;
        this.line.splice(place, 1);
        reject(new DOMException('given up', 'AbortError'));
      });
      if (steal) {
        this.held.get(name)?.reject(new DOMException('stolen', 'AbortError'));
        this.grant(request);
      } else if (this.held.has(name)) this.line.push(request);
      else this.grant(request);
    });
  }

  query(): Promise<{ held: { name: string }[] }> {
    return Promise.resolve({ held: [...this.held.keys()].map((name) => ({ name })) });
  }

  /** Ends the page that holds a lock, as closing it does. */
  drop(name: string): void {
    const holder = this.held.get(name);
    if (holder) this.free(holder);
  }

  private grant(request: Request): void {
    this.held.set(request.name, request);
    request.run().then(
      (value) => {
        request.resolve(value);
        this.free(request);
      },
      (error: unknown) => {
        request.reject(error);
        this.free(request);
      },
    );
  }

  private free(request: Request): void {
    if (this.held.get(request.name) !== request) return;
    this.held.delete(request.name);
    const place = this.line.findIndex(({ name }) => name === request.name);
    if (place >= 0) this.grant(this.line.splice(place, 1)[0] as Request);
  }
}

/** Gives the test's page locks until the test is over. */
export function withLocks(): FakeLocks {
  const locks = new FakeLocks();
  Object.defineProperty(navigator, 'locks', { value: locks, configurable: true });
  return locks;
}
