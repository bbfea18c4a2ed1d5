import { computed, inject, Injectable, signal } from '@angular/core';
import type { HolderView, HoldingWish } from '@umber/contract/around';
import { addressOf } from '@umber/contract/endpoints';
import { may } from '@umber/core/permissions';
import { Store } from '@ngrx/store';
import { Api } from '../api';
import { sessionFeature } from '../people/session.state';

/** How often it is said that the document is still open; milliseconds. */
const EVERY_MS = 10_000;

/** Who else has the open document, and whether it is the signed-in person's to work on. One person's at a time; anybody may take it over. */
@Injectable({ providedIn: 'root' })
export class Holding {
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #document = signal<number | null>(null);
  readonly #holders = signal<readonly HolderView[]>([]);
  #timer: ReturnType<typeof setInterval> | undefined;

  readonly others = computed(() => this.#holders().filter(({ personId }) => personId !== this.#person()?.id));
  /** Who has it; null where it is one's own, or nobody's. */
  readonly holder = computed(() => this.others().find(({ holds }) => holds) ?? null);
  readonly isMine = computed(() => this.holder() === null);

  constructor() {
    // A closed window says so as well, as far as the browser still lets it.
    window.addEventListener('pagehide', () => {
      const id = this.#document();
      if (id === null) return;
      const body = JSON.stringify({ act: 'leave' } satisfies HoldingWish);
      void fetch(addressOf('hold', { id }), {
        method: 'POST',
        keepalive: true,
        headers: { 'Content-Type': 'application/json' },
        body,
      }).catch(() => undefined);
    });
  }

  /** Says that the person is at this document until `leave`. */
  open(documentId: number): void {
    if (this.#document() === documentId) return;
    this.leave();
    this.#document.set(documentId);
    this.#say('stay');
    this.#timer = setInterval(() => this.#say('stay'), EVERY_MS);
  }

  leave(): void {
    clearInterval(this.#timer);
    if (this.#document() !== null) this.#say('leave');
    this.#document.set(null);
    this.#holders.set([]);
  }

  takeOver(): void {
    this.#say('take-over');
  }

  #say(act: HoldingWish['act']): void {
    const id = this.#document();
    if (id === null || !may(this.#person()?.role ?? 'auditor', 'note')) return;
    // Who is there is a courtesy: where it cannot be known, work goes on.
    this.#api.call('hold', { id }, { act }).subscribe({
      next: (holders) => this.#document() === id && this.#holders.set(holders),
      error: () => undefined,
    });
  }
}
