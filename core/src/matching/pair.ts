import type { DecimalString } from '../money/index.js';
import { foldText } from '../similarity/index.js';
import type { InvoiceLine, LearnedItem, OrderLine } from './lines.js';

/** What speaks for a pair, or against it. */
export type PairSign =
  | 'item-number'
  | 'learned'
  | 'words'
  | 'same-words'
  | 'traits'
  | 'price'
  | 'quantity'
  | 'amount'
  | 'unit'
  | 'named-order'
  | 'sum-of-lines'
  | 'said'
  | 'other-item-number'
  | 'other-words'
  | 'other-size'
  | 'other-model'
  | 'other-side'
  | 'other-colour'
  | 'other-price'
  | 'other-unit'
  | 'other-order';

/** A part of an invoice line and the order line that it goes against. */
export interface Pair {
  readonly line: number;
  readonly orderLineId: number;
  /** In the order's unit; null where the invoice says no quantity, or the order line is one by amount. */
  readonly quantity: DecimalString | null;
  /** Net, of the part. */
  readonly amount: DecimalString;
  /** How many of the order's units one of the invoice's is. */
  readonly factor: DecimalString;
  readonly signs: readonly PairSign[];
  /** How much speaks for it, 0..1. */
  readonly strength: number;
  /** Whether it may pass without being asked about. */
  readonly sure: boolean;
}

/** What the pairs of a line were before: a person's own choice stands. */
export interface ChosenPair {
  readonly line: number;
  /** Null: the line is on no order. */
  readonly orderLineId: number | null;
}

export interface PairingContext {
  /** Orders that the document names, or that were chosen for it; empty where none is. */
  readonly named: ReadonlySet<number>;
  readonly learned: readonly LearnedItem[];
  /** What people chose by line. */
  readonly chosen: readonly ChosenPair[];
}
export const NO_CONTEXT: PairingContext = { named: new Set(), learned: [], chosen: [] };

/** What an item is known by: its number, else its words. */
export const itemKey = (number: string | null, words: string | null): string => foldText(number ?? words ?? '');
export const orderKey = ({ ourItem, itemNumber, description }: Pick<OrderLine, 'ourItem' | 'itemNumber' | 'description'>): string =>
  itemKey(ourItem ?? itemNumber, description);

/** What a line of an invoice may be remembered by: the supplier's number for it, and its words. */
export const theirKeys = ({ itemNumber, description }: Pick<InvoiceLine, 'itemNumber' | 'description'>): string[] =>
  [itemNumber, description]
    .filter((text) => text !== null)
    .map(foldText)
    .filter((key) => key !== '');
