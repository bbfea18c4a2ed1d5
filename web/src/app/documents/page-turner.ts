import { computed, linkedSignal, type Signal, type WritableSignal } from '@angular/core';
import type { DocumentView, PageView } from '@umber/contract/documents';
import type { KeyBinding } from '../keys/keys';

/** Which page of the open document is shown, and how it is turned: one way on every screen. It begins anew with each document. */
export class PageTurner {
  readonly #pages: Signal<readonly PageView[]>;
  /** By its number in the file; null: the first. */
  readonly #number: WritableSignal<number | null>;
  /** Where the shown page stands in the document, from 0. */
  readonly place: Signal<number>;
  /** Null where the document has no page to show. */
  readonly page: Signal<PageView | null>;
  readonly count: Signal<number>;
  readonly binding: KeyBinding = {
    keys: 'PageDown PageUp',
    does: 'turn the page',
    repeats: true,
    run: (event) => this.turn(event.key === 'PageDown' ? 1 : -1),
  };

  constructor(document: Signal<DocumentView>) {
    this.#pages = computed(() => document().pages);
    const id = computed(() => document().id);
    this.#number = linkedSignal<number, number | null>({ source: id, computation: () => null });
    this.place = computed(() =>
      Math.max(
        0,
        this.#pages().findIndex((page) => page.number === this.#number()),
      ),
    );
    this.page = computed(() => this.#pages()[this.place()] ?? null);
    this.count = computed(() => this.#pages().length);
  }

  /** Shows a page by its number in the file; null shows the first. */
  show(number: number | null): void {
    this.#number.set(number);
  }

  turn(step: number): void {
    const page = this.#pages()[this.place() + step];
    if (page) this.#number.set(page.number);
  }
}
