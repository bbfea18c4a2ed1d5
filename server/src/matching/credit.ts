import type { MatchException } from '@umber/core/matching';
import { decimal, toAmount } from '@umber/core/money';
import type { Database } from '../database/database.js';
import { creditedInvoices, type MatchHead } from './queries.js';

/** Rounding between a credit note and the invoices that it is for. */
const ROUNDING = '0.02';

/**
 * What a credit note gives back beside what it is for: the invoices that it names, less what other credit notes gave back of them. One that
 * goes against an order was compared line by line with what was invoiced of it; one that is for nothing that is here is asked about.
 */
export async function creditExceptions(db: Database, head: MatchHead, supplierId: number, onOrder: boolean): Promise<MatchException[]> {
  const { named, invoices, left } = await creditedInvoices(db, head.id, supplierId);
  if (invoices.length === 0) return onOrder ? [] : [{ line: null, facts: { code: 'credits-nothing-known', named }, figures: [] }];
  const credited = decimal(head.gross ?? '0').abs();
  const over = credited.minus(decimal(left));
  if (over.lte(decimal(ROUNDING))) return [];
  return [
    {
      line: null,
      facts: { code: 'credit-beyond', credited: toAmount(credited), left, invoices },
      figures: [{ name: 'total', invoice: toAmount(credited), order: left, received: null, variance: toAmount(over) }],
    },
  ];
}
