import {
  HEADER_FIELDS,
  holdsDate,
  holdsNumber,
  LINE_CELLS,
  type DocumentKind,
  type HeaderField,
  isOwnName,
  ownName,
  type LineCell,
  type OwnField,
  type OwnName,
  type Tray,
} from '../documents/index.js';

/** What a document has beside the fields of its head: where it came from, what it became. */
export const DOCUMENT_FIELDS = [
  'id',
  'file',
  'pages',
  'kind',
  'tray',
  'supplier',
  'orders',
  'discount',
  'carriage',
  'entry',
  'postedOn',
  'doubts',
] as const;
export type DocumentField = (typeof DOCUMENT_FIELDS)[number];
/** What a line has beside its cells. */
export const LINE_FIELDS = ['position', 'account', 'costCentre', 'project', 'lineDoubts'] as const;
export type LineField = (typeof LINE_FIELDS)[number];

/** A field of the company's own as a column: of the head, or of each line. */
export type OwnColumn = OwnName | OwnLineColumn;
type OwnLineColumn = `own-line:${string}`;
export const ownColumn = (field: Pick<OwnField, 'key' | 'level'>): OwnColumn =>
  field.level === 'head' ? ownName(field) : `own-line:${field.key}`;
const OWN_LINE = 'own-line:';
const isOwnLine = (field: string): field is OwnLineColumn => field.startsWith(OWN_LINE);
/** How the name of such a column looks. */
export const OWN_COLUMN = /^own(-line)?:[a-z0-9-]{1,80}$/;

/** A column's field, of the document or of one of its lines. */
export type ExportField = DocumentField | HeaderField | LineField | LineCell | OwnColumn;
/** Those that every company has. */
export const EXPORT_FIELDS: readonly Exclude<ExportField, OwnColumn>[] = [
  ...DOCUMENT_FIELDS,
  ...HEADER_FIELDS,
  ...LINE_FIELDS,
  ...LINE_CELLS,
];

const OF_LINES: ReadonlySet<string> = new Set([...LINE_FIELDS, ...LINE_CELLS]);
export const isOfLine = (field: ExportField): field is LineField | LineCell | OwnLineColumn => OF_LINES.has(field) || isOwnLine(field);

/** What a value is: a spreadsheet gets numbers and dates as such. */
export type ValueType = 'text' | 'number' | 'date';
const NUMBERS: ReadonlySet<ExportField> = new Set<ExportField>(['id', 'discount', 'carriage', 'entry', 'position']);
/** `own`: the company's own fields; what is none of them any more is a text. */
export function typeOf(field: ExportField, own: readonly OwnField[] = []): ValueType {
  if (isOwnName(field) || isOwnLine(field)) {
    const type = own.find((one) => ownColumn(one) === field)?.type;
    return type === 'date' ? 'date' : type === 'number' || type === 'amount' ? 'number' : 'text';
  }
  if (field === 'postedOn') return 'date';
  if (NUMBERS.has(field)) return 'number';
  const known = field as HeaderField | LineCell;
  return holdsDate(known) ? 'date' : holdsNumber(known) ? 'number' : 'text';
}

/** A document as it is handed on: all values as decimal strings, dates ISO 8601, texts. */
export interface ExportDocument {
  /** Null where it is none of the product's, but of a file that was read. */
  readonly id: number | null;
  readonly file: string;
  readonly pages: string;
  readonly kind: DocumentKind;
  readonly tray: Tray | null;
  readonly supplier: string | null;
  readonly orders: string | null;
  readonly discount: string | null;
  readonly carriage: string | null;
  readonly entry: number | null;
  readonly postedOn: string | null;
  /** What is in doubt, field by field; empty where nothing is. */
  readonly doubts: string;
  readonly fields: Readonly<Record<HeaderField, string | null>>;
  /** Values of the company's own fields, as these keep them. */
  readonly own: Readonly<Partial<Record<OwnName, string>>>;
  readonly lines: readonly ExportLine[];
}
export interface ExportLine {
  readonly position: number;
  readonly account: string | null;
  readonly costCentre: string | null;
  readonly project: string | null;
  readonly lineDoubts: string;
  readonly cells: Readonly<Record<LineCell, string | null>>;
  readonly own: Readonly<Partial<Record<OwnName, string>>>;
}

const HEADS: ReadonlySet<string> = new Set(HEADER_FIELDS);
const CELLS: ReadonlySet<string> = new Set(LINE_CELLS);

/** The value of a column; null where there is none, as of a line in a row of the head. */
export function valueOf(field: ExportField, document: ExportDocument, line: ExportLine | null): string | null {
  if (isOwnName(field)) return document.own[field] ?? null;
  if (isOfLine(field)) {
    if (line === null) return null;
    if (isOwnLine(field)) return line.own[ownName({ key: field.slice(OWN_LINE.length) })] ?? null;
    if (CELLS.has(field)) return line.cells[field as LineCell];
    const value = line[field as LineField];
    return field === 'position' ? String(line.position) : value === '' ? null : String(value ?? '') || null;
  }
  if (HEADS.has(field)) return document.fields[field as HeaderField];
  const value = document[field as DocumentField];
  return value === null || value === '' ? null : String(value);
}
