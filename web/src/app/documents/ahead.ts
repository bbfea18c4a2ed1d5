import { inject, Injectable } from '@angular/core';
import type { DocumentView } from '@umber/contract/documents';
import { Api } from '../api';
import { pagePicture } from './addresses';

/** Pages whose pictures are fetched ahead: what is seen first. */
const PICTURES = 2;

/** The document that comes next, fetched while the one before is worked on: one at a time. */
@Injectable({ providedIn: 'root' })
export class Ahead {
  readonly #api = inject(Api);
  #wanted: number | null = null;
  #document: DocumentView | null = null;

  fetch(id: number | null): void {
    if (id === null || id === this.#wanted) return;
    this.#wanted = id;
    this.#document = null;
    // Where it cannot be had now, it is fetched when it is opened.
    this.#api.call('document', { id }).subscribe({
      next: (document) => {
        if (this.#wanted !== id) return;
        this.#document = document;
        if (typeof Image === 'undefined') return;
        for (const page of document.pages.slice(0, PICTURES)) new Image().src = pagePicture(id, page);
      },
      error: () => undefined,
    });
  }

  /** The document, where it was fetched; once. */
  take(id: number): DocumentView | null {
    const document = this.#document?.id === id ? this.#document : null;
    if (id === this.#wanted) [this.#wanted, this.#document] = [null, null];
    return document;
  }
}
