import { labelledBy } from '../header/head-fields.js';
import type { Evidence } from '../../documents/index.js';
import { ROUNDING, totalsFit } from '../../arithmetic/index.js';
import { right } from '../../geometry/index.js';
import { Decimal, decimal, sum, toAmount, within } from '../../money/index.js';
import type { Candidate, LabelledRows } from '../header/candidates.js';
import type { LabelMeaning } from '../../languages/index.js';
import type { DecimalMark } from '../print/numbers.js';
import { closingSums, looseAmounts, rateGroups, sumOfGroups, type LooseAmount } from './closing-sums.js';
import { numberSpans, type NumberSpan } from '../print/spans.js';
import type { Row, Run } from '../print/words.js';
import type { Expected } from '../fitted/expected.js';
import { OWN_WORDS } from '../language/wording.js';

/** An amount that may be one of the totals. */
export interface TotalCandidate {
  readonly value: Decimal;
  readonly score: number;
  readonly span: NumberSpan | null;
  readonly evidence: Evidence;
  /** Whether it is not what the readers of a scan held for likeliest, but makes the sums right. */
  readonly repaired?: boolean;
  /** Whether no label says what it is: the sums alone do. */
  readonly unlabelled?: boolean;
}

export type TotalField = 'netTotal' | 'taxTotal' | 'grossTotal' | 'amountDue';

/** The consistent choice of the totals and what speaks for it. */
export interface Totals {
  readonly chosen: Readonly<Record<TotalField, TotalCandidate | null>>;
  /** Net + tax = gross holds on the page (EN 16931 BR-CO-15). */
  readonly addsUp: boolean;
  /** The amount due follows from gross, payments and balances (BR-CO-16), or is the gross total. */
  readonly dueExplained: boolean;
  readonly discount: Decimal | null;
  readonly carriage: Decimal | null;
  readonly paid: Decimal | null;
  /** All candidates by field, best first: the alternatives a person is offered. */
  readonly candidates: Readonly<Record<TotalField, readonly TotalCandidate[]>>;
}

/**
 * Chooses net, tax, gross and amount due together. `lineSum` is the sum of the net line amounts, null without lines;
 * `lineTax` the tax by the lines' own rates, null where one has none; `outside` the rows that are no lines.
 */
export function chooseTotals(
  labelled: LabelledRows,
  rows: readonly Row[],
  mark: DecimalMark,
  lineSum: Decimal | null,
  lineTax: Decimal | null = null,
  outside: readonly Row[] = rows,
  expected: Expected | null = null,
): Totals {
  const spansOf = (run: Run) => numberSpans(run, mark).filter((span) => !span.percent && span.number.places <= 2 && looksLikeAmount(span));
  const of = (meaning: LabelMeaning, above = false): TotalCandidate[] =>
    strongest(labelled.candidates(meaning, spansOf, { above }).flatMap((candidate) => asTotals(candidate, rows)));
  const amounts = expected ? rows.flatMap((row) => row.runs.flatMap(spansOf)) : [];
  const expecting = (field: TotalField, known: TotalCandidate[]): TotalCandidate[] =>
    expected?.has(field) ? strongest([...known, ...expectedTotals(field, amounts, expected)]) : known;
  const net = expecting('netTotal', of('netTotal'));
  const goods = of('goodsTotal');
  const tax = expecting('taxTotal', withRateSums(labelled, of('taxTotal')));
  const gross = expecting('grossTotal', of('grossTotal', true));
  const due = expecting('amountDue', of('amountDue', true));
  const paid = of('paid').map((c) => ({ ...c, value: c.value.abs() }));
  const previous = of('previousBalance');
  const discounts = of('documentDiscount').map((c) => ({ ...c, value: c.value.abs() }));
  const carriages = of('carriage').map((c) => ({ ...c, value: c.value.abs() }));
  // A dear label may be missing: what is labelled as due can be the invoice total, and the goods total the net.
  const loose = unlabelled(
    outside.filter((row) => !isExplained(row, labelled)),
    printedRates(rows, mark),
    mark,
    lineSum,
  );
  const charged = withCharges([...net, ...goods], discounts, carriages);
  const grossPool = strongest([...gross, ...due.map((c) => ({ ...c, score: c.score - 0.25 })), ...loose.gross]);
  const netPool = strongest([...net, ...goods.map((c) => ({ ...c, score: c.score - 0.3 })), ...loose.net, ...charged]);
  const taxPool = strongest([...tax, ...loose.tax]);
  const largest = loose.largest;

  let best = {
    score: -Infinity,
    net: null as TotalCandidate | null,
    tax: null as TotalCandidate | null,
    gross: null as TotalCandidate | null,
    addsUp: false,
  };
  for (const g of orNull(grossPool, MOST_TRIED)) {
    for (const n of orNull(netPool, MOST_TRIED)) {
      for (const t of orNull(taxPool, MOST_TRIED)) {
        if (sameSpan(g, n) || sameSpan(g, t) || sameSpan(n, t)) continue;
        const addsUp = g !== null && n !== null && t !== null && totalsFit(n.value, t.value, g.value);
        let score = (g?.score ?? 0) + (n?.score ?? 0) + (t?.score ?? 0);
        if (g && n && t) score += addsUp ? 2 : -0.7;
        else if (g && n) score += within(g.value, n.value, ROUNDING.total) ? 0.2 : -0.6;
        // The whole is more than what one rate has of it.
        if (g && addsUp && largest && g.value.abs().gte(largest.times(NEARLY))) score += 1;
        if (n && lineSum) score += netFitsLines(n.value, lineSum, discounts, carriages) ? 0.8 : 0;
        if (g && !n && !t && lineSum && within(lineSum, g.value, ROUNDING.total)) score += 0.4;
        if (score > best.score) best = { score, net: n, tax: t, gross: g, addsUp };
      }
    }
  }
  const derived = unreadTax(best, rows, mark, lineTax);
  if (derived) best = { ...best, tax: derived, addsUp: true };
  const { gross: g } = best;
  const chosenDue = chooseDue(g, due, paid, previous, g?.span ? paidBelow(g.span, outside, mark, [best.net, best.tax]) : null);
  const found = best.net?.span && lineSum ? adjustmentsBefore(best.net.span, best.net.value, lineSum.abs(), outside, mark) : [];
  // Lines with the tax in them are more than the net total by the tax.
  const between = found.some((amount) => best.tax?.value.abs().eq(amount.abs())) ? [] : found;
  const [less, more] = [between.filter((amount) => amount.isNegative()), between.filter((amount) => !amount.isNegative())];
  if (less.length > 0) discounts.push({ value: sum(less).abs(), score: BY_SUMS, span: null, evidence: { code: 'closing-sum' } });
  if (more.length > 0) carriages.push({ value: sum(more), score: BY_SUMS, span: null, evidence: { code: 'closing-sum' } });
  const discount = discounts.find((c) => best.net && lineSum && netFitsLines(best.net.value, lineSum, [c], carriages))?.value ?? null;
  const carriage =
    carriages.find(
      (c) =>
        best.net && lineSum && !within(best.net.value, lineSum, ROUNDING.total) && netFitsLines(best.net.value, lineSum, discounts, [c]),
    )?.value ?? null;
  const paidChosen =
    paid.find((c) => g && chosenDue.due && within(g.value.minus(c.value), chosenDue.due.value, ROUNDING.total))?.value ?? null;
  return {
    chosen: { netTotal: best.net, taxTotal: best.tax, grossTotal: g, amountDue: chosenDue.due },
    addsUp: best.addsUp,
    dueExplained: chosenDue.explained,
    discount: best.net && lineSum && within(best.net.value, lineSum, ROUNDING.total) ? null : discount,
    carriage,
    paid: paidChosen,
    candidates: { netTotal: netPool, taxTotal: taxPool, grossTotal: grossPool, amountDue: due },
  };
}

/** Rows above the net total that what makes it of the lines may take. */
const MOST_ADJUSTING = 5;

/**
 * What is added to the lines and taken off them under words that nobody knows: the amounts that stand between the sum of the lines, as the page
 * prints it, and the net total, and make the one of the other; an amount alone may have lost its minus. None where they do not.
 */
function adjustmentsBefore(net: NumberSpan, total: Decimal, lines: Decimal, outside: readonly Row[], mark: DecimalMark): Decimal[] {
  const above = outside.filter(({ index, page }) => page === net.run.page && index < net.run.row && index >= net.run.row - MOST_ADJUSTING);
  const amounts = above.flatMap((row) =>
    looseAmounts([row], mark).filter(({ span }) => Math.abs(right(span.box) - right(net.box)) < ONE_EDGE),
  );
  const at = amounts.findLastIndex(({ value }) => value.abs().eq(lines));
  const between = amounts.slice(at + 1).map(({ value }) => value);
  const difference = total.minus(lines);
  if (at < 0 || between.length === 0 || difference.isZero()) return [];
  if (between.length === 1 && between[0].abs().eq(difference.abs())) return [difference];
  return sum(between).eq(difference) ? between : [];
}
/** Right ends of amounts that differ by less are one edge. */
const ONE_EDGE = 6;

/** What a total counts that stands where the supplier's habits let expect it. */
const BY_PLACE = 0.95;
/** From this share of the words around it on, a place is the expected one. */
const SAME_PLACE = 0.4;

function expectedTotals(field: TotalField, amounts: readonly NumberSpan[], expected: Expected): TotalCandidate[] {
  return amounts.flatMap((span) => {
    const share = expected.byPlace(field, { page: span.run.page, text: span.text, box: span.box });
    if (share < SAME_PLACE) return [];
    return [{ value: decimal(span.number.value), span, score: BY_PLACE * share + 0.3, evidence: { code: 'habit-place' as const } }];
  });
}

/** What a net total counts that is not printed: the goods with the charges and without the discounts among the totals. */
const BY_CHARGES = 0.5;

/** The goods with carriage and less a discount, for pages that print no net total behind them. */
function withCharges(
  goods: readonly TotalCandidate[],
  discounts: readonly TotalCandidate[],
  carriages: readonly TotalCandidate[],
): TotalCandidate[] {
  const [first] = goods;
  if (!first) return [];
  const less = [null, ...discounts.slice(0, MOST_CHARGES)];
  const more = [null, ...carriages.slice(0, MOST_CHARGES)];
  return less.flatMap((discount) =>
    more.flatMap((carriage) => {
      if (!discount && !carriage) return [];
      const value = first.value.minus(discount?.value ?? 0).plus(carriage?.value ?? 0);
      return [{ value, score: BY_CHARGES, span: null, evidence: { code: 'net-with-charges' as const } }];
    }),
  );
}
const MOST_CHARGES = 2;

/** Whether a row begins with a label that says its amount is no total by itself: what was handed over and the change, carriage, a customer's number. */
const isExplained = (row: Row, labelled: LabelledRows): boolean =>
  labelled.onRow(row.index).some(({ meaning, from, run }) => from === 0 && run === row.runs[0] && OTHER_AMOUNTS.has(meaning));
const OTHER_AMOUNTS: ReadonlySet<LabelMeaning> = new Set(['other', 'paid', 'previousBalance', 'carriage', 'documentDiscount']);

const MOST_TRIED = 9;
/** A total that is rounded to what is paid in cash is a little less than that. */
const NEARLY = 0.98;
/** What an amount counts that no label names, where the sums close with it, and one that is itself a sum. */
const BY_SUMS = 0.42;

/** Amounts that the sums alone speak for: two that make a third with a rate or the lines, and what the rates of the page come to. */
function unlabelled(rows: readonly Row[], rates: readonly Decimal[], mark: DecimalMark, lineSum: Decimal | null) {
  const amounts = looseAmounts(rows, mark);
  const groups = rateGroups(rows, mark);
  const closing = closingSums(amounts, rates, groups, lineSum);
  const found = ({ value, span }: LooseAmount): TotalCandidate => ({
    value,
    span,
    score: BY_SUMS,
    evidence: { code: 'closing-sum' },
    unlabelled: true,
  });
  const all = sumOfGroups(groups);
  const parts = groups.length;
  const printed = (value: Decimal) => amounts.findLast((amount) => amount.value.eq(value));
  const whole = printed(all.net.plus(all.tax));
  const summed = (value: Decimal, evidence: Evidence): TotalCandidate => ({
    value,
    span: printed(value)?.span ?? null,
    score: BY_SUMS,
    evidence,
    unlabelled: true,
  });
  const several = parts > 1 && whole !== undefined;
  return {
    gross: [...closing.map(({ gross }) => found(gross)), ...(several ? [found(whole)] : [])],
    net: [...closing.map(({ net }) => found(net)), ...(several ? [summed(all.net, { code: 'net-parts', parts })] : [])],
    tax: [...closing.map(({ tax }) => found(tax)), ...(several ? [summed(all.tax, { code: 'tax-parts', parts })] : [])],
    largest: amounts.reduce<Decimal | null>((most, { value }) => (most === null || value.abs().gt(most) ? value.abs() : most), null),
  };
}

/**
 * The tax that net and total leave, where none was read that fits and a rate on the page, or the lines' own rates, give the same.
 * A text layer's tax that does not fit is the supplier's slip, and stays.
 */
function unreadTax(
  { net, tax, gross, addsUp }: { net: TotalCandidate | null; tax: TotalCandidate | null; gross: TotalCandidate | null; addsUp: boolean },
  rows: readonly Row[],
  mark: DecimalMark,
  lineTax: Decimal | null,
): TotalCandidate | null {
  const scanned = tax === null || tax.span?.run.words[0].score !== undefined;
  if (addsUp || !net || !gross || !scanned) return null;
  const left = gross.value.minus(net.value);
  if (left.isZero()) return null;
  const rate = printedRates(rows, mark).find((percent) => within(net.value.times(percent).div(100), left, ROUNDING.total));
  const fits = rate ?? (lineTax && within(lineTax, left, ROUNDING.taxed));
  if (!fits) return null;
  return {
    value: left,
    score: Math.min(net.score, gross.score),
    span: null,
    evidence: { code: 'tax-left', rate: rate ? rate.toString() : null },
  };
}

/** The percentages above zero that stand on the page. */
export function printedRates(rows: readonly Row[], mark: DecimalMark): Decimal[] {
  const rates = rows.flatMap((row) =>
    row.runs.flatMap((run) => (run.text.includes('%') ? numberSpans(run, mark).filter(({ percent }) => percent) : [])),
  );
  return rates.map(({ number }) => decimal(number.value)).filter((rate) => rate.gt(0));
}

/** Whether the net total is the sum of the lines less a discount plus carriage, any of them absent. */
export function netFitsLines(
  net: Decimal,
  lineSum: Decimal,
  discounts: readonly { value: Decimal }[],
  carriages: readonly { value: Decimal }[],
): boolean {
  const zero = { value: new Decimal(0) };
  return [zero, ...discounts].some((d) =>
    [zero, ...carriages].some((c) => within(lineSum.abs().minus(d.value).plus(c.value), net.abs(), ROUNDING.total)),
  );
}

function looksLikeAmount(span: NumberSpan): boolean {
  return span.number.places === 2 || span.number.signed || (span.number.places === 0 && /^\d{1,3}([.,'’ ]\d{3})+$/.test(span.text));
}

/** Less than what the readers held for likeliest, so that only sums that come right choose another reading. */
const REPAIR = 0.4;

/** What a label of the supplier's own counts more. */
const OWN_LABEL = 0.3;

function asTotals(candidate: Candidate<NumberSpan>, rows: readonly Row[]): TotalCandidate[] {
  const { span, label } = candidate;
  const row = rows.find((other) => other.index === label.run.row);
  const rightmost = row?.runs.at(-1) === span.run ? 0.02 : 0;
  const bracketed = /^\(.*\)$/.test(span.text) ? -0.3 : 0;
  const depth = (0.05 * label.run.row) / Math.max(1, rows[rows.length - 1]?.index ?? 1);
  const score = candidate.score + rightmost + bracketed + depth + (label.language === OWN_WORDS ? OWN_LABEL : 0);
  const evidence = labelledBy(candidate);
  return [
    { value: decimal(span.number.value), span, score, evidence },
    ...span.others.map((other) => ({ value: decimal(other.value), span, score: score - REPAIR, evidence, repaired: true })),
  ];
}

/** The sum of the tax amounts that stand with a rate, where there are several: the printed total may be missing. */
function withRateSums(labelled: LabelledRows, tax: readonly TotalCandidate[]): TotalCandidate[] {
  const byRow = new Map<number, TotalCandidate>();
  for (const candidate of tax) {
    const run = candidate.span?.run;
    if (!run) continue;
    const rated = labelled.onRow(run.row).some((label) => label.meaning === 'taxTotal' && /%/.test(label.run.text));
    const inLine = byRow.get(run.row);
    if (rated && (!inLine || candidate.score > inLine.score)) byRow.set(run.row, candidate);
  }
  if (byRow.size < 2) return [...tax];
  const parts = [...byRow.values()];
  const value = sum(parts.map((part) => part.value));
  const printed = tax.some((candidate) => candidate.value.eq(value) && candidate.span && !byRow.has(candidate.span.run.row));
  if (printed) return [...tax];
  return [{ value, score: 0.85, span: parts[parts.length - 1].span, evidence: { code: 'tax-parts', parts: parts.length } }, ...tax];
}

/** An amount below the total that what stands between the two leaves of it. */
interface PaidBelow {
  readonly due: Decimal;
  readonly span: NumberSpan;
  /** Whether what was paid is printed below zero, and with no rate: it is plainly taken off, whatever it is called. */
  readonly isPlain: boolean;
}

/** What is left to pay where the two amounts right below the total make it together, under whatever words: what was paid, and the rest. */
function paidBelow(
  gross: NumberSpan,
  outside: readonly Row[],
  mark: DecimalMark,
  others: readonly (TotalCandidate | null)[],
): PaidBelow | null {
  const total = decimal(gross.number.value);
  const rows = outside.filter(({ index, page }) => page === gross.run.page && index > gross.run.row).slice(0, 2);
  const [paid, due] = rows.map((row) => {
    const amounts = looseAmounts([row], mark);
    return amounts.length === 1 && Math.abs(right(amounts[0].span.box) - right(gross.box)) < ONE_EDGE ? amounts[0] : null;
  });
  if (!paid || !due || paid.value.isZero() || due.value.isZero()) return null;
  const isPlain = paid.value.isNegative() && total.gt(0) && rows.every((row) => row.runs.every(({ text }) => !text.includes('%')));
  if (!isPlain && others.some((other) => other?.value.abs().eq(paid.value.abs()))) return null;
  return total.minus(paid.value.abs()).eq(due.value) ? { due: due.value, span: due.span, isPlain } : null;
}

/** What an amount counts that is plainly left of the total. */
const PLAINLY_LEFT = 1.6;

function chooseDue(
  gross: TotalCandidate | null,
  due: readonly TotalCandidate[],
  paid: readonly TotalCandidate[],
  previous: readonly TotalCandidate[],
  below: PaidBelow | null,
) {
  if (!gross) return { due: due[0] ?? null, explained: false };
  let best: { due: TotalCandidate | null; explained: boolean; score: number } = {
    due: { ...gross, evidence: { code: 'only-total' } },
    explained: true,
    score: 0.3,
  };
  if (below && !due.some(({ value }) => value.eq(below.due)))
    best = {
      due: { value: below.due, score: BY_SUMS, span: below.span, evidence: { code: 'closing-sum' }, unlabelled: true },
      explained: below.isPlain,
      score: below.isPlain ? PLAINLY_LEFT : 1.25,
    };
  for (const candidate of due) {
    const same = within(candidate.value, gross.value, ROUNDING.total);
    const lessPaid = paid.some((p) => within(gross.value.minus(p.value), candidate.value, ROUNDING.total));
    const withBalance = previous.some(
      (b) =>
        within(gross.value.plus(b.value), candidate.value, ROUNDING.total) ||
        paid.some((p) => within(gross.value.plus(b.value).minus(p.value), candidate.value, ROUNDING.total)),
    );
    const explained = same || lessPaid || withBalance || (below?.due.eq(candidate.value) ?? false);
    const score = candidate.score + (explained ? 1 : 0) + (lessPaid || withBalance ? 0.1 : 0);
    if (score > best.score) best = { due: candidate, explained, score };
  }
  return best;
}

/** Each amount once a place: a total printed twice counts once, readings of one place that differ each. */
function strongest(candidates: readonly TotalCandidate[]): TotalCandidate[] {
  const kept: TotalCandidate[] = [];
  for (const candidate of [...candidates].sort((a, b) => b.score - a.score)) {
    const twin = kept.find(
      (other) =>
        other.value.eq(candidate.value) && (other.span?.box.y === candidate.span?.box.y || sameLabel(other.evidence, candidate.evidence)),
    );
    if (!twin) kept.push(candidate);
  }
  return kept;
}

const orNull = (list: readonly TotalCandidate[], most: number): (TotalCandidate | null)[] => [...list.slice(0, most), null];
const sameSpan = (a: TotalCandidate | null, b: TotalCandidate | null): boolean =>
  a !== null && b !== null && a.span !== null && a.span.run === b.span?.run && a.span.from === b.span.from;

/** A total as a decimal string with its printed digits. */
export function totalText(candidate: TotalCandidate): string {
  return candidate.span && decimal(candidate.span.number.value).eq(candidate.value)
    ? candidate.span.number.value
    : toAmount(candidate.value);
}

const sameLabel = (a: Evidence, b: Evidence): boolean =>
  a.code === b.code && (a.code !== 'labelled' || b.code !== 'labelled' || (a.label === b.label && a.relation === b.relation));
