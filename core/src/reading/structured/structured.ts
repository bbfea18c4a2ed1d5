import type { PageWords } from '../print/words.js';
import type { DocumentReading, ReadingContext } from '../reading.js';
import { farFromArrival } from '../confidence/doubts.js';
import { withPage } from './beside-page.js';
import { readingOfData } from './from-data.js';

/** Whether the pages are those of an electronic invoice. */
export const isStructured = ([first]: readonly PageWords[]): boolean => first?.data !== undefined;

/**
 * Reads an electronic invoice: its data leads; the pages of its own, which `readPages` reads, are held against it and fill what it leaves out.
 * Where the data cannot be read, the pages count, and everything is asked.
 */
export function readStructured(
  pages: readonly PageWords[],
  context: ReadingContext,
  readPages: (pages: readonly PageWords[]) => DocumentReading,
): DocumentReading {
  const held = pages[0].data;
  const own = pages.filter(({ isMade }) => !isMade).map(({ data: _data, ...page }) => page);
  if (held === undefined || held.invoice === null) {
    const plain = readPages(own);
    const why = { code: 'data-unreadable', why: held?.why ?? '' } as const;
    return { ...plain, doubts: [{ field: null, line: null, question: why }, ...plain.doubts.filter(({ field }) => field !== null)] };
  }
  const numbers = pages.map(({ page }) => page);
  const said = readingOfData(held.invoice, held.places, numbers);
  const shown = own.length === 0 ? null : readPages(own);
  const both =
    shown === null || !isOfTheSame(said, shown, pages.length > own.length)
      ? said
      : { ...withPage(said, shown, own, context.pageLeads ?? false), pages: numbers };
  const kind = context.kind ?? both.kind;
  const asked = both.doubts.filter(({ field }) => field !== 'kind' || context.kind === undefined);
  const far = farFromArrival(both.fields.issueDate, context.receivedOn ?? null);
  const isNew = far !== null && !asked.some(({ field }) => field === 'issueDate');
  return { ...both, kind, doubts: isNew ? [...asked, { field: 'issueDate', line: null, question: far }] : asked };
}

/** Whether pages that came along with the data show the same invoice; what else is attached, such as a list of hours, says nothing of it. */
const isOfTheSame = (said: DocumentReading, shown: DocumentReading, isAttached: boolean): boolean =>
  !isAttached || shown.fields.grossTotal !== null || shown.fields.invoiceNumber?.value === said.fields.invoiceNumber?.value;
