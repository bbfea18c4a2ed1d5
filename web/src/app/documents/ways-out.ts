import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Store } from '@ngrx/store';
import { filter, type Observable } from 'rxjs';
import { DocumentActions, documentFeature, type DocumentChange } from './document.state';
import { ReasonDialog, type ReasonQuestion } from './reason-dialog';

const PARK: ReasonQuestion = {
  title: 'Park',
  text: 'It rests until somebody reopens it. Why does it wait?',
  confirm: 'Park',
  suggestions: ['Waiting for the delivery', 'Asked the supplier', 'Asked the buyer', 'Supplier is not set up yet'],
};
const TURN_AWAY: ReasonQuestion = {
  title: 'Turn away',
  text: 'It will not be paid. It is kept and can be reopened.',
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
  readonly #documentId = this.#store.selectSignal(documentFeature.selectId);

  /** Asks for a reason and sends it; goes on to the next document when this one leaves its tray. */
  ask(question: ReasonQuestion, purpose: string, change: (reason: string) => DocumentChange): void {
    const id = this.#documentId();
    if (id === null) return;
    const draft = `document/${id}/${purpose}`;
    this.#reason({ ...question, draft }).subscribe((reason) =>
      this.#store.dispatch(DocumentActions.changed({ change: { ...change(reason), next: true, draft } })),
    );
  }

  /** Why documents shall be parked or turned away; completes without an answer when the person goes back. */
  reasonTo(act: 'park' | 'turn-away'): Observable<string> {
    return this.#reason(act === 'park' ? PARK : TURN_AWAY);
  }

  #reason(question: ReasonQuestion): Observable<string> {
    return this.#dialog
      .open<ReasonDialog, ReasonQuestion, string>(ReasonDialog, {
        data: question,
        width: '480px',
      })
      .afterClosed()
      .pipe(filter((text) => text !== undefined));
  }

  park(): void {
    this.ask(PARK, 'park', (reason) => ({ name: 'park', input: { reason } }));
  }

  /** Fetches the open document back to Check. */
  backToCheck(): void {
    this.ask(BACK, 'send-back', (reason) => ({ name: 'sendBack', input: { reason } }));
  }

  turnAway(): void {
    this.ask(TURN_AWAY, 'turn-away', (reason) => ({ name: 'turnAway', input: { reason } }));
  }
}
