import type { Response } from 'express';

/** Streams that one session may have open: its windows. With one more, the oldest ends, and its window opens another when it is looked at. */
const MOST = 8;

/** The live streams by the sessions that they belong to. */
export class Streams {
  readonly #open = new Map<string, Set<Response>>();

  add(session: string, response: Response): void {
    const open = this.#open.get(session) ?? new Set<Response>();
    this.#open.set(session, open.add(response));
    const [oldest] = open;
    if (open.size > MOST) this.remove(session, oldest.end() as Response);
  }

  remove(session: string, response: Response): void {
    const open = this.#open.get(session);
    open?.delete(response);
    if (open?.size === 0) this.#open.delete(session);
  }

  /** Ends all streams of a session that has ended. */
  end(session: string): void {
    for (const response of this.#open.get(session) ?? []) response.end();
    this.#open.delete(session);
  }
}
