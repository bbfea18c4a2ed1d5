import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { Store } from '@ngrx/store';
import type { NewToken, OthersToken, TokenScope, TokenView } from '@umber/contract/intake';
import { may } from '@umber/core/permissions';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { sessionFeature } from '../people/session.state';

/** Each lets what those before it let. */
const SCOPES: Readonly<Record<TokenScope, readonly TokenScope[]>> = {
  arrivals: ['arrivals'],
  read: ['arrivals', 'read'],
  write: ['arrivals', 'read', 'write'],
};

/** Tokens of this person's programs: made, shown once, revoked. */
@Component({
  selector: 'umber-tokens-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, DatePipe],
  template: `
    <h2>Tokens for your programs</h2>
    <p class="quiet">
      A program sends a file as the body of <code>POST /api/v1/arrivals?name=…</code> with its token; with more rights it may do what you
      may, under <code>/api/v1</code>, as <a href="/api/v1/" target="_blank" rel="noopener">its description</a> says.
    </p>
    <form [formGroup]="form" (ngSubmit)="make()">
      <input class="field" formControlName="name" placeholder="What the token is for" aria-label="What the token is for" />
      <select class="field" formControlName="may" aria-label="What it may do">
        <option value="arrivals">bring files</option>
        <option value="read">bring files and look</option>
        <option value="write">do all that I may</option>
      </select>
      <select class="field" formControlName="days" aria-label="For how long">
        <option [ngValue]="90">for 90 days</option>
        <option [ngValue]="365">for a year</option>
        <option [ngValue]="null">until it is revoked</option>
      </select>
      <button class="plain-button" type="submit" [disabled]="busy()">Make a token</button>
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
            <td class="quiet">{{ mayText(token) }}{{ token.expiresAt ? ', until ' + (token.expiresAt | date: 'd MMM y') : '' }}</td>
            <td class="quiet">{{ token.lastUsedAt ? 'used ' + (token.lastUsedAt | date: 'd MMM, HH:mm') : 'never used' }}</td>
            <td>
              @if (token.revokedAt || isOver(token)) {
                <span class="quiet">{{ token.revokedAt ? 'revoked' : 'at its end' }}</span>
              } @else {
                <button class="plain-button" type="button" (click)="revoke(token.id)">Revoke</button>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
    @if (others().length > 0) {
      <h2>Tokens of everybody</h2>
      <table class="ruled" aria-label="Tokens of everybody">
        <tbody>
          @for (token of others(); track token.id) {
            <tr>
              <td>{{ token.person }}</td>
              <td>{{ token.name }}</td>
              <td class="quiet">{{ token.lastUsedAt ? 'used ' + (token.lastUsedAt | date: 'd MMM, HH:mm') : 'never used' }}</td>
              <td>
                <button
                  class="plain-button"
                  type="button"
                  (click)="revokeAny(token.id)"
                  [attr.aria-label]="'Revoke ' + token.name + ' of ' + token.person"
                >
                  Revoke
                </button>
              </td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 34px;
    }
    form {
      display: flex;
      flex-wrap: wrap;
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
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly tokens = signal<readonly TokenView[]>([]);
  protected readonly made = signal<NewToken | null>(null);
  protected readonly said = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly form = new FormGroup({
    name: new FormControl('', { nonNullable: true }),
    may: new FormControl<TokenScope>('arrivals', { nonNullable: true }),
    days: new FormControl<number | null>(90),
  });
  protected readonly mayText = ({ scopes }: TokenView): string =>
    scopes.includes('write') ? 'does all that you may' : scopes.includes('read') ? 'brings files and looks' : 'brings files';
  protected readonly isOver = ({ expiresAt }: TokenView): boolean => expiresAt !== null && Date.parse(expiresAt) < Date.now();

  /** For administrators: those of everybody that live. */
  protected readonly others = signal<readonly OthersToken[]>([]);

  constructor() {
    if (may(this.#person()?.role ?? 'auditor', 'sources'))
      this.#api.call('allTokens').subscribe({ next: (tokens) => this.others.set(tokens), error: this.#fail });
    this.#api.call('tokens').subscribe({ next: (tokens) => this.tokens.set(tokens), error: this.#fail });
  }

  /** Once, however often it is pressed: each is shown once. */
  protected make(): void {
    if (this.busy()) return;
    const { name, may, days } = this.form.getRawValue();
    this.said.set(name.trim() === '' ? 'Say what the token is for, then make it.' : null);
    if (this.said() !== null) return;
    this.busy.set(true);
    this.#api.call('makeToken', {}, { name, scopes: SCOPES[may], days }).subscribe({
      next: (token) => {
        this.busy.set(false);
        this.made.set(token);
        this.form.reset();
        this.tokens.update((tokens) => [token, ...tokens]);
      },
      error: this.#fail,
    });
  }

  protected revokeAny(id: number): void {
    this.#api.call('revokeAnyToken', { id }).subscribe({ next: (tokens) => this.others.set(tokens), error: this.#fail });
  }

  protected revoke(id: number): void {
    this.#api.call('revokeToken', { id }).subscribe({ next: (tokens) => this.tokens.set(tokens), error: this.#fail });
  }

  readonly #fail = (error: unknown): void => {
    this.busy.set(false);
    this.said.set(messageOf(error));
  };
}
