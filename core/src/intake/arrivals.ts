import type { ReadingFailure, Tray } from '../documents/index.js';
import type { Shapes } from '../shapes/index.js';

/** Something in an arrival that was not taken out of it. */
export type LeftOut =
  | { readonly code: 'too-many-files' }
  /** A picture that does not look like a page: a logo, a signature, a photograph of goods. It can be read all the same. */
  | { readonly code: 'picture-aside'; readonly file: string }
  | { readonly code: 'mail-too-deep'; readonly file: string }
  | { readonly code: 'archive-too-deep'; readonly file: string }
  | { readonly code: 'archive-damaged'; readonly file: string }
  | { readonly code: 'archive-partly-damaged'; readonly file: string }
  | { readonly code: 'archive-too-full'; readonly file: string; readonly most: number }
  | { readonly code: 'packed-encrypted'; readonly file: string; readonly packed: string }
  | { readonly code: 'packed-unreadable'; readonly file: string; readonly packed: string };

/** Why an arrival became no document, or not all of it did. */
export type ArrivalReason =
  | { readonly code: 'came-before'; readonly kind: 'mail' | 'file'; readonly arrival: number }
  /** The words of the rule that turned it away. */
  | { readonly code: 'turned-away'; readonly rule: string }
  | { readonly code: 'no-attachment' }
  | { readonly code: 'empty-file' }
  /** Names of what it holds. */
  | { readonly code: 'nothing-readable'; readonly files: readonly string[] }
  | {
      readonly code: 'left-out';
      readonly parts: readonly LeftOut[];
      readonly turnedAway: { readonly file: string; readonly rule: string } | null;
    }
  | { readonly code: 'gave-up'; readonly tries: number; readonly error: string }
  /** Kept by a version that wrote sentences. */
  | { readonly code: 'as-worded'; readonly text: string };

/** How a step on the way in ended, with its figures. */
export type StepNote =
  | { readonly code: 'kept'; readonly bytes: number }
  | { readonly code: 'opened'; readonly toRead: number }
  | { readonly code: 'no-document'; readonly reason: ArrivalReason }
  | { readonly code: 'words-found'; readonly pages: number; readonly scanned: number }
  | { readonly code: 'separated'; readonly pages: number; readonly documents: number }
  | { readonly code: 'read'; readonly lines: number; readonly pages: number; readonly doubts: number }
  | { readonly code: 'read-meanwhile' }
  | { readonly code: 'sent-to'; readonly tray: Tray }
  | { readonly code: 'failed'; readonly because: ReadingFailure }
  | { readonly code: 'tries-again'; readonly error: string }
  /** Kept by a version that wrote sentences. */
  | { readonly code: 'as-worded'; readonly text: string };

export const ARRIVAL_REASON_SHAPES: Shapes<ArrivalReason> = {
  'came-before': { kind: 'string', arrival: 'number' },
  'turned-away': { rule: 'string' },
  'no-attachment': {},
  'empty-file': {},
  'nothing-readable': { files: 'array' },
  'left-out': { parts: 'array', turnedAway: 'object?' },
  'gave-up': { tries: 'number', error: 'string' },
  'as-worded': { text: 'string' },
};

export const STEP_NOTE_SHAPES: Shapes<StepNote> = {
  kept: { bytes: 'number' },
  opened: { toRead: 'number' },
  'no-document': { reason: 'object' },
  'words-found': { pages: 'number', scanned: 'number' },
  separated: { pages: 'number', documents: 'number' },
  read: { lines: 'number', pages: 'number', doubts: 'number' },
  'read-meanwhile': {},
  'sent-to': { tray: 'string' },
  failed: { because: 'object' },
  'tries-again': { error: 'string' },
  'as-worded': { text: 'string' },
};
