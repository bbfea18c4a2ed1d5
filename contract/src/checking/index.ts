import { type DocumentKind } from '@umber/core/documents';

/** Every change names the version it was made on; a screen that is behind is refused and told to look again. */
export interface Versioned {
  readonly version: number;
}
export interface ValueChange extends Versioned {
  readonly value: string | null;
}
export interface KindChange extends Versioned {
  readonly kind: DocumentKind;
}
export interface Reasoned extends Versioned {
  readonly reason: string;
}
