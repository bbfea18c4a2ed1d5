import { addDays, isIsoDate } from '../../dates/index.js';
import {
  HEADER_FIELDS,
  holdsDate,
  holdsNumber,
  LINE_CELLS,
  type DocumentKind,
  type HeaderField,
  type LineCell,
  type Question,
} from '../../documents/index.js';
import { check, hasRoom, isCreditType, MOST_TEXT, type EInvoice, type EInvoiceLine, type Term } from '../../e-invoices/index.js';
import type { Box } from '../../geometry/index.js';
import { checkTaxId, isIban, normalizeIban } from '../../identifiers/index.js';
import { decimal, isDecimalString, plain } from '../../money/index.js';
import { dueByTerms } from '../header/head-fields.js';
import { rowsOfText } from '../print/words.js';
import type { DocumentReading, ReadDoubt, ReadLine, ReadValue } from '../reading.js';
import { askedOf, CELL_TERMS, FIELD_TERMS, placeKey } from './terms.js';

/** The data is what the sender wrote: only what contradicts it makes it doubtful. */
const SURE = 0.995;

export type Places = Readonly<Record<string, { readonly page: number; readonly box: Box }>>;
const NOWHERE: Box = { x: 0, y: 0, width: 0, height: 0 };

/** What the data of an electronic invoice says, as a reading of its pages would: fields, lines, and what its rules ask. */
export function readingOfData(invoice: EInvoice, places: Places, pages: readonly number[]): DocumentReading {
  const type = isCreditType(invoice.typeCode ?? '') ? 'credit-note' : 'invoice';
  // What is below zero in all is the other kind: its amounts are turned, and a person says whether that is so.
  const isBelow = invoice.totals.gross !== null && isDecimalString(invoice.totals.gross) && decimal(invoice.totals.gross).lt(0);
  const kind: DocumentKind = isBelow && type === 'invoice' ? 'credit-note' : type;
  const turned = (text: string | null) => (isBelow && text !== null && isDecimalString(text) ? plain(decimal(text).negated()) : text);
  const { totals } = invoice;
  const terms: Readonly<Record<HeaderField, string | null>> = {
    invoiceNumber: invoice.number,
    issueDate: invoice.issueDate,
    dueDate: invoice.dueDate ?? dueBySaid(invoice),
    currency: invoice.currency,
    orderReference: invoice.references.order,
    sellerName: invoice.seller.name,
    sellerTaxId: invoice.seller.taxId ?? invoice.seller.taxNumber,
    sellerIban: accountOf(invoice),
    paymentReference: invoice.payments.map(({ remittance }) => remittance).find((text) => text !== null) ?? null,
    netTotal: turned(totals.net),
    taxTotal: turned(totals.tax ?? (invoice.taxes.length > 0 && totals.net === totals.gross ? '0' : null)),
    grossTotal: turned(totals.gross),
    amountDue: turned(totals.due),
    ...earlyPayment(invoice),
  };
  const value = (said: string | null, name: HeaderField | LineCell, term: string, key: string): ReadValue | null => {
    const text = kept(said, name, term);
    return text === null
      ? null
      : {
          value: text,
          confidence: SURE,
          page: places[key]?.page ?? null,
          box: places[key]?.box ?? null,
          evidence: [{ code: 'data', term }],
          alternatives: [],
        };
  };
  const fields = Object.fromEntries(
    HEADER_FIELDS.map((field) => [field, value(terms[field], field, FIELD_TERMS[field] ?? 'BT-20', placeKey(field, null))]),
  ) as Record<HeaderField, ReadValue | null>;
  const lines = invoice.lines.map((line, index): ReadLine => {
    const texts = cellsOf(line);
    const cells = Object.fromEntries(
      LINE_CELLS.map((cell) => {
        const text = cell === 'quantity' || cell === 'netAmount' ? turned(texts[cell]) : texts[cell];
        return [cell, value(text, cell, CELL_TERMS[cell], placeKey(cell, index))];
      }),
    ) as Record<LineCell, ReadValue | null>;
    const place = LINE_CELLS.map((cell) => places[placeKey(cell, index)]).find((one) => one !== undefined);
    return { ...cells, page: place?.page ?? pages[0] ?? 1, box: place?.box ?? NOWHERE };
  });
  return {
    pages,
    language: languageOf(invoice),
    kind,
    fields,
    lines,
    allowances: {
      discount: turned(nonZero(totals.allowances)),
      carriage: turned(nonZero(totals.charges)),
      paid: turned(nonZero(totals.paid)),
    },
    doubts: doubtsOf(invoice, isBelow, fields),
  };
}

/** A value as it is kept: no number, date or currency that is none, nothing larger or longer than there is room for. The rules say so of each. */
function kept(text: string | null, name: HeaderField | LineCell, term: string): string | null {
  if (text === null) return null;
  if (holdsNumber(name)) return isDecimalString(text) && hasRoom(term as Term, text) ? text : null;
  if (holdsDate(name)) return isIsoDate(text) ? text : null;
  if (name === 'currency') return /^[A-Z]{3}$/.test(text) ? text : null;
  return text.slice(0, name === 'description' ? MOST_TEXT.description : name === 'sellerName' ? MOST_TEXT.name : MOST_TEXT.id);
}

/** What the rules ask, each place once, and what is asked of any invoice: digits that cannot be, a total below zero. */
function doubtsOf(invoice: EInvoice, isBelow: boolean, fields: DocumentReading['fields']): ReadDoubt[] {
  const doubts: ReadDoubt[] = [];
  const ask = (field: ReadDoubt['field'], line: number | null, question: Question) => {
    if (!doubts.some((doubt) => doubt.field === field && doubt.line === line)) doubts.push({ field, line, question });
  };
  if (isBelow) ask('kind', null, { code: 'kind-below-zero' });
  for (const { place, findings } of askedOf(check(invoice))) {
    const [{ rule, place: at, found, wanted }, ...others] = findings;
    ask(place.field, place.line, { code: 'rule-broken', rule, term: at.term, found, wanted, others: others.length });
  }
  const { sellerTaxId } = fields;
  if (sellerTaxId && invoice.seller.taxId !== null && checkTaxId(sellerTaxId.value) === 'wrong')
    ask('sellerTaxId', null, { code: 'check-digits-wrong' });
  return doubts;
}

const nonZero = (text: string | null): string | null =>
  text !== null && isDecimalString(text) && hasRoom('BT-107', text) && !decimal(text).isZero() ? text : null;

function cellsOf({ quantity, unit, net, rate, price, item }: EInvoiceLine): Record<LineCell, string | null> {
  return {
    itemNumber: item.sellerId ?? item.standard?.id ?? null,
    description: item.name,
    quantity,
    unit,
    unitPrice: price.net,
    netAmount: net,
    taxRate: rate,
  };
}

/** The account that is to be paid: the first that is an IBAN, else the first. */
function accountOf({ payments }: EInvoice): string | null {
  const ids = payments.flatMap(({ accounts }) => accounts.flatMap(({ id }) => (id === null ? [] : [id])));
  const iban = ids.find(isIban);
  return iban === undefined ? (ids[0] ?? null) : normalizeIban(iban);
}

const SKONTO = /#SKONTO#TAGE=(\d+)#PROZENT=(\d+(?:\.\d+)?)/g;

/** An early payment discount as the terms state it for machines: the one with the longest time. */
function earlyPayment({ terms, issueDate }: EInvoice): Pick<Record<HeaderField, string | null>, 'discountPercent' | 'discountDate'> {
  const said = [...(terms ?? '').matchAll(SKONTO)].map(([, days, percent]) => ({ days: Number(days), percent }));
  const [longest] = said.sort((a, b) => b.days - a.days);
  if (longest === undefined || issueDate === null || !isIsoDate(issueDate)) return { discountPercent: null, discountDate: null };
  return { discountPercent: longest.percent, discountDate: addDays(issueDate, longest.days) };
}

/** The due date that terms such as “30 days net” give, where the data has no date. */
const dueBySaid = ({ terms, issueDate }: EInvoice): string | null =>
  terms === null || issueDate === null || !isIsoDate(issueDate) ? null : (dueByTerms(rowsOfText(terms), issueDate)?.value ?? null);

const LANGUAGES: Readonly<Record<string, string>> = {
  DE: 'de',
  AT: 'de',
  CH: 'de',
  FR: 'fr',
  BE: 'nl',
  NL: 'nl',
  ES: 'es',
  IT: 'it',
  SE: 'sv',
  PL: 'pl',
};
const languageOf = ({ seller }: EInvoice): string => LANGUAGES[seller.address?.country ?? ''] ?? 'en';
