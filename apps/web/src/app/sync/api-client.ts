import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Address, Answer, BodyToSend, Endpoints, PathOf, QueryToSend } from '@variatum/contracts';
import type { Observable } from 'rxjs';
import { requestTo } from './request-to';

type Part<Name extends string, Value> = [Value] extends [undefined] ? unknown : { readonly [name in Name]: Value };
/** What must be said with a question at an address. */
type Question<One extends Address> = Part<'body', BodyToSend<Endpoints[One]>> &
  Partial<Part<'query', QueryToSend<Endpoints[One]>>> &
  (object extends PathOf<One> ? unknown : { readonly path: PathOf<One> });
type QuestionArgument<One extends Address> =
  object extends Question<One> ? [question?: Question<One>] : [question: Question<One>];

/** Addresses that answer a file. */
type FileAddress = {
  [One in Address]: Endpoints[One] extends { readonly answer: 'file' } ? One : never;
}[Address];

interface AnyQuestion {
  readonly path?: Readonly<Record<string, string>>;
  readonly query?: Readonly<Record<string, string | number | boolean | undefined>>;
  readonly body?: unknown;
}

/** Asks the server: every address of the interface by its name. Errors arrive as `HttpErrorResponse` with a problem document. */
@Injectable({ providedIn: 'root' })
export class ApiClient {
  private readonly http = inject(HttpClient);

  /** @example client.ask('GET /jobs/:id', { path: { id } }) */
  ask<One extends Address>(address: One, ...[question]: QuestionArgument<One>): Observable<Answer<One>> {
    // A question of one address, read as a question of any.
    const { path, query = {}, body } = (question ?? {}) as AnyQuestion;
    // That the path is the one this address takes is what the argument's type says.
    const { method, url } = (requestTo as (address: Address, path?: object) => { method: string; url: string })(
      address,
      path,
    );
    const params = Object.fromEntries(
      Object.entries(query).flatMap(([name, value]) => (value === undefined || value === '' ? [] : [[name, value]])),
    );
    return this.http.request<Answer<One>>(method, url, { body, params });
  }

  /** Asks for a file of its own. @example client.file('GET /meters/:id/trace', { path: { id } }) */
  file<One extends FileAddress>(address: One, question: { readonly path: PathOf<One> }): Observable<Blob> {
    // That the path is the one this address takes is what the argument's type says.
    const { method, url } = (requestTo as (address: Address, path: object) => { method: string; url: string })(address, question.path); // prettier-ignore
    return this.http.request(method, url, { responseType: 'blob' });
  }
}
