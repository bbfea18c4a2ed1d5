import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Drafts } from '../drafts/drafts';

export interface ReasonQuestion {
  readonly title: string;
  readonly text: string;
  readonly confirm: string;
  readonly suggestions: readonly string[];
  /** May stay empty, as an approver's comment may. */
  readonly optional?: boolean;
  /** What the words are for: those typed and not sent yet are kept under it and offered again. */
  readonly draft?: string;
}

/** Asks for a reason in words; closes with it, or with undefined when the person goes back. */
@Component({
  selector: 'umber-reason-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, MatDialogModule, MatFormFieldModule, MatInputModule],
  template: `
    <h2 mat-dialog-title>{{ question.title }}</h2>
    <form [formGroup]="form" (ngSubmit)="done()">
      <mat-dialog-content>
        <p>{{ question.text }}</p>
        <mat-form-field appearance="outline">
          <mat-label>{{ question.optional ? 'Comment (may stay empty)' : 'Reason' }}</mat-label>
          <textarea matInput rows="2" formControlName="reason" cdkFocusInitial (keydown.enter)="enter($event)"></textarea>
        </mat-form-field>
        <div class="suggestions">
          @for (text of question.suggestions; track text) {
            <button type="button" class="plain-button" (click)="form.setValue({ reason: text })">{{ text }}</button>
          }
        </div>
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button type="button" class="plain-button" [mat-dialog-close]="undefined">Back <kbd>Esc</kbd></button>
        <button type="submit" class="plain-button main" [disabled]="form.invalid">{{ question.confirm }} <kbd>Enter</kbd></button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    mat-form-field {
      width: 100%;
    }
    p {
      margin: 0 0 14px;
      color: var(--ink);
    }
    .suggestions {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
    .suggestions .plain-button {
      min-height: 30px;
      font-weight: 400;
      font-size: 13.5px;
    }
    mat-dialog-actions {
      gap: 8px;
      padding: 16px 24px 20px;
    }
  `,
})
export class ReasonDialog {
  protected readonly question = inject<ReasonQuestion>(MAT_DIALOG_DATA);
  readonly #dialog = inject<MatDialogRef<ReasonDialog, string>>(MatDialogRef);
  readonly #drafts = inject(Drafts);
  protected readonly form = new FormGroup({
    reason: new FormControl(this.#drafts.of(this.question.draft) ?? '', {
      nonNullable: true,
      validators: this.question.optional ? [] : [Validators.required, Validators.minLength(3)],
    }),
  });

  constructor() {
    this.form.valueChanges.subscribe(({ reason }) => this.#drafts.keep(this.question.draft, reason ?? ''));
  }

  protected enter(event: Event): void {
    if ((event as KeyboardEvent).shiftKey) return;
    event.preventDefault();
    this.done();
  }

  protected done(): void {
    if (this.form.valid) this.#dialog.close(this.form.getRawValue().reason.trim());
  }
}
