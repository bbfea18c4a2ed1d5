import { HEADER_FIELDS, LINE_CELLS, type HeaderField, type LineCell } from '../../documents/index.js';
import type { Finding, Place } from '../../e-invoices/index.js';

/** The term of EN 16931 that each field holds. */
export const FIELD_TERMS: Readonly<Partial<Record<HeaderField, string>>> = {
  invoiceNumber: 'BT-1',
  issueDate: 'BT-2',
  dueDate: 'BT-9',
  currency: 'BT-5',
  orderReference: 'BT-13',
  sellerName: 'BT-27',
  sellerTaxId: 'BT-31',
  sellerIban: 'BT-84',
  paymentReference: 'BT-83',
  netTotal: 'BT-109',
  taxTotal: 'BT-110',
  grossTotal: 'BT-112',
  amountDue: 'BT-115',
};
export const CELL_TERMS: Readonly<Record<LineCell, string>> = {
  itemNumber: 'BT-155',
  description: 'BT-153',
  quantity: 'BT-129',
  unit: 'BT-130',
  unitPrice: 'BT-146',
  netAmount: 'BT-131',
  taxRate: 'BT-152',
};

/** What else is asked at a field: terms that make it. */
const ALSO: Readonly<Record<string, HeaderField>> = {
  'BT-20': 'dueDate',
  'BT-29': 'sellerTaxId',
  'BT-32': 'sellerTaxId',
  'BT-106': 'netTotal',
  'BT-107': 'netTotal',
  'BT-108': 'netTotal',
  'BT-116': 'taxTotal',
  'BT-117': 'taxTotal',
  'BT-118': 'taxTotal',
  'BT-119': 'taxTotal',
  'BT-120': 'taxTotal',
  'BG-23': 'taxTotal',
  'BT-113': 'amountDue',
  'BT-114': 'amountDue',
};
const CELLS_ALSO: Readonly<Record<string, LineCell>> = {
  'BT-136': 'netAmount',
  'BT-141': 'netAmount',
  'BT-147': 'unitPrice',
  'BT-148': 'unitPrice',
  'BT-149': 'unitPrice',
  'BT-151': 'taxRate',
};

/** Where something is asked: a field, a cell of a line, the kind or the lines; all of it where the term is none of theirs. */
export interface Asked {
  readonly field: HeaderField | LineCell | 'kind' | 'lines' | null;
  readonly line: number | null;
}

function askedAt({ term, of, index }: Place): Asked {
  if (term === 'BT-3') return { field: 'kind', line: null };
  if (term === 'BG-25') return { field: 'lines', line: null };
  if (of === 'line' && index !== undefined)
    return { field: LINE_CELLS.find((cell) => CELL_TERMS[cell] === term) ?? CELLS_ALSO[term] ?? null, line: index };
  return { field: HEADER_FIELDS.find((field) => FIELD_TERMS[field] === term) ?? ALSO[term] ?? null, line: null };
}

/** Rules that say that the lines do not come to what the totals or the tax need: a line may be missing or too much. */
const ABOUT_LINES = /^BR-(CO-10|[A-Z]{1,2}-08)$/;

/** All places at which a finding asks: where quantity × price is not the amount, any of them may be wrong. */
function placesOf({ rule, place }: Finding, linesFit: boolean): Asked[] {
  if (rule === 'UT-03' && place.index !== undefined) {
    const cells: LineCell[] = linesFit ? ['quantity', 'unitPrice'] : ['netAmount', 'quantity', 'unitPrice'];
    return cells.map((field) => ({ field, line: place.index ?? null }));
  }
  return ABOUT_LINES.test(rule) ? [askedAt(place), { field: 'lines', line: null }] : [askedAt(place)];
}

/** Findings that ask, by where they ask: each place once, with all that is found there. */
export function askedOf(findings: readonly Finding[]): { readonly place: Asked; readonly findings: readonly Finding[] }[] {
  const errors = findings.filter(({ level }) => level === 'error');
  const linesFit = !errors.some(({ rule }) => ABOUT_LINES.test(rule));
  const byPlace = new Map<string, { place: Asked; findings: Finding[] }>();
  for (const finding of errors)
    for (const place of placesOf(finding, linesFit)) {
      const key = `${place.line ?? ''} ${place.field ?? ''}`;
      const known = byPlace.get(key);
      if (known) known.findings.push(finding);
      else byPlace.set(key, { place, findings: [finding] });
    }
  return [...byPlace.values()];
}

/** How the place of a term is kept on pages made of the data: the field's own name, or line and cell. */
export const placeKey = (name: HeaderField | LineCell, line: number | null): string => (line === null ? name : `${line}.${name}`);
