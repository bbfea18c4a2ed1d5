import { computed, Injectable, signal } from '@angular/core';

/** Below so many pixels across, screens stand in one column: phones, narrow windows, 200 % zoom. The style sheet says the same. */
const NARROW = 900;

/** How large the window is, in pixels, without its scroll bars. */
@Injectable({ providedIn: 'root' })
export class WindowSize {
  readonly #size = signal(measured());
  readonly width = computed(() => this.#size().width);
  readonly height = computed(() => this.#size().height);
  readonly isNarrow = computed(() => this.width() < NARROW);

  constructor() {
    window.addEventListener('resize', () => this.#size.set(measured()));
  }
}

const measured = () => ({ width: document.documentElement.clientWidth || window.innerWidth, height: window.innerHeight });
