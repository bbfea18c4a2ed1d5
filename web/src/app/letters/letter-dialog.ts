import { KeyHint } from '../keys/key-hint';
import { ChangeDetectionStrategy, Component, inject, Injectable } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MAT_DIALOG_DATA, MatDialog, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { DocumentView } from '@umber/contract/documents';
import { Store } from '@ngrx/store';
import { DocumentActions, type DocumentChange } from '../documents/document.state';
import { Drafts } from '../drafts/drafts';
import type { LetterDraft } from './wording';

interface LetterQuestion extends LetterDraft {
  readonly to: string;
  readonly purpose: string;
}
interface Letter {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

/** Letters to suppliers: read and changed before they go, kept while they are written. */
@Injectable({ providedIn: 'root' })
export class Letters {
  readonly #dialog = inject(MatDialog);
  readonly #store = inject(Store);

  /** `then` is done after the letter was written; with `always`, also where it was not. */
  write(document: DocumentView, { subject, text }: LetterDraft, then?: DocumentChange, always = false): void {
    const purpose = `document/${document.id}/letter`;
    this.#dialog
      .open<LetterDialog, LetterQuestion, Letter>(LetterDialog, {
        data: { to: document.arrival.sender ?? '', subject, text, purpose },
        width: '620px',
      })
      .afterClosed()
      .subscribe((letter) => {
        if (letter) this.#store.dispatch(DocumentActions.changed({ change: { name: 'writeLetter', input: letter, draft: purpose } }));
        if (then && (letter || always)) this.#store.dispatch(DocumentActions.changed({ change: then }));
      });
  }
}

@Component({
  selector: 'umber-letter-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, ReactiveFormsModule, MatDialogModule, MatFormFieldModule, MatInputModule],
  template: `
    <h2 mat-dialog-title>Letter to the supplier</h2>
    <form [formGroup]="form" (ngSubmit)="done()">
      <mat-dialog-content>
        <mat-form-field appearance="outline">
          <mat-label>To</mat-label>
          <input matInput type="email" formControlName="to" autocomplete="off" />
        </mat-form-field>
        <mat-form-field appearance="outline">
          <mat-label>Subject</mat-label>
          <input matInput formControlName="subject" autocomplete="off" />
        </mat-form-field>
        <mat-form-field appearance="outline">
          <mat-label>Text</mat-label>
          <textarea matInput rows="10" formControlName="text"></textarea>
        </mat-form-field>
        <p class="quiet">It goes by mail at once, and stands in the trail of the document.</p>
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button type="button" class="plain-button" [mat-dialog-close]="undefined">Do not write <kbd>Esc</kbd></button>
        <button type="submit" class="plain-button main" cdkFocusInitial [disabled]="form.invalid">Send <kbd>Enter</kbd></button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    mat-form-field {
      width: 100%;
    }
    p {
      margin: 0;
    }
    mat-dialog-actions {
      gap: 8px;
      padding: 16px 24px 20px;
    }
  `,
})
export class LetterDialog {
  readonly #question = inject<LetterQuestion>(MAT_DIALOG_DATA);
  readonly #dialog = inject<MatDialogRef<LetterDialog, Letter>>(MatDialogRef);
  readonly #drafts = inject(Drafts);
  protected readonly form = new FormGroup({
    to: new FormControl(this.#question.to, { nonNullable: true, validators: [Validators.required, Validators.email] }),
    subject: new FormControl(this.#question.subject, { nonNullable: true, validators: [Validators.required] }),
    text: new FormControl(this.#drafts.of(this.#question.purpose) ?? this.#question.text, {
      nonNullable: true,
      validators: [Validators.required],
    }),
  });

  constructor() {
    this.form.controls.text.valueChanges.subscribe((text) => this.#drafts.keep(this.#question.purpose, text));
  }

  protected done(): void {
    if (this.form.valid) this.#dialog.close(this.form.getRawValue());
  }
}
