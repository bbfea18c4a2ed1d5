import { KeyHint } from '../keys/key-hint';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import type { EntryView, PostedOne } from '@umber/contract/ledger';
import type { TrayRow } from '@umber/contract/trays';
import { printedAccount } from '@umber/core/identifiers';
import { decimal, toAmount } from '@umber/core/money';
import { catchError, forkJoin, map, of } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { AmountPipe } from '../money/amount.pipe';
import { grouped } from '../money/grouped';

interface Drawn {
  readonly row: TrayRow;
  readonly entry: EntryView | null;
  /** Why it cannot be posted. */
  readonly message: string | null;
}

/** Every entry that would be made, before any is: posted together by one key, each by itself. */
@Component({
  selector: 'umber-post-all-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, AmountPipe, MatDialogModule],
  template: `
    <h2 mat-dialog-title>Post together</h2>
    <mat-dialog-content>
      @if (drawn() === null) {
        <p role="status">Drawing up {{ rows.length }} entries …</p>
      } @else {
        <p role="status">{{ summary() }}</p>
        <div class="list" tabindex="0" role="region" aria-label="Entries">
          <table class="ruled">
            <thead>
              <tr>
                <th>Supplier</th>
                <th>Number</th>
                <th class="number">Total</th>
                <th>Debited</th>
                <th>Paid to</th>
                <td></td>
              </tr>
            </thead>
            <tbody>
              @for (one of drawn(); track one.row.id) {
                <tr>
                  <td>{{ one.row.supplier }}</td>
                  <td class="digits">{{ one.row.number }}</td>
                  <td class="number">{{ one.row.currency }} {{ one.row.total | amount }}</td>
                  <td class="digits">{{ debited(one.entry) }}</td>
                  <td class="digits">{{ paid(one.entry) }}</td>
                  <td [class.ask]="textOf(one) !== '' && !isPosted(one)">{{ textOf(one) }}</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
      }
      @if (error(); as text) {
        <p class="error" role="alert">{{ text }}</p>
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button type="button" class="plain-button" mat-dialog-close>{{ results() ? 'Close' : 'Back' }} <kbd>Esc</kbd></button>
      @if (!results()) {
        <button type="button" class="plain-button main" [disabled]="busy() || ready().length === 0" (click)="post()">
          Post {{ ready().length }}, {{ base() }} <kbd>Enter</kbd>
        </button>
      }
    </mat-dialog-actions>
  `,
  styles: `
    .list {
      max-height: 52vh;
      overflow: auto;
    }
    table {
      font-size: 13.5px;
    }
    table td,
    table th {
      padding: 5px 8px;
    }
    p {
      margin: 0 0 8px;
      color: var(--ink);
    }
    mat-dialog-actions {
      gap: 8px;
      padding: 16px 24px 20px;
    }
  `,
  host: { '(document:keydown.enter)': 'entered($event)' },
})
export class PostAllDialog {
  protected readonly rows = inject<readonly TrayRow[]>(MAT_DIALOG_DATA);
  readonly #api = inject(Api);
  readonly #dialog = inject(MatDialogRef<PostAllDialog>);
  protected readonly drawn = signal<readonly Drawn[] | null>(null);
  protected readonly results = signal<ReadonlyMap<number, PostedOne> | null>(null);
  protected readonly busy = signal(false);
  protected readonly error = signal('');
  protected readonly ready = computed(() => (this.drawn() ?? []).filter(({ entry }) => entry !== null));
  protected readonly base = computed(() =>
    grouped(toAmount(this.ready().reduce((all, { row }) => all.plus(row.totalBase ?? '0'), decimal('0')))),
  );
  protected readonly summary = computed(() => {
    const results = this.results();
    const [all, ready] = [this.drawn()?.length ?? 0, this.ready().length];
    if (results !== null) {
      const posted = [...results.values()].filter(({ entry }) => entry !== null).length;
      return posted === results.size ? `${posted} posted.` : `${posted} posted, ${results.size - posted} not: each says why.`;
    }
    return ready === all
      ? `${all} entries, each numbered by itself and final once posted.`
      : `${ready} of ${all} can be posted; the others say why not.`;
  });

  constructor() {
    const entries = this.rows.map((row) =>
      this.#api.call('entry', { id: row.id }).pipe(
        map((entry): Drawn => ({ row, entry, message: null })),
        catchError((error: unknown) => of<Drawn>({ row, entry: null, message: messageOf(error) })),
      ),
    );
    forkJoin(entries).subscribe((drawn) => this.drawn.set(drawn));
  }

  protected readonly debited = (entry: EntryView | null): string =>
    [...new Set((entry?.lines ?? []).filter(({ debit }) => debit !== '0.00' && debit !== '0').map(({ account }) => account))].join(' ');
  protected readonly paid = (entry: EntryView | null): string => (entry?.paidTo?.account ? printedAccount(entry.paidTo.account) : '');
  protected readonly isPosted = ({ row }: Drawn): boolean => this.results()?.get(row.id)?.entry != null;

  protected textOf(one: Drawn): string {
    const result = this.results()?.get(one.row.id);
    if (result) return result.entry === null ? (result.message ?? '') : `entry ${result.entry}`;
    return one.message ?? '';
  }

  protected entered(event: Event): void {
    if ((event as KeyboardEvent).repeat || (event.target instanceof HTMLElement && event.target.tagName === 'BUTTON')) return;
    event.preventDefault();
    this.post();
  }

  protected post(): void {
    if (this.busy() || this.results() !== null || this.ready().length === 0) return;
    this.busy.set(true);
    const documents = this.ready().map(({ row }) => ({ id: row.id, version: row.version }));
    this.#api.call('postAll', {}, { documents }).subscribe({
      next: (results) => {
        this.busy.set(false);
        this.results.set(new Map(results.map((one) => [one.document, one])));
        if (results.every(({ entry }) => entry !== null)) this.#dialog.close();
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.error.set(messageOf(error));
      },
    });
  }
}
