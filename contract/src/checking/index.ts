import type { Owed } from '@umber/core/arithmetic';
import type { DocumentKind, LineEdit } from '@umber/core/documents';
import type { Place } from '@umber/core/geometry';

/** Every change names the version it was made on; a screen that is behind is refused and told to look again. */
export interface Versioned {
  readonly version: number;
}
/** Ends the check of a document. */
export interface Finishing extends Versioned {
  /** Keys and pointings that it took; left out where nobody counted. */
  readonly keys?: number;
}
export interface ValueChange extends Versioned {
  readonly value: string | null;
}
export interface FieldChange extends ValueChange {
  /** Where a person pointed for it. */
  readonly at?: Place;
}
export interface TableEdit extends Versioned {
  readonly edit: LineEdit;
}
/** Takes back a step and those that came after it. */
export interface Undoing extends Versioned {
  readonly step: number;
}
/** That the page itself is wrong. */
export interface Disputing extends Versioned {
  readonly owed: Owed;
  /** What a line says that has the difference between what is printed and what the lines come to. */
  readonly difference: string;
}
export interface KindChange extends Versioned {
  readonly kind: DocumentKind;
}
export interface Reasoned extends Versioned {
  readonly reason: string;
}
