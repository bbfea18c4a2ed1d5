import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, EMPTY, filter, map, merge, of, share, switchMap, withLatestFrom } from 'rxjs';
import { Api } from '../api';
import { Live } from '../live/live';
import { messageOf } from '../api-error';
import { TrayActions, trayFeature } from './tray.state';

const GATHER_MS = 120;

/** Keeps counts and the open tray as they are on the server, without reload. */
export class TrayEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #store = inject(Store);
  readonly #tray$ = this.#store.select(trayFeature.selectTray);
  /** News that comes in a heap, as one. */
  readonly #gathered$ = this.#actions.pipe(ofType(TrayActions.news), debounceTime(GATHER_MS), share());

  readonly news$ = createEffect(() => inject(Live).news.pipe(map((news) => TrayActions.news({ news }))));

  readonly counts$ = createEffect(() =>
    merge(this.#actions.pipe(ofType(TrayActions.countsAsked, TrayActions.opened)), this.#gathered$).pipe(
      switchMap(() =>
        this.#api.call('trays').pipe(
          map((counts) => TrayActions.countsCame({ counts })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  );

  readonly rows$ = createEffect(() =>
    merge(this.#actions.pipe(ofType(TrayActions.opened)), this.#gathered$).pipe(
      withLatestFrom(this.#tray$, (_action, tray) => tray),
      filter((tray) => tray !== null),
      switchMap((tray) =>
        this.#api.call('tray', { tray }).pipe(
          map(({ rows, total }) => TrayActions.rowsCame({ tray, rows, total })),
          catchError((error: unknown) => of(TrayActions.failed({ message: messageOf(error) }))),
        ),
      ),
    ),
  );

  readonly arrivals$ = createEffect(() =>
    merge(this.#actions.pipe(ofType(TrayActions.opened)), this.#gathered$).pipe(
      withLatestFrom(this.#tray$, (_action, tray) => tray),
      filter((tray) => tray === 'arriving'),
      switchMap(() =>
        this.#api.call('arrivals', {}, { q: '' }).pipe(
          map((arrivals) => TrayActions.arrivalsCame({ arrivals })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  );
}
