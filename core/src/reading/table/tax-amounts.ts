import { Decimal, decimal, isDecimalString, plain } from '../../money/index.js';
import type { LineRow, LineTable } from './line-row.js';

/** The most that a tax rate is, in percent; and what an amount of tax may be off by its rounding. */
const MOST = 30;
const OFF = new Decimal('0.011');

/**
 * The table with the rates that its amounts of tax come to, where a column of tax holds amounts and no rates: one figure in it is more than any
 * rate, and each is its line's amount times a rate.
 */
export function withRatesOfAmounts(table: LineTable): LineTable {
  const role = table.lines.some(({ cells }) => cells.taxRate) ? 'taxRate' : 'taxAmount';
  const held = table.lines.map(({ cells }) => ({ net: numberOf(cells.netAmount?.value), tax: numberOf(cells[role]?.value) }));
  const told = held.flatMap(({ net, tax }) => (net && tax ? [{ net, tax }] : []));
  if (told.length === 0 || held.some(({ net, tax }) => tax && !net)) return table;
  if (role === 'taxRate' && !told.some(({ tax }) => tax.gt(MOST))) return table;
  const rates = ratesOf(told);
  if (rates === null) return role === 'taxRate' ? { ...table, lines: table.lines.map(withoutRate) } : table;
  return { ...table, lines: table.lines.map((line, i) => withRate(line, role, rateFor(held[i], rates))) };
}

const numberOf = (value: string | undefined): Decimal | null => (isDecimalString(value) ? decimal(value) : null);

interface Taxed {
  readonly net: Decimal;
  readonly tax: Decimal;
}

/** The rates that explain all amounts, the largest first, as these tell them best; null where one is explained by none. */
function ratesOf(told: readonly Taxed[]): Decimal[] | null {
  const rates: Decimal[] = [];
  for (const one of [...told].sort((a, b) => b.net.abs().cmp(a.net.abs()))) {
    if (rates.some((rate) => fits(one, rate))) continue;
    const rate = roundestFor(one);
    if (rate === null) return null;
    rates.push(rate);
  }
  return rates;
}

const fits = ({ net, tax }: Taxed, rate: Decimal): boolean => net.times(rate).div(100).minus(tax).abs().lte(OFF);

/** The roundest rate, to two places, that explains an amount of tax; null where none that there may be does. */
function roundestFor(one: Taxed): Decimal | null {
  if (one.net.isZero()) return null;
  const exact = one.tax.div(one.net).times(100);
  const rate = [0, 1, 2].map((places) => exact.toDecimalPlaces(places)).find((rounded) => fits(one, rounded));
  return rate && rate.gte(0) && rate.lte(MOST) ? rate : null;
}

const rateFor = ({ net, tax }: { net: Decimal | null; tax: Decimal | null }, rates: readonly Decimal[]): Decimal | null =>
  net && tax ? (rates.find((rate) => fits({ net, tax }, rate)) ?? null) : null;

function withRate(line: LineRow, role: 'taxRate' | 'taxAmount', rate: Decimal | null): LineRow {
  const cell = line.cells[role];
  return cell && rate ? { ...line, cells: { ...line.cells, taxRate: { value: plain(rate), box: cell.box } } } : line;
}

/** What is more than any rate, and no amount of tax either, is none. */
function withoutRate(line: LineRow): LineRow {
  const { taxRate, ...cells } = line.cells;
  const rate = numberOf(taxRate?.value);
  return rate?.gt(MOST) ? { ...line, cells } : line;
}
