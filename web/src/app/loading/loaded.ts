import type { Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, map, of, scan, switchMap, type Observable } from 'rxjs';
import { messageOf } from '../api-error';

/** What a screen has of the server: nothing yet, the newest answer, or why there is none; an answer stays while a later request fails. */
export interface Loading<T, W = unknown> {
  readonly value: T | null;
  /** What `value` answers; null as long as there is none. Where it is not the newest wish, that one is still under way or failed. */
  readonly of: W | null;
  readonly fault: string | null;
}

/** The newest answer of `ask` for what `wishes` give, one request after the other; an older one that is under way is dropped. */
export function loaded<W, T>(wishes: Observable<W>, ask: (wish: W) => Observable<T>): Signal<Loading<T, W>> {
  const nothing: Loading<T, W> = { value: null, of: null, fault: null };
  return toSignal(
    wishes.pipe(
      switchMap((wish) =>
        ask(wish).pipe(
          map((value): Loading<T, W> => ({ value, of: wish, fault: null })),
          catchError((error: unknown) => of<Loading<T, W>>({ ...nothing, fault: messageOf(error) })),
        ),
      ),
      scan((before, now) => (now.fault === null ? now : { ...before, fault: now.fault }), nothing),
    ),
    { initialValue: nothing },
  );
}
