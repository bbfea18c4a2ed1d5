import {
  DOCUMENT_KINDS,
  HEADER_FIELDS,
  holdsDate,
  holdsNumber,
  isOwnName,
  ownName,
  type HeaderField,
  type LineCell,
  type OwnName,
} from '@umber/core/documents';
import { printedIban } from '@umber/core/identifiers';
import { KIND_NAMES, type DocumentView, type DoubtView, type FieldView } from '@umber/contract/documents';
import { contains, middleX, middleY, type Box } from '@umber/core/geometry';
import { netOfLines, ROUNDING } from '@umber/core/arithmetic';
import { decimal, toAmount, within } from '@umber/core/money';
import type { ReadValue } from '@umber/core/reading';
import { printedSums } from './printed-sums';
import { fullDay } from '../dates/day';
import { evidenceText, fieldWord } from '../reading/sentences';
import { grouped } from '../money/grouped';

/** The names of fields and cells as people read them. */
export const FIELD_NAMES: Readonly<Record<HeaderField, string>> = {
  invoiceNumber: 'Invoice number',
  issueDate: 'Issue date',
  dueDate: 'Due',
  currency: 'Currency',
  orderReference: 'Order',
  sellerName: 'Supplier',
  sellerTaxId: 'Tax id',
  sellerIban: 'IBAN',
  paymentReference: 'Reference',
  netTotal: 'Net',
  taxTotal: 'Tax',
  grossTotal: 'Total',
  amountDue: 'Amount due',
  discountPercent: 'Discount %',
  discountDate: 'Discount until',
};
export const CELL_NAMES: Readonly<Record<LineCell, string>> = {
  itemNumber: 'Item',
  description: 'Description',
  quantity: 'Qty',
  unit: 'Unit',
  unitPrice: 'Price',
  netAmount: 'Net',
  taxRate: 'Tax %',
};

/** One way to answer a doubt: takes a value, or keeps what stands there. */
export interface Answer {
  readonly text: string;
  readonly reason: string;
  /** Null: it is right as it stands. */
  readonly value: string | null;
  readonly page: number | null;
  readonly box: Box | null;
  /** Set where the answer leads to another screen: all pages of the file. */
  /** Or to the dialog that states that the page itself is wrong, to a letter that asks for a better copy, to another reading, into the field to type. */
  readonly way?: 'pages' | 'dispute' | 'copy' | 'again' | 'type';
  /** The field that takes the value, where it is another one than the question stands at. */
  readonly field?: HeaderField;
}

/** What a field of the company's own is called where only its name beside the built-in ones is known: “own:works-site” is “Works site”. */
const wordsOf = (name: OwnName): string => {
  const words = fieldWord(name);
  return words.charAt(0).toUpperCase() + words.slice(1);
};
export const nameOf = (field: HeaderField | OwnName): string => (isOwnName(field) ? wordsOf(field) : FIELD_NAMES[field]);
export const cellName = (cell: LineCell | OwnName): string => (isOwnName(cell) ? wordsOf(cell) : CELL_NAMES[cell]);

/** What a document has of a field, built-in or the company's own. */
export const fieldOf = ({ fields, own }: DocumentView, name: HeaderField | OwnName): FieldView =>
  isOwnName(name)
    ? (own.find(({ field }) => ownName(field) === name) ?? { value: null, read: null, settled: false, pointed: null })
    : fields[name];

export const isHeaderField = (name: string | null): name is HeaderField => (HEADER_FIELDS as readonly (string | null)[]).includes(name);

/** A value as the margin shows it: dates in words, amounts grouped, identifiers as they are. */
export function shownValue(field: HeaderField | OwnName, value: string | null): string {
  if (value === null) return 'not on the page';
  if (isOwnName(field)) return /^\d{4}-\d{2}-\d{2}$/.test(value) ? fullDay(value) : /^-?\d+\.\d{2}$/.test(value) ? grouped(value) : value;
  if (holdsDate(field)) return fullDay(value);
  if (holdsNumber(field)) return grouped(value);
  if (field === 'sellerIban') return printedIban(value);
  return value;
}

/** A cell's value as a sentence shows it. */
export const shownCell = (cell: LineCell | OwnName, value: string | null): string =>
  value === null ? 'empty' : cell === 'netAmount' || cell === 'unitPrice' ? grouped(value, cell === 'netAmount' ? 2 : 0) : value;

const lastEvidence = (read: ReadValue | null): string => {
  const last = read?.evidence.at(-1);
  return last === undefined ? 'as it stands' : evidenceText(last);
};

/** Questions about sums that may be wrong on the page itself. */
const SUMS: ReadonlySet<string> = new Set(['lines-exceed', 'only-total-differs', 'tax-unproven', 'due-unexplained']);

const COMPUTED: Readonly<Partial<Record<HeaderField, string>>> = {
  grossTotal: 'net and tax make this',
  netTotal: 'the total less tax',
  taxTotal: 'the total less net',
};

/** What the other two totals make of this one; null where they do not tell. */
function computedTotal(field: HeaderField, { fields }: DocumentView): string | null {
  const [net, tax, gross] = [fields.netTotal.value, fields.taxTotal.value, fields.grossTotal.value];
  if (field === 'grossTotal' && net !== null && tax !== null) return toAmount(decimal(net).plus(decimal(tax)));
  if (field === 'netTotal' && tax !== null && gross !== null) return toAmount(decimal(gross).minus(decimal(tax)));
  if (field === 'taxTotal' && net !== null && gross !== null) return toAmount(decimal(gross).minus(decimal(net)));
  return null;
}

/**
 * The changes of one total that make the three add up, likeliest first: one that a reader of the page also saw, the tax where it is none that
 * the lines' only rate makes, then the total; the net total last where the lines sum to it. That they stand as they are is no answer.
 */
function repairs(document: DocumentView): Answer[] {
  const rates = new Set(document.lines.map(({ cells }) => cells.taxRate));
  const [rate] = rates;
  const [net, tax] = [document.fields.netTotal.value, document.fields.taxTotal.value];
  const isTaxRight =
    rates.size === 1 && rate && net !== null && tax !== null && within(decimal(net).times(rate).div(100), tax, ROUNDING.taxed);
  const isTaxWrong = rates.size === 1 && Boolean(rate) && !isTaxRight;
  const linesFit = document.fields.netTotal.read?.evidence.some(({ code }) => code === 'lines-fit') ?? false;
  const rank = (field: HeaderField, value: string): number => {
    if (document.fields[field].read?.alternatives.some((other) => other.value === value)) return 0;
    if (field === 'taxTotal') return isTaxWrong ? 1 : 3;
    return field === 'grossTotal' ? 2 : linesFit ? 5 : 4;
  };
  return (['grossTotal', 'taxTotal', 'netTotal'] as const)
    .flatMap((field) => {
      const value = computedTotal(field, document);
      const place = document.fields[field].read;
      return value === null || value === document.fields[field].value
        ? []
        : [
            {
              field,
              value,
              text: `${FIELD_NAMES[field]} ${shownValue(field, value)}`,
              reason: COMPUTED[field] ?? '',
              page: place?.page ?? null,
              box: place?.box ?? null,
            },
          ];
    })
    .sort((a, b) => rank(a.field, a.value) - rank(b.field, b.value));
}

/** Whether a field can have a value beside the dates that the document has: nothing is due, or discounted, before it was issued. */
function isInOrder(field: HeaderField, value: string, { fields }: DocumentView): boolean {
  const [issued, due] = [fields.issueDate.value, fields.dueDate.value];
  if (field === 'issueDate') return due === null || value <= due;
  if (field === 'dueDate' || field === 'discountDate') return issued === null || value >= issued;
  return true;
}

/** Whether a value stands in the rows of the lines: no supplier's name does. */
const isInLines = (read: ReadValue | null, { lines }: DocumentView): boolean =>
  lines.some(({ page, box }) => read?.box && box && page === read.page && contains(box, middleX(read.box), middleY(read.box)));

/** That it was read right, and the page contradicts itself. */
const WRONG_PAGE: Answer = {
  text: 'The page itself is wrong …',
  reason: 'keep what it prints, say what is owed',
  value: null,
  page: null,
  box: null,
  way: 'dispute',
};

/** The ways out of pages that cannot be read. */
const UNREADABLE: readonly Answer[] = (
  [
    ['copy', 'Ask for a better copy …', 'a letter to who sent it; the document rests'],
    ['pages', 'Turn or cut the pages', 'what is changed is read again'],
    ['again', 'Read it again', ''],
    [undefined, 'Type it in by hand', 'the pages stay beside it'],
  ] as const
).map(([way, text, reason]) => ({ text, reason, value: null, page: null, box: null, ...(way ? { way } : {}) }));

/** The answers to a doubt about a field of the company's own: what was read, what else it may be, and what there is to choose from. */
function answersToOwn(name: OwnName, document: DocumentView): Answer[] {
  const view = fieldOf(document, name);
  const field = document.own.find((one) => ownName(one.field) === name)?.field;
  const { value, read } = view;
  const place = { page: read?.page ?? null, box: read?.box ?? null };
  const present: Answer = {
    text: shownValue(name, value),
    reason: value === null ? 'leave it empty' : lastEvidence(read),
    value: null,
    ...place,
  };
  const choices = field?.type === 'choice' ? field.choices : field?.type === 'yes-no' ? ['yes', 'no'] : [];
  const others = [
    ...(read?.alternatives ?? []).map((other) => ({
      value: other.value,
      reason: evidenceText(other.why),
      page: other.page,
      box: other.box,
    })),
    ...choices.map((choice) => ({ value: choice, reason: '', page: null, box: null })),
  ];
  const known = new Set([value]);
  const offered = others
    .filter((other) => !known.has(other.value) && known.add(other.value))
    .map((other): Answer => ({ ...other, text: shownValue(name, other.value) }));
  // Enter takes the first answer: what nothing on the page speaks for is never that.
  const first: Answer =
    field?.required && value === null ? { ...present, text: 'Choose or type it …', reason: 'it must be there', way: 'type' } : present;
  const seen = read?.alternatives.length ? offered.slice(0, read.alternatives.length) : [];
  return (value === null ? [...seen, first, ...offered.slice(seen.length)] : [present, ...offered]).slice(0, 7);
}

/** The answers a doubt is offered, likeliest first; the first is what Enter takes. */
export function answersTo(doubt: DoubtView, document: DocumentView): Answer[] {
  if (doubt.question.code === 'unreadable' || doubt.question.code === 'no-text') return [...UNREADABLE];
  if (doubt.field === 'kind') {
    const kinds = [document.kind, ...DOCUMENT_KINDS.filter((kind) => kind !== document.kind)];
    return kinds.map((kind) => ({
      text: KIND_NAMES[kind],
      reason: kind === document.kind ? 'as read' : '',
      value: kind,
      page: null,
      box: null,
    }));
  }
  if (doubt.field === 'pages') {
    const nowhere = { value: null, page: null, box: null };
    return [
      {
        ...nowhere,
        text: 'It is right as it is cut',
        reason: `${document.pages.length === 1 ? '1 page' : `${document.pages.length} pages`}`,
      },
      { ...nowhere, text: 'Look at all pages', reason: 'to cut or join them', way: 'pages' },
    ];
  }
  if (doubt.line === null && doubt.field !== null && isOwnName(doubt.field)) return answersToOwn(doubt.field, document);
  if (doubt.line === null && isHeaderField(doubt.field)) {
    const { field } = doubt;
    if (doubt.question.code === 'totals-differ') return [...repairs(document), WRONG_PAGE];
    const { value, read } = document.fields[field];
    const as = (text: string | null) => shownValue(field, text);
    const present: Answer = {
      text: as(value),
      reason: value === null ? 'leave it empty' : lastEvidence(read),
      value: null,
      page: read?.page ?? null,
      box: read?.box ?? null,
    };
    const others = (read?.alternatives ?? [])
      .filter((other) => other.value !== value && isInOrder(field, other.value, document))
      .map((other) => ({ text: as(other.value), reason: evidenceText(other.why), value: other.value, page: other.page, box: other.box }));
    const reckonedTotal = computedTotal(field, document);
    // What would be below zero shows that one of the others is wrong.
    const computed = reckonedTotal !== null && decimal(reckonedTotal).isNegative() ? null : reckonedTotal;
    const byLines = field === 'netTotal' ? netOfLines(printedSums(document)) : null;
    const linesCome: Answer[] =
      byLines === null || toAmount(byLines) === value
        ? []
        : [{ text: as(toAmount(byLines)), reason: 'what the lines come to', value: toAmount(byLines), page: null, box: null }];
    const sums =
      computed === null || computed === value || others.some((other) => other.value === computed)
        ? []
        : [{ text: as(computed), reason: COMPUTED[field] ?? '', value: computed, page: null, box: null }];
    const reckoned = [...linesCome, ...sums.filter((one) => one.value !== linesCome[0]?.value)];
    // What only may be it is less likely than that the page has none.
    const { question } = doubt;
    const likely = question.code === 'perhaps' ? question.value : question.code === 'habit-differs' ? question.without : null;
    const perhaps: Answer[] =
      likely !== null && value === null && !others.some((other) => other.value === likely)
        ? [{ text: as(likely), reason: 'stands on the page', value: likely, page: null, box: null }]
        : [];
    // Where nothing was read, or what cannot be, a proposal comes before what stands there.
    const holds = value !== null && isInOrder(field, value, document) && !(field === 'sellerName' && isInLines(read, document));
    // Of three totals of which two make another third, the third is the likeliest to be wrong.
    const contradicts = sums.length > 0 && holds;
    const offered = (
      !holds
        ? [...reckoned, ...others, present, ...perhaps]
        : contradicts
          ? [...reckoned, present, ...others]
          : [present, ...others, ...reckoned]
    ).slice(0, 4);
    return SUMS.has(doubt.question.code) ? [...offered, WRONG_PAGE] : offered;
  }
  return [{ text: 'Right as it stands', reason: '', value: null, page: null, box: null }];
}
