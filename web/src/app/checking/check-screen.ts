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
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { DocumentView } from '@umber/contract/documents';
import type { Box } from '@umber/core/geometry';
import { Store } from '@ngrx/store';
import { linkHorizontal } from 'd3-shape';
import { questionText } from '../reading/sentences';
import type { DocumentKind } from '@umber/core/documents';
import { DocumentActions, documentFeature, type DocumentChange } from '../documents/document.state';
import { PageSheet, type PageMark } from '../documents/page-sheet';
import { fileAsItCame } from '../documents/addresses';
import { PageTurner } from '../documents/page-turner';
import { Pager } from '../documents/pager';
import { Drafts } from '../drafts/drafts';
import { MailSaid } from '../documents/mail-said';
import { TrailPanel } from '../documents/trail-panel';
import { WaysOut } from '../documents/ways-out';
import { Keys } from '../keys/keys';
import { sessionFeature } from '../people/session.state';
import { DoubtCard, fieldDraft } from './doubt-card';
import { LinesView } from './lines-view';
import { asked, marginItems, type Item } from './margin-items';
import { WindowSize } from '../window-size';
import { layOutMargin } from './margin-layout';
import { runAround, valueFrom, wordsAt } from './pick';
import type { Answer } from './questions';
import { SumsSentence } from './sums-sentence';
import { typedValue } from './typed-value';

const BAR = 48;
const FOOT = 52;
const GAP = 30;
const SMALLEST_PAGE = 430;

/** The page in the middle, the values in its margin at the height where they were read; one doubt at a time is open. */
@Component({
  selector: 'umber-check-screen',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageSheet, Pager, DoubtCard, SumsSentence, LinesView, MailSaid, TrailPanel, RouterLink],
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
  protected readonly busy = this.#store.selectSignal(documentFeature.selectBusy);

  protected readonly view = signal<'head' | 'lines' | 'trail'>('head');
  protected readonly turner = new PageTurner(this.document);
  readonly #drafts = inject(Drafts);
  readonly #chosen = signal<string | null>(null);
  readonly #heights = signal<ReadonlyMap<string, number>>(new Map());
  readonly #size = signal({ width: 1280, height: 800 });
  protected readonly hint = signal('');
  protected readonly questionText = questionText;

  readonly #documentId = computed(() => this.document().id);
  protected readonly mayCheck = computed(() => may(this.#person()?.role ?? 'auditor', 'check'));
  protected readonly items = computed(() => marginItems(this.document()));
  protected readonly questions = computed(() => asked(this.items()));
  /** The open item: the one the person chose, else the first that is asked. */
  protected readonly active = computed(
    (): Item | null => this.items().find((item) => item.id === this.#chosen()) ?? this.questions()[0] ?? null,
  );
  protected readonly place = computed(() => {
    const at = this.questions().findIndex((item) => item.id === this.active()?.id);
    return at < 0 ? '' : `${at + 1} of ${this.questions().length} ${this.questions().length === 1 ? 'doubt' : 'doubts'}`;
  });

  /** In a narrow window the page stands above its values, all in one column. */
  protected readonly isNarrow = inject(WindowSize).isNarrow;

  // Geometry of the stage, in pixels.
  protected readonly pageWidth = computed(() => {
    const page = this.turner.page();
    if (this.isNarrow()) return this.#size().width - 24;
    const tall = this.#size().height - BAR - FOOT - 20;
    return page
      ? Math.round(Math.max(SMALLEST_PAGE, Math.min((tall / page.height) * page.width, this.#size().width * 0.4)))
      : SMALLEST_PAGE;
  });
  protected readonly pageHeight = computed(() =>
    this.turner.page() ? (this.pageWidth() / (this.turner.page()?.width ?? 1)) * (this.turner.page()?.height ?? 1) : 400,
  );
  protected readonly marginWidth = computed(() => Math.max(280, (this.#size().width - this.pageWidth()) / 2 - GAP));
  readonly #scale = computed(() => this.pageWidth() / (this.turner.page()?.width ?? 595));

  protected readonly left = computed(() => this.#placed('left'));
  protected readonly right = computed(() => this.#placed('right'));
  protected readonly stageHeight = computed(
    () =>
      Math.max(this.pageHeight(), ...[...this.left(), ...this.right()].map(({ item, top }) => top + (this.#heights().get(item.id) ?? 40))) +
      12,
  );

  protected readonly marks = computed((): PageMark[] =>
    this.items()
      .filter((item) => item.box !== null && item.page === this.turner.page()?.number && item.id !== 'lines')
      .map((item) => ({
        id: item.id,
        box: item.box as Box,
        tone: item.id === this.active()?.id && item.doubt ? 'open' : item.doubt ? 'ask' : 'quiet',
      })),
  );
  protected readonly threads = computed(() =>
    [...this.left().map((placed) => this.#thread(placed, 'left')), ...this.right().map((placed) => this.#thread(placed, 'right'))].filter(
      (thread) => thread !== null,
    ),
  );

  constructor() {
    const measure = () => this.#size.set({ width: this.#host.nativeElement.clientWidth || window.innerWidth, height: window.innerHeight });
    const observer = new ResizeObserver(measure);
    observer.observe(this.#host.nativeElement);
    window.addEventListener('resize', measure);
    inject(DestroyRef).onDestroy(() => {
      observer.disconnect();
      window.removeEventListener('resize', measure);
    });
    // The margin is laid out again once the true heights are known.
    afterRenderEffect(() => {
      this.left();
      this.right();
      this.active();
      const found = new Map<string, number>();
      for (const element of this.#host.nativeElement.querySelectorAll<HTMLElement>('[data-item]'))
        found.set(element.dataset['item'] ?? '', element.offsetHeight);
      const known = untracked(this.#heights);
      if ([...found].some(([id, height]) => known.get(id) !== height)) this.#heights.set(found);
    });
    // A settled doubt closes: the next one opens by itself, on its page.
    effect(() => {
      const active = this.active();
      const { page } = active ?? { page: null };
      if (page !== null) untracked(() => this.turner.show(page));
    });
    effect(() => {
      this.#documentId();
      untracked(() => {
        this.#chosen.set(null);
        this.view.set('head');
        this.turner.show(this.questions()[0]?.page ?? null);
      });
    });
    inject(Keys).use([
      { keys: 'Enter', does: 'take the first answer, go to the next doubt; then settle the document', run: () => this.enter() },
      { keys: '1 2 3 4 5 6 7', does: 'take an answer by its number', run: (event) => this.#take(Number(event.key) - 1) },
      {
        keys: 'e',
        does: 'type a value for the open field',
        run: () => (this.view() === 'lines' ? this.linesView()?.edit() : this.card()?.edit()),
      },
      { keys: 'ArrowDown', does: 'next field', repeats: true, run: () => this.#move(1) },
      { keys: 'ArrowUp', does: 'field before', repeats: true, run: () => this.#move(-1) },
      { keys: 'l', does: 'lines, and back to the head', run: () => this.show('lines') },
      { keys: 't', does: 'trail, and back to the head', run: () => this.show('trail') },
      this.turner.binding,
      {
        keys: 'g',
        does: 'all pages of the file, to cut and join',
        run: () => this.#toPages(),
      },
      {
        keys: 'a',
        does: 'those that look alike; in the lines: add a line',
        run: () => (this.view() === 'lines' ? this.linesView()?.add() : this.#toAlike()),
      },
      { keys: 'd', does: 'remove the chosen line (in the lines)', run: () => this.view() === 'lines' && this.linesView()?.remove() },
      { keys: 'p', does: 'park', run: () => this.mayCheck() && this.waysOut.park() },
      { keys: 'x', does: 'turn away', run: () => this.mayCheck() && this.waysOut.turnAway() },
      { keys: 'Escape', does: 'close the open field; back to the tray', run: () => this.#escape() },
    ]);
  }

  protected choose(item: Item): void {
    this.hint.set('');
    if (item.id === 'lines') this.show('lines');
    else this.#chosen.set(item.id);
  }

  protected show(view: 'lines' | 'trail'): void {
    this.view.update((now) => (now === view ? 'head' : view));
  }

  /** Enter: the open doubt's first answer; without doubts the whole document is settled. */
  protected enter(): void {
    if (this.busy() || !this.mayCheck()) return;
    const active = this.active();
    if (this.view() === 'lines' && (this.linesView()?.settle() ?? false)) return;
    if (active?.id === 'lines' && active.doubt) this.view.set('lines');
    else if (this.view() !== 'head' && this.questions().length > 0) this.view.set('head');
    else if (active?.doubt) this.#take(0);
    else if (this.questions().length > 0) this.#chosen.set(null);
    else if (!this.#toDraft()) this.#change({ name: 'finishCheck', next: true });
  }

  protected answer(answer: Answer): void {
    const active = this.active();
    if (!active?.doubt || !this.mayCheck()) return;
    this.#chosen.set(null);
    this.hint.set('');
    if (answer.way === 'pages') this.#toPages();
    else if (active.doubt.field === 'kind') this.#change({ name: 'changeKind', input: { kind: answer.value as DocumentKind } });
    else if (answer.value === null || active.field === null) this.#change({ name: 'settleDoubt', params: { doubt: active.doubt.id } });
    else this.#give(this.items().find(({ field }) => field === answer.field) ?? active, answer.value);
  }

  protected type(text: string): void {
    const active = this.active();
    if (active?.field) this.#give(active, typedValue(active.field, text));
  }

  /** A click or a dragged rectangle on the page fills the open field. */
  protected pick(area: Box): void {
    const [active, page] = [this.active(), this.turner.page()];
    if (!page || !this.mayCheck()) return;
    const words = wordsAt(page.words, area);
    const click = area.width < 4 && area.height < 4;
    const here = click
      ? this.items().find((item) => item.page === page.number && item.box && item.id !== 'lines' && inside(item.box, area))
      : undefined;
    if (here && here.id !== active?.id) {
      this.choose(here);
      return;
    }
    if (!active?.field || words.length === 0) return;
    const value =
      valueFrom(active.field, words, page.words) ?? (click ? valueFrom(active.field, runAround(page.words, words[0]), page.words) : null);
    if (value === null)
      this.hint.set(
        `“${words.map((word) => word.text).join(' ')}” is no ${active.name.toLowerCase()}. Drag over the whole of it, or type.`,
      );
    else this.#give(active, value);
  }

  protected close(): void {
    this.#chosen.set(null);
    this.hint.set('');
  }

  #take(index: number): void {
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

  #give(item: Item, value: string): void {
    this.#chosen.set(null);
    this.hint.set('');
    if (item.field !== null)
      this.#change({
        name: 'changeField',
        params: { field: item.field },
        input: { value },
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

  #change(change: DocumentChange): void {
    this.#store.dispatch(DocumentActions.changed({ change }));
  }

  #move(step: number): void {
    if (this.view() === 'lines') {
      this.linesView()?.move(step);
      return;
    }
    const ordered = [...this.left(), ...this.right()].map(({ item }) => item);
    const at = ordered.findIndex((item) => item.id === this.active()?.id);
    const next = ordered[(at + step + ordered.length) % ordered.length];
    if (next) this.#chosen.set(next.id);
  }

  #escape(): void {
    if (this.view() !== 'head') this.view.set('head');
    else if (this.#chosen() !== null) this.close();
    else void this.#router.navigate(['/tray', 'check']);
  }

  #placed(side: 'left' | 'right'): { item: Item; top: number }[] {
    const own = this.items().filter((item) => item.side === side);
    const scale = this.#scale();
    const sized = own.map((item) => ({
      id: item.id,
      anchor: item.box !== null && item.page === this.turner.page()?.number ? (item.box.y + item.box.height / 2) * scale : null,
      height: this.#heights().get(item.id) ?? 40,
    }));
    const tops = new Map(layOutMargin(sized, this.pageHeight()).map((placed) => [placed.id, placed.top]));
    return own.map((item) => ({ item, top: tops.get(item.id) ?? 0 })).sort((a, b) => a.top - b.top);
  }

  /** The thin line from an item to its place: a curve to the page's edge, then along the underside of the words. */
  #thread({ item, top }: { item: Item; top: number }, side: 'left' | 'right'): { id: string; path: string; open: boolean } | null {
    if (item.box === null || item.page !== this.turner.page()?.number) return null;
    const scale = this.#scale();
    const margin = this.marginWidth();
    const pageLeft = margin + GAP;
    const edge = side === 'left' ? pageLeft : pageLeft + this.pageWidth();
    const start: [number, number] = [side === 'left' ? margin + 2 : edge + GAP - 2, top + 13];
    const underside = (item.box.y + item.box.height) * scale + 2.5;
    const turn: [number, number] = [edge + (side === 'left' ? 4 : -4), underside];
    const target = pageLeft + (side === 'left' ? item.box.x : item.box.x + item.box.width) * scale;
    const curve = linkHorizontal()({ source: start, target: turn }) ?? '';
    return { id: item.id, path: `${curve}L${target},${underside}`, open: item.id === this.active()?.id && item.doubt !== null };
  }
}

const inside = (box: Box, at: Box): boolean =>
  at.x >= box.x - 2 && at.x <= box.x + box.width + 2 && at.y >= box.y - 2 && at.y <= box.y + box.height + 2;
