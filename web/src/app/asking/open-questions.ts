import { inject, Injectable, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { Store } from '@ngrx/store';
import { catchError, filter, map, merge, of, Subject, switchMap, timer } from 'rxjs';
import { Api } from '../api';
import { sessionFeature } from '../people/session.state';

/** Milliseconds between two looks for what one is asked. */
const EVERY = 30_000;

/** How many questions wait for whoever is signed in. */
@Injectable({ providedIn: 'root' })
export class OpenQuestions {
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #asked = new Subject<void>();
  readonly count = signal(0);

  constructor() {
    merge(toObservable(this.#person), timer(EVERY, EVERY), this.#asked)
      .pipe(
        filter(() => this.#person() !== null),
        switchMap(() =>
          this.#api.call('questions').pipe(
            map((all) => all.filter(({ answer }) => answer === null).length),
            catchError(() => of(this.count())),
          ),
        ),
      )
      .subscribe((count) => this.count.set(count));
  }

  /** Looks at once. */
  look(): void {
    this.#asked.next();
  }
}
