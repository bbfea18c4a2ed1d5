import { KeyHint } from '../keys/key-hint';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { addDays } from '@umber/core/dates';
import { todayIso } from '../dates/day';
import { Drafts } from '../drafts/drafts';

export interface ReasonQuestion {
  readonly title: string;
  readonly text: string;
  readonly confirm: string;
  readonly suggestions: readonly string[];
  /** Also asks whether a letter shall go to the supplier. */
  readonly letter?: boolean;
  /** Also asks until when, which may stay empty. */
  readonly day?: boolean;
  /** Whether the day must be given. */
  readonly needsDay?: boolean;
  /** May stay empty, as an approver's comment may. */
  readonly optional?: boolean;
  /** What the words are for: those typed and not sent yet are kept under it and offered again. */
  readonly draft?: string;
}

/** A reason, and the day that was given with it, ISO 8601. */
export interface ReasonAnswer {
  readonly reason: string;
  readonly day: string | null;
  /** Whether a letter shall go to the supplier. */
  readonly letter: boolean;
}

/** Asks for a reason in words; closes with it, or with undefined when the person goes back. */
@Component({
  selector: 'umber-reason-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, ReactiveFormsModule, MatDialogModule, MatFormFieldModule, MatInputModule],
  template: `
    <h2 mat-dialog-title>{{ question.title }}</h2>
    <form [formGroup]="form" (ngSubmit)="done()">
      <mat-dialog-content>
        <p>{{ question.text }}</p>
        <mat-form-field appearance="outline">
          <mat-label>{{ question.optional ? 'Comment (may stay empty)' : 'Reason' }}</mat-label>
          <textarea matInput rows="2" formControlName="reason" cdkFocusInitial (keydown.enter)="enter($event)"></textarea>
        </mat-form-field>
        @if (question.letter) {
          <label class="day"><input #write type="checkbox" (change)="letter.set(write.checked)" /> Write to the supplier why</label>
        }
        @if (question.day) {
          <label class="day">
            Until <input #day type="date" class="field" [min]="tomorrow" (input)="until.set(day.value || null)" />
            @if (!question.needsDay) {
              <span class="quiet">may stay empty: until somebody takes it up</span>
            }
          </label>
        }
        <div class="suggestions">
          @for (text of question.suggestions; track text) {
            <button type="button" class="plain-button" (click)="form.setValue({ reason: text })">{{ text }}</button>
          }
        </div>
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button type="button" class="plain-button" [mat-dialog-close]="undefined">Back <kbd>Esc</kbd></button>
        <button type="submit" class="plain-button main" [disabled]="form.invalid || (question.needsDay === true && until() === null)">
          {{ question.confirm }} <kbd>Enter</kbd>
        </button>
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
    .day {
      display: flex;
      align-items: center;
      gap: 10px;
      margin-bottom: 12px;
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
  readonly #dialog = inject<MatDialogRef<ReasonDialog, ReasonAnswer>>(MatDialogRef);
  protected readonly until = signal<string | null>(null);
  protected readonly letter = signal(false);
  protected readonly tomorrow = addDays(todayIso(), 1);
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
    if (this.question.needsDay && this.until() === null) return;
    if (this.form.valid) this.#dialog.close({ reason: this.form.getRawValue().reason.trim(), day: this.until(), letter: this.letter() });
  }
}
