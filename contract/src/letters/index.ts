import type { Versioned } from '../checking/index.js';

/** A letter about a document, as it goes out by mail. */
export interface LetterWish extends Versioned {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}
/** A letter that was written. */
export interface LetterView {
  readonly id: number;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly by: string;
  readonly at: string;
  /** Null while it waits to be sent. */
  readonly sentAt: string | null;
  /** Why it could not be sent. */
  readonly failed: string | null;
}
