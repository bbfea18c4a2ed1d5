import { ROUNDING } from '../../arithmetic/index.js';
import { Decimal, decimal, sum, within } from '../../money/index.js';
import { bottom } from '../../geometry/index.js';
import { isLabelWord } from '../language/labels.js';
import { isCurrencySign, type DecimalMark } from '../print/numbers.js';
import { numberSpans, type NumberSpan } from '../print/spans.js';
import type { Row } from '../print/words.js';

/** An amount on the page outside the lines. */
export interface LooseAmount {
  readonly value: Decimal;
  readonly span: NumberSpan;
}

/** A rate with the net amount that it is on and the tax that comes of it, in one row. */
export interface RateGroup {
  readonly rate: string;
  readonly base: LooseAmount;
  readonly tax: LooseAmount;
}

/** Net, tax and total that close, each as it stands on the page. */
export interface ClosingSum {
  readonly net: LooseAmount;
  readonly tax: LooseAmount;
  readonly gross: LooseAmount;
}

/** More amounts than this outside the lines are a list, not totals: the last ones are looked at. */
const MOST_AMOUNTS = 60;
const HIGHEST_RATE = 40;

/** The amounts of these rows that can be totals. */
export function looseAmounts(rows: readonly Row[], mark: DecimalMark): LooseAmount[] {
  const spans = rows.flatMap((row) => row.runs.flatMap((run) => numberSpans(run, mark)));
  return spans
    .filter(({ percent, number }) => !percent && (number.places === 2 || (number.signed && number.places < 2)))
    .map((span) => ({ value: decimal(span.number.value), span }))
    .slice(-MOST_AMOUNTS);
}

/**
 * The taxes by rate that the page gives, however they are headed: a row with a rate, an amount and the tax that the rate makes of it. Each
 * rate once, as the first such row has it.
 */
export function rateGroups(rows: readonly Row[], mark: DecimalMark): RateGroup[] {
  const groups = new Map<string, RateGroup>();
  for (const row of rows) {
    const spans = row.runs.flatMap((run) => numberSpans(run, mark));
    const rates = spans.filter(({ percent, number }) => percent || number.places <= 1 || isRound(number.value));
    const amounts = looseAmounts([row], mark).filter(({ value }) => !value.isZero());
    if (rates.length === 0 || amounts.length < 2) continue;
    const found = groupIn(rates, amounts);
    if (found && !groups.has(found.rate)) groups.set(found.rate, found);
  }
  return [...groups.values()];
}

/** A rate that is printed with two decimals: “20.00”. */
const isRound = (value: string): boolean => /\.[05]0$/.test(value);

/**
 * The rows of a table of taxes by rate, which are no lines of the invoice: those with a rate and what it makes, in which nothing is described,
 * the row of their sums right below, and their heads right above. By index.
 */
export function taxTableRows(rows: readonly Row[], mark: DecimalMark): ReadonlySet<number> {
  const found = new Set<number>();
  rows.forEach((row, place) => {
    if (rateGroups([row], mark).length === 0 || isDescribing(row)) return;
    found.add(row.index);
    const above = rows[place - 1] as Row | undefined;
    if (above && above.page === row.page && !/\d/.test(textOf(above)) && row.box.y - bottom(above.box) < 2 * row.box.height)
      found.add(above.index);
    const below = rows[place + 1] as Row | undefined;
    if (below && below.page === row.page && closesByItself(looseAmounts([below], mark))) found.add(below.index);
  });
  // A rate of nothing makes no tax, but its row is one of the table.
  rows.forEach((row, place) => {
    const beside = [rows[place - 1], rows[place + 1]] as (Row | undefined)[];
    const isZero = row.runs.some((run) => numberSpans(run, mark).some(({ number }) => decimal(number.value).isZero()));
    if (isZero && !isDescribing(row) && beside.some((other) => other && found.has(other.index))) found.add(row.index);
  });
  return found;
}

const textOf = (row: Row): string => row.runs.map(({ text }) => text).join(' ');
/** Whether a row has words that are no label's: it says what was sold. */
const isDescribing = (row: Row): boolean =>
  row.runs.some((run) => run.words.some(({ text }) => /\p{L}{3}/u.test(text) && !isLabelWord(text) && !isCurrencySign(text)));
/** Whether two amounts of a row make its third. */
const closesByItself = (amounts: readonly LooseAmount[]): boolean =>
  amounts.length === 3 && amounts[0].value.plus(amounts[1].value).eq(amounts[2].value);

function groupIn(rates: readonly NumberSpan[], amounts: readonly LooseAmount[]): RateGroup | null {
  for (const rate of rates) {
    const percent = decimal(rate.number.value);
    if (percent.lte(0) || percent.gt(HIGHEST_RATE)) continue;
    for (const base of amounts)
      for (const tax of amounts) {
        if (base === tax || base.span === rate || tax.span === rate || base.value.abs().lte(tax.value.abs())) continue;
        if (within(base.value.times(percent).div(100), tax.value, ROUNDING.total)) return { rate: percent.toString(), base, tax };
      }
  }
  return null;
}

/**
 * Every three amounts of which two make the third, where the smaller one is what a printed rate makes of the larger, or what the rates
 * together make, or where the larger is the sum of the lines.
 */
export function closingSums(
  amounts: readonly LooseAmount[],
  rates: readonly Decimal[],
  groups: readonly RateGroup[],
  lineSum: Decimal | null,
): ClosingSum[] {
  const byValue = new Map<string, LooseAmount>();
  for (const amount of amounts) byValue.set(amount.value.toFixed(2), amount);
  const taxes = groups.length > 0 ? sum(groups.map(({ tax }) => tax.value)) : null;
  const found: ClosingSum[] = [];
  for (const net of byValue.values())
    for (const tax of byValue.values()) {
      if (tax === net || tax.value.isZero() || tax.value.abs().gte(net.value.abs()) || tax.value.isNegative() !== net.value.isNegative())
        continue;
      const gross = byValue.get(net.value.plus(tax.value).toFixed(2));
      if (!gross || gross === net || gross === tax) continue;
      const rated = rates.some((rate) => within(net.value.times(rate).div(100), tax.value, ROUNDING.total));
      const all = taxes !== null && within(taxes, tax.value, ROUNDING.total);
      const lines = lineSum !== null && within(lineSum.abs(), net.value.abs(), ROUNDING.total);
      if (rated || all || lines) found.push({ net, tax, gross });
    }
  return found;
}

/** What the groups come to: the net amounts and the taxes of all rates. */
export const sumOfGroups = (groups: readonly RateGroup[]): { readonly net: Decimal; readonly tax: Decimal } => ({
  net: sum(groups.map(({ base }) => base.value)),
  tax: sum(groups.map(({ tax }) => tax.value)),
});
