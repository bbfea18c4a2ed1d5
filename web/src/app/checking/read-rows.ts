import { EMPTY_CELLS, LINE_CELLS, type GivenRow } from '@umber/core/documents';
import type { Column, ReadLine } from '@umber/core/reading';

/** Lines of a reading as rows of the table. */
export const rowsOfReading = (lines: readonly ReadLine[]): GivenRow[] =>
  lines.map((line) => ({
    cells: { ...EMPTY_CELLS, ...Object.fromEntries(LINE_CELLS.map((cell) => [cell, line[cell]?.value ?? null])) },
    page: line.page,
    box: line.box,
  }));

/** Columns to begin with where nothing was read: a description and three of numbers. */
export const evenColumns = (width: number): Column[] => [
  { x: 0.06 * width, role: 'description' },
  { x: 0.5 * width, role: 'quantity' },
  { x: 0.62 * width, role: 'unitPrice' },
  { x: 0.78 * width, role: 'netAmount' },
];
