import { noted } from '../log.js';

/** Something that is done again and again while there is any of it, and looked for moments later where there is none. */
export class Steady {
  readonly #work: () => Promise<number>;
  readonly #note: (error: unknown) => void;
  readonly #soon: number;
  #timer: NodeJS.Timeout | undefined;
  #running: Promise<void> = Promise.resolve();
  #isOn = false;

  /** `work` says how much it did; `soon`: milliseconds until it is looked again. */
  constructor(name: string, work: () => Promise<number>, soon = 700) {
    this.#work = work;
    this.#note = noted(name);
    this.#soon = soon;
  }

  start(): void {
    this.#isOn = true;
    this.#next(0);
  }

  async stop(): Promise<void> {
    this.#isOn = false;
    clearTimeout(this.#timer);
    await this.#running;
  }

  #next(milliseconds: number): void {
    if (!this.#isOn) return;
    this.#timer = setTimeout(() => {
      this.#running = this.#work().then(
        (done) => this.#next(done > 0 ? 0 : this.#soon),
        (error: unknown) => {
          this.#note(error);
          this.#next(this.#soon * 4);
        },
      );
    }, milliseconds);
  }
}
