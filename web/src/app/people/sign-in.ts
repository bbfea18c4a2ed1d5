import { KeyHint } from '../keys/key-hint';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Store } from '@ngrx/store';
import { SessionActions, sessionFeature } from './session.state';

@Component({
  selector: 'umber-sign-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, ReactiveFormsModule, MatFormFieldModule, MatInputModule],
  template: `
    <div class="page">
      <section class="card">
        <p class="name">
          <svg viewBox="0 0 32 24" aria-hidden="true"><path d="M5 6v9a4 4 0 0 0 4 4h14a4 4 0 0 0 4-4V6" /></svg>Umber Tray
        </p>
        <h1>Sign in</h1>
        <form [formGroup]="form" (ngSubmit)="submit()">
          <mat-form-field appearance="outline">
            <mat-label>Login</mat-label>
            <input matInput formControlName="login" autocomplete="username" autocapitalize="none" autofocus />
          </mat-form-field>
          <mat-form-field appearance="outline">
            <mat-label>Password</mat-label>
            <input matInput formControlName="password" type="password" autocomplete="current-password" />
          </mat-form-field>
          @if (error(); as message) {
            <p class="error" role="alert">{{ message }}</p>
          }
          <button class="plain-button main" type="submit" [disabled]="asking()">Sign in <kbd>Enter</kbd></button>
        </form>
      </section>
      <p class="about">Supplier invoices from the post to the ledger. You are only asked what is really in doubt.</p>
    </div>
  `,
  styles: `
    .page {
      min-height: 100vh;
      display: grid;
      place-content: center;
      justify-items: center;
      gap: 20px;
      background: var(--deep);
      padding: 24px;
    }
    .card {
      width: 380px;
      max-width: 100%;
      padding: 32px;
      border-radius: 8px;
      background: var(--sheet);
    }
    .name {
      display: flex;
      align-items: center;
      gap: 10px;
      margin: 0 0 20px;
      color: var(--umber);
      font-weight: 700;
      font-size: 17px;
    }
    svg {
      width: 26px;
      fill: none;
      stroke: var(--ask);
      stroke-width: 3;
      stroke-linecap: round;
    }
    h1 {
      margin-bottom: 16px;
    }
    form {
      display: grid;
      gap: 4px;
    }
    .error {
      margin: 0 0 12px;
    }
    .plain-button {
      justify-content: center;
      min-height: 42px;
    }
    .about {
      color: #e6d9c8;
      margin: 0;
      max-width: 380px;
      text-align: center;
    }
  `,
})
export class SignIn {
  readonly #store = inject(Store);
  protected readonly asking = this.#store.selectSignal(sessionFeature.selectAsking);
  protected readonly error = this.#store.selectSignal(sessionFeature.selectError);
  protected readonly form = new FormGroup({
    login: new FormControl('', { nonNullable: true, validators: Validators.required }),
    password: new FormControl('', { nonNullable: true, validators: Validators.required }),
  });

  protected submit(): void {
    this.#store.dispatch(SessionActions.signIn({ who: this.form.getRawValue() }));
  }
}
