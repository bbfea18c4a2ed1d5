import { KeyHint } from '../keys/key-hint';
import { mayPost } from '@umber/core/approval';
import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked, viewChild } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { DocumentView } from '@umber/contract/documents';
import type { EntryView } from '@umber/contract/ledger';
import { printedIban } from '@umber/core/identifiers';
import { Store } from '@ngrx/store';
import { Api } from '../api';
import { CodingDialogs } from '../coding/coding-dialog';
import { fullDay } from '../dates/day';
import { DocumentActions } from '../documents/document.state';
import { PageViewer } from '../viewer/page-viewer';
import { Viewer } from '../viewer/viewer';
import { Linked } from '../documents/linked';
import { OriginalLine } from '../documents/original-line';
import { SaveAs } from '../documents/save-as';
import { TrailPanel } from '../documents/trail-panel';
import { WaysOut } from '../documents/ways-out';
import { Keys } from '../keys/keys';
import { AmountPipe } from '../money/amount.pipe';
import { sessionFeature } from '../people/session.state';
import { ConfirmSupplier } from '../suppliers/confirm-supplier';
import { messageOf } from '../api-error';
import { nextInOrder } from '../trays/order';
import { trayFeature } from '../trays/tray.state';
import { EntryTable } from './entry-table';
import { paidText } from './sentences';

/** The journal entry as it would be posted, or as it was, beside the page it comes from. */
@Component({
  selector: 'umber-post-screen',
  host: { class: 'beside-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, ConfirmSupplier, Linked, PageViewer, OriginalLine, SaveAs, TrailPanel, EntryTable, AmountPipe, RouterLink],
  template: `
    <div class="paper">
      @if (document().original.deleted) {
        <umber-original-line [document]="document()" />
      } @else {
        <umber-page-viewer [documentId]="document().id" [viewer]="viewer" />
      }
    </div>
    <section>
      <p class="amount">
        <span class="digits">{{ document().fields.currency.value }} {{ document().fields.grossTotal.value | amount }}</span> to
        {{ document().supplier?.name }}
      </p>
      @if (document().supplier; as supplier) {
        @if (supplier.waitsSince) {
          <div class="new">
            <p>
              A new supplier: compare it with the page before anything is owed to it. Tax id
              <strong class="digits">{{ supplier.taxId ?? 'none' }}</strong>, IBAN
              <strong class="digits">{{ supplier.iban ? iban(supplier.iban) : 'none' }}</strong>.
            </p>
            <umber-confirm-supplier key="Y" [supplier]="supplier" (confirmed)="reload()" />
          </div>
        }
      }
      @if (entry(); as entry) {
        <h2 class="title">{{ entry.number === null ? 'Journal entry, before posting' : 'Journal entry ' + entry.number }}</h2>
        <p class="quiet">{{ describe(entry) }}</p>
        <umber-entry-table [entry]="entry" [base]="base()" />
        @if (entry.paidTo; as paid) {
          <p class="paid">{{ paidText(paid) }}</p>
        }
      } @else if (error(); as message) {
        <p class="error" role="alert">{{ message }}</p>
      } @else {
        <p class="quiet" role="status">Drawing up the entry …</p>
      }
      <umber-linked [document]="document()" />
      @if (!document().original.deleted) {
        <umber-original-line [document]="document()" />
      }
      <umber-save-as [document]="document()" />
      <h2>Trail</h2>
      <umber-trail-panel [trail]="document().trail" />
    </section>
    <footer class="foot">
      @if (document().tray === 'posted') {
        <span class="done">Posted as entry {{ document().entryNumber }}</span>
        <span class="gap"></span>
        @if (mayCode()) {
          <button class="plain-button" type="button" (click)="coding.open()">Coding … <kbd>C</kbd></button>
        }
        <a class="plain-button" routerLink="/ledger">To the ledger</a>
        @if (next() !== null) {
          <button class="plain-button main" type="button" (click)="goOn()">Next to post <kbd>Enter</kbd></button>
        }
      } @else {
        <span class="quiet">{{
          mayPost()
            ? 'Numbered and final once posted.'
            : isOwn()
              ? 'You handled or approved it, so another controller posts it.'
              : 'A controller posts it.'
        }}</span>
        <span class="gap"></span>
        @if (mayPost()) {
          <button class="plain-button" type="button" (click)="waysOut.backToCheck()">Back to Check <kbd>B</kbd></button>
          <button class="plain-button" type="button" (click)="waysOut.park()">Park <kbd>P</kbd></button>
          <button
            class="plain-button main"
            type="button"
            [disabled]="busy() || !entry() || document().supplier?.waitsSince"
            (click)="post()"
          >
            Post <kbd>Enter</kbd>
          </button>
        }
      }
    </footer>
  `,
  styles: `
    .amount {
      margin: 2px 0 10px;
      font-size: 20px;
      font-weight: 600;
    }
    .title {
      margin: 0;
      font-size: 18px;
    }
    section > p.quiet {
      margin: 2px 0 10px;
    }
    h2 {
      margin: 24px 0 4px;
    }
    .new {
      margin: 0 0 16px;
      padding: 10px 14px;
      border-left: 4px solid var(--ask);
      background: var(--ask-tint);
    }
    .new p {
      margin: 0 0 6px;
    }
    .done {
      color: var(--right);
      font-weight: 600;
    }
  `,
})
export class PostScreen {
  readonly document = input.required<DocumentView>();
  protected readonly viewer = new Viewer(this.document);
  protected readonly coding = inject(CodingDialogs);
  protected readonly mayCode = computed(() => may(this.#session()?.person.role ?? 'auditor', 'match') && this.document().tray === 'post');
  readonly #api = inject(Api);
  readonly #store = inject(Store);
  readonly #router = inject(Router);
  readonly #session = this.#store.selectSignal(sessionFeature.selectSession);
  readonly #trays = this.#store.selectSignal(trayFeature.selectTraysState);
  readonly #tray = this.#store.selectSignal(trayFeature.selectTray);
  protected readonly newSupplier = viewChild(ConfirmSupplier);
  protected readonly iban = printedIban;
  protected readonly paidText = paidText;
  protected readonly waysOut = inject(WaysOut);
  protected readonly entry = signal<EntryView | null>(null);
  protected readonly error = signal<string | null>(null);
  protected readonly busy = signal(false);
  /** The person may post documents, but not this one, which they handled or approved. */
  protected readonly isOwn = computed(() => {
    const session = this.#session();
    if (session === null || !may(session.person.role, 'post')) return false;
    const { handledBy, approvals } = this.document();
    const approvedBy = approvals.filter(({ state }) => state === 'approved').map(({ approverId }) => approverId);
    return !mayPost(session.person.id, { handledBy, approvedBy }, session.company.separation);
  });
  protected readonly mayPost = computed(() => may(this.#session()?.person.role ?? 'auditor', 'post') && !this.isOwn());
  protected readonly base = computed(() => this.#session()?.company.currency ?? '');
  protected readonly next = computed(() => (this.#tray() === 'post' ? nextInOrder(this.#trays(), this.document().id) : null));

  constructor() {
    effect(() => {
      const { id } = this.document();
      this.document().version;
      untracked(() =>
        this.#api.call('entry', { id }).subscribe({
          next: (entry) => this.#show(entry),
          error: (error: unknown) => this.#fail(error),
        }),
      );
    });
    inject(Keys).use([
      { keys: 'Enter', does: 'post; then go to the next', run: () => (this.document().tray === 'posted' ? this.goOn() : this.post()) },
      { keys: 'y', does: 'yes: confirm the new supplier', run: () => this.newSupplier()?.confirm() },
      ...this.viewer.bindings,
      { keys: 'b', does: 'back to Check', run: () => this.mayPost() && this.document().tray === 'post' && this.waysOut.backToCheck() },
      { keys: 'p', does: 'park', run: () => this.mayPost() && this.document().tray === 'post' && this.waysOut.park() },
      { keys: 'Escape', does: 'back to the tray', run: () => void this.#router.navigate(['/tray', this.#tray() ?? 'post']) },
    ]);
  }

  protected describe(entry: EntryView): string {
    const rate = entry.exchangeRate === '1' ? '' : `, ${entry.currency} at ${entry.exchangeRate}`;
    return `${fullDay(entry.postedOn)}, period ${entry.period}${rate}${entry.postedBy === null ? '' : `, posted by ${entry.postedBy}`}`;
  }

  protected post(): void {
    if (this.busy() || !this.mayPost() || !this.entry() || this.document().tray !== 'post') return;
    this.busy.set(true);
    this.#api.call('post', { id: this.document().id }, { version: this.document().version }).subscribe({
      next: (entry) => this.#show(entry),
      error: (error: unknown) => this.#fail(error),
    });
  }

  protected reload(): void {
    this.#store.dispatch(DocumentActions.opened({ id: this.document().id }));
  }

  protected goOn(): void {
    const next = this.next();
    void this.#router.navigate(next === null ? ['/tray', 'post'] : ['/document', next]);
  }

  #show(entry: EntryView): void {
    this.busy.set(false);
    this.error.set(null);
    this.entry.set(entry);
  }

  #fail(error: unknown): void {
    this.busy.set(false);
    this.entry.set(null);
    this.error.set(messageOf(error));
  }
}
