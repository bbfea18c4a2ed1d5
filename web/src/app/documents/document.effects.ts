import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { DocumentView } from '@umber/contract/documents';
import type { InputOf, DocumentChangeName } from '@umber/contract/endpoints';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, filter, first, map, merge, type Observable, of, switchMap, tap, withLatestFrom } from 'rxjs';
import { Api } from '../api';
import { Drafts } from '../drafts/drafts';
import { messageOf, ApiError } from '../api-error';
import { TrayActions, trayFeature } from '../trays/tray.state';
import { nextInOrder } from '../trays/order';
import { Ahead } from './ahead';
import { DocumentActions, documentFeature, type DocumentChange } from './document.state';

const refusal = (error: unknown) =>
  DocumentActions.refused({ message: messageOf(error), code: error instanceof ApiError ? error.code : 'away' });

export class DocumentEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #store = inject(Store);
  readonly #router = inject(Router);
  readonly #drafts = inject(Drafts);
  readonly #ahead = inject(Ahead);
  /** As the last change left it, whatever is open by now. */
  #changed: DocumentView | null = null;

  readonly open$ = createEffect(() =>
    merge(
      this.#actions.pipe(
        ofType(DocumentActions.opened),
        map(({ id }) => id),
      ),
      // Changed elsewhere, or refused because it was: look again.
      this.#actions.pipe(
        ofType(TrayActions.news),
        withLatestFrom(this.#store.select(documentFeature.selectDocumentState)),
        filter(
          ([{ news }, state]) =>
            state.id !== null && !state.busy && (news.length === 0 || news.some((one) => one.what === 'document' && one.id === state.id)),
        ),
        map(([, state]) => state.id ?? 0),
      ),
      this.#actions.pipe(
        ofType(DocumentActions.refused),
        filter(({ code }) => code === 'stale' || code === 'wrong-tray' || code === 'no-such-thing'),
        withLatestFrom(this.#store.select(documentFeature.selectId)),
        map(([, id]) => id ?? 0),
      ),
    ).pipe(
      switchMap((id) =>
        this.#api.call('document', { id }).pipe(
          map((document) => DocumentActions.came({ document })),
          catchError((error: unknown) => of(refusal(error))),
        ),
      ),
    ),
  );

  /** What was fetched ahead is shown at once; what the server says now follows. */
  readonly shown$ = createEffect(() =>
    this.#actions.pipe(
      ofType(DocumentActions.opened),
      map(({ id }) => this.#ahead.take(id)),
      filter((document) => document !== null),
      map((document) => DocumentActions.came({ document })),
    ),
  );

  readonly ahead$ = createEffect(
    () =>
      this.#actions.pipe(
        ofType(DocumentActions.came),
        withLatestFrom(this.#store.select(trayFeature.selectTraysState)),
        tap(([{ document }, trays]) => this.#ahead.fetch(nextInOrder(trays, document.id))),
      ),
    { dispatch: false },
  );

  /** One change after the other, each on the version that the one before left, and never on another document than it was made on. */
  readonly change$ = createEffect(() =>
    this.#actions.pipe(
      ofType(DocumentActions.changed),
      withLatestFrom(this.#store.select(documentFeature.selectDocument)),
      concatMap(([{ change }, madeOn]) =>
        this.#store.select(documentFeature.selectDocument).pipe(
          first(),
          switchMap((shown) => {
            const known = [shown, this.#changed, madeOn].filter((one) => one !== null && one.id === madeOn?.id) as DocumentView[];
            const newest = known.sort((a, b) => b.version - a.version).at(0);
            return newest ? this.#send(newest, change) : EMPTY;
          }),
        ),
      ),
    ),
  );

  readonly next$ = createEffect(
    () =>
      this.#actions.pipe(
        ofType(DocumentActions.changeDone),
        withLatestFrom(this.#store.select(trayFeature.selectTraysState), this.#store.select(documentFeature.selectId)),
        // Whoever has gone elsewhere meanwhile is not called away from there.
        filter(([{ next, document }, , open]) => next && document.id === open),
        tap(([{ document }, trays]) => {
          // What was opened to teach those that look like it leads back to them.
          const { alike } = this.#router.parseUrl(this.#router.url).queryParams as { alike?: string };
          if (alike !== undefined) {
            void this.#router.navigate(['/alike', alike]);
            return;
          }
          const { tray } = trays;
          const next = nextInOrder(trays, document.id);
          void this.#router.navigate(next === null ? ['/tray', tray ?? 'check'] : ['/document', next]);
        }),
      ),
    { dispatch: false },
  );

  /** The change as a request: its types are checked where the change is made. */
  #ask({ id, version }: DocumentView, { name, params, input }: DocumentChange): Observable<DocumentView> {
    return this.#api.call<DocumentChangeName>(name, { ...params, id }, { ...input, version } as InputOf<DocumentChangeName>);
  }

  #send(document: DocumentView, change: DocumentChange) {
    return this.#ask(document, change).pipe(
      tap((changed) => {
        this.#changed = changed;
        this.#drafts.drop(change.draft);
      }),
      map((changed) => DocumentActions.changeDone({ document: changed, next: (change.next ?? false) && changed.tray !== document.tray })),
      catchError((error: unknown) => of(refusal(error))),
    );
  }
}
