import { noted } from '../log.js';
import { inTransaction, type Pool } from '../database/database.js';
import { archiveDocument, takeStale } from './archive-queries.js';

const SOON_MS = 700;
const TOGETHER = 200;

/** Brings the archive's rows of so many documents up to date. @returns how many there were. */
export const bringUpToDate = (pool: Pool): Promise<number> =>
  inTransaction(pool, async (db) => {
    const stale = await takeStale(db, TOGETHER);
    for (const id of stale) await archiveDocument(db, id);
    return stale.length;
  });

/** Keeps the archive up with what changes, moments after it did. */
export class ArchiveKeeper {
  readonly #pool: Pool;
  readonly #note = noted('keeping the archive up');
  #timer: NodeJS.Timeout | undefined;
  #running: Promise<void> = Promise.resolve();
  #isOn = false;

  constructor(pool: Pool) {
    this.#pool = pool;
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
      this.#running = bringUpToDate(this.#pool).then(
        (done) => this.#next(done > 0 ? 0 : SOON_MS),
        (error: unknown) => {
          this.#note(error);
          this.#next(SOON_MS * 4);
        },
      );
    }, milliseconds);
  }
}
