import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { DocumentView, ExceptionView, LineView } from '@umber/contract/documents';
import type { CodingLists, Proposals } from '@umber/contract/matching';
import { isDecimalString } from '@umber/core/money';
import { Store } from '@ngrx/store';
import { Api } from '../api';
import { fullDay } from '../dates/day';
import { DocumentActions, documentFeature, type DocumentChange } from '../documents/document.state';
import { MailSaid } from '../documents/mail-said';
import { PageSheet, type PageMark } from '../documents/page-sheet';
import { PageTurner } from '../documents/page-turner';
import { Pager } from '../documents/pager';
import { TrailPanel } from '../documents/trail-panel';
import { WaysOut } from '../documents/ways-out';
import { Keys } from '../keys/keys';
import { grouped } from '../money/grouped';
import { AmountPipe } from '../money/amount.pipe';
import { sessionFeature } from '../people/session.state';
import { signsText } from '../reading/sentences';
import { NewSuppliers } from '../suppliers/new-supplier';

import { exceptionText, FIGURE_NAMES, orderText } from './sentences';

/** Exceptions with their numbers side by side, and the ways out: choose, accept with a reason, park. */
@Component({
  selector: 'umber-match-screen',
  host: { class: 'beside-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MailSaid, PageSheet, Pager, TrailPanel, AmountPipe, RouterLink],
  templateUrl: './match-screen.html',
  styleUrl: './match-screen.scss',
})
export class MatchScreen {
  readonly document = input.required<DocumentView>();
  protected readonly turner = new PageTurner(this.document);
  readonly #store = inject(Store);
  readonly #api = inject(Api);
  readonly #person = this.#store.selectSignal(sessionFeature.selectPerson);
  readonly #newSuppliers = inject(NewSuppliers);
  protected readonly waysOut = inject(WaysOut);
  protected readonly busy = this.#store.selectSignal(documentFeature.selectBusy);
  protected readonly proposals = signal<Proposals>({ suppliers: [], orders: [] });
  protected readonly coding = signal<CodingLists>({ accounts: [], costCentres: [] });
  protected readonly mayMatch = computed(() => may(this.#person()?.role ?? 'auditor', 'match'));
  protected readonly showTrail = signal(false);

  protected readonly open = computed(() => this.document().exceptions.filter((exception) => exception.acceptedReason === null));
  protected readonly accepted = computed(() => this.document().exceptions.filter((exception) => exception.acceptedReason !== null));
  readonly #chosen = signal(0);
  protected readonly day = fullDay;
  protected readonly exceptionText = exceptionText;
  protected readonly figureNames = FIGURE_NAMES;
  protected readonly signsText = signsText;
  protected readonly orderText = orderText;
  /** A figure as the reader sees numbers; identifiers as they are. */
  protected readonly figureText = (text: string | null): string => (text === null ? '–' : isDecimalString(text) ? grouped(text, 0) : text);
  protected readonly current = computed((): ExceptionView | null => this.open()[Math.min(this.#chosen(), this.open().length - 1)] ?? null);
  protected readonly marks = computed((): PageMark[] =>
    this.document().lines.flatMap((line) => {
      if (line.box === null || line.page !== this.turner.page()?.number) return [];
      const hit = this.open().some((exception) => exception.line === line.position);
      return [
        { id: String(line.position), box: line.box, tone: line.position === this.current()?.line ? 'open' : hit ? 'ask' : 'band' } as const,
      ];
    }),
  );

  constructor() {
    // The page of the marked exception's line is turned to.
    effect(() => {
      const line = this.document().lines.find((one) => one.position === this.current()?.line);
      if (line?.page != null) untracked(() => this.turner.show(line.page));
    });
    this.#api.call('coding').subscribe({ next: (lists) => this.coding.set(lists), error: () => undefined });
    effect(() => {
      const { id } = this.document();
      this.document().version;
      untracked(() =>
        this.#api.call('proposals', { id }).subscribe({ next: (proposals) => this.proposals.set(proposals), error: () => undefined }),
      );
    });
    const router = inject(Router);
    inject(Keys).use([
      { keys: 'Enter', does: 'accept the marked exception, or take the first proposal', run: () => this.enter() },
      { keys: '1 2 3 4 5', does: 'choose a proposed supplier or order', run: (event) => this.#choose(Number(event.key) - 1) },
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
      this.turner.binding,
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

  protected enter(): void {
    const current = this.current();
    if (!current || this.busy() || !this.mayMatch()) return;
    if (current.facts.code === 'supplier-unknown' || (current.facts.code === 'order-unknown' && this.proposals().orders.length > 0))
      this.#choose(0);
    else this.accept(current);
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
    this.#change({ name: 'chooseOrder', input: { orderId }, next: true });
  }

  protected code(line: LineView, account: string, costCentre: string): void {
    this.#change({ name: 'codeLine', params: { position: line.position }, input: { account, costCentre } });
  }

  protected orderLine(line: LineView) {
    return this.document().order?.lines.find((one) => one.id === line.orderLineId) ?? null;
  }

  protected asks(line: LineView): boolean {
    return this.open().some((exception) => exception.line === line.position);
  }

  #choose(index: number): void {
    const current = this.current();
    if (!current || this.busy() || !this.mayMatch()) return;
    const { suppliers, orders } = this.proposals();
    if (current.facts.code === 'supplier-unknown' && suppliers[index]) this.chooseSupplier(suppliers[index].id);
    if (current.facts.code === 'order-unknown' && orders[index]) this.chooseOrder(orders[index].id);
  }

  #change(change: DocumentChange): void {
    this.#store.dispatch(DocumentActions.changed({ change }));
  }
}
