import { KeyHint } from '../keys/key-hint';
import type { Tray, DocumentKind } from '@umber/core/documents';
import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, numberAttribute, signal } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { KIND_NAMES } from '@umber/contract/documents';
import type { AlikeAct, AlikeDocument, AlikeSettled, AlikeView } from '@umber/contract/sorting';
import { TRAY_NAMES } from '@umber/contract/trays';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, EMPTY, filter, of, switchMap, type Observable } from 'rxjs';
import { addressOf } from '@umber/contract/endpoints';
import { Api } from '../api';
import { dayText, todayIso } from '../dates/day';
import { WaysOut } from '../documents/ways-out';
import { Keys } from '../keys/keys';
import { Live } from '../live/live';
import { currencySign, grouped } from '../money/grouped';
import { sessionFeature } from '../people/session.state';
import { loaded } from '../loading/loaded';
import { messageOf } from '../api-error';
import { NewSuppliers } from '../suppliers/new-supplier';
import { questionText, signsText } from '../reading/sentences';
import { TopBar } from '../top-bar';

const MOST_SUPPLIERS = 5;
/** Milliseconds after which news are looked at. */
const NEWS_AFTER = 300;
/** What they may be besides invoices. */
const KINDS: readonly DocumentKind[] = ['statement', 'reminder', 'delivery-note', 'order-confirmation', 'other'];

/** A supplier that the documents may be from, and why or how it is told apart. */
interface Choice {
  readonly id: number;
  readonly name: string;
  readonly note: string;
}

/** Documents of one unknown supplier, side by side: what is said here is said of all that are marked. */
@Component({
  selector: 'umber-alike-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, ReactiveFormsModule],
  templateUrl: './alike-page.html',
  styleUrl: './alike-page.scss',
})
export class AlikePage {
  readonly id = input.required({ transform: numberAttribute });
  readonly #api = inject(Api);
  readonly #router = inject(Router);
  readonly #bar = inject(TopBar);
  readonly #waysOut = inject(WaysOut);
  readonly #newSuppliers = inject(NewSuppliers);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #today = todayIso();
  protected readonly view = signal<AlikeView | null>(null);
  protected readonly message = signal('');
  protected readonly busy = signal(false);
  protected readonly chosen = signal(0);
  /** Where the first of them waited when the page was opened. */
  #tray: Tray | undefined;
  readonly #left = signal<ReadonlySet<number>>(new Set());
  protected readonly search = new FormControl('', { nonNullable: true });
  readonly #found = loaded(this.search.valueChanges.pipe(debounceTime(150)), (text) =>
    text.trim() === '' ? of([]) : this.#api.call('suppliers', {}, { q: text }),
  );

  protected readonly kinds = KINDS;
  protected readonly kindNames = KIND_NAMES;
  protected readonly maySettle = computed(() => may(this.#person()?.role ?? 'auditor', 'match'));
  protected readonly marked = computed(() => this.view()?.documents.filter(({ id }) => !this.#left().has(id)) ?? []);
  protected readonly suppliers = computed((): readonly Choice[] => {
    const found = (this.#found().value ?? []).map(({ id, name, taxId }) => ({ id, name, note: taxId ?? '' }));
    const proposed = (this.view()?.suppliers ?? []).map(({ id, name, signs }) => ({ id, name, note: signsText(signs) }));
    return (found.length > 0 ? found : proposed).slice(0, MOST_SUPPLIERS);
  });
  /** Of those that are marked, what waits at Check: it can be taken as it is read. */
  protected readonly waiting = computed(() => this.marked().filter(({ tray }) => tray === 'check'));
  protected readonly mayCheck = computed(() => may(this.#person()?.role ?? 'auditor', 'check'));
  /** Whether somebody settled one of them, so that the others are read by it. */
  protected readonly isTaught = computed(() => this.view()?.documents.some(({ checked, taught }) => checked || taught) ?? false);
  protected readonly readAs = computed(() => this.view()?.documents.find(({ seller }) => seller !== null)?.seller ?? null);
  protected readonly ofThem = computed(() => (this.marked().length === 1 ? 'this one' : `these ${this.marked().length}`));

  constructor() {
    this.#bar.clearWithMe();
    effect(() => this.#load(this.id()));
    // What one teaches is seen on the others as they are read again.
    inject(Live)
      .news.pipe(
        filter(
          (news) =>
            news.length === 0 ||
            news.some(({ what, id: changed }) => what === 'document' && this.view()?.documents.some(({ id }) => id === changed)),
        ),
        debounceTime(NEWS_AFTER),
        switchMap(() => this.#api.call('alike', { id: this.id() }).pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(),
      )
      .subscribe((view) => !this.busy() && this.view.set(view));
    inject(Keys).use([
      { keys: 'ArrowRight', does: 'next document', repeats: true, run: () => this.#step(1) },
      { keys: 'ArrowLeft', does: 'document before', repeats: true, run: () => this.#step(-1) },
      { keys: 'Space', does: 'leave the document out, or take it in again', run: () => this.#toggleChosen() },
      { keys: '1 2 3 4 5', does: 'they are from this supplier', run: (event) => this.from(this.suppliers()[Number(event.key) - 1]) },
      { keys: 'n', does: 'put their supplier on file', run: () => this.newSupplier() },
      { keys: 'o', does: 'open the document', run: () => this.open(this.view()?.documents[this.chosen()]) },
      { keys: 'Enter', does: 'settle the chosen one; where one was settled, take the others as they are read', run: () => this.go() },
      { keys: 'p', does: 'park them', run: () => this.away('park') },
      { keys: 'x', does: 'turn them away', run: () => this.away('turn-away') },
      { keys: 'c', does: 'cut: they do not belong together', run: () => this.settle({ act: 'apart' }) },
      { keys: 'Escape', does: 'back to the tray', run: () => this.back() },
    ]);
  }

  protected readonly isMarked = (document: AlikeDocument): boolean => !this.#left().has(document.id);
  protected readonly picture = ({ fileId, page }: AlikeDocument): string =>
    page === null ? '' : addressOf('smallFilePicture', { id: fileId, page });
  protected readonly day = (iso: string | null): string => dayText(iso, this.#today);
  protected readonly money = ({ currency, total }: AlikeDocument): string =>
    total === null ? '' : `${currencySign(currency)} ${grouped(total)}`;
  protected readonly questionText = questionText;
  protected readonly isAsked = ({ doubts }: AlikeDocument, ...fields: string[]): boolean =>
    doubts.some(({ field, line }) => line === null && fields.includes(field ?? ''));
  protected readonly trayName = ({ tray }: AlikeDocument): string => TRAY_NAMES[tray];

  protected toggle(document: AlikeDocument): void {
    this.#left.update((left) => {
      const next = new Set(left);
      if (!next.delete(document.id)) next.add(document.id);
      return next;
    });
  }

  protected from(supplier: Choice | undefined): void {
    if (supplier) this.settle({ act: 'supplier', supplierId: supplier.id });
  }

  protected newSupplier(): void {
    const [first] = this.marked();
    if (first && this.maySettle() && !this.busy())
      this.#newSuppliers.putOnFile(first.id).subscribe(({ id }) => this.settle({ act: 'supplier', supplierId: id }));
  }

  protected away(act: 'park' | 'turn-away'): void {
    if (this.maySettle() && this.marked().length > 0) this.#waysOut.reasonTo(act).subscribe((reason) => this.settle({ act, reason }));
  }

  protected settle(does: AlikeAct): void {
    const documents = this.marked().map(({ id, version }) => ({ id, version }));
    if (!this.maySettle() || documents.length === 0) return;
    this.#send(this.#api.call('settleAlike', { id: this.id() }, { documents, does }));
  }

  #send(answer: Observable<AlikeSettled>): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.message.set('');
    answer.subscribe({
      next: ({ left, view }) => {
        this.busy.set(false);
        const numbers = new Map(this.view()?.documents.map(({ id, number }) => [id, number]));
        this.#left.set(new Set());
        this.view.set(view);
        if (left.length > 0) this.message.set(left.map(({ id, why }) => `${numbers.get(id) ?? `Document ${id}`}: ${why}`).join(' '));
        else if (view.documents.length === 0) this.back();
      },
      error: (error: unknown) => this.#failed(error),
    });
  }

  /** Opens a document; where it is settled, it leads back here. */
  protected open(document: AlikeDocument | undefined): void {
    if (document) void this.#router.navigate(['/document', document.id], { queryParams: { alike: this.id() } });
  }

  /** Enter: settle the first one, then take the others. */
  protected go(): void {
    if (this.isTaught()) this.accept();
    else this.open(this.view()?.documents[this.chosen()]);
  }

  /** Takes those that are marked as they are read, questions and all. */
  protected accept(): void {
    const documents = this.waiting().map(({ id, version }) => ({ id, version }));
    if (!this.mayCheck() || documents.length === 0) return;
    this.#send(this.#api.call('acceptAlike', { id: this.id() }, { documents }));
  }

  protected back(): void {
    void this.#router.navigate(['/tray', this.#tray ?? 'check']);
  }

  #load(id: number): void {
    this.#bar.trail.set([{ text: 'Alike', strong: true }]);
    this.#api.call('alike', { id }).subscribe({ next: (view) => this.#show(view), error: (error: unknown) => this.#failed(error) });
  }

  #show(view: AlikeView): void {
    this.view.set(view);
    this.#tray = view.documents[0]?.tray;
  }

  #failed(error: unknown): void {
    this.busy.set(false);
    this.message.set(messageOf(error));
  }

  #step(by: number): void {
    this.chosen.update((at) => Math.max(0, Math.min((this.view()?.documents.length ?? 1) - 1, at + by)));
  }

  #toggleChosen(): void {
    const document = this.view()?.documents[this.chosen()];
    if (document) this.toggle(document);
  }
}
