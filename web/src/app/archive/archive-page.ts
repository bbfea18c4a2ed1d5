import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Colleague } from '@umber/contract/around';
import { KIND_NAMES } from '@umber/contract/documents';
import {
  listOf,
  NO_SEARCH,
  ORDERS,
  type AmountBand,
  type ArchiveHit,
  type ArchiveOrder,
  type ArchiveSearch,
  type Facet,
  type FoundPlace,
  type HandedList,
  type KeptSearch,
} from '@umber/contract/searching';
import { TRAY_NAMES } from '@umber/contract/trays';
import type { DocumentKind, Tray } from '@umber/core/documents';
import { may } from '@umber/core/permissions';
import { debounceTime, map, merge, Subject, type Observable } from 'rxjs';
import { Api } from '../api';
import { codeOf, messageOf } from '../api-error';
import { KeyHint } from '../keys/key-hint';
import { Keys } from '../keys/keys';
import { typingIn } from '../keys/typing-in';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { sessionFeature } from '../people/session.state';
import { counted } from '../words/counted';
import { ArchiveHits } from './archive-hits';
import { BAND_NAMES, ORDER_NAMES, PLACE_NAMES } from './words';

/** Milliseconds that typing rests before it is looked for. */
const REST = 200;
type Choice = 'found' | 'kinds' | 'trays' | 'suppliers' | 'years' | 'amounts';
const CHOICES: readonly Choice[] = ['found', 'kinds', 'suppliers', 'years', 'amounts', 'trays'];
const HEADINGS: Readonly<Record<Choice, string>> = {
  found: 'Found',
  kinds: 'Kind',
  trays: 'Where it is',
  suppliers: 'Supplier',
  years: 'Year',
  amounts: 'Amount',
};

/** Everything that ever came: one field, choices beside it, hits with the piece in which they were found. The address is the search. */
@Component({
  selector: 'umber-archive-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ArchiveHits, KeyHint, LoadingLine, ReactiveFormsModule, RouterLink],
  templateUrl: './archive-page.html',
  styleUrl: './archive-page.scss',
})
export class ArchivePage {
  readonly #api = inject(Api);
  readonly #typeIn = typingIn();
  readonly #router = inject(Router);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  private readonly name = viewChild<ElementRef<HTMLInputElement>>('name');
  private readonly holdName = viewChild<ElementRef<HTMLInputElement>>('holdName');
  private readonly whatFor = viewChild<ElementRef<HTMLTextAreaElement>>('whatFor');

  /** What the address says is looked for. */
  protected readonly search = toSignal(inject(ActivatedRoute).queryParamMap.pipe(map((asked) => searchOf((name) => asked.get(name)))), {
    initialValue: NO_SEARCH,
  });
  readonly #again = new Subject<void>();
  protected readonly loading = loaded(merge(toObservable(this.search), this.#again.pipe(map(() => this.search()))), (search) =>
    this.#api.call('searchArchive', {}, search),
  );
  protected readonly found = computed(() => this.loading().value);
  /** Whether what is shown is what the address says, and not the list before it: only then is anything done with it. */
  protected readonly isFound = computed(() => this.loading().of === this.search());
  /** Enter came before the list that it is for. */
  readonly #opens = signal(false);
  protected readonly form = new FormGroup({ q: new FormControl('', { nonNullable: true }) });
  protected readonly keeping = new FormGroup({
    name: new FormControl('', { nonNullable: true }),
    shared: new FormControl(false, { nonNullable: true }),
  });
  protected readonly handing = new FormGroup({
    to: new FormControl<number | null>(null),
    whatFor: new FormControl('', { nonNullable: true }),
    openUntil: new FormControl('', { nonNullable: true }),
  });
  protected readonly holding = new FormGroup({
    name: new FormControl('', { nonNullable: true }),
    reason: new FormControl('', { nonNullable: true }),
  });
  protected readonly hits = linkedSignal<readonly ArchiveHit[]>(() => this.found()?.hits ?? []);
  protected readonly fault = signal('');
  protected readonly said = signal('');
  protected readonly busy = signal(false);
  protected readonly at = linkedSignal<number>(() => (this.found()?.hits.length ? 0 : -1));
  protected readonly without = linkedSignal<ArchiveSearch, ReadonlySet<number>>({ source: this.search, computation: () => new Set() });
  protected readonly kept = signal<readonly KeptSearch[]>([]);
  protected readonly lists = signal<readonly HandedList[]>([]);
  protected readonly readers = signal<readonly Colleague[]>([]);
  protected readonly keeps = signal(false);
  protected readonly hands = signal(false);
  protected readonly holds = signal(false);
  protected readonly mayHold = computed(() => may(this.#person()?.role ?? 'auditor', 'placeHolds'));
  protected readonly mayHand = computed(() => may(this.#person()?.role ?? 'administrator', 'handLists'));
  protected readonly mayExport = computed(() => may(this.#person()?.role ?? 'administrator', 'exports'));

  protected readonly places = PLACE_NAMES;
  protected readonly orders = ORDERS;
  protected readonly orderNames = ORDER_NAMES;
  protected readonly counted = counted;
  protected readonly headings = HEADINGS;
  /** The choices that are worth showing: those with any to choose from, and those that are chosen. */
  protected readonly choices = computed(() => {
    const facets = this.found()?.facets;
    if (!facets) return [];
    return CHOICES.map((choice) => {
      const chosen = listOf(this.search()[choice]);
      const facet: readonly Facet[] = (facets[choice] ?? []).filter(({ documents }) => documents > 0);
      const missing = chosen.filter((value) => !facet.some((one) => one.value === value)).map((value) => ({ value, documents: 0 }));
      const values = [...facet, ...missing].map((one) => ({
        ...one,
        name: this.#nameOf(choice, one),
        isChosen: chosen.includes(one.value),
      }));
      return { choice, values: choice === 'years' ? values.sort((a, b) => b.value.localeCompare(a.value)) : values };
    }).filter(({ choice, values }) => values.length > 1 || listOf(this.search()[choice]).length > 0);
  });
  protected readonly chips = computed(() =>
    this.choices().flatMap(({ choice, values }) => values.filter(({ isChosen }) => isChosen).map((one) => ({ choice, ...one }))),
  );
  protected readonly countText = computed(() => {
    const found = this.found();
    if (!found) return '';
    return `${found.documents.toLocaleString('en')}${found.isRough ? ' among the newest' : ''} ${found.documents === 1 ? 'document' : 'documents'}`;
  });
  protected readonly more = computed(() => Math.max(0, (this.found()?.documents ?? 0) - this.hits().length));
  protected readonly handed = computed(() => Math.max(0, (this.found()?.documents ?? 0) - this.without().size));
  protected readonly hasSearch = computed(() => JSON.stringify({ ...this.search(), order: 'best' }) !== JSON.stringify(NO_SEARCH));

  constructor() {
    effect(() => {
      const { q } = this.search();
      if (untracked(() => this.form.value.q?.trim()) !== q.trim()) this.form.setValue({ q });
    });
    effect(() => {
      if (this.#opens() && this.isFound()) untracked(() => this.open());
    });
    this.form.controls.q.valueChanges.pipe(debounceTime(REST), takeUntilDestroyed()).subscribe((q) => {
      if (q.trim() !== this.search().q.trim()) this.#go({ q });
    });
    this.#api.call('keptSearches').subscribe({ next: (kept) => this.kept.set(kept), error: this.#fail });
    this.#api.call('handedLists').subscribe({ next: (lists) => this.lists.set(lists), error: this.#fail });
    if (this.mayHand()) this.#api.call('listReaders').subscribe({ next: (people) => this.readers.set(people), error: this.#fail });
    inject(Keys).use([
      { keys: '/', does: 'type what to look for', run: (event) => this.#focus(event, this.field().nativeElement) },
      { keys: 'ArrowDown ArrowUp', does: 'next or previous document', repeats: true, whileTyping: true, run: (event) => this.#move(event) },
      { keys: 'Enter', does: 'open the document at the marked line', run: () => this.open() },
      { keys: 'x', does: 'leave the document out of the list, and back', run: () => this.leaveOut() },
      { keys: 'k', does: 'keep this search', run: (event) => this.keepOpen(event) },
      { keys: 'h', does: 'hand this list on', run: (event) => this.handOpen(event) },
      { keys: 'l', does: 'put this list on hold', run: (event) => this.holdOpen(event) },
      { keys: 's', does: 'save as a table', run: () => this.asTable() },
      { keys: 'b', does: 'another order', run: () => this.nextOrder() },
      {
        keys: 'c',
        does: 'to the choices',
        run: (event) => this.#focus(event, this.#host.nativeElement.querySelector<HTMLInputElement>('.choices input')),
      },
    ]);
  }

  #nameOf(choice: Choice, { value, ...more }: Facet): string {
    switch (choice) {
      case 'found':
        return PLACE_NAMES[value as FoundPlace];
      case 'kinds':
        return KIND_NAMES[value as DocumentKind].toLowerCase();
      case 'trays':
        return TRAY_NAMES[value as Tray].toLowerCase();
      case 'amounts':
        return BAND_NAMES[value as AmountBand];
      case 'years':
        return value === 'none' ? 'no date' : value;
      case 'suppliers':
        return 'name' in more
          ? String(more.name)
          : (this.hits().find(({ supplier }) => supplier !== null)?.supplier ?? `supplier ${value}`);
    }
  }

  /** Goes to a search; the address says it. */
  #go(part: Partial<ArchiveSearch>): void {
    this.#open({ ...this.search(), ...part });
  }

  #open(search: ArchiveSearch): void {
    const queryParams = Object.fromEntries(
      Object.entries(search).filter(([name, value]) => value !== NO_SEARCH[name as keyof ArchiveSearch]),
    );
    void this.#router.navigate(['/archive'], { queryParams });
  }

  /** At once, without waiting for more to be typed; once more opens what is chosen. */
  protected searchNow(): void {
    const { q } = this.form.getRawValue();
    if (q.trim() === this.search().q.trim()) this.open();
    else this.#go({ q });
  }
  /** What was typed stays; the letters are keys again. */
  protected leaveField(event: Event): void {
    event.preventDefault();
    this.field().nativeElement.blur();
  }
  protected toggle(choice: Choice, value: string): void {
    const chosen = listOf(this.search()[choice]);
    this.#go({ [choice]: (chosen.includes(value) ? chosen.filter((one) => one !== value) : [...chosen, value]).join(',') });
  }
  protected orderBy(order: string): void {
    const known = ORDERS.find((one) => one === order);
    if (known) this.#go({ order: known });
  }
  protected onlyThis(): void {
    this.#go({ abroad: 'no' });
  }
  protected abroadToo(): void {
    this.#go({ abroad: 'yes' });
  }
  protected nextOrder(): void {
    this.orderBy(ORDERS[(ORDERS.indexOf(this.search().order) + 1) % ORDERS.length] satisfies ArchiveOrder);
  }
  protected clear(): void {
    void this.#router.navigate(['/archive']);
  }

  protected showMore(): void {
    if (!this.isFound()) return;
    this.#try(this.#api.call('searchArchive', {}, { ...this.search(), after: this.hits().length }), ({ hits }) =>
      this.hits.update((all) => [...all, ...hits.filter(({ id }) => !all.some((one) => one.id === id))]),
    );
  }

  #move(event: KeyboardEvent): void {
    if (event.target instanceof HTMLSelectElement || event.target instanceof HTMLTextAreaElement || this.hits().length === 0) return;
    event.preventDefault();
    const to = Math.min(this.hits().length - 1, Math.max(0, this.at() + (event.key === 'ArrowDown' ? 1 : -1)));
    this.at.set(to);
    this.#host.nativeElement.querySelectorAll('umber-archive-hits li')[to]?.scrollIntoView({ block: 'nearest' });
    if (to === this.hits().length - 1 && this.more() > 0) this.showMore();
  }
  /** Opens the chosen document, as soon as the list is that of the search. */
  protected open(): void {
    this.#opens.set(!this.isFound());
    if (!this.isFound()) return;
    const hit = this.hits()[this.at()];
    if (hit) void this.#router.navigate(['/document', hit.id], { queryParams: hit.word === null ? {} : { find: hit.word } });
  }
  protected leaveOut(): void {
    if (!this.isFound()) return;
    const id = this.hits()[this.at()]?.id;
    if (id !== undefined)
      this.without.update((out) => (out.has(id) ? new Set([...out].filter((one) => one !== id)) : new Set([...out, id])));
  }

  protected keepOpen(event?: Event): void {
    event?.preventDefault();
    this.keeps.update((open) => !open);
    this.#typeIn(() => this.name()?.nativeElement);
  }
  protected keep(): void {
    const { name, shared } = this.keeping.getRawValue();
    this.#try(this.#api.call('keepSearch', {}, { name, search: this.search(), shared }), (kept) => {
      this.kept.set(kept);
      this.keeps.set(false);
      this.keeping.reset();
      this.said.set(`Kept as “${name.trim()}”.`);
    });
  }
  protected take(one: KeptSearch): void {
    this.#open(one.search);
    if (one.fresh > 0) this.#api.call('lookAtSearch', { id: one.id }).subscribe({ next: (kept) => this.kept.set(kept), error: this.#fail });
  }
  protected remove(one: KeptSearch): void {
    this.#try(this.#api.call('removeSearch', { id: one.id }), (kept) => this.kept.set(kept));
  }

  protected handOpen(event?: Event): void {
    event?.preventDefault();
    if (!this.mayHand()) return;
    this.hands.update((open) => !open);
    this.#typeIn(() => this.whatFor()?.nativeElement);
  }
  protected hand(): void {
    const { to, whatFor, openUntil } = this.handing.getRawValue();
    if (!this.isFound()) return;
    if (to === null) {
      this.fault.set('Choose a colleague to hand it to.');
      return;
    }
    const wish = {
      search: this.search(),
      without: [...this.without()],
      seen: this.found()?.documents ?? null,
      to,
      whatFor,
      openUntil: openUntil || null,
    };
    this.#try(this.#api.call('handList', {}, wish), (list) => {
      this.lists.update((lists) => [list, ...lists]);
      this.hands.set(false);
      this.handing.reset();
      this.said.set(`${counted(list.documents, 'document')} handed to ${list.to}.`);
    });
  }

  protected holdOpen(event?: Event): void {
    event?.preventDefault();
    if (!this.mayHold()) return;
    this.holds.update((open) => !open);
    this.#typeIn(() => this.holdName()?.nativeElement);
  }
  protected hold(): void {
    if (!this.isFound()) return;
    const wish = {
      ...this.holding.getRawValue(),
      search: this.search(),
      without: [...this.without()],
      documents: [],
      supplier: null,
      first: null,
      last: null,
    };
    const n = this.handed();
    this.#try(this.#api.call('placeHold', {}, wish), () => {
      this.holds.set(false);
      this.holding.reset();
      this.said.set(`${counted(n, 'document')} on hold.`);
    });
  }

  protected asTable(): void {
    if (this.mayExport()) void this.#router.navigate(['/exports'], { queryParams: { search: JSON.stringify(this.search()) } });
  }

  #focus(event: Event, element: HTMLElement | null): void {
    event.preventDefault();
    element?.focus();
    if (element instanceof HTMLInputElement && element.type === 'search') element.select();
  }
  /** A held key asks once. */
  #try<T>(request: Observable<T>, done: (answer: T) => void): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.fault.set('');
    this.said.set('');
    request.subscribe({
      next: (answer) => {
        this.busy.set(false);
        done(answer);
      },
      error: this.#fail,
    });
  }
  readonly #fail = (error: unknown): void => {
    this.busy.set(false);
    this.fault.set(messageOf(error));
    if (codeOf(error) === 'stale') this.#again.next();
  };
}

/** A search as the address says it; what is none is left out. */
function searchOf(asked: (name: string) => string | null): ArchiveSearch {
  const order = ORDERS.find((one) => one === asked('order')) ?? NO_SEARCH.order;
  const text = (name: Choice | 'q') => asked(name) ?? '';
  return {
    q: text('q'),
    found: text('found'),
    kinds: text('kinds'),
    trays: text('trays'),
    suppliers: text('suppliers'),
    years: text('years'),
    amounts: text('amounts'),
    order,
    abroad: asked('abroad') === 'no' ? 'no' : 'yes',
    after: 0,
  };
}
