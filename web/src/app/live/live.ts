import { addressOf } from '@umber/contract/endpoints';
import { Injectable, signal } from '@angular/core';
import type { LiveNews } from '@umber/contract/trays';
import { Subject } from 'rxjs';

const RETRY_MS = 3000;
/** EventSource.CLOSED. */
const CLOSED = 2;

/** The server's live stream. `connected` is false while the connection is being made again. */
@Injectable({ providedIn: 'root' })
export class Live {
  readonly news = new Subject<readonly LiveNews[]>();
  readonly connected = signal(true);
  #source: EventSource | undefined;
  #again: ReturnType<typeof setTimeout> | undefined;

  open(): void {
    if (this.#source) return;
    this.#source = new EventSource(addressOf('news', {}));
    this.#source.onopen = () => {
      // What was missed while away is asked for as if everything had changed.
      if (!this.connected()) this.news.next([]);
      this.connected.set(true);
    };
    this.#source.onerror = () => {
      this.connected.set(false);
      // Refused, not only broken off: the browser does not try again by itself.
      if (this.#source?.readyState === CLOSED) {
        this.close();
        this.#again = setTimeout(() => this.open(), RETRY_MS);
      }
    };
    this.#source.onmessage = (event: MessageEvent<string>) => this.news.next(JSON.parse(event.data) as LiveNews[]);
  }

  close(): void {
    clearTimeout(this.#again);
    this.#source?.close();
    this.#source = undefined;
  }
}
