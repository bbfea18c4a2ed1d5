import { namesOrder, type MatchException } from '@umber/core/matching';
import type { Database } from '../database/database.js';
import { openOrderHeads, ordersOfNumbers } from '../orders/queries.js';
import { numbersOnPages, type MatchHead } from './queries.js';

/** Orders of the supplier that a document names, and what is wrong with those that it names besides. */
export interface NamedOrders {
  readonly orders: readonly { readonly id: number; readonly number: string }[];
  /** Whether it names any, known or not. */
  readonly reference: string | null;
  readonly found: readonly MatchException[];
}

/** "40526, KFR-40533 and 40534/2": what may each be a number. */
const parts = (reference: string): string[] => [
  ...new Set([
    reference.trim(),
    ...reference.split(/[,;+&\s]+|\bund\b|\band\b/).filter((part) => /\d/.test(part)),
    ...(reference.match(/\d{4,}/g) ?? []),
  ]),
];

/** Whether a printed word is this very number, punctuation around it aside. */
const isWhole = (word: string, number: string): boolean =>
  word.replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}]+$/gu, '') === number && number.length >= 4;

/**
 * The orders that a document names. One that is closed or has run out is held against the document and asked about; one of another supplier
 * is asked about. A number that the page shows is not forgotten by taking it off the record.
 */
export async function namedOrders(
  db: Database,
  head: Pick<MatchHead, 'id' | 'orderReference' | 'orderReferenceRead'>,
  supplierId: number,
  today: string,
): Promise<NamedOrders> {
  const reference = head.orderReference ?? head.orderReferenceRead;
  if (reference === null) return { orders: [], reference, found: [] };
  const numbers = parts(reference);
  const all = await openOrderHeads(db, supplierId);
  const named = all.filter(({ number }) => numbers.some((part) => namesOrder(part, number)));
  // Where one is named, others of the supplier that stand on the page are as well: by line, in a text, behind a comma.
  const printed = named.length === 0 ? [] : await numbersOnPages(db, head.id);
  const open = all.filter(
    (order) => named.includes(order) || printed.some((word) => parts(word).some((part) => isWhole(part, order.number))),
  );
  const known = (await ordersOfNumbers(db, numbers)).filter(({ id }) => !open.some((one) => one.id === id));
  const own = known.filter((one) => one.supplierId === supplierId);
  const found: MatchException[] = [];
  const ask = (facts: MatchException['facts']) => found.push({ line: null, facts, figures: [] });
  for (const { number, state } of own) if (state === 'closed') ask({ code: 'order-closed', number });
  for (const { number, validUntil } of open) if (validUntil !== null && validUntil < today) ask({ code: 'order-closed', number });
  if (open.length + own.length === 0) for (const { number, supplier } of known) ask({ code: 'order-of-another', number, supplier });
  return { orders: [...open, ...own].map(({ id, number }) => ({ id, number })), reference, found };
}
