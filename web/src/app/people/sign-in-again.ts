import { KeyHint } from '../keys/key-hint';
import { ChangeDetectionStrategy, Component, inject, Injectable, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatDialog, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { Person } from '@umber/contract/people';
import { Store } from '@ngrx/store';
import { finalize, share, type Observable } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { Live } from '../live/live';
import { SessionActions, sessionFeature } from './session.state';

/** Asks for the password of the person whose session ended, over the screen as it is; closes with true once they are back. */
@Component({
  selector: 'umber-sign-in-again',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, ReactiveFormsModule, MatDialogModule, MatFormFieldModule, MatInputModule],
  template: `
    <h2 mat-dialog-title>Sign in again</h2>
    <form [formGroup]="form" (ngSubmit)="submit()">
      <mat-dialog-content>
        <p>Your session has ended, {{ person?.name }}. Nothing that you typed is lost: sign in and go on here.</p>
        <mat-form-field appearance="outline">
          <mat-label>Password</mat-label>
          <input matInput type="password" formControlName="password" autocomplete="current-password" cdkFocusInitial />
        </mat-form-field>
        @if (message(); as text) {
          <p class="error" role="alert">{{ text }}</p>
        }
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button type="button" class="plain-button" (click)="leave()">Sign in as someone else</button>
        <button type="submit" class="plain-button main" [disabled]="form.invalid || asking()">Sign in <kbd>Enter</kbd></button>
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
    mat-dialog-actions {
      gap: 8px;
      padding: 16px 24px 20px;
    }
  `,
})
export class SignInAgainDialog {
  readonly #api = inject(Api);
  readonly #store = inject(Store);
  readonly #dialog = inject<MatDialogRef<SignInAgainDialog, boolean>>(MatDialogRef);
  protected readonly person: Person | null = this.#store.selectSignal(sessionFeature.selectPerson)();
  protected readonly asking = signal(false);
  protected readonly message = signal<string | null>(null);
  protected readonly form = new FormGroup({ password: new FormControl('', { nonNullable: true, validators: Validators.required }) });

  protected submit(): void {
    if (this.asking() || this.person === null) return;
    this.asking.set(true);
    this.#api
      .call('signIn', {}, { login: this.person.login, password: this.form.getRawValue().password })
      .pipe(finalize(() => this.asking.set(false)))
      .subscribe({
        next: (session) => {
          this.#store.dispatch(SessionActions.started({ session }));
          this.#dialog.close(true);
        },
        error: (error: unknown) => this.message.set(messageOf(error)),
      });
  }

  protected leave(): void {
    this.#dialog.close(false);
    this.#store.dispatch(SessionActions.signOut());
  }
}

/** What is done when a request finds that its session has ended. */
@Injectable({ providedIn: 'root' })
export class SignInAgain {
  readonly #dialog = inject(MatDialog);
  readonly #store = inject(Store);
  readonly #live = inject(Live);
  readonly #person = this.#store.selectSignal(sessionFeature.selectPerson);
  #asked: Observable<boolean | undefined> | null = null;

  /** Whether somebody was signed in: else there is nobody to ask again. */
  mayAsk(): boolean {
    return this.#person() !== null;
  }

  /** Asks once, however many requests wait for it; true once the same person is signed in again. */
  ask(): Observable<boolean | undefined> {
    this.#asked ??= this.#dialog
      .open<SignInAgainDialog, undefined, boolean>(SignInAgainDialog, { width: '440px', disableClose: true })
      .afterClosed()
      .pipe(
        finalize(() => {
          this.#asked = null;
          // The live stream ended with the session.
          this.#live.close();
          if (this.mayAsk()) this.#live.open();
        }),
        share(),
      );
    return this.#asked;
  }
}
