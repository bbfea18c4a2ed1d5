import type { MatchException } from '@umber/core/matching';
import { isShown, type BankAccount } from '@umber/core/identifiers';
import type { Database } from '../database/database.js';
import { supplierAccounts } from '../suppliers/queries.js';
import type { MatchHead } from './queries.js';

/** Every account that the document shows, what it says as its IBAN first. */
export function shownAccounts({ sellerIban, bankAccounts }: Pick<MatchHead, 'sellerIban' | 'bankAccounts'>): BankAccount[] {
  const shown = sellerIban === null ? [] : [sellerIban];
  for (const account of bankAccounts) if (!shown.some((known) => isShown(known, account))) shown.push(account);
  return shown;
}

/** Accounts that the pages show, or that somebody typed, and that are none of the supplier's: each is asked about, wherever it stands. */
export async function accountExceptions(db: Database, head: MatchHead, supplierId: number): Promise<MatchException[]> {
  // What was confirmed with this very document stays an exception of it, which its approver sees.
  const known = (await supplierAccounts(db, supplierId)).filter((one) => one.documentId !== head.id).map(({ account }) => account);
  return shownAccounts(head)
    .filter((account) => !known.some((one) => isShown(one, account)))
    .map((account) => ({
      line: null,
      facts: { code: 'bank-account', account, onFile: known[0] ?? null },
      figures: [{ name: 'account', invoice: account, order: known[0] ?? null, received: null, variance: null }],
    }));
}
