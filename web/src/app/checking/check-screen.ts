import { KeyHint } from '../keys/key-hint';
import { may } from '@umber/core/permissions';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { DocumentView } from '@umber/contract/documents';
import { union, type Box, type Place } from '@umber/core/geometry';
import { Store } from '@ngrx/store';
import { linkHorizontal } from 'd3-shape';
import { questionText } from '../reading/sentences';
import type { DocumentKind, HeaderField, OwnField, OwnName } from '@umber/core/documents';
import { DocumentActions, documentFeature, type DocumentChange } from '../documents/document.state';
import { fileAsItCame } from '../documents/addresses';
import { Drafts } from '../drafts/drafts';
import { MailSaid } from '../documents/mail-said';
import { TrailPanel } from '../documents/trail-panel';
import { trailText } from '../documents/sentences';
import { WaysOut } from '../documents/ways-out';
import { Around } from '../around/around-dialog';
import { Holding } from '../around/holding';
import { Keys } from '../keys/keys';
import { Letters } from '../letters/letter-dialog';
import { letterFor } from '../letters/wording';
import { sessionFeature } from '../people/session.state';
import { heightOf, layOutPages, pageOf, shownBox, sizeOf } from '../viewer/geometry';
import { PageFlow, type PageMark, type Picked } from '../viewer/page-flow';
import { PageStrip } from '../viewer/page-strip';
import { Viewer } from '../viewer/viewer';
import { ViewerTools } from '../viewer/viewer-tools';
import { Disputes } from './dispute-dialog';
import { Effort } from './effort';
import { DoubtCard, fieldDraft } from './doubt-card';
import { LinesView } from './lines-view';
import { LooseFields } from './loose-fields';
import { asked, HARDLY_READ, isPlaced, marginItems, type Item } from './margin-items';
import { WindowSize } from '../window-size';
import { layOutMargin } from './margin-layout';
import { sumsOf } from './printed-sums';
import { pageNotes } from './page-notes';
import { pointedAt, wordsAt } from './pick';
import { StepsPanel } from './steps-panel';
import type { Answer } from './questions';
import { SumsSentence } from './sums-sentence';
import { typedValue, type Taking } from './typed-value';

const BARS = 48 + 52 + 20;
const GAP = 30;
const STRIP = 92;
/** The page takes so much of the width between these; the margins never less than they need. Pixels. */
const SHARE = 0.47;
const [SMALLEST_PAGE, LARGEST_PAGE, SMALLEST_MARGIN] = [430, 780, 250];
/** Fields whose values often are one and the same on the page. */
const SAME_PLACE: readonly ReadonlySet<string | null>[] = [new Set(['grossTotal', 'amountDue']), new Set(['grossTotal', 'netTotal'])];
/** The list of what is on no page, as an item of the margin. */
const LOOSE = 'loose';

/** A value that another field holds: the person may move it. */
interface Moving {
  readonly from: Item;
  readonly to: Item;
  readonly value: string;
  readonly at: Place;
}

/** The pages in the middle, the values in the margin at the height where they were read; one doubt at a time is open. */
@Component({
  selector: 'umber-check-screen',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    KeyHint,
    PageFlow,
    PageStrip,
    ViewerTools,
    DoubtCard,
    LooseFields,
    SumsSentence,
    LinesView,
    MailSaid,
    StepsPanel,
    TrailPanel,
    RouterLink,
  ],
  templateUrl: './check-screen.html',
  styleUrl: './check-screen.scss',
})
export class CheckScreen {
  readonly document = input.required<DocumentView>();
  readonly #store = inject(Store);
  readonly #router = inject(Router);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #person = this.#store.selectSignal(sessionFeature.selectPerson);
  protected readonly card = viewChild(DoubtCard);
  protected readonly linesView = viewChild(LinesView);
  protected readonly file = computed(() => fileAsItCame(this.document().id));
  protected readonly waysOut = inject(WaysOut);
  readonly #disputes = inject(Disputes);
  readonly #around = inject(Around);
  readonly #letters = inject(Letters);
  protected readonly busy = this.#store.selectSignal(documentFeature.selectBusy);
  readonly #refused = this.#store.selectSignal(documentFeature.selectMessage);
  /** How often Undo was asked for while something was on its way. */
  readonly #undos = signal(0);

  protected readonly view = signal<'head' | 'lines' | 'trail'>('head');
  protected readonly viewer = new Viewer(this.document);
  readonly #drafts = inject(Drafts);
  readonly #chosen = signal<string | null>(null);
  readonly #heights = signal<ReadonlyMap<string, number>>(new Map());
  readonly #width = signal(1280);
  protected readonly hint = signal('');
  protected readonly moving = signal<Moving | null>(null);
  protected readonly questionText = questionText;

  readonly #documentId = computed(() => this.document().id);
  readonly #holding = inject(Holding);
  readonly #effort = new Effort(this.#documentId);
  /** Where a colleague has the document, it is looked at; who wants to work on it takes it over. */
  protected readonly mayCheck = computed(() => may(this.#person()?.role ?? 'auditor', 'check') && this.#holding.isMine());
  /** The person types what hardly readable pages say: they are not asked about any more. */
  readonly #byHand = linkedSignal<number, boolean>({ source: () => this.document().id, computation: () => false });
  protected readonly items = computed(() => marginItems(this.document()).filter(({ id }) => id !== HARDLY_READ || !this.#byHand()));
  protected readonly questions = computed(() => asked(this.items()));
  /** The open item: the one the person chose, else the first that is asked. */
  protected readonly active = computed(
    (): Item | null => this.items().find((item) => item.id === this.#chosen()) ?? this.questions()[0] ?? null,
  );
  protected readonly place = computed(() => {
    const at = this.questions().findIndex((item) => item.id === this.active()?.id);
    return at < 0 ? '' : `${at + 1} of ${this.questions().length} ${this.questions().length === 1 ? 'doubt' : 'doubts'}`;
  });
  /** What was done last and can be taken back. */
  protected readonly lastStep = computed(() => this.document().steps[0] ?? null);
  protected readonly stepText = computed(() => {
    const step = this.lastStep();
    return step === null ? '' : trailText({ act: step.act, sentence: null });
  });
  protected readonly addsUp = computed(() => {
    const { linesFit, totalsFit } = sumsOf(this.document());
    return linesFit && totalsFit;
  });

  /** In a narrow window the pages stand above their values, all in one column. */
  protected readonly isNarrow = inject(WindowSize).isNarrow;
  readonly #window = inject(WindowSize);

  // Geometry of the stage, in pixels.
  protected readonly strip = computed(() => (this.viewer.count() > 1 && !this.isNarrow() ? STRIP : 0));
  protected readonly pageWidth = computed(() => {
    if (this.isNarrow()) return this.#width() - 24;
    const room = this.#width() - this.strip();
    const full = Math.max(SMALLEST_PAGE, Math.min(room * SHARE, LARGEST_PAGE, room - 2 * (SMALLEST_MARGIN + GAP)));
    const size = this.viewer.size();
    if (size === 'width') return Math.round(full);
    const { across, down } = sizeOf(this.viewer.page(), this.viewer.turn());
    if (size === 'whole') return Math.round(Math.min(full, ((this.#window.height() - BARS - 40) / down) * across));
    return Math.round(full * size);
  });
  protected readonly marginWidth = computed(() => Math.max(SMALLEST_MARGIN, (this.#width() - this.strip() - this.pageWidth()) / 2 - GAP));
  /** What all of it takes; wider than the window where the page was made so large. */
  protected readonly cardWidth = computed(() => Math.min(350, this.marginWidth() - 12));
  protected readonly planeWidth = computed(() => this.strip() + this.pageWidth() + 2 * (this.marginWidth() + GAP));
  protected readonly pages = computed(() => layOutPages(this.viewer.pages(), this.pageWidth(), this.viewer.turn()));
  readonly #flowHeight = computed(() => Math.max(300, heightOf(this.pages())));
  readonly #firstPageEnds = computed(() => this.pages()[0]?.height ?? 300);

  protected readonly placed = computed(() => this.items().filter((item) => isPlaced(item, this.document()) || item.id === this.#chosen()));
  protected readonly loose = computed(() => this.items().filter((item) => !isPlaced(item, this.document()) && item.id !== this.#chosen()));
  protected readonly left = computed(() => this.#laidOut('left'));
  protected readonly right = computed(() => this.#laidOut('right'));
  protected readonly stageHeight = computed(
    () =>
      Math.max(this.#flowHeight(), ...[...this.left(), ...this.right()].map(({ id, top }) => top + (this.#heights().get(id) ?? 40))) + 12,
  );

  protected readonly marks = computed((): PageMark[] => {
    const active = this.active();
    const values = this.items().flatMap((item): PageMark[] => {
      if (item.box === null || item.page === null || item.id === 'lines') return [];
      const tone = item.id === active?.id ? (item.doubt ? 'open' : 'owned') : item.doubt ? 'ask' : 'quiet';
      return [{ id: item.id, page: item.page, box: item.box, tone }];
    });
    return active?.label ? [...values, { id: 'label', page: active.label.page, box: active.label.box, tone: 'label' }] : values;
  });
  protected readonly pageNotes = computed(() => pageNotes(this.document(), this.items()));
  protected readonly askingPages = computed(() => new Set(this.questions().flatMap(({ page }) => (page === null ? [] : [page]))));
  protected readonly threads = computed(() =>
    [...this.left().map((one) => this.#thread(one, 'left')), ...this.right().map((one) => this.#thread(one, 'right'))].filter(
      (thread) => thread !== null,
    ),
  );

  constructor() {
    const observer = new ResizeObserver(() => this.#width.set(this.#host.nativeElement.clientWidth || window.innerWidth));
    observer.observe(this.#host.nativeElement);
    inject(DestroyRef).onDestroy(() => observer.disconnect());
    // The margin is laid out again once the true heights are known, and whenever one of them changes: a cut-out that loads late, say.
    const items = () => [...this.#host.nativeElement.querySelectorAll<HTMLElement>('[data-item]')];
    const measure = () => {
      const found = new Map(items().map((element) => [element.dataset['item'] ?? '', element.offsetHeight]));
      const known = untracked(this.#heights);
      if ([...found].some(([id, height]) => known.get(id) !== height)) this.#heights.set(found);
    };
    const heights = new ResizeObserver(measure);
    inject(DestroyRef).onDestroy(() => heights.disconnect());
    afterRenderEffect(() => {
      this.left();
      this.right();
      this.active();
      heights.disconnect();
      for (const element of items()) heights.observe(element);
      measure();
    });
    // A settled doubt closes: the next one opens by itself, and is brought onto the screen.
    let shown: string | null = null;
    afterRenderEffect(() => {
      const opened = `${this.#documentId()}/${this.active()?.id ?? ''}`;
      this.#heights();
      const card = this.card();
      if (opened === shown || this.view() !== 'head') return;
      const isFirst = shown === null || !shown.startsWith(`${this.#documentId()}/`);
      shown = opened;
      if (card && (!isFirst || untracked(this.active)?.doubt)) requestAnimationFrame(() => card.inSight());
    });
    effect(() => {
      if (this.#refused() !== null) this.#undos.set(0);
      else if (this.#undos() > 0 && !this.busy()) {
        this.#undos.update((n) => n - 1);
        untracked(() => this.undo());
      }
    });
    effect(() => {
      this.#documentId();
      untracked(() => {
        this.#undos.set(0);
        this.#chosen.set(null);
        this.moving.set(null);
        this.view.set('head');
        window.scrollTo({ top: 0 });
      });
    });
    inject(Keys).use([
      { keys: 'Enter', does: 'take the first answer, go to the next doubt; then settle the document', run: () => this.enter() },
      { keys: '1 2 3 4 5 6 7', does: 'take an answer by its number', run: (event) => this.#take(Number(event.key) - 1) },
      {
        keys: 'e',
        does: 'type a value for the open field, or into the doubted cell',
        run: () => (this.view() === 'lines' ? this.linesView()?.edit() : this.card()?.edit()),
      },
      { keys: 'ArrowDown', does: 'next field or line', repeats: true, run: () => this.#move(1) },
      { keys: 'ArrowUp', does: 'field or line before', repeats: true, run: () => this.#move(-1) },
      { keys: 'l', does: 'lines, and back to the head', run: () => this.show('lines') },
      { keys: 't', does: 'trail, and back to the head', run: () => this.show('trail') },
      { keys: 'z Control+z', does: 'take back what was done last', run: () => this.undo() },
      ...this.viewer.bindings,
      { keys: 'g', does: 'all pages of the file, to cut and join', run: () => this.#toPages() },
      { keys: 'a', does: 'those that look alike', run: () => this.#toAlike() },
      { keys: 'i', does: 'in the lines: add a line below', run: () => this.#inLines((lines) => lines.add()) },
      { keys: 'd', does: 'in the lines: remove the line', run: () => this.#inLines((lines) => lines.remove()) },
      { keys: 's', does: 'in the lines: split the line', run: () => this.#inLines((lines) => lines.split()) },
      { keys: 'u', does: 'in the lines: columns over the page', run: () => this.#inLines((lines) => lines.showColumns()) },
      { keys: 'j', does: 'in the lines: join the line with the one above', run: () => this.#inLines((lines) => lines.join()) },
      { keys: 'p', does: 'park', run: () => this.mayCheck() && this.waysOut.park() },
      { keys: 'x', does: 'turn away', run: () => this.mayCheck() && this.waysOut.turnAway() },
      { keys: 'Escape', does: 'close the open field; back to the tray', run: () => this.#escape() },
    ]);
  }

  protected choose(item: Item): void {
    this.hint.set('');
    this.moving.set(null);
    if (item.id === 'lines') this.show('lines');
    else this.#chosen.set(item.id);
  }

  protected show(view: 'lines' | 'trail'): void {
    this.view.update((now) => (now === view ? 'head' : view));
  }

  /** Enter: the open doubt's first answer; without doubts the whole document is settled. */
  protected enter(): void {
    if (this.busy() || !this.mayCheck()) return;
    if (this.moving() !== null) {
      this.move();
      return;
    }
    const active = this.active();
    if (this.view() === 'lines' && (this.linesView()?.settle() ?? false)) return;
    if (active?.id === 'lines' && active.doubt) this.view.set('lines');
    else if (this.view() !== 'head' && this.questions().length > 0) this.view.set('head');
    else if (active?.doubt) this.#take(0);
    else if (this.questions().length > 0) this.#chosen.set(null);
    else if (!this.#toDraft()) this.#change({ name: 'finishCheck', input: { keys: this.#effort.taken() }, next: true });
  }

  protected answer(answer: Answer): void {
    const active = this.active();
    if (!active?.doubt || !this.mayCheck()) return;
    if (answer.way === 'dispute' || answer.way === 'copy') {
      if (answer.way === 'dispute') this.dispute();
      else this.askForCopy();
      return;
    }
    if (answer.way === 'type') {
      this.card()?.edit();
      return;
    }
    this.#chosen.set(null);
    this.hint.set('');
    if (active.id === HARDLY_READ && answer.way === undefined) this.#byHand.set(true);
    else if (answer.way === 'pages') this.#toPages();
    else if (answer.way === 'again') this.#change({ name: 'readAgain', next: true });
    else if (active.doubt.field === 'kind') this.#change({ name: 'changeKind', input: { kind: answer.value as DocumentKind } });
    else if (answer.value === null || active.field === null) this.#change({ name: 'settleDoubt', params: { doubt: active.doubt.id } });
    else this.#give(this.items().find(({ field }) => field === answer.field) ?? active, answer.value);
  }

  /** States that the page itself is wrong, and what is owed then. */
  protected dispute(): void {
    if (this.mayCheck()) this.#disputes.ask(this.document());
  }

  protected type(text: string): void {
    const active = this.active();
    if (active?.field) this.#give(active, typedValue(takingOf(active.field, active.own), text));
  }

  /** Says that the page does not show the open field. */
  protected clear(): void {
    const active = this.active();
    if (active?.field && this.mayCheck()) this.#give(active, '');
  }

  protected around(): void {
    this.#around.open(this.document());
  }

  /** Asks the supplier for a better copy; the document rests until it comes. */
  protected askForCopy(): void {
    if (this.mayCheck())
      this.#letters.write(this.document(), letterFor('unreadable', this.document()), {
        name: 'park',
        input: { reason: 'Asked the supplier for a better copy' },
        next: true,
      });
  }

  /** Takes back what was done last; while that is on its way to the server, as soon as it is there. */
  protected undo(): void {
    if (!this.mayCheck()) return;
    if (this.busy()) {
      this.#undos.update((n) => n + 1);
      return;
    }
    const step = this.lastStep();
    if (step !== null) this.#change({ name: 'undo', input: { step: step.id } });
  }

  /** A click or a dragged rectangle on the page fills the open field. */
  protected pick({ page: number, area }: Picked): void {
    const active = this.active();
    const page = this.viewer.pages().find((one) => one.number === number);
    if (!page || !this.mayCheck()) return;
    this.moving.set(null);
    const words = wordsAt(page.words, area);
    const isClick = area.width < 4 && area.height < 4;
    const here = isClick
      ? this.items().find((item) => item.page === number && item.box && item.id !== 'lines' && inside(item.box, area))
      : undefined;
    const isOther = here !== undefined && here.id !== active?.id;
    if (!active?.field || (isOther && active.doubt === null && this.#chosen() === null)) {
      if (here) this.choose(here);
      return;
    }
    if (words.length === 0) return;
    const pointed = pointedAt(takingOf(active.field, active.own), words, page.words, isClick);
    const text = words.map((word) => word.text).join(' ');
    if (pointed === null) {
      // What cannot be this field's value is meant as a click on the other field.
      if (isOther) this.choose(here);
      else this.hint.set(`“${text}” is no ${active.name.toLowerCase()}. Drag over the whole of it, or type.`);
      return;
    }
    const { value } = pointed;
    const at = { page: number, box: union(pointed.words) };
    if (isOther && here.field !== null && !SAME_PLACE.some((pair) => pair.has(here.field) && pair.has(active.field)))
      this.moving.set({ from: here, to: active, value, at });
    else this.#give(active, value, at);
  }

  /** Moves a value from the field that wrongly holds it to the open one. */
  protected move(): void {
    const moving = this.moving();
    this.moving.set(null);
    if (moving === null || moving.from.field === null) return;
    this.#give(moving.to, moving.value, moving.at);
    this.#change({ name: 'changeField', params: { field: moving.from.field }, input: { value: '' } });
  }

  /** Both fields have the value: it is left where it is and taken as well. */
  protected takeToo(): void {
    const moving = this.moving();
    this.moving.set(null);
    if (moving) this.#give(moving.to, moving.value, moving.at);
  }

  protected openOther(): void {
    const moving = this.moving();
    if (moving) this.choose(moving.from);
  }

  protected close(): void {
    this.#chosen.set(null);
    this.moving.set(null);
    this.hint.set('');
  }

  #take(index: number): void {
    if (this.view() === 'lines') {
      this.linesView()?.take(index);
      return;
    }
    if (this.view() !== 'head' || this.busy()) return;
    const card = this.card();
    const answer = card?.answers()[index];
    // What is settled is on the screen, and what was typed comes before what is offered.
    if (!card || !answer || !card.inSight()) return;
    if (card.hasDraft()) card.edit();
    else this.answer(answer);
  }

  /** Opens a value that was typed and is not saved: a document is not settled over it. False where there is none. */
  #toDraft(): boolean {
    const unsaved = this.items().find((item) => this.draftOf(item) !== null);
    if (unsaved) {
      this.view.set('head');
      this.#chosen.set(unsaved.id);
      this.hint.set(`What you typed for ${unsaved.name} is not saved. Press Enter in it to save it, or Esc to give it up.`);
      return true;
    }
    if (this.#drafts.under(`document/${this.document().id}/lines/`).length > 0) {
      this.view.set('lines');
      this.hint.set('A cell that you typed into is not saved. Press Enter in it to save it, or Esc to give it up.');
      return true;
    }
    return false;
  }

  /** What was typed for a field and is not saved; null where nothing is. */
  protected draftOf(item: Item): string | null {
    return item.field === null ? null : this.#drafts.of(fieldDraft(this.document().id, item.field));
  }

  #give(item: Item, value: string, at?: Moving['at']): void {
    this.#chosen.set(null);
    this.hint.set('');
    if (item.field !== null)
      this.#change({
        name: 'changeField',
        params: { field: item.field },
        input: at ? { value, at } : { value },
        draft: fieldDraft(this.document().id, item.field),
      });
  }

  #toPages(): void {
    void this.#router.navigate(['/file', this.document().file.id], { queryParams: { from: this.document().id } });
  }

  #toAlike(): void {
    const { alike } = this.document();
    if (alike) void this.#router.navigate(['/alike', alike.group]);
  }

  #inLines(act: (lines: LinesView) => void): void {
    const lines = this.linesView();
    if (this.view() === 'lines' && lines && this.mayCheck()) act(lines);
  }

  #change(change: DocumentChange): void {
    this.#store.dispatch(DocumentActions.changed({ change }));
  }

  #move(step: number): void {
    if (this.view() === 'lines') {
      this.linesView()?.move(step);
      return;
    }
    const ids = [...this.left(), ...this.right()].flatMap(({ id }) => (id === LOOSE ? [] : [id]));
    const ordered = [...ids, ...this.loose().map(({ id }) => id)];
    const at = ordered.indexOf(this.active()?.id ?? '');
    const next = ordered[(at + step + ordered.length) % ordered.length];
    if (next) this.#chosen.set(next);
  }

  #escape(): void {
    if (this.view() !== 'head') this.view.set('head');
    else if (this.moving() !== null || this.#chosen() !== null) this.close();
    else void this.#router.navigate(['/tray', 'check']);
  }

  protected readonly looseId = LOOSE;

  /** Where the items of a side stand, from the top of the pages; that of the list of what is on no page has no item. */
  #laidOut(side: 'left' | 'right'): { id: string; item: Item | null; top: number }[] {
    const own = this.placed().filter((item) => item.side === side);
    const sized = own.map((item) => ({
      id: item.id,
      anchor: item.id === HARDLY_READ ? 0 : (this.#middleOf(item) ?? this.#firstPageEnds() - 90),
      height: this.#heights().get(item.id) ?? 40,
    }));
    if (side === 'left' && this.loose().length > 0) {
      // At the foot of the margin, as far as that is on the screen when the document opens.
      const height = this.#heights().get(LOOSE) ?? 160;
      sized.push({ id: LOOSE, anchor: Math.min(this.#firstPageEnds(), this.#window.height() - BARS - 40) - height / 2, height });
    }
    const known = new Map(own.map((item) => [item.id, item]));
    return layOutMargin(sized, this.#flowHeight())
      .map(({ id, top }) => ({ id, item: known.get(id) ?? null, top }))
      .sort((a, b) => a.top - b.top);
  }

  /** How far below the top of the pages an item's place is; null where it has none. */
  #middleOf(item: Item): number | null {
    const laid = pageOf(this.pages(), item.page);
    if (!laid || item.box === null) return null;
    const { y, height } = shownBox(laid, item.box);
    return laid.top + y + height / 2;
  }

  /** The thin line from an item to its place: a curve to the page's edge, then along the underside of the words. */
  #thread({ item, top }: { item: Item | null; top: number }, side: 'left' | 'right'): { id: string; path: string; open: boolean } | null {
    const laid = item && pageOf(this.pages(), item.page);
    if (!laid || !item || item.box === null) return null;
    const box = shownBox(laid, item.box);
    const margin = this.marginWidth();
    const pageLeft = this.strip() + margin + GAP + (this.pageWidth() - laid.width) / 2;
    const edge = side === 'left' ? this.strip() + margin + GAP : this.strip() + margin + GAP + this.pageWidth();
    const start: [number, number] = [side === 'left' ? this.strip() + margin + 2 : edge + GAP - 2, top + 13];
    const underside = laid.top + box.y + box.height + 2.5;
    const turn: [number, number] = [edge + (side === 'left' ? 4 : -4), underside];
    const target = pageLeft + (side === 'left' ? box.x : box.x + box.width);
    const curve = linkHorizontal()({ source: start, target: turn }) ?? '';
    return { id: item.id, path: `${curve}L${target},${underside}`, open: item.id === this.active()?.id && item.doubt !== null };
  }
}

/** What a field takes: one of the company's own as it is defined. */
const takingOf = (field: HeaderField | OwnName, own: OwnField | undefined): Taking => own ?? (field as HeaderField);

const inside = (box: Box, at: Box): boolean =>
  at.x >= box.x - 2 && at.x <= box.x + box.width + 2 && at.y >= box.y - 2 && at.y <= box.y + box.height + 2;
