import type { Cells, LineCell } from '@umber/core/documents';
import { typedValue } from './typed-value';

/** Rows that were copied from a spreadsheet, as cells from `first` on in this order of columns; null where the text is one cell. */
export function pastedRows(text: string, first: LineCell, columns: readonly LineCell[]): Partial<Cells>[] | null {
  const rows = text.replace(/\r\n?/g, '\n').replace(/\n$/, '').split('\n');
  if (rows.length === 1 && !text.includes('\t')) return null;
  const used = columns.slice(columns.indexOf(first));
  return rows.map((row) =>
    Object.fromEntries(
      row
        .split('\t')
        .slice(0, used.length)
        .map((cell, i) => [used[i], typedValue(used[i], cell.trim()) || null]),
    ),
  );
}
