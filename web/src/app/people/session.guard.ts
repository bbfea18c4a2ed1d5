import { inject } from '@angular/core';
import { Router, type CanActivateFn } from '@angular/router';
import { Store } from '@ngrx/store';
import { catchError, first, map, of, switchMap, tap } from 'rxjs';
import { Api } from '../api';
import { SessionActions, sessionFeature } from './session.state';

/** Lets signed-in people in; asks the server once after a reload; sends everyone else to sign in. */
export const signedInGuard: CanActivateFn = () => {
  const [store, api, router] = [inject(Store), inject(Api), inject(Router)];
  return store.select(sessionFeature.selectSession).pipe(
    first(),
    switchMap((known) =>
      known
        ? of(true)
        : api.call('session').pipe(
            tap((session) => store.dispatch(SessionActions.started({ session }))),
            map(() => true),
            catchError(() => of(router.createUrlTree(['/sign-in']))),
          ),
    ),
  );
};
