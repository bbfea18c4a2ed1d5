import { ROUNDING, lineFits } from '../../arithmetic/index.js';
import { Decimal, decimal, sum, within } from '../../money/index.js';
import type { Box } from '../../geometry/index.js';
import type { ColumnRole } from '../../languages/index.js';
import { memoized } from '../print/memoize.js';
import type { Run, Word } from '../print/words.js';

/** One cell of a line before its confidence is known. */
export interface Cell {
  readonly value: string;
  readonly box: Box;
  /** Other numbers that readers of a scan saw there, likeliest first. */
  readonly others?: readonly string[];
  /** Whether another reading than the likeliest was taken because it makes the line's sum right. */
  readonly repaired?: boolean;
  /** Whether neither a head nor arithmetic tells that it is this cell's number: its place and its looks alone do. */
  readonly guessed?: boolean;
}

/** One line of the table as a method found it. */
export interface LineRow {
  readonly page: number;
  readonly box: Box;
  readonly cells: Readonly<Partial<Record<ColumnRole, Cell>>>;
  readonly words: readonly Word[];
  /** Words in columns that are no cell of a line. */
  readonly beside?: readonly Word[];
}

/** What a method made of the table, and how well quantity × price = amount holds in it. */
export interface LineTable {
  readonly method: 'heads' | 'alignment' | 'sums';
  readonly lines: readonly LineRow[];
  /** Rows of the document that belong to the table, so that totals are not looked for there. */
  readonly rows: ReadonlySet<number>;
  /** Whether the head of the amounts says that they have the tax in them. */
  readonly taxed?: boolean;
  /** Whether each amount is quantity × price with the tax by the line's own rate on it. */
  readonly taxedByRates?: boolean;
  readonly heads: readonly { readonly role: ColumnRole; readonly run: Run; readonly box: Box }[];
}

const value = (cell: Cell | undefined): Decimal | null => (cell ? decimal(cell.value) : null);

/** Quantity × price less the line's discount, over the price's unit; null where quantity or price is missing. */
export function expectedAmount(cells: LineRow['cells'], per: Decimal | null = value(cells.per)): Decimal | null {
  const quantity = value(cells.quantity);
  const price = value(cells.unitPrice);
  if (!quantity || !price) return null;
  const discount = value(cells.discount);
  const factor = discount ? new Decimal(1).minus(discount.abs().div(100)) : new Decimal(1);
  const base = per && !per.isZero() ? per : new Decimal(1);
  return quantity.times(price).times(factor).div(base);
}

/** How quantity × price stands to the amount: right, right per 100 or 1000, wrong, or not to be told. */
export const lineArithmetic = memoized((cells: LineRow['cells']): 'right' | 'wrong' | 'untold' => {
  if (isFarOff(cells)) return 'wrong';
  const amount = value(cells.netAmount ?? cells.grossAmount);
  if (!amount) return 'untold';
  const direct = expectedAmount(cells);
  if (!direct) return 'untold';
  // A returned item has a quantity and an amount below zero; only one of them below zero is a speck taken for a minus.
  if (value(cells.quantity)?.isNegative() && !amount.isNegative() && !direct.isZero() && direct.isNegative()) return 'wrong';
  const fits = (per: Decimal | null) => {
    const expected = expectedAmount(cells, per);
    return expected !== null && lineFits(expected, amount);
  };
  if (fits(value(cells.per))) return 'right';
  return PRICE_UNITS.some((per) => fits(new Decimal(per))) ? 'right' : 'wrong';
});

/** Whether quantity × price misses the amount so plainly, per any unit, that exact decimals are not needed to tell. */
function isFarOff({ quantity, unitPrice, netAmount, grossAmount, discount, per }: LineRow['cells']): boolean {
  const printed = netAmount ?? grossAmount;
  if (!quantity || !unitPrice || !printed) return false;
  const amount = Math.abs(Number(printed.value));
  const product = Math.abs(Number(quantity.value) * Number(unitPrice.value) * (1 - Math.abs(Number(discount?.value ?? 0)) / 100));
  const margin = 0.02 + 0.0001 * amount;
  return [Number(per?.value ?? 1) || 1, ...PRICE_UNITS].every((unit) => Math.abs(product / Math.abs(unit) - amount) > margin);
}

const PRICE_UNITS = [100, 1000, 10];

const REPAIRABLE = ['quantity', 'unitPrice', 'netAmount', 'discount', 'per'] as const;

/** The line with the one other reading of a number that makes quantity × price = amount; the line itself where none or several do. */
export function repaired(line: LineRow): LineRow {
  const arithmetic = lineArithmetic(line.cells);
  if (arithmetic === 'right') return closer(pointed(line));
  if (arithmetic === 'untold') return line;
  const found = REPAIRABLE.flatMap((role) =>
    (line.cells[role]?.others ?? []).flatMap((other) => {
      const cell = line.cells[role];
      const cells = cell ? { ...line.cells, [role]: { ...cell, value: other, others: [cell.value], repaired: true } } : line.cells;
      return lineArithmetic(cells) === 'right' ? [{ ...line, cells }] : [];
    }),
  );
  return found.length === 1 ? found[0] : line;
}

/** A line off a scan whose price is right only per hundred and has no decimals, with the decimal mark that was lost. */
function pointed(line: LineRow): LineRow {
  const { unitPrice, per } = line.cells;
  if (!unitPrice || per || line.words[0]?.score === undefined || !/^\d{3,}$/.test(unitPrice.value) || isPerPiece(line.cells)) return line;
  const cells = {
    ...line.cells,
    unitPrice: { ...unitPrice, value: unitPrice.value.replace(/(..)$/, '.$1'), others: [unitPrice.value], repaired: true },
  };
  return isPerPiece(cells) ? { ...line, cells } : line;
}

/** Whether quantity × price is the amount to the cent, not per hundred or thousand. */
export const isPerPiece = memoized((cells: LineRow['cells']): boolean => {
  const [expected, amount] = [expectedAmount(cells), value(cells.netAmount)];
  return expected !== null && amount !== null && within(expected.abs(), amount.abs(), ROUNDING.total);
});

/** The line with another reading of its quantity where that makes the amount to the cent and the likeliest only nearly: 33.25 l, not 33.251. */
function closer(line: LineRow): LineRow {
  const { quantity, netAmount } = line.cells;
  if (!quantity?.others || !netAmount) return line;
  const off = (cells: LineRow['cells']) => expectedAmount(cells)?.minus(netAmount.value).abs() ?? null;
  const now = off(line.cells);
  for (const other of quantity.others) {
    const cells = { ...line.cells, quantity: { ...quantity, value: other, others: [quantity.value], repaired: true } };
    const then = off(cells);
    if (now && then && now.gt('0.0051') && then.lte('0.0051')) return { ...line, cells };
  }
  return line;
}

/** The share of lines whose arithmetic is right, and of those that can be told. */
export function tableScore(lines: readonly LineRow[]): { right: number; wrong: number } {
  const results = lines.map((line) => lineArithmetic(line.cells));
  return { right: results.filter((r) => r === 'right').length, wrong: results.filter((r) => r === 'wrong').length };
}

/** The sum of the lines' amounts; null where there are none, or one has no amount. */
export function sumOfLines(lines: readonly LineRow[]): Decimal | null {
  const amounts = lines.map((line) => line.cells.netAmount?.value);
  return amounts.length > 0 && amounts.every((amount) => amount !== undefined) ? sum(amounts) : null;
}

/** Whether the text of a rate is a number of percent, and no code for one. */
export const isPercentage = (rate: string): boolean => /^\d+(\.\d+)?$/.test(rate);

/** The tax that the lines' own rates give, for tables that have a rate on every line; null otherwise. */
export function taxOfLines(lines: readonly LineRow[]): Decimal | null {
  const parts = lines.map(({ cells: { netAmount, taxRate } }) =>
    netAmount && taxRate && isPercentage(taxRate.value) ? decimal(netAmount.value).times(taxRate.value).div(100) : null,
  );
  return parts.length === 0 || parts.includes(null) ? null : sum(parts.filter((part) => part !== null));
}
