import { ChangeDetectionStrategy, Component, computed, inject, input, numberAttribute, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { KIND_NAMES } from '@umber/contract/documents';
import type { OrderPage as Page, ReceiptView } from '@umber/contract/orders';
import { TRAY_NAMES } from '@umber/contract/trays';
import { Decimal, decimal, plain } from '@umber/core/money';
import { may } from '@umber/core/permissions';
import { combineLatest, filter, startWith, Subject, type Observable } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { typedValue } from '../checking/typed-value';
import { fullDay } from '../dates/day';
import { ReasonDialog, type ReasonAnswer, type ReasonQuestion } from '../documents/reason-dialog';
import { KeyHint } from '../keys/key-hint';
import { Keys } from '../keys/keys';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { AmountPipe } from '../money/amount.pipe';
import { sessionFeature } from '../people/session.state';
import { ReceiptForm } from './receipt-form';
import { CHARGE_NAMES, CHECK_NAMES, ORDER_KIND_NAMES, orderChangeText } from './sentences';

/** One order with all there is of it: lines, what came, what was invoiced, its versions. */
@Component({
  selector: 'umber-order-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountPipe, KeyHint, LoadingLine, ReceiptForm, RouterLink],
  templateUrl: './order-page.html',
  styleUrl: './order-page.scss',
})
export class OrderPage {
  readonly id = input.required({ transform: numberAttribute });
  readonly #api = inject(Api);
  readonly #router = inject(Router);
  readonly #dialog = inject(MatDialog);
  readonly #role = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #changed = new Subject<void>();
  protected readonly page = loaded(combineLatest([toObservable(this.id), this.#changed.pipe(startWith(undefined))]), ([id]) =>
    this.#api.call('orderPage', { id }),
  );
  protected readonly order = computed(() => this.page().value?.order ?? null);
  protected readonly mayChange = computed(() => may(this.#role()?.role ?? 'auditor', 'orders'));
  protected readonly mayReceive = computed(() => may(this.#role()?.role ?? 'auditor', 'receipts'));
  /** What is being entered. */
  protected readonly entering = signal<'receipt' | 'return' | null>(null);
  protected readonly fault = signal('');
  protected readonly day = fullDay;
  protected readonly kindNames = ORDER_KIND_NAMES;
  protected readonly checkNames = CHECK_NAMES;
  protected readonly chargeNames = CHARGE_NAMES;
  protected readonly changeText = orderChangeText;
  protected readonly trayNames: Readonly<Record<string, string>> = TRAY_NAMES;
  protected readonly documentKinds: Readonly<Record<string, string>> = KIND_NAMES;
  /** What was found good, as it is typed: by receipt and order line. */
  protected readonly found = signal<Readonly<Record<string, string>>>({});

  constructor() {
    inject(Keys).use([
      { keys: 'r', does: 'say what came', run: () => this.enter('receipt') },
      { keys: 'e', does: 'change the order', run: () => this.change() },
      { keys: 'Escape', does: 'back to the orders', run: () => void this.#router.navigate(['/orders']) },
    ]);
  }

  protected enter(kind: 'receipt' | 'return'): void {
    if (this.mayReceive() && this.order()?.state === 'open') this.entering.set(kind);
  }

  protected change(): void {
    if (this.mayChange() && this.order()?.state === 'open') void this.#router.navigate(['/orders', this.id(), 'change']);
  }

  protected saved(): void {
    this.entering.set(null);
    this.#changed.next();
  }

  /** Closes the order, or opens it again. */
  protected turn(): void {
    const order = this.order();
    if (!order) return;
    const state = order.state === 'open' ? 'closed' : 'open';
    const question: ReasonQuestion =
      state === 'closed'
        ? {
            title: 'Close the order',
            text: 'What is invoiced of it from now on is asked about. Why is it closed?',
            confirm: 'Close it',
            suggestions: ['All has come and is invoiced', 'The rest will not come'],
          }
        : {
            title: 'Reopen the order',
            text: 'It can be invoiced and received again. Why?',
            confirm: 'Reopen it',
            suggestions: ['More comes after all'],
          };
    this.#dialog
      .open<ReasonDialog, ReasonQuestion, ReasonAnswer>(ReasonDialog, { data: question, width: '480px' })
      .afterClosed()
      .pipe(filter((answer) => answer !== undefined))
      .subscribe(({ reason }) => this.#send(this.#api.call('setOrderState', { id: order.id }, { version: order.version, state, reason })));
  }

  /** What of a line is still to come; null where nothing is. */
  protected open({ quantity, received, byAmount }: Page['order']['lines'][number]): string | null {
    const left = Decimal.max(decimal(quantity).minus(decimal(received)), 0);
    return left.isZero() || byAmount ? null : plain(left);
  }

  protected lineName = (orderLineId: number): string => this.order()?.lines.find(({ id }) => id === orderLineId)?.description ?? '';
  /** Whether a line of a receipt waits to be looked at. */
  protected waits(receipt: ReceiptView, { orderLineId, accepted }: ReceiptView['lines'][number]): boolean {
    return (
      receipt.kind === 'receipt' && accepted === null && this.order()?.lines.find(({ id }) => id === orderLineId)?.check === 'inspection'
    );
  }

  protected setFound(receipt: number, line: number, text: string): void {
    this.found.update((all) => ({ ...all, [`${receipt}/${line}`]: text }));
  }

  protected inspect(receipt: ReceiptView, { orderLineId, quantity }: ReceiptView['lines'][number]): void {
    const accepted = typedValue('quantity', this.found()[`${receipt.id}/${orderLineId}`] ?? quantity);
    this.#send(this.#api.call('inspect', { id: receipt.id }, { lines: [{ orderLineId, accepted }] }));
  }

  #send(request: Observable<Page>): void {
    this.fault.set('');
    request.subscribe({ next: () => this.#changed.next(), error: (error: unknown) => this.fault.set(messageOf(error)) });
  }
}
