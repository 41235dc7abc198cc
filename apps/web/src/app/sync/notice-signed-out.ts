import { HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject, Injector } from '@angular/core';
import { tap } from 'rxjs';
import { Session } from './session';

/** A sign-in that has ended meanwhile shows in whatever is asked next: who is signed in is asked anew then. */
export const noticeSignedOut: HttpInterceptorFn = (request, next) => {
  const injector = inject(Injector);
  return next(request).pipe(
    tap({
      error: (error: unknown) => {
        const aboutSignIn = /\/api\/(session|invitations)/.test(request.url);
        if (error instanceof HttpErrorResponse && error.status === 401 && !aboutSignIn)
          void injector.get(Session).ask();
      },
    }),
  );
};
