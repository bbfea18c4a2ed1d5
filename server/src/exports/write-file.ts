import { stringify } from 'csv-stringify/sync';
import type { OwnField } from '@umber/core/documents';
import { plainXml, tablesOf, textOf, type ExportDocument, type ExportLayout, type ExportTable } from '@umber/core/exports';

/** A file of an export: what stands behind its name, and its bytes. */
export interface WrittenFile {
  /** Behind the name, such as `-lines`; empty for the only one. */
  readonly suffix: string;
  readonly extension: string;
  readonly type: string;
  readonly bytes: Buffer;
}

/** Documents as the files that a layout makes of them; the same documents and layout make the same bytes. Electronic invoices are written elsewhere. */
export async function writeFiles(
  documents: readonly ExportDocument[],
  layout: ExportLayout,
  own: readonly OwnField[] = [],
): Promise<WrittenFile[]> {
  switch (layout.format) {
    case 'csv':
      return tablesOf(documents, layout, own).map((table) => ({
        suffix: layout.shape === 'apart' && table.name === 'lines' ? '-lines' : '',
        extension: 'csv',
        type: 'text/csv',
        bytes: encoded(csvOf(table, layout), layout.encoding),
      }));
    case 'xlsx':
      return [
        {
          suffix: '',
          extension: 'xlsx',
          type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
          bytes: await sheetsOf(tablesOf(documents, layout, own)),
        },
      ];
    case 'json':
      return [{ suffix: '', extension: 'json', type: 'application/json', bytes: Buffer.from(`${JSON.stringify(documents, null, 1)}\n`) }];
    default:
      return [{ suffix: '', extension: 'xml', type: 'application/xml', bytes: Buffer.from(plainXml(documents)) }];
  }
}

/** RFC 4180: CRLF, quotes where they are needed. */
const csvOf = ({ heads, rows }: ExportTable, layout: ExportLayout): string =>
  stringify([[...heads], ...rows.map((row) => row.map((cell) => textOf(cell, layout)))], {
    delimiter: layout.separator,
    record_delimiter: '\r\n',
  });

function encoded(text: string, encoding: ExportLayout['encoding']): Buffer {
  if (encoding !== 'windows-1252') return Buffer.from(encoding === 'utf-8-with-mark' ? `\ufeff${text}` : text);
  return Buffer.from(
    [...text].map((sign) =>
      (WINDOWS.get(sign) ?? (sign.codePointAt(0) ?? 0) & -256) ? (WINDOWS.get(sign) ?? 0x3f) : (sign.codePointAt(0) ?? 0x3f),
    ),
  );
}

/** The signs that Windows 1252 has at 0x80 to 0x9f; what it has not becomes a question mark. */
const WINDOWS: ReadonlyMap<string, number> = new Map(
  [...'€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ'].map((sign, i) => [sign, 0x80 + i]),
);

/** The day on which workbooks say that they were made: the same documents make the same bytes. */
const MADE = new Date(Date.UTC(2000, 0, 1));
const [NARROW, WIDE] = [9, 48];

/** A workbook with a sheet for each table; numbers and dates as such. A number that a spreadsheet would round stays a text. */
async function sheetsOf(tables: readonly ExportTable[]): Promise<Buffer> {
  // Some four hundred files: loaded where a workbook is made, not at every start.
  const { default: ExcelJS } = await import('exceljs');
  const book = new ExcelJS.Workbook();
  [book.created, book.modified] = [MADE, MADE];
  for (const { name, heads, rows } of tables) {
    const sheet = book.addWorksheet(name === 'lines' ? 'Lines' : 'Documents', { views: [{ state: 'frozen', ySplit: 1 }] });
    sheet.addRow([...heads]).font = { bold: true };
    for (const row of rows) {
      const added = sheet.addRow(row.map(({ type, value }) => (value === null ? null : cellOf(type, value))));
      row.forEach(({ type, value }, i) => {
        if (type === 'date' && value !== null) added.getCell(i + 1).numFmt = 'yyyy-mm-dd';
        if (type === 'number' && value?.includes('.'))
          added.getCell(i + 1).numFmt = `0.${'0'.repeat(Math.max(2, value.split('.')[1].length))}`;
      });
    }
    heads.forEach((head, i) => {
      const longest = Math.max(head.length, ...rows.slice(0, 500).map((row) => row[i].value?.length ?? 0));
      sheet.getColumn(i + 1).width = Math.min(WIDE, Math.max(NARROW, longest + 2));
    });
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}

/** Digits that a spreadsheet keeps of a number. */
const MOST_DIGITS = 15;

function cellOf(type: ExportTable['rows'][number][number]['type'], value: string): string | number | Date {
  if (type === 'date' && /^\d{4}-\d{2}-\d{2}$/.test(value)) return new Date(`${value}T00:00:00Z`);
  if (type === 'number' && value.replace(/\D/g, '').length <= MOST_DIGITS) {
    const asNumber = Number.parseFloat(value);
    if (Number.isFinite(asNumber)) return asNumber;
  }
  return value;
}
