import type { MatchException } from '@umber/core/matching';
import { decimal, toAmount } from '@umber/core/money';
import type { Database } from '../database/database.js';
import { replacedOf } from '../documents/credit-queries.js';
import {
  chosenCredited,
  endClaim,
  invoicesNamed,
  invoicesOfLines,
  invoicesOfTotal,
  leftOf,
  namedNumbers,
  openClaims,
  setCredited,
  type CreditKnownBy,
} from './credit-queries.js';
import type { MatchHead } from './queries.js';

/** Rounding between a credit note and the invoices that it is for. */
const ROUNDING = '0.02';

/**
 * Finds the invoices that a credit note gives back of, and holds it against what is left of them: those that a person chose, else those that it
 * names, else the one that took of the same order lines. One of just its total is only asked about; one that is for nothing here too.
 */
export async function creditExceptions(db: Database, head: MatchHead, supplierId: number, onOrder: boolean): Promise<MatchException[]> {
  const ask = (facts: MatchException['facts']): MatchException[] => [{ line: null, facts, figures: [] }];
  const { invoices, knownBy } = await creditedBy(db, head.id, supplierId, onOrder);
  await setCredited(db, head.id, invoices, knownBy);
  if (invoices.length === 0) {
    if (onOrder) return [];
    const named = await namedNumbers(db, head.id);
    const like = named.length === 0 ? await invoicesOfTotal(db, head.id, supplierId) : [];
    return like.length === 1
      ? ask({ code: 'credit-likely', number: like[0].number, document: like[0].id })
      : ask({ code: 'credits-nothing-known', named });
  }
  const { numbers, left } = await leftOf(db, head.id, invoices);
  const credited = decimal(head.gross ?? '0').abs();
  const over = credited.minus(decimal(left));
  if (over.lte(decimal(ROUNDING))) return [];
  return [
    {
      line: null,
      facts: { code: 'credit-beyond', credited: toAmount(credited), left, invoices: numbers },
      figures: [{ name: 'total', invoice: toAmount(credited), order: left, received: null, variance: toAmount(over) }],
    },
  ];
}

async function creditedBy(
  db: Database,
  id: number,
  supplierId: number,
  onOrder: boolean,
): Promise<{ invoices: readonly number[]; knownBy: CreditKnownBy }> {
  const chosen = await chosenCredited(db, id);
  if (chosen.length > 0) return { invoices: chosen, knownBy: 'person' };
  const named = await invoicesNamed(db, id, supplierId);
  if (named.length > 0) return { invoices: named, knownBy: 'number' };
  const ofLines = onOrder ? await invoicesOfLines(db, id, supplierId) : [];
  return { invoices: ofLines.length === 1 ? ofLines : [], knownBy: 'lines' };
}

/** An invoice in whose place another comes, and that is not credited in the books, would be paid twice. */
export async function replacedExceptions(db: Database, id: number): Promise<MatchException[]> {
  const replaced = await replacedOf(db, id);
  if (!replaced?.booked || decimal(replaced.left).lte(decimal(ROUNDING))) return [];
  const { number, id: document, left } = replaced;
  const figure = { name: 'total', invoice: null, order: left, received: null, variance: null } as const;
  return [{ line: null, facts: { code: 'replaces-booked', number, document, left }, figures: [figure] }];
}

/** Ends what is held back of the invoices that a posted credit note is for, as far as it reaches. */
export async function settleClaims(db: Database, creditId: number, gross: string): Promise<void> {
  let rest = decimal(gross).plus(decimal(ROUNDING));
  for (const claim of await openClaims(db, creditId)) {
    if (rest.lt(decimal(claim.gross))) continue;
    rest = rest.minus(decimal(claim.gross));
    await endClaim(db, claim.id, creditId);
  }
}
