import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Address, Answer, BodyToSend, Endpoints, PathOf, QueryToSend } from '@variatum/contracts';
import { catchError, from, map, mergeMap, throwError, type Observable } from 'rxjs';
import { requestTo } from './request-to';

type Part<Name extends string, Value> = [Value] extends [undefined] ? unknown : { readonly [name in Name]: Value };
/** What must be said with a question at an address. */
type Question<One extends Address> = Part<'body', BodyToSend<Endpoints[One]>> &
  Partial<Part<'query', QueryToSend<Endpoints[One]>>> &
  (object extends PathOf<One> ? unknown : { readonly path: PathOf<One> }) & {
    /** Whether it goes on when the page is left before it is answered: a word that takes the server long. */
    readonly outlivesPage?: true;
  };
type QuestionArgument<One extends Address> =
  object extends Question<One> ? [question?: Question<One>] : [question: Question<One>];

/** Addresses that answer a file. */
type FileAddress = {
  [One in Address]: Endpoints[One] extends { readonly answer: 'file' } ? One : never;
}[Address];

/** What is said with a question for a file. */
interface FileQuestion<One extends FileAddress> {
  readonly path: PathOf<One>;
  readonly query?: QueryToSend<Endpoints[One]>;
}

interface AnyQuestion {
  readonly outlivesPage?: boolean;
  readonly path?: Readonly<Record<string, string>>;
  readonly query?: Readonly<Record<string, string | number | boolean | undefined>>;
  readonly body?: unknown;
}

/**
 * Asks the server: every address of the interface by its name. Errors arrive as `HttpErrorResponse` with a problem
 * document.
 */
@Injectable({ providedIn: 'root' })
export class ApiClient {
  private readonly http = inject(HttpClient);

  /** @example client.ask('GET /jobs/:id', { path: { id } }) */
  ask<One extends Address>(address: One, ...[question]: QuestionArgument<One>): Observable<Answer<One>> {
    // A question of one address, read as a question of any.
    const { path, query = {}, body, outlivesPage: keepalive = false } = (question ?? {}) as AnyQuestion;
    // That the path is the one this address takes is what the argument's type says.
    const { method, url } = (requestTo as (address: Address, path?: object) => { method: string; url: string })(
      address,
      path,
    );
    const params = Object.fromEntries(
      Object.entries(query).flatMap(([name, value]) => (value === undefined || value === '' ? [] : [[name, value]])),
    );
    return this.http.request<Answer<One>>(method, url, { body, params, keepalive });
  }

  /**
   * Asks for a file, under the name the server gives it.
   * @example client.file('GET /meters/:id/trace', { path: { id } })
   */
  file<One extends FileAddress>(
    address: One,
    { path, query = {} }: FileQuestion<One>,
  ): Observable<{ readonly name: string; readonly bytes: Blob }> {
    // That the path is the one this address takes is what the argument's type says.
    const { method, url } = (requestTo as (address: Address, path: object) => { method: string; url: string })(
      address,
      path,
    );
    return this.http
      .request(method, url, { params: query as Record<string, string>, observe: 'response', responseType: 'blob' })
      .pipe(
        map(({ headers, body }) => ({
          name: /filename="([^"]+)"/.exec(headers.get('content-disposition') ?? '')?.[1] ?? 'file',
          bytes: body ?? new Blob(),
        })),
        // What is wrong with a question for a file is said in a file, too.
        catchError((error: HttpErrorResponse) =>
          from(unfolded(error)).pipe(mergeMap((unfoldedError) => throwError(() => unfoldedError))),
        ),
      );
  }

  /** Sends a file to an address that takes one. */
  send<One extends Address>(address: One, media: string, bytes: Blob): Observable<Answer<One>> {
    const [method = '', path = ''] = address.split(' ');
    return this.http.request<Answer<One>>(method, `/api${path}`, { body: bytes, headers: { 'Content-Type': media } });
  }
}

/** An error whose problem document came as a file. */
async function unfolded(error: HttpErrorResponse): Promise<HttpErrorResponse> {
  if (!(error.error instanceof Blob)) return error;
  const text = await error.error.text();
  const { status, statusText, headers, url } = error;
  try {
    return new HttpErrorResponse({ error: JSON.parse(text), status, statusText, headers, url: url ?? '' });
  } catch {
    return error;
  }
}
