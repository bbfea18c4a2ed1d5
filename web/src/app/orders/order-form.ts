import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, numberAttribute, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { OrderRow, OrderView } from '@umber/contract/orders';
import { LINE_CHECKS } from '@umber/core/matching';
import type { SupplierView } from '@umber/contract/suppliers';
import { ORDER_KINDS, type OrderKind } from '@umber/core/orders';
import { toObservable } from '@angular/core/rxjs-interop';
import { of, switchMap, tap } from 'rxjs';
import { Api } from '../api';
import { codeOf, messageOf } from '../api-error';
import { todayIso } from '../dates/day';
import { ChangedMeanwhile } from '../drafts/changed-meanwhile';
import { Drafts } from '../drafts/drafts';
import { keptOfVersion, type OfVersion } from '../drafts/of-version';
import { KeyHint } from '../keys/key-hint';
import { typingIn } from '../keys/typing-in';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { AmountPipe } from '../money/amount.pipe';
import { ChooseSupplier } from '../suppliers/choose-supplier';
import { draftFault, draftOf, draftWorth, emptyLine, emptyOrder, lineWorth, wishOf, type LineDraft, type OrderDraft } from './draft';
import { CHARGE_NAMES, CHECK_NAMES, ORDER_KIND_NAMES } from './sentences';

const CHARGES = ['freight', 'packaging', 'deposit', 'minimum-order', 'surcharge'] as const;

/** Enters an order, or changes one: what is typed is kept until it is saved. */
@Component({
  selector: 'umber-order-form',
  host: { class: 'list-page wide', '(keydown.control.enter)': 'save()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountPipe, ChangedMeanwhile, ChooseSupplier, KeyHint, LoadingLine],
  templateUrl: './order-form.html',
  styleUrl: './order-form.scss',
})
export class OrderForm {
  /** The order that is changed; missing for a new one. */
  readonly id = input(undefined, { transform: numberAttribute });
  readonly #api = inject(Api);
  readonly #drafts = inject(Drafts);
  readonly #router = inject(Router);
  readonly #typeIn = typingIn();
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly isNew = computed(() => this.id() === undefined || Number.isNaN(this.id()));
  readonly #purpose = computed(() => (this.isNew() ? 'order/new' : `order/${this.id()}`));
  protected readonly lists = loaded(of(''), () => this.#api.call('orderingLists'));
  readonly #before = signal<OrderView | null>(null);
  /** The version that what is typed is a change of. */
  readonly #version = signal<number | null>(null);
  /** Whether somebody changed the order after this change was begun. */
  protected readonly isBehind = computed(() => (this.#before()?.version ?? null) !== this.#version());
  protected readonly loading = loaded(toObservable(this.id), () =>
    this.isNew()
      ? of('ready').pipe(tap(() => this.#begin(null)))
      : this.#api.call('orderPage', { id: this.id() as number }).pipe(
          tap(({ order }) => this.#begin(order)),
          switchMap(() => of('ready')),
        ),
  );
  protected readonly draft = signal<OrderDraft>(emptyOrder(todayIso(), 'GBP'));
  protected readonly blankets = signal<readonly OrderRow[]>([]);
  protected readonly reason = signal('');
  protected readonly fault = signal('');
  protected readonly busy = signal(false);
  /** Lines of which all fields are shown. */
  protected readonly opened = signal<ReadonlySet<number>>(new Set());
  protected readonly kinds = ORDER_KINDS;
  protected readonly kindNames = ORDER_KIND_NAMES;
  protected readonly checks = LINE_CHECKS;
  protected readonly checkNames = CHECK_NAMES;
  protected readonly charges = CHARGES;
  protected readonly chargeNames = CHARGE_NAMES;
  protected readonly worth = computed(() => draftWorth(this.draft()));
  protected readonly worthOf = lineWorth;
  protected readonly isService = computed(() => this.draft().kind === 'service');
  protected readonly supplier = computed(() => {
    const { supplierId, supplierName } = this.draft();
    return supplierId === null ? null : { id: supplierId, name: supplierName };
  });

  #begin(order: OrderView | null): void {
    this.#before.set(order);
    const anew = { version: order?.version ?? null, typed: order ? draftOf(order) : emptyOrder(todayIso(), 'GBP') };
    const { version, typed } = keptOfVersion<OrderDraft>(this.#drafts.of(this.#purpose()), anew);
    this.#version.set(version);
    this.draft.set(typed);
    if (this.draft().supplierId !== null) this.#findBlankets();
  }

  protected set(change: Partial<OrderDraft>): void {
    this.draft.update((draft) => ({ ...draft, ...change }));
    this.#keep();
  }

  #keep(): void {
    this.#drafts.keep(this.#purpose(), JSON.stringify({ version: this.#version(), typed: this.draft() } satisfies OfVersion<OrderDraft>));
  }

  /** The person has seen what was changed meanwhile, and means what they typed. */
  protected compared(): void {
    this.#version.set(this.#before()?.version ?? null);
    this.fault.set('');
    this.#keep();
  }

  protected setCharge(kind: string, amount: string): void {
    this.set({ charges: { ...this.draft().charges, [kind]: amount } });
  }

  protected setKind(kind: OrderKind): void {
    const byAmount = kind === 'service';
    this.set({ kind, lines: this.draft().lines.map((line) => ({ ...line, byAmount })) });
  }

  protected setLine(at: number, change: Partial<LineDraft>): void {
    this.set({ lines: this.draft().lines.map((line, i) => (i === at ? { ...line, ...change } : line)) });
  }

  protected chooseSupplier({ id, name, account, costCentre, currency }: SupplierView): void {
    const { lines, costCentre: before } = this.draft();
    this.set({
      supplierId: id,
      supplierName: name,
      blanketId: '',
      currency,
      costCentre: before === '' ? costCentre : before,
      lines: lines.map((line) => (line.account === '' ? { ...line, account } : line)),
    });
    this.#findBlankets();
  }

  #findBlankets(): void {
    const { supplierName } = this.draft();
    this.#api.call('orders', {}, { q: supplierName.slice(0, 100) }).subscribe({
      next: (orders) =>
        this.blankets.set(
          orders.filter(({ kind, state, supplier }) => kind === 'blanket' && state === 'open' && supplier === supplierName),
        ),
      error: () => undefined,
    });
  }

  protected addLine(): void {
    const { lines } = this.draft();
    this.set({ lines: [...lines, emptyLine(lines.at(-1) ?? null, this.isService())] });
    this.#typeIn(() => this.#host.nativeElement.querySelector<HTMLElement>('tbody tr.line:last-of-type .first'));
  }

  protected removeLine(at: number): void {
    this.set({ lines: this.draft().lines.filter((_line, i) => i !== at) });
  }

  protected toggle(at: number): void {
    this.opened.update((opened) => new Set(opened.has(at) ? [...opened].filter((one) => one !== at) : [...opened, at]));
  }

  /** Enter in the last field of the last line begins another one. */
  protected enter(event: Event, at: number): void {
    event.preventDefault();
    if (at === this.draft().lines.length - 1) this.addLine();
  }

  protected leave(): void {
    this.#drafts.drop(this.#purpose());
    void this.#router.navigate(this.isNew() ? ['/orders'] : ['/orders', this.id()]);
  }

  protected save(): void {
    if (this.busy()) return;
    const fault =
      draftFault(this.draft()) ?? (!this.isNew() && this.reason().trim().length < 3 ? 'Say why it is changed, in a few words.' : null);
    this.fault.set(fault ?? '');
    if (fault !== null) return;
    this.busy.set(true);
    const wish = wishOf(this.draft());
    const before = this.#before();
    const saved =
      before === null
        ? this.#api.call('enterOrder', {}, wish)
        : this.#api.call('changeOrder', { id: before.id }, { ...wish, version: this.#version() ?? before.version, reason: this.reason() });
    saved.subscribe({
      next: ({ order }) => {
        this.#drafts.drop(this.#purpose());
        void this.#router.navigate(['/orders', order.id]);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(messageOf(error));
        if (before !== null && codeOf(error) === 'stale')
          this.#api
            .call('orderPage', { id: before.id })
            .subscribe({ next: ({ order }) => this.#before.set(order), error: () => undefined });
      },
    });
  }
}
