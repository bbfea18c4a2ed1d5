import type { ReadValue } from '@umber/core/reading';
import { evidenceText } from '../reading/sentences';
import { causesOf, HEADER_FIELDS, isOwnName, ownName, type HeaderField, type OwnField, type OwnName, CHECKS } from '@umber/core/documents';
import type { DocumentView, DoubtView } from '@umber/contract/documents';
import type { Box } from '@umber/core/geometry';
import { union } from '@umber/core/geometry';
import { labelOf, type PrintedLabel } from './label-place';
import { fieldOf, isHeaderField, nameOf, shownValue } from './questions';

/** What stands in the margin for one field, for the lines, or for a doubt about the whole document. */
export interface Item {
  readonly id: string;
  readonly field: HeaderField | OwnName | null;
  /** Where it is one of the company's own. */
  readonly own?: OwnField;
  readonly name: string;
  readonly value: string;
  /** A short word of what confirms it, or of where it is asked about. */
  readonly note: string;
  /** That its doubt has the same cause as one of another field and is asked there. */
  readonly askedElsewhere: boolean;
  readonly doubt: DoubtView | null;
  /** The question in other words than the doubt's own. */
  readonly says?: string;
  readonly page: number | null;
  readonly box: Box | null;
  /** The label that the value was found by; null where it was found without, or given. */
  readonly label: PrintedLabel | null;
  readonly settled: boolean;
  readonly side: 'left' | 'right';
}

const NUMERIC: ReadonlySet<string> = new Set(['netTotal', 'taxTotal', 'grossTotal', 'amountDue']);

/** All items of a document: fields at their places, then the lines, then doubts about the whole. */
export function marginItems(document: DocumentView): Item[] {
  const middle = (document.pages[0]?.width ?? 595) / 2;
  const sideOf = (box: Box | null): 'left' | 'right' => (box !== null && box.x + box.width / 2 < middle ? 'left' : 'right');
  const causes = causesOf(document.doubts);
  const all = [...HEADER_FIELDS, ...document.own.map(({ field }) => ownName(field))];
  const fields = all.map((field): Item => {
    const { value, read, settled, pointed } = fieldOf(document, field);
    const ownField = document.own.find((one) => ownName(one.field) === field)?.field;
    const same = value !== null && read?.value === value;
    // A corrected value stays where the wrong one was read, unless a person pointed for it elsewhere.
    const place = pointed ?? read;
    const box = value === null && settled ? null : (place?.box ?? null);
    const own = document.doubts.find((one) => one.field === field && one.line === null) ?? null;
    // One cause is asked once, where it is asked first.
    const lead = causes.find((cause) => own !== null && cause.includes(own))?.[0] ?? null;
    const doubt = lead === own ? own : null;
    const elsewhere = own !== null && doubt === null && isHeaderField(lead?.field ?? null) ? lead : null;
    const known = field === 'sellerName' && document.supplier !== null ? 'on file' : '';
    const note = settled
      ? same
        ? 'confirmed'
        : `given by you${read ? `, the page has ${shownValue(field, read.value)}` : ''}`
      : elsewhere
        ? `asked at ${nameOf(elsewhere.field as HeaderField)}`
        : known || checkOf(read);
    return {
      id: field,
      field,
      ...(ownField ? { own: ownField } : {}),
      name: ownField?.name ?? nameOf(field),
      value: shownValue(field, value),
      note,
      askedElsewhere: !settled && elsewhere !== null,
      doubt,
      page: box === null ? null : (place?.page ?? null),
      box,
      label: pointed === null && same ? labelOf(read, document.pages) : null,
      settled,
      side: NUMERIC.has(field) && box === null ? 'right' : sideOf(box),
    };
  });
  // What another question asks already is not asked once more at the lines or the kind.
  const leads = { ...document, doubts: document.doubts.filter((one) => one.line !== null || causes.some(([lead]) => lead === one)) };
  return [...fields, linesItem(leads), ...wholeDoubts(leads), ...hardlyRead(document)];
}

/** What confirmed a value last, in words. */
function checkOf(read: ReadValue | null): string {
  const check = read?.evidence.findLast(({ code }) => CHECKS.includes(code));
  return check ? evidenceText(check) : '';
}

/** Whether an item stands in the margin by itself: at its place, or because it is asked about. The others are in the list at its foot. */
export const isPlaced = ({ id, box, doubt, field, value }: Item, document: DocumentView): boolean =>
  id === 'lines' ||
  doubt !== null ||
  // A currency stands with every amount already, an amount due that is the total says nothing new.
  (box !== null &&
    field !== 'currency' &&
    !(field === 'amountDue' && value === shownValue('grossTotal', document.fields.grossTotal.value)));

function linesItem(document: DocumentView): Item {
  const first = document.lines.filter((line) => line.box !== null && line.page !== null);
  const page = first[0]?.page ?? null;
  const boxes = first
    .filter((line) => line.page === page)
    .map((line) => line.box)
    .filter((box) => box !== null);
  const doubts = document.doubts.filter((doubt) => doubt.line !== null || doubt.field === 'lines');
  const count = document.lines.length;
  return {
    id: 'lines',
    field: null,
    name: 'Lines',
    value: `${count} read`,
    note: doubts.length > 1 ? `${doubts.length} doubts` : '',
    askedElsewhere: false,
    doubt: doubts[0] ?? null,
    label: null,
    page,
    box: boxes.length > 0 ? { ...union(boxes), height: 12 } : null,
    settled: false,
    side: 'left',
  };
}

function wholeDoubts(document: DocumentView): Item[] {
  return document.doubts
    .filter((doubt) => doubt.line === null && !isHeaderField(doubt.field) && !isOwnName(doubt.field ?? '') && doubt.field !== 'lines')
    .map((doubt) => ({
      id: `doubt-${doubt.id}`,
      field: null,
      name: doubt.field === 'kind' ? 'Kind' : doubt.field === 'pages' ? 'Pages' : 'Document',
      value: document.kind.replace('-', ' '),
      note: '',
      askedElsewhere: false,
      doubt,
      page: null,
      box: null,
      label: null,
      settled: false,
      side: 'right' as const,
    }));
}

/** What a document for the books cannot do without. */
const NEEDED: readonly HeaderField[] = ['invoiceNumber', 'issueDate', 'sellerName', 'grossTotal'];
/** The id of the question whether the pages can be read at all. */
export const HARDLY_READ = 'hardly-read';

/** One question in place of many: where hardly anything could be read, whether the pages are any good. */
function hardlyRead(document: DocumentView): Item[] {
  const missing = document.doubts.filter(
    ({ field, line }) => line === null && NEEDED.includes(field as HeaderField) && document.fields[field as HeaderField].value === null,
  );
  const worded = document.doubts.some(({ question }) => question.code === 'unreadable' || question.code === 'no-text');
  const [first] = missing;
  if (missing.length < NEEDED.length - 1 || worded || !first) return [];
  return [
    {
      id: HARDLY_READ,
      field: null,
      name: 'Pages',
      value: 'hardly readable',
      note: '',
      askedElsewhere: false,
      doubt: { id: first.id, field: null, line: null, question: { code: 'no-text' } },
      says: 'Hardly anything could be read off these pages. Are they any good?',
      label: null,
      page: null,
      box: null,
      settled: false,
      side: 'right',
    },
  ];
}

/** The items with a doubt in the order they are asked: the whole document, the head as the reading raised them, the lines. */
export function asked(items: readonly Item[]): Item[] {
  const rank = (item: Item) => (item.id === 'lines' ? 2 : item.id === HARDLY_READ ? -1 : item.id.startsWith('doubt-') ? 0 : 1);
  return items.filter((item) => item.doubt !== null).sort((a, b) => rank(a) - rank(b) || (a.doubt?.id ?? 0) - (b.doubt?.id ?? 0));
}
