import { HEADER_FIELDS, LINE_CELLS, type OwnField } from '../documents/index.js';
import { noFormula } from '../text/index.js';
import { isOfLine, typeOf, valueOf, type ExportDocument, type ExportField, type ExportLine, type ValueType } from './fields.js';

export const EXPORT_FORMATS = ['csv', 'xlsx', 'json', 'xml', 'ubl', 'cii'] as const;
export type ExportFormat = (typeof EXPORT_FORMATS)[number];

/** Rows of heads alone, of lines alone, both in tables apart, or a row for each line with its head beside it. */
export const SHAPES = ['heads', 'lines', 'apart', 'joined'] as const;
export type Shape = (typeof SHAPES)[number];
export const SEPARATORS = [',', ';', '\t', '|'] as const;
export const ENCODINGS = ['utf-8', 'utf-8-with-mark', 'windows-1252'] as const;
export const DATE_FORMS = ['yyyy-mm-dd', 'dd.mm.yyyy', 'dd/mm/yyyy', 'mm/dd/yyyy', 'yyyymmdd'] as const;
export type DateForm = (typeof DATE_FORMS)[number];

/** A column and what stands above it. */
export interface ExportColumn {
  readonly field: ExportField;
  readonly head: string;
}

/** How documents become a file. */
export interface ExportLayout {
  readonly format: ExportFormat;
  readonly shape: Shape;
  readonly columns: readonly ExportColumn[];
  readonly separator: (typeof SEPARATORS)[number];
  readonly decimalSign: '.' | ',';
  readonly dates: DateForm;
  readonly encoding: (typeof ENCODINGS)[number];
}

/** What a column is headed with where nobody chose: "orderReference" is "Order reference". */
export const headOf = (field: ExportField): string => {
  const words = field.replace(/^own(-line)?:/, '').replace(/([A-Z])/g, (sign) => ` ${sign.toLowerCase()}`);
  return words.charAt(0).toUpperCase() + words.slice(1);
};
const column = (field: ExportField): ExportColumn => ({ field, head: headOf(field) });

/** Everything, comma, point, ISO dates: what programs read without being told. */
export const PLAIN_LAYOUT: ExportLayout = {
  format: 'csv',
  shape: 'apart',
  columns: (
    ['file', 'pages', 'kind', ...HEADER_FIELDS, 'discount', 'carriage', 'doubts', 'position', ...LINE_CELLS, 'lineDoubts'] as const
  ).map(column),
  separator: ',',
  decimalSign: '.',
  dates: 'yyyy-mm-dd',
  encoding: 'utf-8',
};

export interface TypedValue {
  readonly type: ValueType;
  /** A decimal string, an ISO date, a text; null for nothing. */
  readonly value: string | null;
}
export interface ExportTable {
  readonly name: 'heads' | 'lines' | 'documents';
  readonly heads: readonly string[];
  readonly rows: readonly (readonly TypedValue[])[];
}

/** The columns by which a row of lines is known to be of its document, where they stand in tables apart. */
const KEYS: readonly ExportField[] = ['id', 'file', 'invoiceNumber'];

/** The tables that a layout has, with their columns. */
export function tableColumns({
  shape,
  columns,
}: Pick<ExportLayout, 'shape' | 'columns'>): { readonly name: ExportTable['name']; readonly columns: readonly ExportColumn[] }[] {
  const ofHead = columns.filter(({ field }) => !isOfLine(field));
  const heads = { name: 'heads', columns: ofHead } as const;
  const lines = {
    name: 'lines',
    columns: [...ofHead.filter(({ field }) => KEYS.includes(field)), ...columns.filter(({ field }) => isOfLine(field))],
  } as const;
  if (shape === 'joined') return [{ name: 'documents', columns }];
  return shape === 'heads' ? [heads] : shape === 'lines' ? [lines] : [heads, lines];
}

/** The tables of some documents, as the layout shapes them. A document without lines keeps its row where both stand in one table. `own` says what the company's own fields hold. */
export function tablesOf(documents: readonly ExportDocument[], layout: ExportLayout, own: readonly OwnField[] = []): ExportTable[] {
  const rowsOf = (name: ExportTable['name'], document: ExportDocument): readonly (ExportLine | null)[] =>
    name === 'heads' || (name === 'documents' && document.lines.length === 0) ? [null] : document.lines;
  return tableColumns(layout).map(({ name, columns }) => ({
    name,
    heads: columns.map(({ head }) => head),
    rows: documents.flatMap((document) =>
      rowsOf(name, document).map((line) =>
        columns.map(({ field }) => ({ type: typeOf(field, own), value: valueOf(field, document, line) })),
      ),
    ),
  }));
}

/** A value as a text file has it: numbers with the chosen sign, dates in the chosen form. What a spreadsheet would take for a formula has a ' before it. */
export function textOf({ type, value }: TypedValue, { decimalSign, dates }: Pick<ExportLayout, 'decimalSign' | 'dates'>): string {
  if (value === null) return '';
  if (type === 'number') return decimalSign === ',' ? value.replace('.', ',') : value;
  if (type === 'date') return dateText(value, dates);
  return noFormula(value);
}

function dateText(iso: string, form: DateForm): string {
  const [year, month, day] = iso.split('-');
  if (day === undefined) return iso;
  switch (form) {
    case 'yyyy-mm-dd':
      return iso;
    case 'dd.mm.yyyy':
      return `${day}.${month}.${year}`;
    case 'dd/mm/yyyy':
      return `${day}/${month}/${year}`;
    case 'mm/dd/yyyy':
      return `${month}/${day}/${year}`;
    case 'yyyymmdd':
      return year + month + day;
  }
}
