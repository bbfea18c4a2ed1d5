import type { HttpInterceptorFn } from '@angular/common/http';
import { inject, Injector } from '@angular/core';
import { catchError, switchMap, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import { SignInAgain } from './sign-in-again';

/** Lets a request whose session has ended wait until the person signed in again, and sends it once more then. */
export const sessionEndedInterceptor: HttpInterceptorFn = (request, next) => {
  const injector = inject(Injector);
  return next(request).pipe(
    catchError((error: unknown) => {
      const again = error instanceof ApiError && error.code === 'not-signed-in' ? injector.get(SignInAgain) : null;
      if (!again?.mayAsk()) return throwError(() => error);
      return again.ask().pipe(switchMap((back) => (back ? next(request) : throwError(() => error))));
    }),
  );
};
