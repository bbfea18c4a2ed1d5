import { record } from '../documents/change-queries.js';
import { traysFor } from '@umber/core/documents';
import type { Versioned } from '@umber/contract/checking';
import type { EntryView, PaidTo } from '@umber/contract/ledger';
import type { Person } from '@umber/contract/people';
import { mayPost } from '@umber/core/approval';
import { splitAmounts } from '@umber/core/coding';
import { invoiceEntry, NotPostable, spreadOver, type PostingAccounts, type PostingLine } from '@umber/core/ledger';
import { decimal, distribute, sum, toAmount } from '@umber/core/money';
import { splitsOf } from '../coding/queries.js';
import type { Database } from '../database/database.js';
import { approversOf, separationOf } from '../approval/queries.js';
import { handlersOf } from '../documents/queries.js';
import { isViolation } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { postingDay } from '../matching/books-queries.js';
import { settleClaims } from '../matching/credit.js';
import { exchangeRate, matchHead } from '../matching/queries.js';
import { taxCountries } from '../matching/tax-countries.js';
import { ratesOf } from '@umber/core/tax';
import { isShown } from '@umber/core/identifiers';
import type { Services } from '../services.js';
import { matchAgain } from '../matching/match.js';
import { orderHands } from '../orders/queries.js';
import { shownAccounts } from '../matching/accounts.js';
import { supplierAccounts, supplierView } from '../suppliers/queries.js';
import { moveTo, onDocument } from '../documents/lifecycle.js';
import { lookAgain } from '../waiting/look-again.js';
import { askToMatch } from '../waiting/queries.js';
import {
  accountNames,
  entryOfDocument,
  insertEntry,
  insertEntryAccount,
  insertEntryLine,
  insertRelease,
  postingHead,
  postingLines,
  purposeAccounts,
  takeNumber,
} from './queries.js';

/** The entry that posting would make, without a number. @throws ApiError with the reason where it cannot be posted. */
export async function previewEntry(db: Database, id: number): Promise<EntryView & { paidTo: PaidTo }> {
  const head = await postingHead(db, id);
  if (!head) throw new ApiError('no-such-document');
  if (head.supplierId === null || head.supplier === null) throw new ApiError('not-postable', 'No supplier is chosen. Choose one at Match.');
  if (head.gross === null || head.currency === null || head.issueDate === null || head.invoiceNumber === null)
    throw new ApiError('not-postable', 'The total, the currency, the issue date or the invoice number is missing. Send it back to Check.');
  const rate = await exchangeRate(db, head.currency, head.issueDate);
  if (rate === null) throw new ApiError('not-postable', `There is no exchange rate for ${head.currency} on ${head.issueDate}.`);
  const day = await postingDay(db, head.issueDate);
  if (day === null) throw new ApiError('period-closed');
  const accounts = await accountsByPurpose(db);
  const { lines } = await linesToPost(db, id, day.slice(0, 7), accounts);
  const names = new Map((await accountNames(db)).map((account) => [account.number, account.name]));
  try {
    const entry = invoiceEntry(
      {
        creditNote: head.kind === 'credit-note',
        supplierId: head.supplierId,
        supplierName: head.supplier,
        invoiceNumber: head.invoiceNumber,
        netTotal: head.net ?? head.gross,
        taxTotal: head.tax ?? '0',
        grossTotal: head.gross,
        discount: head.discount,
        carriage: head.carriage,
        lines,
        taxRates: ratesOf(await taxCountries(db, head.country ?? '')),
        exchangeRate: rate,
      },
      accounts,
    );
    return {
      id: null,
      number: null,
      kind: 'invoice',
      postedOn: day,
      period: day.slice(0, 7),
      description: `${head.supplier} ${head.invoiceNumber}`,
      documentId: id,
      currency: head.currency,
      exchangeRate: rate,
      postedBy: null,
      paidTo: await accountToPay(db, id),
      lines: entry.map((line) => ({ ...line, accountName: names.get(line.account) ?? '' })),
    };
  } catch (error) {
    if (error instanceof NotPostable) throw new ApiError('not-postable', error.message);
    throw error;
  }
}

/** A part of a posted line's cost that a later month has, in the invoice's currency. */
interface Later {
  readonly period: string;
  readonly account: string;
  readonly costCentre: string;
  readonly text: string;
  readonly amount: string;
}

/** A document's lines as they are posted in a period, shared out as they were split; of what is spread, what later months have waits on an account of its own. */
async function linesToPost(
  db: Database,
  id: number,
  period: string,
  { prepaid }: PostingAccounts,
): Promise<{ lines: PostingLine[]; later: Later[] }> {
  const splits = await splitsOf(db, id);
  const lines: PostingLine[] = [];
  const later: Later[] = [];
  for (const line of await postingLines(db, id)) {
    const { account, costCentre, netAmount, project, receivedValue, spread, taxRate } = line;
    if (netAmount === null || account === null || costCentre === null)
      throw new ApiError('not-postable', 'A line has no amount or no account. Send it back to Check.');
    const text = line.description ?? 'Without description';
    const parts = splits.filter((part) => part.line === line.position);
    // What was received stands in the books already, where its order has it: only what was not is shared out.
    if ((parts.length === 0 && spread === null) || receivedValue !== null) {
      lines.push({ text, netAmount, account, costCentre, receivedValue, taxRate });
      continue;
    }
    const shared = splitAmounts(netAmount, { account, costCentre, project }, parts);
    if (shared === null)
      throw new ApiError('not-postable', `The parts of line ${line.position + 1} come to more than it is. Code it anew.`);
    for (const part of shared) {
      const own = { text, account: part.account, costCentre: part.costCentre, receivedValue: null, taxRate };
      if (spread === null) {
        lines.push({ ...own, netAmount: part.amount });
        continue;
      }
      if (prepaid === null) throw new ApiError('not-postable', 'The chart of accounts has no account for prepaid expenses.');
      const { now, later: rest } = spreadOver(part.amount, spread, period);
      if (!decimal(now).isZero()) lines.push({ ...own, netAmount: now });
      const waits = toAmount(sum(rest.map(({ amount }) => amount)));
      if (!decimal(waits).isZero()) lines.push({ ...own, account: prepaid, netAmount: waits });
      for (const one of rest) later.push({ ...one, account: part.account, costCentre: part.costCentre, text });
    }
  }
  return { lines, later };
}

/** Keeps what later months take, to the cent what waits for them in the entry. */
async function keepLater(db: Database, id: number, entry: EntryView): Promise<void> {
  const accounts = await accountsByPurpose(db);
  const { later } = await linesToPost(db, id, entry.period, accounts);
  const waits = sum(
    entry.lines.filter(({ account }) => account === accounts.prepaid).map(({ debit, credit }) => decimal(debit).minus(decimal(credit))),
  );
  const amounts = distribute(
    toAmount(waits),
    later.map(({ amount }) => amount),
  );
  for (const [i, one] of later.entries())
    if (!decimal(amounts[i]).isZero())
      await insertRelease(db, id, { ...one, text: `${entry.description}: ${one.text}`.slice(0, 190), amount: amounts[i] });
}

/**
 * Posts a document that still fits: it is matched once more, and goes back to Match where it no longer does. A second call finds it posted
 * and answers with the same entry: it is never posted twice.
 */
export async function post(services: Services, id: number, person: Person, { version }: Versioned): Promise<EntryView> {
  const before = await entryOfDocument(services.pool, id);
  if (before) return before;
  let credited: number | null = null;
  try {
    const posted = await onDocument(services.pool, id, null, [...traysFor('post'), 'posted'], async (db, document) => {
      const done = await entryOfDocument(db, id);
      if (done) return done;
      if (document.version !== version) throw new ApiError('stale');
      const ordered = (await orderHands(db, id)).map((one) => one.id);
      const involved = { handledBy: [...(await handlersOf(db, id)), ...ordered], approvedBy: await approversOf(db, id) };
      if (!mayPost(person.id, involved, await separationOf(db))) throw new ApiError('own-posting');
      await requireConfirmed(db, document.supplierId);
      if (!(await matchAgain(services, db, id, 'match-again', null))) return null;
      const entry = await previewEntry(db, id);
      const number = await takeNumber(db);
      const entryId = await insertEntry(db, { ...entry, number, receiptId: null, postedBy: person.id });
      for (const [index, line] of entry.lines.entries()) await insertEntryLine(db, entryId, index + 1, line);
      await insertEntryAccount(db, entryId, entry.paidTo);
      await keepLater(db, id, entry);
      await record(db, id, person.id, { code: 'posted', entry: number, day: entry.postedOn });
      await moveTo(db, id, 'post', 'posted', person.id);
      if (document.kind === 'credit-note') credited = await creditPosted(db, id, document.supplierId);
      return { ...entry, id: entryId, number, postedBy: person.name };
    });
    if (posted === null) throw new ApiError('no-longer-fits');
    if (credited !== null) await lookAgain(services, credited);
    return posted;
  } catch (error) {
    if (isViolation(error, 'period_open')) throw new ApiError('period-closed');
    throw error;
  }
}

/** What was held back until this credit note came is settled; whose documents are looked at again. */
async function creditPosted(db: Database, id: number, supplierId: number | null): Promise<number | null> {
  const head = await matchHead(db, id);
  await settleClaims(db, id, head?.gross ?? '0');
  if (supplierId !== null) await askToMatch(db, supplierId);
  return supplierId;
}

/** The account that the document is paid to: what its pages show, else what is on file; with the people who confirmed it. */
async function accountToPay(db: Database, id: number): Promise<PaidTo> {
  const head = await matchHead(db, id);
  const known = head?.supplierId == null ? [] : await supplierAccounts(db, head.supplierId);
  const shown = head === null ? [] : shownAccounts(head);
  const paid = shown.flatMap((account) => known.filter((one) => isShown(one.account, account))).at(0);
  if (paid) return { account: paid.account, source: 'page', confirmedBy: paid.confirmedBy };
  const [filed] = known;
  return filed
    ? { account: filed.account, source: 'record', confirmedBy: filed.confirmedBy }
    : { account: null, source: 'none', confirmedBy: [] };
}

/** A new supplier's bank account is compared by a second person before anything is owed to it. */
async function requireConfirmed(db: Database, supplierId: number | null): Promise<void> {
  const supplier = supplierId === null ? null : await supplierView(db, supplierId);
  if (supplier?.waitsSince)
    throw new ApiError(
      'not-postable',
      `${supplier.waitsSince.by} put ${supplier.name} on file, and nobody has confirmed it yet. A controller compares it with the page and confirms it.`,
    );
}

async function accountsByPurpose(db: Database): Promise<PostingAccounts> {
  const byPurpose = new Map((await purposeAccounts(db)).map((account) => [account.purpose, account.number]));
  const account = (purpose: string): string => {
    const number = byPurpose.get(purpose);
    if (number === undefined) throw new ApiError('not-postable', `The chart of accounts has no account for ${purpose}.`);
    return number;
  };
  return {
    payables: account('payables'),
    inputTax: account('input-tax'),
    goodsReceived: account('goods-received'),
    priceVariance: account('price-variance'),
    carriage: account('carriage'),
    prepaid: byPurpose.get('prepaid') ?? null,
  };
}
