import { Decimal, decimal, plain, within } from '../money/index.js';
import type { Label } from './labels.js';
import type { Cell, LineRow, LineTable } from './line-row.js';
import type { DecimalMark } from './numbers.js';
import { numberSpans, type NumberSpan } from './spans.js';
import type { Totals } from './totals.js';
import type { Row, Word } from './words.js';

/** What stands in a column of tax codes: a letter or two, a digit, a star. */
const CODE = /^(\p{Lu}{1,2}\d?|\d|\*{1,2})$/u;
/** Words between a code and its rate: “S 20 %”, “A = 20 %”, “20 % on items marked A”. */
const BEFORE = 2;
const BEHIND = 4;

/** A word without the marks around it: “(A)”, “A:”, “A,”. */
const bare = (word: Word): string => word.text.replace(/^[(]|[).,:;=]+$/g, '');

const isPercentage = (value: string): boolean => /^\d+(\.\d+)?$/.test(value);

/** The table with the rates that its codes stand for on the page; a code that the page does not explain is no rate. */
export function withExplainedRates(table: LineTable, rows: readonly Row[], mark: DecimalMark): LineTable {
  const codes = new Set(table.lines.flatMap(({ cells }) => (cells.taxRate && CODE.test(cells.taxRate.value) ? cells.taxRate.value : [])));
  if (codes.size === 0) return table;
  const rates = legendOf(codes, table, rows, mark);
  return { ...table, lines: table.lines.map((line) => explained(line, rates)) };
}

function explained(line: LineRow, rates: ReadonlyMap<string, string>): LineRow {
  const { taxRate, ...cells } = line.cells;
  const rate = taxRate && rates.get(taxRate.value);
  if (taxRate && rate !== undefined) return { ...line, cells: { ...cells, taxRate: { ...taxRate, value: rate } } };
  return taxRate && !isPercentage(taxRate.value) ? { ...line, cells } : line;
}

/** What the rows outside the lines say that the codes stand for. Digits count only where each of them is explained: they may be rates. */
function legendOf(codes: ReadonlySet<string>, { lines }: LineTable, rows: readonly Row[], mark: DecimalMark): Map<string, string> {
  const inLines = new Set(lines.flatMap((line) => line.words));
  const rates = new Map<string, string>();
  for (const row of rows) {
    const words = row.runs.flatMap((run) => run.words);
    if (words.some((word) => inLines.has(word))) continue;
    const percents = row.runs.flatMap((run) => numberSpans(run, mark)).filter((span) => span.percent);
    for (const span of percents) {
      const code = codeOf(span, words, codes);
      if (code !== null && !rates.has(code)) rates.set(code, span.number.value);
    }
  }
  const digits = [...codes].filter((code) => /^\d$/.test(code));
  return digits.every((code) => rates.has(code)) ? rates : new Map([...rates].filter(([code]) => !digits.includes(code)));
}

/** The code beside a rate: right before it, or a few words behind. */
function codeOf(span: NumberSpan, words: readonly Word[], codes: ReadonlySet<string>): string | null {
  const own = span.run.words.slice(span.from, span.to);
  const [from, to] = [words.indexOf(own[0]), words.indexOf(own[own.length - 1]) + 1];
  const isCode = (word: Word) => codes.has(bare(word));
  const found =
    words.slice(Math.max(0, from - BEFORE), from).findLast(isCode) ??
    words
      .slice(to, to + BEHIND)
      .filter((word) => word.text !== '%')
      .find(isCode);
  return found ? bare(found) : null;
}

/** The words of a column of tax rates that are no number, as the code that they may be. */
export function taxCode(words: readonly Word[], box: Cell['box']): Cell | null {
  const [word] = words;
  return words.length === 1 && CODE.test(bare(word)) ? { value: bare(word), box } : null;
}

/**
 * The one tax rate that net and tax give, as a percentage: one that is printed on the page where such a one does, else the roundest;
 * null where they give none, or where `several`, the page having rates or codes of which none alone gives the tax.
 */
export function onlyRateOf({ chosen: { netTotal, taxTotal } }: Totals, printed: readonly Decimal[], several: boolean): string | null {
  if (!netTotal || !taxTotal || netTotal.value.isZero()) return null;
  const fits = (rate: Decimal) => within(netTotal.value.times(rate).div(100), taxTotal.value, '0.02');
  const exact = taxTotal.value.div(netTotal.value).times(100);
  const rate = [...printed, ...(several ? [] : [0, 1, 2].map((places) => exact.toDecimalPlaces(places)))].find(fits);
  return rate ? plain(rate) : null;
}

/** Whether the table has codes for its rates, or a row of tax has its rate. */
export function hasRates({ lines }: LineTable, labels: readonly Label[]): boolean {
  return (
    lines.some(({ cells }) => cells.taxRate && CODE.test(cells.taxRate.value)) ||
    labels.some(({ meaning, run }) => meaning === 'taxTotal' && run.text.includes('%'))
  );
}

/** Whether a rate that was read can be one: codes, and numbers too small to be a rate, are not. */
export const isRate = (value: string): boolean => isPercentage(value) && (decimal(value).isZero() || decimal(value).gte(2));
