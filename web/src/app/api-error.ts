import { HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import type { ErrorAnswer } from '@umber/contract/errors';
import { catchError, throwError } from 'rxjs';

/** A refusal as screens show it: the server's sentence, or what to do when the server is away. */
export class ApiError extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

/** Turns every failed request into a ApiError with a sentence for the person. */
export const refusalInterceptor: HttpInterceptorFn = (request, next) =>
  next(request).pipe(
    catchError((error: unknown) => {
      const refusal = error instanceof HttpErrorResponse ? (error.error as ErrorAnswer | null) : null;
      const away = 'The server does not answer. What you did is not saved yet; check the connection and try again.';
      return throwError(() => new ApiError(refusal?.code ?? 'away', refusal?.message ?? away));
    }),
  );

export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : 'Something went wrong. Try again.');

/** The code of a refusal; empty where it is none. */
export const codeOf = (error: unknown): string => (error instanceof ApiError ? error.code : '');
