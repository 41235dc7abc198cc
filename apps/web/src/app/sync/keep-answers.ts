import { HttpErrorResponse, HttpResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject, Injector } from '@angular/core';
import { catchError, from, switchMap, tap, throwError } from 'rxjs';
import { KeptDocuments } from './kept-documents';

/**
 * Lists that are shown as they were last seen when no server answers. Documents that are changed are kept as they
 * stand.
 */
const KEPT = /^\/api\/(jobs|people)$/;

/** Answers lists as they were last seen while no server can be reached. */
export const keepAnswers: HttpInterceptorFn = (request, next) => {
  if (request.method !== 'GET' || !KEPT.test(request.url)) return next(request);
  const kept = inject(Injector).get(KeptDocuments);
  const name = `list ${request.urlWithParams}`;
  return next(request).pipe(
    tap((event) => {
      if (!(event instanceof HttpResponse)) return;
      kept.put(name, event.body);
      kept.setShown('lists', null);
    }),
    catchError((error: unknown) => {
      if (!(error instanceof HttpErrorResponse) || error.status !== 0) return throwError(() => error);
      return from(kept.get(name)).pipe(
        switchMap((document) => {
          if (!document) return throwError(() => error);
          kept.setShown('lists', document.at);
          return [new HttpResponse({ body: document.value, status: 200, url: request.urlWithParams })];
        }),
      );
    }),
  );
};

/** The service worker keeps the program, not what it is told: whether the server answers must show as it is. */
export const pastServiceWorker: HttpInterceptorFn = (request, next) =>
  next(request.url.startsWith('/api/') ? request.clone({ setHeaders: { 'ngsw-bypass': 'true' } }) : request);
