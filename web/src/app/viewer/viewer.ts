import { computed, linkedSignal, signal, untracked, type Signal } from '@angular/core';
import type { DocumentView, PageView } from '@umber/contract/documents';
import type { Box } from '@umber/core/geometry';
import type { KeyBinding } from '../keys/keys';
import { foundOn, type Found } from './find';
import type { Turn } from './geometry';

/** How large the pages are: as wide as there is room, whole, or so many times the first. */
export type Size = 'width' | 'whole' | number;

const STEP = 1.25;
const [SMALLEST, LARGEST] = [0.4, 6];

/** A place that is to be brought onto the screen; `asked` tells two wishes for the same place apart. */
export interface Wish {
  readonly page: number;
  readonly box: Box | null;
  readonly asked: number;
}

/** How the pages of the open document are looked at: one way on every screen. It begins anew with each document. */
export class Viewer {
  readonly pages: Signal<readonly PageView[]>;
  readonly size = signal<Size>('width');
  readonly turn;
  /** What a drag over the page does: it points, or it selects text. */
  readonly selects = signal(false);
  readonly lens = signal(false);
  /** Whether straightened pages are shown as they came; nothing is marked on them then. */
  readonly asTheyCame;
  readonly hasStraightened: Signal<boolean>;
  /** What is looked for; null: the field to search is closed. */
  readonly query = signal<string | null>(null);
  readonly found: Signal<readonly Found[]>;
  readonly foundAt;
  /** The number in the file of the page that fills most of the screen; the flow says so. */
  readonly current;
  readonly wish;
  /** Where the current page stands in the document, from 0. */
  readonly place: Signal<number>;
  /** Null where the document has no page to show. */
  readonly page: Signal<PageView | null>;
  readonly count: Signal<number>;
  readonly bindings: readonly KeyBinding[] = [
    { keys: 'PageDown PageUp', does: 'next or previous page', repeats: true, run: (event) => this.step(event.key === 'PageDown' ? 1 : -1) },
    { keys: '+ -', does: 'larger or smaller page', repeats: true, run: (event) => this.zoom(event.key === '+' ? STEP : 1 / STEP) },
    {
      keys: 'w',
      does: 'whole page, and back to its full width',
      run: () => this.size.update((size) => (size === 'whole' ? 'width' : 'whole')),
    },
    { keys: 'r', does: 'turn the page on the screen', run: () => this.turnOn() },
    { keys: 'v', does: 'select text on the page, and back to pointing', run: () => this.selects.update((on) => !on) },
    { keys: 'm', does: 'lens over the page', run: () => this.lens.update((on) => !on) },
    { keys: 'f', does: 'find words on the pages', run: () => this.query.set(this.query() ?? '') },
  ];

  /** `find`: words that are looked for from the beginning, and whose first place is shown. */
  constructor(document: Signal<DocumentView>, find = new URLSearchParams(location.search).get('find')) {
    this.query.set(find);
    let isOpening = find !== null;
    const id = computed(() => document().id);
    this.pages = computed(() => document().pages);
    this.turn = linkedSignal<number, Turn>({ source: id, computation: () => 0 });
    this.asTheyCame = linkedSignal<number, boolean>({ source: id, computation: () => false });
    this.hasStraightened = computed(() => this.pages().some(({ straightened }) => straightened));
    this.current = linkedSignal<number, number | null>({ source: id, computation: () => null });
    this.found = computed(() => {
      const query = this.query();
      return query === null ? [] : this.pages().flatMap((page) => foundOn(page, query));
    });
    this.wish = linkedSignal<number, Wish | null>({
      source: id,
      computation: () => {
        const first = isOpening ? untracked(this.found)[0] : undefined;
        isOpening = false;
        return first ? { ...first, asked: 0 } : null;
      },
    });
    this.foundAt = linkedSignal<readonly Found[], number>({ source: this.found, computation: () => 0 });
    this.place = computed(() =>
      Math.max(
        0,
        this.pages().findIndex((page) => page.number === this.current()),
      ),
    );
    this.page = computed(() => this.pages()[this.place()] ?? null);
    this.count = computed(() => this.pages().length);
  }

  /** Brings a page, by its number in the file, or a place on it onto the screen. */
  show(page: number, box: Box | null = null): void {
    this.wish.update((last) => ({ page, box, asked: (last?.asked ?? 0) + 1 }));
  }

  step(by: number): void {
    const page = this.pages()[this.place() + by];
    if (page) this.show(page.number);
  }

  zoom(by: number): void {
    this.size.update((size) => Math.min(LARGEST, Math.max(SMALLEST, (typeof size === 'number' ? size : 1) * by)));
  }

  turnOn(): void {
    this.turn.update((turn) => ((turn + 1) % 4) as Turn);
  }

  /** Goes to the next place where the words stand that are looked for. */
  next(by = 1): void {
    const found = this.found();
    if (found.length === 0) return;
    this.foundAt.update((at) => (at + by + found.length) % found.length);
    const { page, box } = found[this.foundAt()];
    this.show(page, box);
  }
}
