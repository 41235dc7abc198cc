import type { Address, PathOf } from '@variatum/contracts';

type MethodOf<One extends Address> = One extends `${infer Method} ${string}` ? Method : never;
type PathArgument<One extends Address> = object extends PathOf<One> ? [] : [path: PathOf<One>];

/**
 * Method and URL of an address of the interface, what stands in its path filled in.
 * @example requestTo('PATCH /jobs/:id', { id }) // { method: 'PATCH', url: '/api/jobs/0198…' }
 */
export function requestTo<One extends Address>(
  address: One,
  ...[path]: PathArgument<One>
): { readonly method: MethodOf<One>; readonly url: string } {
  const [method, template = ''] = address.split(' ');
  // What stands in a path is text, whatever the address.
  const given = (path ?? {}) as Readonly<Record<string, string>>;
  const url = template.replace(/:(\w+)/g, (_colon, name: string) => encodeURIComponent(given[name] ?? ''));
  // Split text loses its type; the method is the first word of the address.
  return { method: method as MethodOf<One>, url: `/api${url}` };
}
