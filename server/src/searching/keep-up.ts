import { noted } from '../log.js';
import { inTransaction, many, type Pool } from '../database/database.js';

const SOON_MS = 700;
const TOGETHER = 200;

/** Brings the archive's rows of so many documents up to date. @returns how many there were. */
export const bringUpToDate = (pool: Pool): Promise<number> =>
  inTransaction(pool, async (db) => {
    const stale = await many<{ id: number }>(
      db,
      `with gone as (delete from archive_stale where id in (select id from archive_stale order by id limit ${TOGETHER} for update skip locked) returning document_id)
       select distinct document_id as id from gone order by 1`,
    );
    for (const { id } of stale) await db.query('select archive_document($1)', [id]);
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
