import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Store } from '@ngrx/store';
import { filter, map, type Observable } from 'rxjs';
import { Letters } from '../letters/letter-dialog';
import { letterFor } from '../letters/wording';
import { DocumentActions, documentFeature, type DocumentChange } from './document.state';
import { ReasonDialog, type ReasonAnswer, type ReasonQuestion } from './reason-dialog';

const PARK: ReasonQuestion = {
  title: 'Park',
  text: 'It rests until its day comes, or until somebody takes it up. Why does it wait?',
  day: true,
  confirm: 'Park',
  suggestions: ['Waiting for the delivery', 'Asked the supplier', 'Asked the buyer', 'Supplier is not set up yet'],
};
const TURN_AWAY: ReasonQuestion = {
  title: 'Turn away',
  text: 'It will not be paid. It is kept and can be reopened.',
  letter: true,
  confirm: 'Turn away',
  suggestions: ['Not for us', 'Came before', 'Not an invoice'],
};

const BACK: ReasonQuestion = {
  title: 'Back to Check',
  text: 'It goes back to Check with what you say here as a question. What should be looked at?',
  confirm: 'Back to Check',
  suggestions: ['A value was read wrong', 'A line is missing', 'Wrong kind of document'],
};

/** The ways out that every working screen has, each with a reason. */
@Injectable({ providedIn: 'root' })
export class WaysOut {
  readonly #dialog = inject(MatDialog);
  readonly #store = inject(Store);
  readonly #letters = inject(Letters);
  readonly #document = this.#store.selectSignal(documentFeature.selectDocument);
  readonly #documentId = this.#store.selectSignal(documentFeature.selectId);

  /** Asks for a reason and sends it; goes on to the next document when this one leaves its tray. */
  ask(question: ReasonQuestion, purpose: string, change: (reason: string, day: string | null) => DocumentChange): void {
    const id = this.#documentId();
    if (id === null) return;
    const draft = `document/${id}/${purpose}`;
    this.#reason({ ...question, draft }).subscribe(({ reason, day }) =>
      this.#store.dispatch(DocumentActions.changed({ change: { ...change(reason, day), next: true, draft } })),
    );
  }

  /** Why documents shall be parked or turned away; completes without an answer when the person goes back. */
  reasonTo(act: 'park' | 'turn-away'): Observable<string> {
    return this.#reason(act === 'park' ? { ...PARK, day: false } : { ...TURN_AWAY, letter: false }).pipe(map(({ reason }) => reason));
  }

  #reason(question: ReasonQuestion): Observable<ReasonAnswer> {
    return this.#dialog
      .open<ReasonDialog, ReasonQuestion, ReasonAnswer>(ReasonDialog, {
        data: question,
        width: '480px',
      })
      .afterClosed()
      .pipe(filter((answer) => answer !== undefined));
  }

  park(): void {
    this.ask(PARK, 'park', (reason, until) => ({ name: 'park', input: { reason, until } }));
  }

  /** Fetches the open document back to Check. */
  backToCheck(): void {
    this.ask(BACK, 'send-back', (reason) => ({ name: 'sendBack', input: { reason } }));
  }

  turnAway(): void {
    const document = this.#document();
    if (document === null) return;
    const draft = `document/${document.id}/turn-away`;
    this.#reason({ ...TURN_AWAY, draft }).subscribe(({ reason, letter }) => {
      const change: DocumentChange = { name: 'turnAway', input: { reason }, next: true, draft };
      if (letter) this.#letters.write(document, letterFor('returned', document, { reason }), change, true);
      else this.#store.dispatch(DocumentActions.changed({ change }));
    });
  }
}
