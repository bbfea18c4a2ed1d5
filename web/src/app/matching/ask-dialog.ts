import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import type { Colleague } from '@umber/contract/around';
import { Api } from '../api';
import { Drafts } from '../drafts/drafts';
import { KeyHint } from '../keys/key-hint';

export interface AskQuestion {
  /** Who most likely knows. */
  readonly of: number | null;
  readonly about: string;
  readonly arrived: boolean;
  readonly text: string;
  readonly draft: string;
}
export interface AskAnswer {
  readonly of: number;
  readonly kind: 'anything' | 'arrived';
  readonly text: string;
}

/** Asks a colleague: whom, and in which words. The answer comes back to the document. */
@Component({
  selector: 'umber-ask-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, MatDialogModule, ReactiveFormsModule],
  template: `
    <h2 mat-dialog-title>Ask who knows</h2>
    <form [formGroup]="form" (ngSubmit)="done()">
      <mat-dialog-content>
        <p>{{ question.about }}</p>
        <label
          >Whom
          <select class="field" formControlName="of">
            <option [ngValue]="null" disabled>Choose …</option>
            @for (one of colleagues(); track one.id) {
              <option [ngValue]="one.id">{{ one.name }}</option>
            }
          </select>
        </label>
        <label
          >What <textarea class="field" rows="3" formControlName="text" cdkFocusInitial (keydown.enter)="enter($event)"></textarea>
        </label>
        <p class="quiet">
          It is written to them by mail, and stands under Questions on their screen. The document waits here meanwhile{{
            question.arrived ? '; what they say has come is entered as a receipt' : ''
          }}.
        </p>
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button type="button" class="plain-button" [mat-dialog-close]="undefined">Back <kbd>Esc</kbd></button>
        <button type="submit" class="plain-button main" [disabled]="form.invalid">Ask <kbd>Enter</kbd></button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    label {
      display: grid;
      gap: 3px;
      margin-bottom: 12px;
      color: var(--quiet);
      font-size: 13px;
    }
    textarea.field {
      height: auto;
      padding: 8px 12px;
    }
    p {
      margin: 0 0 12px;
    }
    p:first-child {
      color: var(--ink);
    }
    mat-dialog-actions {
      gap: 8px;
      padding: 16px 24px 20px;
    }
  `,
})
export class AskDialog {
  protected readonly question = inject<AskQuestion>(MAT_DIALOG_DATA);
  readonly #dialog = inject<MatDialogRef<AskDialog, AskAnswer>>(MatDialogRef);
  readonly #drafts = inject(Drafts);
  protected readonly colleagues = signal<readonly Colleague[]>([]);
  protected readonly form = new FormGroup({
    of: new FormControl(this.question.of, { validators: [Validators.required] }),
    text: new FormControl(this.#drafts.of(this.question.draft) ?? this.question.text, {
      nonNullable: true,
      validators: [Validators.required, Validators.minLength(3)],
    }),
  });

  constructor() {
    inject(Api)
      .call('colleagues')
      .subscribe({ next: (all) => this.colleagues.set(all), error: () => undefined });
    this.form.controls.text.valueChanges.subscribe((text) => this.#drafts.keep(this.question.draft, text));
  }

  protected enter(event: Event): void {
    if ((event as KeyboardEvent).shiftKey) return;
    event.preventDefault();
    this.done();
  }

  protected done(): void {
    const { of, text } = this.form.getRawValue();
    if (this.form.valid && of !== null) this.#dialog.close({ of, text, kind: this.question.arrived ? 'arrived' : 'anything' });
  }
}
