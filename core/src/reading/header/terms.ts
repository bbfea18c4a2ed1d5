import { addDays, type IsoDate } from '../../dates/index.js';
import type { Box } from '../../geometry/index.js';
import { union } from '../../geometry/index.js';
import { LEXICONS } from '../../languages/index.js';
import { fold } from '../language/phrases.js';
import type { Row, Word } from '../print/words.js';

/** What a sentence about payment grants: days to pay in full, and a discount for paying sooner. */
export interface PaymentTerms {
  readonly netDays: number | null;
  /** A percentage as a decimal string. */
  readonly discountPercent: string | null;
  readonly discountDays: number | null;
  readonly page: number;
  readonly box: Box;
}

const words = (of: (lexicon: (typeof LEXICONS)[number]) => readonly string[]) =>
  [...new Set(LEXICONS.flatMap((lexicon) => of(lexicon).map(fold)))].sort((a, b) => b.length - a.length).join('|');
/** "30 days", "14 Tagen". */
const DAYS = new RegExp(`(?:^| )(\\d{1,3}) ?(?:${words((lexicon) => lexicon.words.days)})(?= |$)`, 'g');
/** "net 30". */
const NET = /(?:^| )net(?:to)? (\d{1,3})(?= |$)/;
/** "2 %", "2,5 %". */
const PERCENT = /(\d{1,2}(?:[.,]\d{1,2})?) ?%/;
const EARLY = new RegExp(`(?:^| )(?:${words((lexicon) => lexicon.words.earlyDiscount)})(?= |$)`);
/** "2/10 net 30": two percent within ten days, else thirty. */
const SHORT = /(?:^|\s)(\d{1,2}(?:\.\d)?)\/(\d{1,2}),? ?n(?:et)?\/? ?(\d{1,3})/i;

/** The early payment terms on the rows: a discount within so many days; null where none are printed. */
export function earlyPaymentTerms(rows: readonly Row[]): PaymentTerms | null {
  for (const row of rows) {
    const text = row.runs.map((run) => run.words.map(asPercent).join(' ')).join(' ');
    if (!/%|\d\/\d/.test(text)) continue;
    const where = { page: row.page, box: union(row.runs.map((run) => run.box)) };
    const short = SHORT.exec(text);
    if (short) return { discountPercent: short[1], discountDays: Number(short[2]), netDays: Number(short[3]), ...where };
    const clauses = text.split(/[;.]\s|,(?!\d)|(?<=%) (?=\d)/).map((clause) => ({ plain: clause, folded: fold(clause) }));
    const early = clauses.find(
      ({ plain, folded }) => PERCENT.test(plain) && (EARLY.test(folded) || EARLY.test(fold(text))) && daysIn(folded).length > 0,
    );
    if (!early) continue;
    const percent = PERCENT.exec(early.plain)?.[1].replace(',', '.') ?? null;
    const rest = clauses.filter((clause) => clause !== early && !PERCENT.test(clause.plain)).flatMap(({ folded }) => daysIn(folded));
    const [discountDays, ...others] = daysIn(early.folded).sort((a, b) => a - b);
    return { discountPercent: percent, discountDays, netDays: rest[0] ?? others[0] ?? null, ...where };
  }
  return null;
}

/** A percent sign that one reader of a scan took for digits. */
const asPercent = (word: Word): string => (/^\d{2,3}$/.test(word.text) && word.alternatives?.includes('%') ? '%' : word.text);

/** The numbers of days that a folded text names. */
export function daysIn(folded: string): number[] {
  const found = [...folded.matchAll(DAYS)].map((match) => Number(match[1]));
  const net = NET.exec(folded);
  return net && found.length === 0 ? [Number(net[1])] : found;
}

/** The day that many days after the issue date, or null. */
export const dayAfter = (issueDate: IsoDate | null, days: number | null): IsoDate | null =>
  issueDate === null || days === null ? null : addDays(issueDate, days);

/** Days that are usually given to pay: a misread digit hardly ever makes one of these. */
export const USUAL_DAYS: ReadonlySet<number> = new Set([7, 8, 10, 14, 15, 20, 21, 28, 30, 31, 45, 60, 90]);
