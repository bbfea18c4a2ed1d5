import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, of, tap } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { SessionActions } from './session.state';

/** Where each role's work begins. */
const HOME = { clerk: 'check', approver: 'sign-off', controller: 'post', administrator: 'check', auditor: 'posted' } as const;

export class SessionEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #router = inject(Router);

  readonly signIn$ = createEffect(() =>
    this.#actions.pipe(
      ofType(SessionActions.signIn),
      exhaustMap(({ who }) =>
        this.#api.call('signIn', {}, who).pipe(
          tap(({ person }) => void this.#router.navigate(['/tray', HOME[person.role]])),
          map((session) => SessionActions.started({ session })),
          catchError((error: unknown) => of(SessionActions.refused({ message: messageOf(error) }))),
        ),
      ),
    ),
  );

  readonly signOut$ = createEffect(() =>
    this.#actions.pipe(
      ofType(SessionActions.signOut),
      exhaustMap(() => this.#api.call('signOut').pipe(catchError(() => of(undefined)))),
      tap(() => void this.#router.navigate(['/sign-in'])),
      map(() => SessionActions.ended()),
    ),
  );
}
