import { ownName } from '@umber/core/documents';
import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterLink } from '@angular/router';
import type { LineCodingWish } from '@umber/contract/coding';
import type { DocumentView, ExceptionView, LineView } from '@umber/contract/documents';
import type { CodingLists, Proposals } from '@umber/contract/matching';
import { needsTwo } from '@umber/core/matching';
import { Store } from '@ngrx/store';
import { filter } from 'rxjs';
import { Api } from '../api';
import { shownValue } from '../checking/questions';
import { CodingTable } from '../coding/coding-table';
import { fullDay } from '../dates/day';
import { pagePicture } from '../documents/addresses';
import { DocumentActions, documentFeature, type DocumentChange } from '../documents/document.state';
import { Linked } from '../documents/linked';
import { MailSaid } from '../documents/mail-said';
import { ReasonDialog, type ReasonAnswer, type ReasonQuestion } from '../documents/reason-dialog';
import { TrailPanel } from '../documents/trail-panel';
import { WaysOut } from '../documents/ways-out';
import { KeyHint } from '../keys/key-hint';
import { Keys } from '../keys/keys';
import { Letters } from '../letters/letter-dialog';
import { letterFor } from '../letters/wording';
import { AmountPipe } from '../money/amount.pipe';
import { currencySign, grouped } from '../money/grouped';
import { sessionFeature } from '../people/session.state';
import { signsText } from '../reading/sentences';
import { NewSuppliers } from '../suppliers/new-supplier';
import type { PageMark } from '../viewer/page-flow';
import { PageViewer } from '../viewer/page-viewer';
import { Viewer } from '../viewer/viewer';
import { AskDialog, type AskAnswer, type AskQuestion } from './ask-dialog';
import { InvoicesDialog, type InvoicesQuestion } from './invoices-dialog';
import { OrdersDialog, type OrdersQuestion } from './orders-dialog';
import { PairDialog, type PairQuestion } from './pair-dialog';
import { matchRows, signed, type MatchRow } from './rows';
import { comparedWith, exceptionText, FIGURE_NAMES, figureText, orderText } from './sentences';
import { ShortDialog, type ShortAnswer, type ShortQuestion } from './short-dialog';
import { WAY_NAMES, waysOf, type Way } from './ways';

/** Invoice, order and receipt in one table by line; what does not fit, one after the other, each with its ways out. */
@Component({
  selector: 'umber-match-screen',
  host: { '[class.beside]': 'beside()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, Linked, MailSaid, PageViewer, TrailPanel, AmountPipe, CodingTable, RouterLink],
  templateUrl: './match-screen.html',
  styleUrl: './match-screen.scss',
})
export class MatchScreen {
  readonly document = input.required<DocumentView>();
  protected readonly viewer = new Viewer(this.document);
  readonly #store = inject(Store);
  readonly #router = inject(Router);
  readonly #api = inject(Api);
  readonly #session = this.#store.selectSignal(sessionFeature.selectSession);
  readonly #newSuppliers = inject(NewSuppliers);
  protected readonly waysOut = inject(WaysOut);
  protected readonly busy = this.#store.selectSignal(documentFeature.selectBusy);
  protected readonly proposals = signal<Proposals>({ suppliers: [], orders: [] });
  protected readonly lists = signal<CodingLists>({ accounts: [], costCentres: [], templates: [] });
  readonly #dialog = inject(MatDialog);
  readonly #letters = inject(Letters);
  /** Whether the page stands beside the table. */
  protected readonly beside = signal(false);
  /** Whether accounts and cost centres are shown in place of order and receipt. */
  protected readonly coding = signal(false);
  /** The line that something is dragged over. */
  protected readonly over = signal<number | null>(null);
  protected readonly rows = computed(() => matchRows(this.document()));
  protected readonly sign = computed(() => currencySign(this.document().fields.currency.value));
  protected readonly receipts = computed(() => [
    ...new Set(this.document().orders.flatMap(({ lines }) => lines.flatMap(({ receiptNumbers }) => receiptNumbers))),
  ]);
  /** Lines of its orders that no line of it is for. */
  protected readonly unpaired = computed(() => {
    const paired = new Set(this.document().lines.flatMap(({ pairs }) => pairs.map(({ orderLineId }) => orderLineId)));
    return this.document().orders.flatMap(({ lines }) => lines.filter(({ id }) => !paired.has(id)));
  });
  protected readonly asked = computed(() => new Set(this.open().flatMap(({ line }) => line ?? [])));
  protected readonly mayMatch = computed(() => may(this.#session()?.person.role ?? 'auditor', 'match'));
  protected readonly showTrail = signal(false);

  protected readonly open = computed(() => this.document().exceptions.filter((exception) => exception.acceptedReason === null));
  protected readonly accepted = computed(() => this.document().exceptions.filter((exception) => exception.acceptedReason !== null));
  readonly #chosen = signal(0);
  protected readonly day = fullDay;
  protected readonly shownValue = shownValue;
  protected readonly nameOf = ownName;
  protected readonly exceptionText = exceptionText;
  protected readonly figureNames = FIGURE_NAMES;
  protected readonly signsText = signsText;
  protected readonly orderText = orderText;
  protected readonly figureText = figureText;
  /** Whether one of an exception's figures has such a number: columns without any are left out. */
  protected readonly has = ({ figures }: ExceptionView, column: 'received' | 'variance'): boolean =>
    figures.some((figure) => figure[column] !== null);
  protected readonly comparedWith = comparedWith;
  protected readonly needsTwo = needsTwo;
  protected readonly signed = signed;
  protected readonly wayNames = WAY_NAMES;
  protected readonly picture = (page: { number: number; turned: number }): string => pagePicture(this.document().id, page);
  protected readonly at = computed(() => Math.min(this.#chosen(), this.open().length - 1));
  protected readonly ways = computed((): readonly Way[] => {
    const current = this.current();
    return current === null ? [] : waysOf(current, this.document().orders.length > 0, this.document().kind === 'credit-note');
  });
  protected readonly current = computed((): ExceptionView | null => this.open()[Math.min(this.#chosen(), this.open().length - 1)] ?? null);
  protected readonly marks = computed((): PageMark[] =>
    this.document().lines.flatMap((line) => {
      if (line.box === null || line.page === null) return [];
      const hit = this.open().some((exception) => exception.line === line.position);
      return [
        {
          id: String(line.position),
          page: line.page,
          box: line.box,
          tone: line.position === this.current()?.line ? 'open' : hit ? 'ask' : 'band',
        } as const,
      ];
    }),
  );

  constructor() {
    // The page of the marked exception's line is turned to.
    effect(() => {
      const line = this.document().lines.find((one) => one.position === this.current()?.line);
      if (line?.page != null) untracked(() => this.viewer.show(line.page as number, line.box));
    });
    this.#api.call('coding').subscribe({ next: (lists) => this.lists.set(lists), error: () => undefined });
    effect(() => {
      const { id } = this.document();
      this.document().version;
      untracked(() =>
        this.#api.call('proposals', { id }).subscribe({ next: (proposals) => this.proposals.set(proposals), error: () => undefined }),
      );
    });
    const router = this.#router;
    inject(Keys).use([
      { keys: 'Enter', does: 'the first way out of the marked exception, or the first proposal', run: () => this.#choose(0) },
      { keys: '1 2 3 4 5 6 7 8', does: 'a way out, or a proposed supplier or order', run: (event) => this.#choose(Number(event.key) - 1) },
      { keys: 'o', does: 'the page beside the table, and away', run: () => this.beside.update((shown) => !shown) },
      { keys: 'c', does: 'accounts and cost centres, and back to the comparison', run: () => this.coding.update((shown) => !shown) },
      { keys: 'j', does: 'choose what the marked line is for', run: () => this.#pairCurrent() },
      { keys: 'd', does: 'choose its orders', run: () => this.chooseOrders() },
      {
        keys: 'ArrowDown ArrowUp',
        repeats: true,
        does: 'next or previous exception',
        run: (event) => this.mark(this.#chosen() + (event.key === 'ArrowDown' ? 1 : -1)),
      },
      {
        keys: 'a',
        does: 'settle those that look alike together',
        run: () => this.document().alike && void router.navigate(['/alike', this.document().alike?.group]),
      },
      { keys: 'n', does: 'put the supplier on file', run: () => this.current()?.facts.code === 'supplier-unknown' && this.newSupplier() },
      ...this.viewer.bindings,
      { keys: 'b', does: 'back to Check', run: () => this.mayMatch() && this.waysOut.backToCheck() },
      { keys: 'p', does: 'park', run: () => this.mayMatch() && this.waysOut.park() },
      { keys: 'x', does: 'turn away', run: () => this.mayMatch() && this.waysOut.turnAway() },
      { keys: 't', does: 'show or hide the trail', run: () => this.showTrail.update((shown) => !shown) },
      { keys: 'Escape', does: 'back to the tray', run: () => void router.navigate(['/tray', 'match']) },
    ]);
  }

  protected mark(index: number): void {
    this.#chosen.set(Math.max(0, Math.min(this.open().length - 1, index)));
  }

  /** Marks the first exception of a line. */
  protected markLine(line: number): void {
    const at = this.open().findIndex((one) => one.line === line);
    if (at >= 0) this.#chosen.set(at);
  }

  protected lookAt(page: number): void {
    this.beside.set(true);
    setTimeout(() => this.viewer.show(page));
  }

  protected bar(share: number): number {
    return Math.abs(share);
  }

  /** The order's unit, where it is another than the invoice's. */
  protected unitBeside({ line, ordered }: MatchRow): string {
    return ordered?.unit && ordered.unit !== line.cells.unit ? ordered.unit : '';
  }

  protected asksAbout(exception: ExceptionView) {
    return this.document().questions.filter(({ exceptionId }) => exceptionId === exception.id);
  }

  /** Where an exception is, in the bar. */
  protected placeOf({ line, facts }: ExceptionView): string {
    if (line !== null) return `line ${line + 1}`;
    return facts.code.replaceAll('-', ' ');
  }

  protected stateOf(exception: ExceptionView): string {
    const [last] = this.asksAbout(exception);
    if (!last) return exception.confirmations.length > 0 ? 'confirmed by one' : '';
    return last.answer === null ? `${last.askedOf.split(' ')[0]} is asked` : `${last.answeredBy?.split(' ')[0]} answered`;
  }

  /** What comes of a way out, under its name. */
  protected wayText(way: Way, exception: ExceptionView): string {
    switch (way) {
      case 'credits':
        return 'among the supplier’s invoices';
      case 'replaces':
        return exception.facts.code === 'duplicate' ? 'that one is turned away, or must be credited' : 'of another, or of none';
      case 'confirm':
        return exception.confirmations.length === 0 ? 'as the first of two' : 'as the second of two';
      case 'accept':
        return exception.facts.code === 'credit-likely'
          ? 'it is for that; linked'
          : exception.facts.code === 'pair-doubtful'
            ? 'it is this line; remembered'
            : exception.facts.code === 'unit'
              ? 'the units are so; remembered'
              : 'an approver decides';
      case 'pay-short':
        return `${this.sign()} ${grouped(this.#tooMuch(exception))} held back until a credit note comes`;
      case 'ask': {
        const [last] = this.asksAbout(exception);
        const owner = this.#ownerOf(exception)?.name;
        return last && last.answer === null ? `${last.askedOf} is asked already` : (owner ?? 'a colleague');
      }
      case 'wait':
        return 'goes on by itself once it comes';
      case 'pair':
        return 'or drag it onto the line';
      case 'correct-order':
        return this.#orderOf(exception)?.number ?? '';
      case 'back':
        return 'something was read wrong';
      case 'turn-away':
        return 'the whole invoice, with a letter';
    }
  }

  protected mayGo(way: Way, exception: ExceptionView): boolean {
    return way === 'confirm' ? this.mayConfirm(exception) : this.mayMatch();
  }

  protected go(way: Way, exception: ExceptionView): void {
    if (this.busy() || !this.mayGo(way, exception)) return;
    switch (way) {
      case 'credits':
        return this.chooseCredited();
      case 'replaces':
        return exception.facts.code === 'duplicate' ? this.#replaces(exception.facts.document) : this.chooseReplaced();
      case 'confirm':
        return this.confirm(exception);
      case 'accept':
        return this.accept(exception);
      case 'pay-short':
        return this.#payShort(exception);
      case 'ask':
        return this.#ask(exception);
      case 'wait':
        return this.#wait(exception);
      case 'pair':
        return this.#pair(exception.line);
      case 'correct-order': {
        const order = this.#orderOf(exception);
        if (order) void this.#router.navigate(['/orders', order.id, 'change']);
        return;
      }
      case 'back':
        return this.waysOut.backToCheck();
      case 'turn-away':
        return this.waysOut.turnAway();
    }
  }

  #orderOf({ line }: ExceptionView) {
    const { lines, orders } = this.document();
    const pair = lines.find(({ position }) => position === line)?.pairs[0];
    return orders.find(({ id }) => id === pair?.orderId) ?? orders[0];
  }

  #ownerOf(exception: ExceptionView): { id: number; name: string } | null {
    const order = this.#orderOf(exception);
    return order && order.ownerId !== this.#session()?.person.id ? { id: order.ownerId, name: order.owner } : null;
  }

  /** What an exception says is too much, net: of its figures the amount, else what its row is off. */
  #tooMuch({ line, figures }: ExceptionView): string {
    const amount = figures.find(
      ({ name }) => name !== 'quantity' && name !== 'unit-price' && name !== 'invoiced-before' && name !== 'amount-before',
    )?.variance;
    return amount ?? this.rows().rows.find((row) => row.line.position === line)?.off ?? '0.00';
  }

  #ask(exception: ExceptionView): void {
    const { id } = this.document();
    const arrived = exception.facts.code === 'not-received' || exception.facts.code === 'amount-beyond';
    const draft = `document/${id}/ask/${exception.id}`;
    const data: AskQuestion = {
      of: this.#ownerOf(exception)?.id ?? null,
      about: exceptionText(exception),
      arrived,
      text: arrived ? 'Did this arrive?' : '',
      draft,
    };
    this.#dialog
      .open<AskDialog, AskQuestion, AskAnswer>(AskDialog, { data, width: '520px' })
      .afterClosed()
      .pipe(filter((answer) => answer !== undefined))
      .subscribe((input) => this.#change({ name: 'ask', params: { exception: exception.id }, input, draft }));
  }

  #wait(exception: ExceptionView): void {
    const data: ReasonQuestion = {
      title: 'Wait for the goods',
      text: 'It rests until they have come, and goes on by itself then. Until when at most?',
      day: true,
      needsDay: true,
      confirm: 'Wait',
      suggestions: ['The rest is on its way', 'Partial delivery, the supplier says when'],
    };
    this.#dialog
      .open<ReasonDialog, ReasonQuestion, ReasonAnswer>(ReasonDialog, { data, width: '480px' })
      .afterClosed()
      .pipe(filter((answer) => answer !== undefined))
      .subscribe(({ reason, day }) => {
        if (day !== null)
          this.#change({ name: 'waitForReceipt', params: { exception: exception.id }, input: { until: day, reason }, next: true });
      });
  }

  #payShort(exception: ExceptionView): void {
    const document = this.document();
    const currency = document.fields.currency.value ?? '';
    const data: ShortQuestion = { about: exceptionText(exception), net: this.#tooMuch(exception), currency };
    this.#dialog
      .open<ShortDialog, ShortQuestion, ShortAnswer>(ShortDialog, { data, width: '520px' })
      .afterClosed()
      .pipe(filter((answer) => answer !== undefined))
      .subscribe(({ net, reason, letter }) => {
        const change: DocumentChange = { name: 'payShort', params: { exception: exception.id }, input: { net, reason }, next: true };
        if (letter)
          this.#letters.write(document, letterFor('short', document, { reason: `${reason}.`, owed: `${currency} ${net}` }), change, true);
        else this.#change(change);
      });
  }

  #pairCurrent(): void {
    this.#pair(this.current()?.line ?? null);
  }

  /** Chooses which lines of orders a line is for. */
  #pair(position: number | null): void {
    const line = this.document().lines.find((one) => one.position === position);
    if (!line || this.busy() || !this.mayMatch() || this.document().supplier === null) return;
    const words = [line.cells.itemNumber, line.cells.description].filter((part) => part !== null).join(' ');
    const data: PairQuestion = { documentId: this.document().id, words, chosen: line.pairs.map(({ orderLineId }) => orderLineId) };
    this.#dialog
      .open<PairDialog, PairQuestion, readonly number[]>(PairDialog, { data, width: '760px', maxWidth: '94vw' })
      .afterClosed()
      .pipe(filter((chosen) => chosen !== undefined))
      .subscribe((orderLineIds) => this.#choosePairs(line, orderLineIds));
  }

  #choosePairs(line: LineView, orderLineIds: readonly number[]): void {
    this.#change({ name: 'choosePairs', params: { position: line.position }, input: { orderLineIds } });
  }

  protected drag(event: DragEvent, orderLineId: number): void {
    event.dataTransfer?.setData('text/plain', `order-line:${orderLineId}`);
  }

  protected dragOver(event: DragEvent, line: number): void {
    if (!this.mayMatch() || this.busy()) return;
    event.preventDefault();
    this.over.set(line);
  }

  protected drop(event: DragEvent, line: LineView): void {
    event.preventDefault();
    this.over.set(null);
    const id = Number(/^order-line:(\d+)$/.exec(event.dataTransfer?.getData('text/plain') ?? '')?.[1]);
    if (id > 0 && this.mayMatch() && !this.busy()) this.#choosePairs(line, [id]);
  }

  protected chooseOrders(): void {
    if (!this.mayMatch() || this.busy() || this.document().supplier === null) return;
    const data: OrdersQuestion = { proposals: this.proposals().orders, chosen: this.document().orders.map(({ id }) => id) };
    this.#dialog
      .open<OrdersDialog, OrdersQuestion, readonly number[]>(OrdersDialog, { data, width: '520px' })
      .afterClosed()
      .pipe(filter((chosen) => chosen !== undefined))
      .subscribe((orderIds) => this.#change({ name: 'chooseOrder', input: { orderIds }, next: true }));
  }

  /** Chooses the invoices that a credit note gives back of. */
  protected chooseCredited(): void {
    const { id, credits } = this.document();
    const title = 'Which invoices does it credit?';
    this.#chooseInvoices({ documentId: id, title, chosen: credits.map((one) => one.id), several: true, booked: true }, (invoiceIds) =>
      this.#change({ name: 'chooseCredited', input: { invoiceIds } }),
    );
  }

  /** Chooses the invoice in whose place it comes. */
  protected chooseReplaced(): void {
    const { id, replaces } = this.document();
    const title = 'In whose place does it come?';
    this.#chooseInvoices({ documentId: id, title, chosen: replaces ? [replaces.id] : [], several: false, booked: false }, ([first]) =>
      this.#replaces(first ?? null),
    );
  }

  #replaces(invoiceId: number | null): void {
    this.#change({ name: 'chooseReplaced', input: { invoiceId } });
  }

  #chooseInvoices(data: InvoicesQuestion, then: (chosen: readonly number[]) => void): void {
    if (!this.mayMatch() || this.busy() || this.document().supplier === null) return;
    this.#dialog
      .open<InvoicesDialog, InvoicesQuestion, readonly number[]>(InvoicesDialog, { data, width: '620px' })
      .afterClosed()
      .pipe(filter((chosen) => chosen !== undefined))
      .subscribe(then);
  }

  /** Whether the person may be one of the two who confirm: they touched nothing else, unless the company has two people. */
  protected mayConfirm(exception: ExceptionView): boolean {
    const session = this.#session();
    if (session === null || !may(session.person.role, 'confirmAccounts')) return false;
    if (exception.confirmations.some(({ personId }) => personId === session.person.id)) return false;
    return session.company.separation === 'two-people' || !this.document().touchedBy.includes(session.person.id);
  }

  protected whyNotConfirm(exception: ExceptionView): string {
    const session = this.#session();
    if (session === null || !may(session.person.role, 'confirmAccounts')) return 'Two people who may confirm accounts do so.';
    return exception.confirmations.some(({ personId }) => personId === session.person.id)
      ? 'You confirmed it. A second person has to.'
      : 'You had a hand in this document: two others confirm the account.';
  }

  protected confirm(exception: ExceptionView): void {
    if (!this.mayConfirm(exception)) return;
    this.waysOut.ask(
      {
        title: 'Confirm the account',
        text: `${exceptionText(exception)} Whom did you ask, and how?`,
        confirm: 'Confirm',
        suggestions: ['Rang the number on file', 'Compared with the contract'],
      },
      `exceptions/${exception.id}/confirm`,
      (reason) => ({ name: 'confirmAccount', params: { exception: exception.id }, input: { reason } }),
    );
  }

  protected accept(exception: ExceptionView): void {
    const suggestions =
      exception.facts.code === 'price'
        ? ['New price list on file', 'Agreed with the buyer']
        : exception.facts.code === 'not-received'
          ? ['Receipt is confirmed by the depot', 'Delivered to site']
          : ['Agreed with the buyer', 'Checked with the supplier'];
    this.waysOut.ask(
      { title: 'Accept', text: exceptionText(exception), confirm: 'Accept', suggestions },
      `exceptions/${exception.id}/accept`,
      (reason) => ({ name: 'acceptException', params: { exception: exception.id }, input: { reason } }),
    );
  }

  protected chooseSupplier(supplierId: number): void {
    this.#change({ name: 'chooseSupplier', input: { supplierId }, next: true });
  }

  protected newSupplier(): void {
    if (this.mayMatch() && !this.busy())
      this.#newSuppliers.putOnFile(this.document().id).subscribe((supplier) => this.chooseSupplier(supplier.id));
  }

  protected chooseOrder(orderId: number): void {
    this.#change({ name: 'chooseOrder', input: { orderIds: [orderId] }, next: true });
  }

  protected code(lines: readonly LineCodingWish[]): void {
    if (!this.busy()) this.#change({ name: 'codeLines', input: { lines } });
  }

  protected templatesChanged(templates: CodingLists['templates']): void {
    this.lists.update((lists) => ({ ...lists, templates }));
  }

  #choose(index: number): void {
    const current = this.current();
    if (!current || this.busy()) return;
    const { suppliers, orders } = this.proposals();
    if (current.facts.code === 'supplier-unknown') {
      if (suppliers[index] && this.mayMatch()) this.chooseSupplier(suppliers[index].id);
    } else if (current.facts.code === 'order-unknown' && orders.length > 0) {
      if (orders[index] && this.mayMatch()) this.chooseOrder(orders[index].id);
    } else {
      const way = this.ways().at(index);
      if (way && index >= 0) this.go(way, current);
    }
  }

  #change(change: DocumentChange): void {
    this.#store.dispatch(DocumentActions.changed({ change }));
  }
}
