import { EventEmitter } from 'node:events';
import pg from 'pg';
import type { LiveNews } from '@umber/contract/trays';

const RETRY_MS = 1000;

/** Listens to the database's notifications and passes them on as `news`; reconnects when the connection breaks. */
export class Live extends EventEmitter {
  #client: pg.Client | undefined;
  #closed = false;
  #timer: NodeJS.Timeout | undefined;

  constructor(readonly url: string) {
    super();
    this.setMaxListeners(0);
  }

  async open(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url });
    client.on('notification', ({ payload }) => this.emit('news', JSON.parse(payload ?? '{}') as LiveNews));
    client.on('error', () => this.#lost(client));
    client.on('end', () => this.#lost(client));
    await client.connect();
    this.#client = client;
    await client.query('listen umber_live');
  }

  async close(): Promise<void> {
    this.#closed = true;
    clearTimeout(this.#timer);
    await this.#client?.end().catch(() => undefined);
  }

  /** Once for each connection that was there: tries until another one is. */
  #lost(client: pg.Client): void {
    if (this.#closed || client !== this.#client) return;
    this.#client = undefined;
    this.#tryAgain();
  }

  #tryAgain(): void {
    this.#timer = setTimeout(() => void this.open().catch(() => !this.#closed && this.#tryAgain()), RETRY_MS);
  }
}
