import type { Place } from '@umber/core/geometry';
import type { Versioned } from '../checking/index.js';

/** What somebody said about a document to whoever looks at it next. */
export interface NoteView {
  readonly id: number;
  readonly at: string;
  readonly by: string;
  readonly text: string;
  /** Where on the page it is pinned; null where nowhere. */
  readonly place: Place | null;
}
export interface NoteWish extends Versioned {
  readonly text: string;
  readonly place?: Place;
}
export interface TagsWish extends Versioned {
  readonly tags: readonly string[];
}
/** Whom a document was handed to, and by whom. */
export interface HandedView {
  readonly toId: number;
  readonly to: string;
  readonly by: string | null;
}
export interface HandingWish extends Versioned {
  /** Null: it is nobody's again. */
  readonly to: number | null;
  readonly text: string;
}
/** Lets a document rest until a day, ISO 8601; null: until somebody takes it up. */
export interface Parking extends Versioned {
  readonly reason: string;
  readonly until?: string | null;
}
/** Somebody who has a document open. */
export interface HolderView {
  readonly personId: number;
  readonly name: string;
  readonly since: string;
  /** Whether it is theirs to work on: one person's at a time. */
  readonly holds: boolean;
}
export interface HoldingWish {
  readonly act: 'stay' | 'take-over' | 'leave';
}
/** Somebody whom a document can be handed to. */
export interface Colleague {
  readonly id: number;
  readonly name: string;
}
