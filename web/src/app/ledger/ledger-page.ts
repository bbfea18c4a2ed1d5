import { KeyHint } from '../keys/key-hint';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { EntryView, OpenItem } from '@umber/contract/ledger';
import { decimal, toAmount } from '@umber/core/money';
import { debounceTime, share, startWith } from 'rxjs';
import { Api } from '../api';
import { dayText, fullDay, todayIso } from '../dates/day';
import { Keys } from '../keys/keys';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { Live } from '../live/live';
import { AmountPipe } from '../money/amount.pipe';
import { OtherLedger } from './other-ledger';
import { EntryTable } from './entry-table';

const VIEWS = ['Journal', 'Open items', 'Trial balance', 'Other ledger'] as const;

/** Journal entries, what is owed to each supplier, and a trial balance that sums to zero. */
@Component({
  selector: 'umber-ledger-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, AmountPipe, EntryTable, LoadingLine, OtherLedger, RouterLink],
  host: { class: 'list-page' },
  template: `
    <header>
      <h1>Ledger</h1>
      <div role="tablist">
        @for (name of views; track name) {
          <button
            type="button"
            role="tab"
            class="plain-button"
            [attr.aria-selected]="view() === name"
            [class.open]="view() === name"
            (click)="view.set(name)"
          >
            {{ name }} <kbd>{{ $index + 1 }}</kbd>
          </button>
        }
      </div>
    </header>
    @switch (view()) {
      @case ('Journal') {
        <umber-loading-line [of]="entries()" />
        @if (entries().value; as posted) {
          <table class="ruled">
            <thead>
              <tr>
                <th class="number">No.</th>
                <th>Date</th>
                <th>Entry</th>
                <th>Posted by</th>
                <th class="number">Amount</th>
                <th>Page</th>
              </tr>
            </thead>
            <tbody>
              @for (entry of posted; track entry.id) {
                <tr class="entry" [class.open]="opened() === entry.id" (click)="toggle(entry)">
                  <td class="number">{{ entry.number }}</td>
                  <td class="nowrap">{{ day(entry.postedOn) }}</td>
                  <td>
                    <button type="button" class="bare" [attr.aria-expanded]="opened() === entry.id">{{ entry.description }}</button>
                  </td>
                  <td class="quiet">{{ entry.postedBy ?? 'machine' }}</td>
                  <td class="number">{{ total(entry) | amount }}</td>
                  <td>
                    @if (entry.documentId !== null) {
                      <a [routerLink]="['/document', entry.documentId]" (click)="$event.stopPropagation()">to its page</a>
                    }
                  </td>
                </tr>
                @if (opened() === entry.id) {
                  <tr>
                    <td></td>
                    <td colspan="5"><umber-entry-table [entry]="entry" /></td>
                  </tr>
                }
              } @empty {
                <tr>
                  <td colspan="6" class="quiet">Nothing is posted yet.</td>
                </tr>
              }
            </tbody>
          </table>
        }
      }
      @case ('Open items') {
        <umber-loading-line [of]="open()" />
        @if (open().value; as open) {
          @if (open.count > open.items.length) {
            <p class="quiet">The {{ open.items.length }} items due first, of {{ open.count }}; what a supplier is owed is of all.</p>
          }
          @for (group of suppliers(); track group.id) {
            <section>
              <h2>
                <span>{{ group.name }}</span><span class="digits">{{ group.total | amount }}</span>
              </h2>
              <table class="ruled items">
                <tbody>
                  @for (item of group.items; track item.entryNumber) {
                    <tr>
                      <td class="digits">
                        @if (item.documentId !== null) {
                          <a [routerLink]="['/document', item.documentId]">{{ item.invoiceNumber }}</a>
                        } @else {
                          {{ item.invoiceNumber }}
                        }
                      </td>
                      <td>entry {{ item.entryNumber }}</td>
                      <td>{{ item.dueDate === null ? '' : 'due ' + dueDay(item.dueDate) }}</td>
                      <td>
                        @if (item.with.length > 0) {
                          <span class="quiet"
                            >{{ item.amount.startsWith('-') ? 'credits' : 'credited by' }} {{ item.with.join(', ') }}</span
                          >
                        }
                        @if (item.heldBack !== null) {
                          <span class="ask">{{ item.heldBack | amount }} held back</span>
                        }
                      </td>
                      <td class="number">{{ item.amount | amount }}</td>
                    </tr>
                  }
                </tbody>
              </table>
            </section>
          } @empty {
            <p class="quiet">Nothing is owed.</p>
          }
        }
      }
      @case ('Other ledger') {
        <umber-other-ledger />
      }
      @default {
        <umber-loading-line [of]="balance()" />
        @if (balance().value; as balance) {
          <table class="ruled">
            <thead>
              <tr>
                <th>Account</th>
                <th>Name</th>
                <th class="number">Debit</th>
                <th class="number">Credit</th>
              </tr>
            </thead>
            <tbody>
              @for (row of balance.rows; track row.account) {
                <tr>
                  <td class="digits">{{ row.account }}</td>
                  <td>{{ row.name }}</td>
                  <td class="number">{{ row.debit === '0.00' || row.debit === '0' ? '' : (row.debit | amount) }}</td>
                  <td class="number">{{ row.credit === '0.00' || row.credit === '0' ? '' : (row.credit | amount) }}</td>
                </tr>
              }
            </tbody>
            <tfoot>
              <tr>
                <td colspan="2">Sum: the two sides are equal</td>
                <td class="number">{{ balance.debit | amount }}</td>
                <td class="number">{{ balance.credit | amount }}</td>
              </tr>
            </tfoot>
          </table>
        }
      }
    }
  `,
  styles: `
    header div {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
    .plain-button.open {
      border-color: var(--umber);
      box-shadow: inset 0 -3px 0 var(--umber);
    }
    .entry {
      cursor: pointer;
    }
    .entry:hover,
    .entry.open {
      background: #f1e8da;
    }
    .bare {
      border: 0;
      padding: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .nowrap {
      white-space: nowrap;
    }
    a {
      color: var(--right);
    }
    section {
      margin-bottom: 18px;
    }
    h2 {
      display: flex;
      justify-content: space-between;
      padding: 6px 10px;
      background: #ede3d4;
      border-radius: 4px;
    }
    .items td {
      width: 25%;
    }
    tfoot td {
      font-weight: 700;
      border-top: 2px solid var(--umber);
    }
  `,
})
export class LedgerPage {
  readonly #api = inject(Api);
  protected readonly views = VIEWS;
  protected readonly view = signal<(typeof VIEWS)[number]>('Journal');
  /** That something may have changed. */
  readonly #news = inject(Live).news.pipe(startWith([]), debounceTime(150), share());
  protected readonly entries = loaded(this.#news, () => this.#api.call('entries'));
  protected readonly open = loaded(this.#news, () => this.#api.call('openItems'));
  protected readonly balance = loaded(this.#news, () => this.#api.call('trialBalance'));
  protected readonly opened = signal<number | null>(null);
  readonly #today = todayIso();

  protected readonly suppliers = computed(() => {
    const groups = new Map<number, { id: number; name: string; total: string; items: OpenItem[] }>();
    for (const item of this.open().value?.items ?? []) {
      const group = groups.get(item.supplierId) ?? { id: item.supplierId, name: item.supplier, total: item.supplierTotal, items: [] };
      group.items.push(item);
      groups.set(item.supplierId, group);
    }
    return [...groups.values()];
  });

  constructor() {
    inject(Keys).use([
      {
        keys: '1 2 3 4',
        does: 'journal, open items, trial balance, other ledger',
        run: (event) => this.view.set(VIEWS[Number(event.key) - 1]),
      },
    ]);
  }

  protected readonly day = fullDay;
  protected readonly dueDay = (iso: string): string => dayText(iso, this.#today);
  protected readonly total = (entry: EntryView): string =>
    toAmount(entry.lines.reduce((all, line) => all.plus(decimal(line.debit)), decimal('0')));

  protected toggle(entry: EntryView): void {
    this.opened.update((id) => (id === entry.id ? null : entry.id));
  }
}
