import { EventEmitter } from 'node:events';
import pg from 'pg';
import type { LiveNews } from '@umber/contract/trays';

const RETRY_MS = 1000;

/** Listens to the database's notifications and passes them on as `news`; reconnects when the connection breaks. */
export class Live extends EventEmitter {
  #client: pg.Client | undefined;
  #closed = false;

  constructor(readonly url: string) {
    super();
    this.setMaxListeners(0);
  }

  async open(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url });
    this.#client = client;
    client.on('notification', ({ payload }) => this.emit('news', JSON.parse(payload ?? '{}') as LiveNews));
    client.on('error', () => this.#again(client));
    client.on('end', () => this.#again(client));
    await client.connect();
    await client.query('listen umber_live');
  }

  async close(): Promise<void> {
    this.#closed = true;
    await this.#client?.end().catch(() => undefined);
  }

  #again(client: pg.Client): void {
    if (this.#closed || client !== this.#client) return;
    this.#client = undefined;
    setTimeout(() => void this.open().catch(() => this.#again(client)), RETRY_MS);
    this.#client = client;
  }
}
