import type { HeaderField, Evidence } from '../../documents/index.js';
import { LabelledRows } from './candidates.js';
import { dueByTerms, orderReferences, sensible, type DayMonthOrder, type Found } from './head-fields.js';
import { labelsOf } from '../language/labels.js';
import type { ReadValue } from '../reading.js';
import { dayAfter, type PaymentTerms } from './terms.js';
import { rowsOfText, type Row } from '../print/words.js';
import type { Wording } from '../language/wording.js';

/** The best of the identifiers found, sure where its label is plain and nothing rivals it. */
export function asIdentifier(found: readonly Found[]): ReadValue | null {
  const [best, ...rest] = found;
  if (!best || (!best.fitted && best.score < 0.45)) return null;
  return {
    value: best.value.replace(/^#/, ''),
    confidence: confidenceOf(best, rest[0]),
    page: best.page,
    box: best.box,
    evidence: [best.evidence],
    alternatives: alternatives(rest),
  };
}

/** The order number that the mail around the document names. */
export function fromCoverText(cover: string, wording: Wording): ReadValue | null {
  const rows = rowsOfText(cover);
  const found = asIdentifier(orderReferences(new LabelledRows(rows, labelsOf(rows, wording))));
  return (
    found && {
      ...found,
      page: null,
      box: null,
      confidence: Math.min(0.95, found.confidence),
      evidence: [{ code: 'cover-text' }],
      alternatives: [],
    }
  );
}

/** The best of the dates found, day and month in this document's order, rather one that can follow `after` (ISO 8601). */
export function asDate(found: readonly Found[], order: DayMonthOrder, after: string | null): ReadValue | null {
  const dated = found.map((one) => ({ ...one, value: order.monthFirst && one.swapped ? one.swapped : one.value }));
  const fitting = after === null ? dated : dated.filter((one) => sensible(after, one.value));
  const [best, ...rest] = fitting.length > 0 ? fitting : dated;
  if (!best) return null;
  const evidence = best.swapped ? [best.evidence, order.evidence] : [best.evidence];
  const swapped = best.swapped
    ? [
        {
          value: order.monthFirst ? (found.find((one) => one.box === best.box)?.value ?? best.value) : best.swapped,
          why: { code: 'day-month-swapped' } as const,
          page: best.page,
          box: best.box,
        },
      ]
    : [];
  const confidence = best.swapped && order.unsure ? 0.6 : after !== null && fitting.length === 0 ? 0.5 : confidenceOf(best, rest[0]);
  return {
    value: best.value,
    confidence,
    page: best.page,
    box: best.box,
    evidence,
    alternatives: [...swapped, ...alternatives(rest)].slice(0, 4),
  };
}

/** The discount for early payment and the last day for it, where the page grants one. */
export function earlyPayment(
  terms: PaymentTerms | null,
  issueDate: ReadValue | null,
): Pick<Record<HeaderField, ReadValue | null>, 'discountPercent' | 'discountDate'> {
  const last = dayAfter(issueDate?.value ?? null, terms?.discountDays ?? null);
  if (!terms?.discountPercent || last === null) return { discountPercent: null, discountDate: null };
  const read = (value: string, evidence: Evidence, confidence: number): ReadValue => ({
    value,
    confidence,
    page: terms.page,
    box: terms.box,
    evidence: [evidence],
    alternatives: [],
  });
  return {
    discountPercent: read(terms.discountPercent, { code: 'early-terms' }, 0.95),
    discountDate: read(last, { code: 'terms', days: terms.discountDays ?? 0 }, Math.min(0.95, issueDate?.confidence ?? 0)),
  };
}

/** Labels that on a credit note name the date of the invoice that it credits. */
const OF_THE_INVOICE: ReadonlySet<string> = new Set([
  'rechnung vom',
  'facture du',
  'invoice date',
  'date of invoice',
  'factuurdatum',
  'rechnungsdatum',
  'fecha de factura',
  'data fattura',
]);

/** The dates with those of a credited invoice last. */
export function ownFirst(found: readonly Found[], credit: boolean): readonly Found[] {
  if (!credit) return found;
  const own = found.filter(({ evidence }) => !(evidence.code === 'labelled' && OF_THE_INVOICE.has(evidence.label)));
  return own.length === 0
    ? found
    : [...own, ...found.filter((one) => !own.includes(one)).map((one) => ({ ...one, score: one.score - 0.4 }))];
}

/** A printed date that follows the issue date, else the date that terms give, else whatever is printed. */
export function dueDateOf(
  dues: readonly Found[],
  order: DayMonthOrder,
  rows: readonly Row[],
  issueDate: ReadValue | null,
  early: PaymentTerms | null,
): ReadValue | null {
  const printed = asDate(dues, order, issueDate?.value ?? null);
  if (printed && issueDate && !sensible(issueDate.value, printed.value)) return byTerms(rows, issueDate, early) ?? printed;
  return printed ?? byTerms(rows, issueDate, early);
}

function byTerms(rows: readonly Row[], issueDate: ReadValue | null, early: PaymentTerms | null): ReadValue | null {
  const afterDiscount = issueDate && early?.netDays != null ? dayAfter(issueDate.value, early.netDays) : null;
  const found =
    issueDate && early && afterDiscount !== null
      ? { value: afterDiscount, page: early.page, box: early.box, evidence: { code: 'terms', days: early.netDays ?? 0 } as const }
      : issueDate
        ? dueByTerms(rows, issueDate.value)
        : null;
  return found
    ? {
        value: found.value,
        confidence: Math.min(0.95, issueDate?.confidence ?? 0),
        page: found.page,
        box: found.box,
        evidence: [found.evidence],
        alternatives: [],
      }
    : null;
}

/** A value that stands on no page; null stays null. */
export const fromNowhere = (value: string | null, confidence: number, evidence: Evidence): ReadValue | null =>
  value === null ? null : { value, confidence, page: null, box: null, evidence: [evidence], alternatives: [] };
const alternatives = (rest: readonly Found[]) =>
  rest.slice(0, 3).map((other) => ({ value: other.value.replace(/^#/, ''), why: other.evidence, page: other.page, box: other.box }));

/** Sure where the label is plain and nothing rivals it. */
function confidenceOf({ score, fitted }: Found, rival: Found | undefined): number {
  if (fitted) return Math.min(0.99, score);
  const margin = score - (rival?.score ?? 0);
  return Math.max(0.3, Math.min(0.99, score >= 0.7 ? 0.9 + Math.min(0.09, margin / 2) : score - (margin < 0.05 ? 0.15 : 0)));
}
