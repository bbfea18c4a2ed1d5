import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import type { NewToken, TokenView } from '@umber/contract/intake';
import { Api } from '../api';
import { messageOf } from '../api-error';

/** Tokens of this person's programs: made, shown once, revoked. */
@Component({
  selector: 'umber-tokens-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, DatePipe],
  template: `
    <h2>Tokens for your programs</h2>
    <p class="quiet">
      A program sends a file as the body of <code>POST /api/arrivals?name=…</code> with its token. Tokens may do nothing else.
    </p>
    <form [formGroup]="form" (ngSubmit)="make()">
      <input class="field" formControlName="name" placeholder="What the token is for" aria-label="What the token is for" />
      <button class="plain-button" type="submit">Make a token</button>
    </form>
    @if (made(); as token) {
      <p class="new" role="status">
        Copy it now, it is not shown again: <code>{{ token.token }}</code>
      </p>
    }
    @if (said(); as text) {
      <p class="ask" role="alert">{{ text }}</p>
    }
    <table class="ruled">
      <tbody>
        @for (token of tokens(); track token.id) {
          <tr>
            <td>{{ token.name }}</td>
            <td class="quiet">made {{ token.createdAt | date: 'd MMM y' }}</td>
            <td class="quiet">{{ token.lastUsedAt ? 'used ' + (token.lastUsedAt | date: 'd MMM, HH:mm') : 'never used' }}</td>
            <td>
              @if (token.revokedAt) {
                <span class="quiet">revoked</span>
              } @else {
                <button class="plain-button" type="button" (click)="revoke(token.id)">Revoke</button>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    :host {
      display: block;
      margin-top: 34px;
    }
    form {
      display: flex;
      gap: 10px;
    }
    .new {
      padding: 10px 14px;
      border-left: 4px solid var(--right);
      background: var(--right-tint);
    }
    code {
      font: 400 13.5px var(--digits);
      overflow-wrap: anywhere;
    }
    .plain-button {
      min-height: 32px;
    }
  `,
})
export class TokensPanel {
  readonly #api = inject(Api);
  protected readonly tokens = signal<readonly TokenView[]>([]);
  protected readonly made = signal<NewToken | null>(null);
  protected readonly said = signal<string | null>(null);
  protected readonly form = new FormGroup({ name: new FormControl('', { nonNullable: true }) });

  constructor() {
    this.#api.call('tokens').subscribe({ next: (tokens) => this.tokens.set(tokens), error: this.#fail });
  }

  protected make(): void {
    const { name } = this.form.getRawValue();
    this.said.set(name.trim() === '' ? 'Say what the token is for, then make it.' : null);
    if (this.said() !== null) return;
    this.#api.call('makeToken', {}, { name }).subscribe({
      next: (token) => {
        this.made.set(token);
        this.form.reset();
        this.tokens.update((tokens) => [token, ...tokens]);
      },
      error: this.#fail,
    });
  }

  protected revoke(id: number): void {
    this.#api.call('revokeToken', { id }).subscribe({ next: (tokens) => this.tokens.set(tokens), error: this.#fail });
  }

  readonly #fail = (error: unknown): void => this.said.set(messageOf(error));
}
