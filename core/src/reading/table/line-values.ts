import { LINE_CELLS } from '../../documents/index.js';
import { union } from '../../geometry/index.js';
import { fromNowhere } from '../header/head-values.js';
import { lineArithmetic, type LineTable } from './line-row.js';
import { type ReadLine, type ReadValue } from '../reading.js';
import { isRate } from './tax-rates.js';
import type { Totals } from './totals.js';

/** The lines of the table as values; `onlyRate` stands in for rates that were not read. `belowZero`: a credit note that prints minus signs. */
export function readLines(table: LineTable, totals: Totals, linesFit: boolean, belowZero: boolean, onlyRate: string | null): ReadLine[] {
  return table.lines.map((line) => {
    const arithmetic = lineArithmetic(line.cells);
    const cells = {} as Record<(typeof LINE_CELLS)[number], ReadValue | null>;
    for (const name of LINE_CELLS) {
      const cell = line.cells[name];
      const numeric = name === 'quantity' || name === 'unitPrice' || name === 'netAmount';
      const confidence = !numeric
        ? 0.93
        : cell?.guessed
          ? 0.5
          : arithmetic === 'right'
            ? 0.99
            : name === 'netAmount' && linesFit
              ? 0.98
              : arithmetic === 'wrong'
                ? 0.5
                : 0.9;
      const value = cell && cellText(name, cell.value, belowZero);
      cells[name] =
        cell && value !== undefined && value !== ''
          ? {
              value,
              confidence,
              page: line.page,
              box: cell.box,
              evidence: numeric && arithmetic === 'right' ? [{ code: 'product' }] : [{ code: 'column' }],
              alternatives: [],
            }
          : null;
    }
    if (onlyRate !== null && totals.addsUp && (!cells.taxRate || !isRate(cells.taxRate.value)))
      cells.taxRate = fromNowhere(onlyRate, 0.9, { code: 'only-rate' });
    const taxed = line.cells.grossAmount;
    return {
      ...cells,
      page: line.page,
      box: line.words.length > 0 ? union([line.box]) : line.box,
      ...(taxed && !line.cells.netAmount ? { taxedAmount: belowZero ? taxed.value.replace(/^-/, '') : taxed.value } : {}),
    };
  });
}

/** Dots that lead from a text to its amount. */
const LEADER = /\s*([.…·_]{2,}|\s[.…·_])$/u;

/** What stands between a text and the price that follows it: “Desembrood heel à”, “Tables, 20 @”. */
const BEFORE_PRICE = /[\s,;]*((?<![,;])\s([@×àáâä]|x|at|je))?[\s,;]*$/iu;

/** A quotation mark that is not closed again: a speck before the first word. */
const UNPAIRED = /^["'„“«](?!.*["'”“»])\s*/u;

/** What a cell says: without the dash of a list, or a rule of the table, before a description, and without the minus that a credit note prints. */
function cellText(name: (typeof LINE_CELLS)[number], text: string, belowZero: boolean): string {
  if (name === 'description')
    return text
      .replace(UNPAIRED, '')
      .replace(/^[^\p{L}\p{N}("'„“«]+\s+/u, '')
      .replace(LEADER, '')
      .replace(BEFORE_PRICE, '');
  return belowZero && (name === 'quantity' || name === 'netAmount') ? text.replace(/^-/, '') : text;
}
