import { ownName } from '@umber/core/documents';
import { shownValue } from '../checking/questions';
import { KeyHint } from '../keys/key-hint';
import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { DocumentView, ExceptionView, LineView } from '@umber/contract/documents';
import type { CodingLists, Proposals } from '@umber/contract/matching';
import { needsChoice, needsTwo } from '@umber/core/matching';
import { Store } from '@ngrx/store';
import { Api } from '../api';
import { fullDay } from '../dates/day';
import { DocumentActions, documentFeature, type DocumentChange } from '../documents/document.state';
import { MailSaid } from '../documents/mail-said';
import type { PageMark } from '../viewer/page-flow';
import { PageViewer } from '../viewer/page-viewer';
import { Viewer } from '../viewer/viewer';
import { TrailPanel } from '../documents/trail-panel';
import { WaysOut } from '../documents/ways-out';
import { Keys } from '../keys/keys';
import { AmountPipe } from '../money/amount.pipe';
import { sessionFeature } from '../people/session.state';
import { signsText } from '../reading/sentences';
import { NewSuppliers } from '../suppliers/new-supplier';

import { orderedOf } from './ordered';
import { comparedWith, exceptionText, FIGURE_NAMES, figureText, orderText } from './sentences';

/** Exceptions with their numbers side by side, and the ways out: choose, accept with a reason, park. */
@Component({
  selector: 'umber-match-screen',
  host: { class: 'beside-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, MailSaid, PageViewer, TrailPanel, AmountPipe, RouterLink],
  templateUrl: './match-screen.html',
  styleUrl: './match-screen.scss',
})
export class MatchScreen {
  readonly document = input.required<DocumentView>();
  protected readonly viewer = new Viewer(this.document);
  readonly #store = inject(Store);
  readonly #api = inject(Api);
  readonly #session = this.#store.selectSignal(sessionFeature.selectSession);
  readonly #newSuppliers = inject(NewSuppliers);
  protected readonly waysOut = inject(WaysOut);
  protected readonly busy = this.#store.selectSignal(documentFeature.selectBusy);
  protected readonly proposals = signal<Proposals>({ suppliers: [], orders: [] });
  protected readonly coding = signal<CodingLists>({ accounts: [], costCentres: [] });
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
  protected readonly needsChoice = needsChoice;
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

  protected enter(): void {
    const current = this.current();
    if (!current || this.busy() || !this.mayMatch()) return;
    if (current.facts.code === 'supplier-unknown' || (current.facts.code === 'order-unknown' && this.proposals().orders.length > 0))
      this.#choose(0);
    else if (needsTwo(current.facts)) this.confirm(current);
    else if (!needsChoice(current.facts)) this.accept(current);
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

  protected code(line: LineView, account: string, costCentre: string): void {
    this.#change({ name: 'codeLine', params: { position: line.position }, input: { account, costCentre } });
  }

  protected orderLine(line: LineView) {
    return orderedOf(this.document(), line);
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
