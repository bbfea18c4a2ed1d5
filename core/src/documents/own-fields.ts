/** What a field of the company's own holds. */
export const OWN_TYPES = ['text', 'number', 'amount', 'date', 'choice', 'yes-no'] as const;
export type OwnType = (typeof OWN_TYPES)[number];

/** What of an order an own field of the head must be the same as. */
export const OWN_MATCHES = ['orderNumber', 'orderOwner', 'costCentre'] as const;
export type OwnMatch = (typeof OWN_MATCHES)[number];

/** How a field of the company's own is named beside the built-in ones. */
export type OwnName = `own:${string}`;

/** A field of the head or of the lines that the company added to those of every invoice. */
export interface OwnField {
  /** Names it for good, also after it was called otherwise: small letters, digits, hyphens. */
  readonly key: string;
  readonly name: string;
  readonly level: 'head' | 'line';
  readonly type: OwnType;
  /** Whether an invoice must have it. */
  readonly required: boolean;
  /** Words that stand beside it on pages, or over its column. */
  readonly labels: readonly string[];
  /** What it may be, where it is a choice. */
  readonly choices: readonly string[];
  /** How it must look, as `matchesPattern` takes it; empty: in any way. */
  readonly pattern: string;
  /** The least and the most that it may be: a decimal string, or a date ISO 8601; null: any. */
  readonly least: string | null;
  readonly most: string | null;
  /** What of its order it must be the same as; null: nothing. */
  readonly matches: OwnMatch | null;
}

export const ownName = ({ key }: Pick<OwnField, 'key'>): OwnName => `own:${key}`;
/** The key of a field by its name. */
export const ownKey = (name: OwnName): string => name.slice('own:'.length);
export const isOwnName = (name: string): name is OwnName => name.startsWith('own:');
