import { parse } from 'csv-parse/sync';
import type ExcelJS from 'exceljs';
import { UnreadableFile } from './unreadable-file.js';

/** Rows and columns that a table may have at most. */
const [MOST_ROWS, MOST_COLUMNS] = [200_000, 100];
const MOST_MEGABYTES = 15;
const SEPARATORS = [';', ',', '\t', '|'];

/** The rows of a CSV or XLSX file as texts, the heads first. @throws UnreadableFile where it is neither, or too large. */
export async function readTable(bytes: Uint8Array): Promise<string[][]> {
  const rows = bytes[0] === 0x50 && bytes[1] === 0x4b ? await readSheet(bytes) : readCsv(bytes);
  const kept = rows.filter((row) => row.some((cell) => cell.trim() !== ''));
  if (kept.length > MOST_ROWS || kept.some((row) => row.length > MOST_COLUMNS))
    throw new UnreadableFile({ code: 'too-large', most: MOST_MEGABYTES });
  return kept;
}

function readCsv(bytes: Uint8Array): string[][] {
  if (bytes.includes(0) && !(bytes[0] === 0xff || bytes[0] === 0xfe)) throw new UnreadableFile({ code: 'unknown-format' });
  const text = decoded(bytes);
  const [first = ''] = text.split(/\r?\n/, 1);
  const separator = SEPARATORS.map((sign) => [sign, first.split(sign).length] as const).sort((a, b) => b[1] - a[1])[0][0];
  try {
    return parse(text, {
      delimiter: separator,
      relax_column_count: true,
      skip_empty_lines: true,
      bom: true,
      relax_quotes: true,
    }) as string[][];
  } catch {
    throw new UnreadableFile({ code: 'unknown-format' });
  }
}

/** UTF-8 or UTF-16 by their signs, else what Windows in Western Europe writes. */
function decoded(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

async function readSheet(bytes: Uint8Array): Promise<string[][]> {
  const { Workbook } = (await import('exceljs')).default;
  const book = new Workbook();
  try {
    await book.xlsx.load(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer);
  } catch {
    throw new UnreadableFile({ code: 'unknown-format' });
  }
  const [sheet] = book.worksheets;
  if (!sheet) throw new UnreadableFile({ code: 'unknown-format' });
  if (sheet.rowCount > MOST_ROWS || sheet.columnCount > MOST_COLUMNS) throw new UnreadableFile({ code: 'too-large', most: MOST_MEGABYTES });
  const rows: string[][] = [];
  sheet.eachRow({ includeEmpty: false }, (row) => {
    const cells: string[] = [];
    for (let i = 1; i <= sheet.columnCount; i++) cells.push(cellText(row.getCell(i).value));
    rows.push(cells);
  });
  return rows;
}

function cellText(value: ExcelJS.CellValue): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value !== 'object') return String(value);
  if ('result' in value) return cellText(value.result as ExcelJS.CellValue);
  if ('richText' in value) return value.richText.map(({ text }) => text).join('');
  if ('text' in value) return cellText(value.text as ExcelJS.CellValue);
  return '';
}
