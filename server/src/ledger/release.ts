import { periodOf } from '@umber/core/dates';
import type { EntryLine } from '@umber/core/ledger';
import { decimal, sum, toAmount } from '@umber/core/money';
import { companyRow } from '../people/queries.js';
import { inTransaction, type Database } from '../database/database.js';
import type { Services } from '../services.js';
import { dueReleases, insertEntry, insertEntryLine, markReleased, purposeAccounts, takeNumber } from './queries.js';

/** Posts what months that have come take of costs that were spread: one entry a document and month. Safe to run twice. */
export async function releaseSpreads(services: Pick<Services, 'pool' | 'today'>): Promise<number> {
  return inTransaction(services.pool, async (db) => {
    const due = await dueReleases(db, periodOf(services.today()));
    const groups = new Map<string, typeof due>();
    for (const one of due) {
      const key = `${one.documentId} ${one.period}`;
      groups.set(key, [...(groups.get(key) ?? []), one]);
    }
    for (const group of groups.values()) await postRelease(db, group);
    return groups.size;
  });
}

async function postRelease(db: Database, group: Awaited<ReturnType<typeof dueReleases>>): Promise<void> {
  const prepaid = (await purposeAccounts(db)).find(({ purpose }) => purpose === 'prepaid')?.number;
  const currency = (await companyRow(db))?.currency;
  if (prepaid === undefined || currency === undefined) return;
  const [{ period, text }] = group;
  const line = (account: string, costCentre: string | null, amount: string, about: string): EntryLine => ({
    account,
    costCentre,
    supplierId: null,
    text: about,
    debit: amount.startsWith('-') ? '0.00' : amount,
    credit: amount.startsWith('-') ? amount.slice(1) : '0.00',
  });
  const all = toAmount(sum(group.map(({ amount }) => decimal(amount))));
  const lines = group.map(({ account, costCentre, amount, text: about }) => line(account, costCentre, amount, about));
  lines.push(line(prepaid, null, toAmount(decimal(all).negated()), text));
  const number = await takeNumber(db);
  const entryId = await insertEntry(db, {
    number,
    kind: 'release',
    postedOn: `${period}-01`,
    description: `${text}, ${period}`,
    documentId: null,
    receiptId: null,
    currency,
    exchangeRate: '1',
    postedBy: null,
  });
  for (const [i, one] of lines.filter(({ debit, credit }) => debit !== '0.00' || credit !== '0.00').entries())
    await insertEntryLine(db, entryId, i + 1, one);
  await markReleased(
    db,
    group.map(({ id }) => id),
    entryId,
  );
}
