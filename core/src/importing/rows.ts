import { decimal, isDecimalString, plain } from '../money/index.js';
import { readDate, readNumber } from '../reading/index.js';
import { foldText } from '../similarity/index.js';
import { headOf, IMPORT_COLUMNS, type ImportColumn, type ImportTable } from './tables.js';

/** Which column of the file (0-based) each column of the table is; null: none. */
export type ImportMapping = Readonly<Record<string, number | null>>;

/** What is wrong with a row: nothing in a column that must have something, or what is no number or date. */
export type RowFault =
  | { readonly code: 'missing' | 'no-number' | 'no-date'; readonly column: string }
  | { readonly code: 'said'; readonly column: string | null; readonly text: string };

/** One row of the file: its number there, counted from 1 below the heads, its values by column, and what is wrong with it. */
export interface ImportedRow {
  readonly row: number;
  readonly values: Readonly<Record<string, string | null>>;
  readonly faults: readonly RowFault[];
}

/** Which column is which by their heads; what was chosen before for a head goes before what heads are usually called. */
export function mapColumns(table: ImportTable, heads: readonly string[], before: Readonly<Record<string, string>> = {}): ImportMapping {
  const folded = heads.map(foldText);
  const taken = new Set<number>();
  const take =
    (fits: (head: string, column: ImportColumn) => boolean) =>
    (column: ImportColumn): number | null => {
      const at = folded.findIndex((head, i) => !taken.has(i) && head !== '' && fits(head, column));
      if (at < 0) return null;
      taken.add(at);
      return at;
    };
  const columns = IMPORT_COLUMNS[table];
  const mapping: Record<string, number | null> = Object.fromEntries(columns.map(({ name }) => [name, null]));
  const rounds = [
    take((head, { name }) => before[head] === name),
    take((head, { name }) => head === foldText(headOf(name))),
    take((head, { heads: known }) => known.includes(head)),
  ];
  for (const round of rounds) for (const column of columns) mapping[column.name] ??= round(column);
  return mapping;
}

/** The rows of a file as the table has them. Rows without anything in them are left out. */
export function importedRows(table: ImportTable, rows: readonly (readonly string[])[], mapping: ImportMapping): ImportedRow[] {
  const columns = IMPORT_COLUMNS[table];
  return rows.flatMap((cells, i): ImportedRow[] => {
    if (cells.every((cell) => cell.trim() === '')) return [];
    const faults: RowFault[] = [];
    const values = Object.fromEntries(
      columns.map((column) => {
        const at = mapping[column.name] ?? null;
        const text = at === null ? '' : (cells[at] ?? '').trim();
        return [column.name, valueOf(column, text, faults)];
      }),
    );
    return [{ row: i + 1, values, faults }];
  });
}

function valueOf({ name, type, required }: ImportColumn, text: string, faults: RowFault[]): string | null {
  if (text === '') {
    if (required) faults.push({ code: 'missing', column: name });
    return null;
  }
  if (type === 'text') return text;
  if (type === 'date') {
    const date = readDate(text)?.value ?? null;
    if (date === null) faults.push({ code: 'no-date', column: name });
    return date;
  }
  const comma = /,\d{1,2}$/.test(text) && !/\.\d{1,2}$/.test(text);
  const number = isDecimalString(text) ? text : (readNumber(text, comma ? ',' : '.')?.value ?? null);
  if (number === null) faults.push({ code: 'no-number', column: name });
  return number === null ? null : plain(decimal(number));
}
