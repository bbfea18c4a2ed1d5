import { ROUNDING } from '../../arithmetic/index.js';
import { middleY } from '../../geometry/index.js';
import { Decimal, decimal, plain, within } from '../../money/index.js';
import type { Label } from '../language/labels.js';
import { isPercentage, type Cell, type LineRow, type LineTable } from './line-row.js';
import type { DecimalMark } from '../print/numbers.js';
import { numberSpans, type NumberSpan } from '../print/spans.js';
import type { Totals } from './totals.js';
import type { Row, Word } from '../print/words.js';

/** What stands in a column of tax codes: a letter or two, a digit, a star. */
const CODE = /^(\p{Lu}{1,2}\d?|\d|\*{1,2})$/u;
/** Words between a code and its rate: “S 20 %”, “A = 20 %”, “20 % on items marked A”. */
const BEFORE = 2;
const BEHIND = 4;
/** How far two words of one line may be apart in height, in heights of a word. */
const SLOPE = 0.8;

/** A word without the marks around it: “(A)”, “A:”, “A,”; off a scan without what a reader made of a rule beside it, a letter seen twice once, in capitals. */
function bare({ text, score }: Word): string {
  const plain = text.replace(/^[(]|[).,:;=]+$/g, '');
  return score === undefined
    ? plain
    : plain
        .replace(/(?<=.)[$€£|!'’]+$/, '')
        .toUpperCase()
        .replace(/^(\p{L})\1$/u, '$1');
}

/** The code for its rate that a line has, as printed; null where it has none. */
const codeIn = ({ cells: { taxRate } }: LineRow): string | null => (taxRate && CODE.test(taxRate.value) ? taxRate.value : null);

/** The table with the rates that its codes stand for on the page; a code that the page does not explain is no rate. */
export function withExplainedRates(found: LineTable, rows: readonly Row[], mark: DecimalMark): LineTable {
  const table = withUnitsThatAreCodes(found, rows, mark);
  const codes = new Set(table.lines.flatMap((line) => codeIn(line) ?? []));
  if (codes.size === 0) return table;
  const rates = legendOf(codes, table, rows, mark);
  // Digits may be rates themselves: they are codes where the page explains one of them.
  const isCode = (value: string) => codes.has(value) && (!/^\d$/.test(value) || [...rates.keys()].some((code) => /^\d$/.test(code)));
  return { ...table, lines: table.lines.map((line) => explained(line, rates, isCode)) };
}

/** The table with its units as codes for rates, where no line has a rate and the page explains each of them as one. */
function withUnitsThatAreCodes(table: LineTable, rows: readonly Row[], mark: DecimalMark): LineTable {
  const units = table.lines.flatMap(({ cells: { unit } }) => (unit ? [unit.value] : []));
  const codes = new Set(units);
  if (units.length !== table.lines.length || units.length === 0 || ![...codes].every((code) => CODE.test(code))) return table;
  const rates = legendOf(codes, table, rows, mark);
  if (![...codes].every((code) => rates.has(code))) return table;
  const lines = table.lines.map((line): LineRow => {
    const { unit, ...cells } = line.cells;
    return { ...line, cells: unit ? { ...cells, taxRate: unit } : cells };
  });
  return { ...table, lines };
}

function explained(line: LineRow, rates: ReadonlyMap<string, string>, isCode: (value: string) => boolean): LineRow {
  const { taxRate, ...cells } = line.cells;
  if (!taxRate || !isCode(taxRate.value)) return line;
  const rate = rates.get(taxRate.value);
  return { ...line, cells: rate === undefined ? cells : { ...cells, taxRate: { ...taxRate, value: rate } } };
}

/** What the page says outside the lines that the codes stand for. */
function legendOf(codes: ReadonlySet<string>, { lines }: LineTable, rows: readonly Row[], mark: DecimalMark): Map<string, string> {
  const inLines = new Set(lines.flatMap((line) => line.words));
  const outside = rows.filter((row) => !row.runs.some((run) => run.words.some((word) => inLines.has(word))));
  const rates = new Map<string, string>();
  outside.forEach((row, at) => {
    const percents = row.runs.flatMap((run) => numberSpans(run, mark)).filter((span) => span.percent);
    if (percents.length === 0) return;
    const near = outside.slice(Math.max(0, at - 1), at + 2).filter((other) => other.page === row.page);
    for (const span of percents) {
      const code = codeOf(span, besides(span, [row]), codes) ?? codeOf(span, besides(span, near), codes);
      if (code !== null && !rates.has(code)) rates.set(code, span.number.value);
    }
  });
  return rates;
}

/** The words beside a number, from left to right: those of its row, and of a row that a scan's slope parted from it. */
function besides({ box }: NumberSpan, rows: readonly Row[]): Word[] {
  const words = rows.flatMap((row) => row.runs.flatMap((run) => run.words));
  return words.filter((word) => Math.abs(middleY(word) - middleY(box)) < SLOPE * box.height).sort((a, b) => a.x - b.x);
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
  const fits = (rate: Decimal) => within(netTotal.value.times(rate).div(100), taxTotal.value, ROUNDING.total);
  const exact = taxTotal.value.div(netTotal.value).times(100);
  const rate = [...printed, ...(several && !taxTotal.value.isZero() ? [] : [0, 1, 2].map((places) => exact.toDecimalPlaces(places)))].find(
    fits,
  );
  return rate ? plain(rate) : null;
}

/** Whether the table has codes for its rates, or a row of tax has its rate. */
export function hasRates({ lines }: LineTable, labels: readonly Label[]): boolean {
  return lines.some((line) => codeIn(line) !== null) || labels.some(({ meaning, run }) => meaning === 'taxTotal' && run.text.includes('%'));
}

/** Whether a rate that was read can be one: codes, and numbers too small to be a rate, are not. */
export const isRate = (value: string): boolean => isPercentage(value) && (decimal(value).isZero() || decimal(value).gte(2));
