import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { isDecimalString } from '@umber/core/money';
import { typedValue } from '../checking/typed-value';
import { KeyHint } from '../keys/key-hint';

export interface ShortQuestion {
  readonly about: string;
  /** What is too much, net. */
  readonly net: string;
  readonly currency: string;
}
export interface ShortAnswer {
  readonly net: string;
  readonly reason: string;
  readonly letter: boolean;
}

/** How much of an invoice is not paid, and why; and whether the supplier is asked for a credit note. */
@Component({
  selector: 'umber-short-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, MatDialogModule, ReactiveFormsModule],
  template: `
    <h2 mat-dialog-title>Pay short</h2>
    <form [formGroup]="form" (ngSubmit)="done()">
      <mat-dialog-content>
        <p>{{ question.about }} The invoice is booked as it is; this much of it is not paid until a credit note comes.</p>
        <label>Not paid, net, {{ question.currency }} <input class="field digits" formControlName="net" cdkFocusInitial /></label>
        <label>Why <input class="field" formControlName="reason" maxlength="500" /></label>
        <label class="check"><input type="checkbox" formControlName="letter" /> Write to the supplier and ask for a credit note</label>
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button type="button" class="plain-button" [mat-dialog-close]="undefined">Back <kbd>Esc</kbd></button>
        <button type="submit" class="plain-button main" [disabled]="form.invalid">Pay short <kbd>Enter</kbd></button>
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
    .check {
      display: flex;
      align-items: center;
      gap: 8px;
      color: var(--ink);
    }
    p {
      margin: 0 0 14px;
      color: var(--ink);
    }
    mat-dialog-actions {
      gap: 8px;
      padding: 16px 24px 20px;
    }
  `,
})
export class ShortDialog {
  protected readonly question = inject<ShortQuestion>(MAT_DIALOG_DATA);
  readonly #dialog = inject<MatDialogRef<ShortDialog, ShortAnswer>>(MatDialogRef);
  protected readonly form = new FormGroup({
    net: new FormControl(this.question.net, {
      nonNullable: true,
      validators: [({ value }) => (isDecimalString(typedValue('netAmount', value as string)) ? null : { number: true })],
    }),
    reason: new FormControl('Beyond what was agreed', { nonNullable: true, validators: [Validators.required, Validators.minLength(3)] }),
    letter: new FormControl(true, { nonNullable: true }),
  });

  protected done(): void {
    const { net, reason, letter } = this.form.getRawValue();
    if (this.form.valid) this.#dialog.close({ net: typedValue('netAmount', net), reason, letter });
  }
}
