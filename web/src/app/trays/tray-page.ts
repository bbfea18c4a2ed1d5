import { KeyHint } from '../keys/key-hint';
import { causesOf, TRAYS, type Tray, OPEN_TRAYS, RESTING_TRAYS } from '@umber/core/documents';
import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatDialog } from '@angular/material/dialog';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { may } from '@umber/core/permissions';
import { TRAY_NAMES, type TrayRow } from '@umber/contract/trays';
import { Store } from '@ngrx/store';
import { ageText, dayText, dueText, todayIso } from '../dates/day';
import { askedText } from '../documents/sentences';
import { Keys } from '../keys/keys';
import { currencySign, grouped } from '../money/grouped';
import { PostAllDialog } from '../ledger/post-all-dialog';
import { sessionFeature } from '../people/session.state';
import { ArrivalList } from './arrival-list';
import { SortingLine } from './sorting-line';
import { sortRows, type SortKey } from './sort-rows';
import { TrayActions, trayFeature } from './tray.state';
import { TrayStack } from './tray-stack';

const SUBTITLE: Readonly<Record<Tray, string>> = {
  arriving: 'What came in, and what became of it.',
  check: 'By what presses, then by money at stake.',
  match: 'Price, quantity and order, where they are out of tolerance.',
  'sign-off': 'Waiting for an approver.',
  post: 'Approved or within tolerance: ready for the ledger.',
  posted: 'In the ledger. Newest first.',
  parked: 'Resting until somebody reopens them.',
  filed: 'Statements, reminders, delivery notes, and what is kept unread.',
  'turned-away': 'Will not be paid. Kept as they came.',
};
const EMPTY_TEXT: Readonly<Record<Tray, string>> = {
  arriving: 'Nothing is on its way in.',
  check: 'No open doubts. Everything that came could be read and adds up.',
  match: 'No exceptions. Everything fits its order and receipt.',
  'sign-off': 'Nobody is being waited for.',
  post: 'Nothing is waiting to be posted.',
  posted: 'Nothing is posted yet.',
  parked: 'Nothing is parked.',
  filed: 'Nothing is filed yet.',
  'turned-away': 'Nothing was turned away.',
};
const PAGE_OF_ROWS = 200;

/** What is asked about a document, each cause once: it may concern several fields. */
function questionsOf({ asked }: TrayRow): string[] {
  const doubts = causesOf(asked.filter((one) => one.of === 'doubt')).map(([first]) => first);
  const others = asked.filter((one) => one.of !== 'doubt');
  return [...new Set([...doubts, ...others].map(askedText))];
}

@Component({
  selector: 'umber-tray-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, TrayStack, MatSortModule, ArrivalList, RouterLink, SortingLine],
  template: `
    <umber-tray-stack [tray]="known()" />
    <div class="list">
      <header>
        <h1>{{ name() }}</h1>
        <p class="quiet">{{ summary() }}</p>
        <span class="gap"></span>
        @if (known() === 'post' && mayPost() && rows().length > 1) {
          <button class="plain-button" type="button" (click)="postAll()">Post together … <kbd>W</kbd></button>
        }
        @if (known() === 'check' && rows().length > 1) {
          <a class="plain-button" routerLink="/sweep">Sweep <kbd>Q</kbd></a>
        }
        @if (works() && rows().length > 0) {
          <button class="plain-button main" type="button" (click)="open(rows()[0])">Start <kbd>Enter</kbd></button>
        }
      </header>
      @if (known() === 'filed') {
        <umber-sorting-line />
      }
      @if (error(); as message) {
        <p class="error" role="alert">{{ message }}</p>
      }
      @if (known() === 'arriving') {
        <umber-arrival-list />
      } @else if (rows().length > 0) {
        <table
          class="ruled"
          matSort
          [matSortActive]="sort().active"
          [matSortDirection]="sort().direction"
          (matSortChange)="sortBy($event)"
          [attr.aria-label]="name()"
        >
          <thead>
            <tr>
              <th mat-sort-header="supplier">Supplier</th>
              <th mat-sort-header="number">Number</th>
              <th mat-sort-header="issueDate">Date</th>
              <th mat-sort-header="dueDate">Due</th>
              <th mat-sort-header="total" arrowPosition="before" class="number">Total</th>
              @if (askedTitle(); as title) {
                <th>{{ title }}</th>
              } @else {
                <td></td>
              }
              <th mat-sort-header="since" arrowPosition="before" class="number">Here</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.id) {
              <tr
                tabindex="-1"
                [class.chosen]="row.id === chosen()"
                [attr.data-row]="row.id"
                [attr.aria-selected]="row.id === chosen()"
                (click)="open(row)"
              >
                <td>
                  <div class="supplier">
                    <span class="press" [attr.aria-label]="due(row).presses && works() ? 'presses' : null">{{
                      due(row).presses && works() ? '!' : ''
                    }}</span>
                    <span>
                      <a class="row" [routerLink]="['/document', row.id]" [title]="row.supplier ?? ''" (click)="follow(row, $event)">
                        @if (!row.supplierKnown) {
                          <span class="quiet">Unknown: </span>
                        }
                        {{ row.supplier ?? 'not read' }}</a
                      >
                      @if (row.disputed) {
                        <span class="tag ask">disputed</span>
                      }
                      @if (row.handedTo; as name) {
                        <span class="tag">for {{ name }}</span>
                      }
                      @for (tag of row.tags; track tag) {
                        <span class="tag">{{ tag }}</span>
                      }
                      @if (row.kind === 'credit-note') {
                        <span class="tag">credit note</span>
                      }
                      @if (row.alike; as alike) {
                        <a class="alike" [routerLink]="['/alike', alike.group]" (click)="$event.stopPropagation()"
                          >{{ alike.others }} more {{ alike.others === 1 ? 'looks' : 'look' }} like it</a
                        >
                      }
                    </span>
                  </div>
                </td>
                <td class="digits">{{ row.number }}</td>
                <td class="nowrap">{{ day(row.issueDate) }}</td>
                <td class="nowrap" [class.ask]="due(row).presses && works()">{{ works() ? due(row).text : day(row.dueDate) }}</td>
                <td class="number">
                  <span class="quiet sign">{{ sign(row.currency) }}</span> <strong>{{ amount(row.total) }}</strong>
                </td>
                <td class="asked">{{ asked(row) }}</td>
                <td class="quiet age">{{ row.source }} · {{ age(row.since) }}</td>
              </tr>
            }
          </tbody>
        </table>
        <p class="hints quiet">
          <kbd>↓</kbd> <kbd>↑</kbd> move &nbsp; <kbd>Enter</kbd> open
          @if (more() > 0) {
            <button class="plain-button" type="button" (click)="shown.set(shown() + 200)">Show {{ more() }} more</button>
          }
        </p>
      } @else if (loading()) {
        <p class="empty quiet" role="status">Loading …</p>
      } @else if (!error()) {
        <p class="empty">{{ emptyText() }}</p>
      }
    </div>
  `,
  styles: `
    :host {
      display: flex;
      align-items: start;
    }
    .list {
      flex: 1;
      min-width: 0;
      padding: 14px 24px 32px;
    }
    .list > header {
      display: flex;
      align-items: baseline;
      gap: 14px;
      min-height: 42px;
      margin-bottom: 6px;
    }
    header p {
      margin: 0;
    }
    .gap {
      flex: 1;
    }
    tbody tr {
      cursor: pointer;
    }
    tbody tr:hover {
      background: #f1e8da;
    }
    tbody tr.chosen {
      background: #eee2cf;
      box-shadow: inset 3px 0 0 var(--umber);
    }
    td {
      padding-block: 11px;
    }
    .supplier {
      display: flex;
      gap: 6px;
      font-weight: 600;
      min-width: 190px;
    }
    .press {
      width: 8px;
      color: var(--ask);
      font-weight: 700;
      flex: none;
    }
    .tag {
      margin-left: 8px;
      padding: 1px 6px;
      border: 1px solid var(--rule);
      border-radius: 4px;
      color: var(--quiet);
      font-size: 12px;
      font-weight: 400;
      white-space: nowrap;
    }
    a.row {
      color: inherit;
      text-decoration: none;
      overflow-wrap: anywhere;
    }
    a.row:hover {
      text-decoration: underline;
    }
    .alike {
      display: block;
      color: var(--right);
      font-size: 13px;
      font-weight: 400;
      line-height: 24px;
    }
    .nowrap,
    td.digits {
      white-space: nowrap;
    }
    td.ask {
      font-weight: 600;
    }
    .asked {
      width: 34%;
    }
    td.age {
      text-align: right;
      white-space: nowrap;
      font: 400 13.5px/1.6 var(--words);
    }
    .sign {
      margin-right: 7px;
    }
    .hints {
      display: flex;
      align-items: center;
      gap: 6px;
      font-size: 13.5px;
    }
    .hints .plain-button {
      margin-left: 20px;
      min-height: 30px;
    }
    .empty {
      margin: 60px auto;
      max-width: 440px;
      text-align: center;
      font-size: 17px;
      color: var(--quiet);
    }
    @media (width < 900px) {
      :host {
        flex-direction: column;
        align-items: stretch;
      }
      .list {
        padding: 10px 12px 24px;
      }
      .list > header {
        flex-wrap: wrap;
        gap: 2px 14px;
      }
      /* Each document is a card: who and how much, then what is asked. */
      thead {
        display: none;
      }
      table,
      tbody {
        display: block;
      }
      tbody tr {
        display: grid;
        grid-template-columns: 1fr auto;
        gap: 2px 12px;
        padding: 10px 6px;
        border-bottom: 1px solid var(--rule);
      }
      tbody td {
        padding: 0;
        border: 0;
        text-align: left;
        overflow-wrap: anywhere;
      }
      tbody td:first-child {
        grid-column: 1;
        grid-row: 1;
      }
      tbody td.number {
        grid-column: 2;
        grid-row: 1;
      }
      tbody td.asked {
        grid-column: 1 / -1;
        width: auto;
      }
      td.age {
        text-align: right;
      }
      .supplier {
        min-width: 0;
      }
    }
  `,
})
export class TrayPage {
  readonly tray = input.required<string>();
  readonly #store = inject(Store);
  readonly #router = inject(Router);
  readonly #dialog = inject(MatDialog);
  readonly #person = this.#store.selectSignal(sessionFeature.selectPerson);
  protected readonly mayPost = computed(() => may(this.#person()?.role ?? 'auditor', 'post'));
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #allRows = this.#store.selectSignal(trayFeature.selectRows);
  readonly #total = this.#store.selectSignal(trayFeature.selectTotal);
  protected readonly loading = this.#store.selectSignal(trayFeature.selectLoading);
  protected readonly error = this.#store.selectSignal(trayFeature.selectError);
  protected readonly chosen = this.#store.selectSignal(trayFeature.selectChosen);
  protected readonly sort = this.#store.selectSignal(trayFeature.selectSort);
  protected readonly shown = signal(PAGE_OF_ROWS);
  readonly #today = todayIso();
  readonly #now = signal(Date.now());

  protected readonly known = computed(() => TRAYS.find((tray) => tray === this.tray()) ?? 'check');
  protected readonly name = computed(() => TRAY_NAMES[this.known()]);
  protected readonly emptyText = computed(() => EMPTY_TEXT[this.known()]);
  protected readonly works = computed(() => OPEN_TRAYS.includes(this.known()));
  protected readonly askedTitle = computed(() =>
    this.known() === 'sign-off'
      ? 'Whose turn it is'
      : RESTING_TRAYS.includes(this.known())
        ? 'Why'
        : this.known() === 'posted'
          ? ''
          : 'What is asked',
  );
  readonly #sorted = computed(() => sortRows(this.#allRows(), this.sort().active, this.sort().direction));
  protected readonly rows = computed(() => this.#sorted().slice(0, this.shown()));
  protected readonly more = computed(() => this.#allRows().length - this.rows().length);
  protected readonly summary = computed(() => {
    const questions = this.#allRows().reduce((count, row) => count + questionsOf(row).length, 0);
    const documents = `${this.#total()} ${this.#total() === 1 ? 'document' : 'documents'}`;
    const asked = this.known() === 'check' && questions > 0 ? `, ${questions} ${questions === 1 ? 'question' : 'questions'}` : '';
    return `${this.known() === 'arriving' ? '' : `${documents}${asked}. `}${SUBTITLE[this.known()]}`;
  });

  constructor() {
    effect(() => {
      this.#store.dispatch(TrayActions.opened({ tray: this.known() }));
      this.shown.set(PAGE_OF_ROWS);
    });
    inject(Keys).use([
      { keys: 'ArrowDown', does: 'next document', repeats: true, run: () => this.#move(1) },
      { keys: 'ArrowUp', does: 'document before', repeats: true, run: () => this.#move(-1) },
      { keys: 'w', does: 'the whole tray: post together', run: () => this.postAll() },
      {
        keys: 'q',
        does: 'sweep: one kind of question over all documents',
        run: () => this.known() === 'check' && void this.#router.navigate(['/sweep']),
      },
      { keys: 'a', does: 'see those that look like the chosen document', run: () => this.#openAlike() },
      { keys: 'Enter', does: 'open the chosen document, or start with the first', run: () => this.#openChosen() },
      {
        keys: '1 2 3 4 5 6 7 8 9',
        does: 'open a tray, counted from the top',
        run: (event) => void this.#router.navigate(['/tray', TRAYS[Number(event.key) - 1]]),
      },
    ]);
  }

  protected readonly day = (iso: string | null): string => dayText(iso, this.#today);
  protected readonly due = (row: TrayRow) => dueText(row.dueDate, this.#today);
  protected readonly sign = currencySign;
  protected readonly amount = (value: string | null): string => (value === null ? '' : grouped(value));
  protected readonly age = (since: string): string => ageText(since, this.#now());

  protected asked(row: TrayRow): string {
    const [first, second, ...rest] = questionsOf(row);
    if (first === undefined) return '';
    const more = rest.length + (second === undefined ? 0 : 1);
    return second === undefined || first.length + second.length > 130
      ? more === 0
        ? first
        : `${first} · ${more} more`
      : `${first} · ${second}${rest.length > 0 ? ` · ${rest.length} more` : ''}`;
  }

  /** A plain click begins work on the row; with a key held, the browser opens it as it does any link. */
  protected follow(row: TrayRow, event: MouseEvent): void {
    event.stopPropagation();
    if (event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    this.open(row);
  }

  /** All that wait to be posted, as they are shown: looked over and posted together. */
  protected postAll(): void {
    if (this.known() === 'post' && this.mayPost() && this.rows().length > 0)
      this.#dialog.open(PostAllDialog, { data: this.rows(), width: '980px', maxWidth: '96vw', autoFocus: 'dialog' });
  }

  protected open(row: TrayRow): void {
    this.#store.dispatch(TrayActions.rowChosen({ id: row.id }));
    this.#store.dispatch(TrayActions.workBegan({ order: this.#sorted().map(({ id }) => id) }));
    void this.#router.navigate(['/document', row.id]);
  }

  protected sortBy({ active, direction }: Sort): void {
    this.#store.dispatch(TrayActions.sorted({ sort: { active: active as SortKey, direction } }));
  }

  #move(step: number): void {
    const rows = this.rows();
    const at = rows.findIndex((row) => row.id === this.chosen());
    const next = rows[Math.max(0, Math.min(rows.length - 1, at + step))];
    if (!next) return;
    this.#store.dispatch(TrayActions.rowChosen({ id: next.id }));
    this.#host.nativeElement.querySelector(`[data-row="${next.id}"]`)?.scrollIntoView({ block: 'nearest' });
  }

  #openAlike(): void {
    const group = this.rows().find((one) => one.id === this.chosen())?.alike?.group;
    if (group !== undefined) void this.#router.navigate(['/alike', group]);
  }

  #openChosen(): void {
    const row = this.rows().find((one) => one.id === this.chosen()) ?? this.rows()[0];
    if (row) this.open(row);
  }
}
