import type { RequestHandler } from 'express';
import { ProblemError } from './problem-error';

/**
 * The end of the road: an address nobody answered. One that is known with other methods says which.
 * @param paths path templates such as `/api/jobs/{id}`, each with the methods it knows
 */
export function unknownAddress(paths: Readonly<Record<string, object>>): RequestHandler {
  const known = Object.entries(paths).map(([path, methods]) => ({
    pattern: new RegExp(`^${path.replace(/\{\w+\}/g, '[^/]+')}/?$`),
    methods: Object.keys(methods).map((method) => method.toUpperCase()),
  }));
  return (request) => {
    const path = request.baseUrl + request.path;
    const methods = known.filter(({ pattern }) => pattern.test(path)).flatMap((entry) => entry.methods);
    if (methods.length > 0) throw ProblemError.notAllowed(request.method.slice(0, 20), methods);
    throw ProblemError.notFound(`address as ${request.method.slice(0, 20)} ${path.slice(0, 200)}`);
  };
}
