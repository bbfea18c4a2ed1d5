import {
  HEADER_FIELDS,
  holdsDate,
  holdsNumber,
  LINE_CELLS,
  type DocumentKind,
  type HeaderField,
  type LineCell,
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

/** A column's field, of the document or of one of its lines. */
export type ExportField = DocumentField | HeaderField | LineField | LineCell;
export const EXPORT_FIELDS: readonly ExportField[] = [...DOCUMENT_FIELDS, ...HEADER_FIELDS, ...LINE_FIELDS, ...LINE_CELLS];

const OF_LINES: ReadonlySet<string> = new Set([...LINE_FIELDS, ...LINE_CELLS]);
export const isOfLine = (field: ExportField): field is LineField | LineCell => OF_LINES.has(field);

/** What a value is: a spreadsheet gets numbers and dates as such. */
export type ValueType = 'text' | 'number' | 'date';
const NUMBERS: ReadonlySet<ExportField> = new Set<ExportField>(['id', 'discount', 'carriage', 'entry', 'position']);
export function typeOf(field: ExportField): ValueType {
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
  readonly lines: readonly ExportLine[];
}
export interface ExportLine {
  readonly position: number;
  readonly account: string | null;
  readonly costCentre: string | null;
  readonly project: string | null;
  readonly lineDoubts: string;
  readonly cells: Readonly<Record<LineCell, string | null>>;
}

const HEADS: ReadonlySet<string> = new Set(HEADER_FIELDS);
const CELLS: ReadonlySet<string> = new Set(LINE_CELLS);

/** The value of a column; null where there is none, as of a line in a row of the head. */
export function valueOf(field: ExportField, document: ExportDocument, line: ExportLine | null): string | null {
  if (isOfLine(field)) {
    if (line === null) return null;
    if (CELLS.has(field)) return line.cells[field as LineCell];
    const value = line[field as LineField];
    return field === 'position' ? String(line.position) : value === '' ? null : String(value ?? '') || null;
  }
  if (HEADS.has(field)) return document.fields[field as HeaderField];
  const value = document[field as DocumentField];
  return value === null || value === '' ? null : String(value);
}
