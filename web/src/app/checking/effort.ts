import { DestroyRef, effect, inject, type Signal } from '@angular/core';

const MODIFIERS: ReadonlySet<string> = new Set(['Shift', 'Control', 'Alt', 'Meta', 'AltGraph', 'CapsLock']);

/** Counts the keys and pointings that the document on the screen takes; a key that is held counts once. To be made where one may inject. */
export class Effort {
  #count = 0;

  constructor(documentId: Signal<number>) {
    const key = ({ repeat, key: name }: KeyboardEvent) => {
      if (!repeat && !MODIFIERS.has(name)) this.#count++;
    };
    const point = () => this.#count++;
    window.addEventListener('keydown', key, { capture: true });
    window.addEventListener('pointerdown', point, { capture: true });
    inject(DestroyRef).onDestroy(() => {
      window.removeEventListener('keydown', key, { capture: true });
      window.removeEventListener('pointerdown', point, { capture: true });
    });
    effect(() => {
      documentId();
      this.#count = 0;
    });
  }

  /** Keys and pointings since the document came onto the screen. */
  readonly taken = (): number => this.#count;
}
