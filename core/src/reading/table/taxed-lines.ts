import { ROUNDING } from '../../arithmetic/index.js';
import { Decimal, decimal, distribute, plain, toAmount, within, type DecimalString } from '../../money/index.js';
import { expectedAmount, lineArithmetic, sumOfLines, type LineRow, type LineTable } from './line-row.js';
import type { ReadLine } from '../reading.js';
import type { Totals } from './totals.js';

/** Whether the lines' amounts have the tax in them: they sum to the total, and not to the net. */
function sumToGross(lines: readonly LineRow[], { chosen }: Totals): boolean {
  const sum = sumOfLines(lines);
  const { grossTotal, taxTotal } = chosen;
  return (
    sum !== null &&
    grossTotal !== null &&
    taxTotal !== null &&
    !taxTotal.value.isZero() &&
    within(sum.abs(), grossTotal.value.abs(), ROUNDING.taxed)
  );
}

/**
 * The table with the tax taken out of its lines where their amounts have it in them: these become gross amounts, and the net one is
 * quantity × price where that is a net price, else none. `fits`: the lines sum to the net total.
 */
export function withoutTax(table: LineTable, totals: Totals, fits: boolean): { table: LineTable; taxed: boolean } {
  const taxed = !fits && (sumToGross(table.lines, totals) || (table.taxed ?? false));
  return taxed ? { table: { ...table, lines: table.lines.map((line) => lessTax(line, totals)) }, taxed } : { table, taxed };
}

function lessTax(line: LineRow, { chosen: { netTotal, taxTotal } }: Totals): LineRow {
  const { netAmount, ...cells } = line.cells;
  if (!netAmount) return line;
  const factor = netTotal && taxTotal && !netTotal.value.isZero() ? taxTotal.value.div(netTotal.value).plus(1) : new Decimal(1);
  const net = lineArithmetic(line.cells) === 'right' ? null : expectedAmount(line.cells);
  const isNet = net !== null && within(net.times(factor).abs(), decimal(netAmount.value).abs(), ROUNDING.taxed);
  return {
    ...line,
    cells: { ...cells, grossAmount: netAmount, ...(isNet ? { netAmount: { ...netAmount, value: toAmount(net) } } : {}) },
  };
}

/**
 * The net amounts that the lines are posted with, as amounts or null: as read, or, where the page prints them with the tax, the net
 * total spread over them by their size, each by its own rate, so that they sum to it to the cent.
 */
export function netAmounts(lines: readonly ReadLine[], netTotal: DecimalString | null): (DecimalString | null)[] {
  const asRead = lines.map((line) => line.netAmount?.value ?? null);
  if (netTotal === null || lines.length === 0 || !lines.every((line) => line.taxedAmount !== undefined && line.netAmount === null))
    return asRead;
  const weights = lines.map((line) => {
    const rate = line.taxRate && /^\d{1,2}(\.\d+)?$/.test(line.taxRate.value) ? line.taxRate.value : '0';
    return plain(
      decimal(line.taxedAmount ?? '0')
        .div(decimal(rate).div(100).plus(1))
        .toDecimalPlaces(6),
    );
  });
  return weights.every((weight) => decimal(weight).gt(0)) ? distribute(netTotal, weights) : asRead;
}
