import { Decimal, decimal, plain, toAmount } from '../money/index.js';
import { sameUnit, unitFactor } from '../units/index.js';
import { foldText } from '../similarity/index.js';
import { assign } from './assignment.js';
import { Candidates, type Candidate } from './candidates.js';
import type { InvoiceLine, OrderLine } from './lines.js';
import { NO_CONTEXT, type Pair, type PairingContext, type PairSign } from './pair.js';

/** Below this score an order line is no counterpart. */
const LEAST = 2.6;
/** From this score on, and so far before what else it may be, a pair passes unasked. */
const SURE = 5.2;
const BEFORE_OTHERS = 1.6;
/** A score that stands for all that can speak for a pair. */
const CERTAIN = 10;
/** What it costs a line to share its order line with another. */
const SHARED = 1;
/** Order lines that may add up to one invoice line. */
const MOST_SUMMED = 4;

/**
 * Pairs the lines of an invoice with those of orders: each with one, one with several, several with one. Lines without a counterpart
 * have no pair. `order` may hold all open lines of a supplier.
 */
export function pairLines(lines: readonly InvoiceLine[], order: readonly OrderLine[], context: PairingContext = NO_CONTEXT): Pair[] {
  const said = new Map<number, number[]>();
  for (const { line, orderLineId } of context.chosen)
    said.set(line, [...(said.get(line) ?? []), ...(orderLineId === null ? [] : [orderLineId])]);
  const byId = new Map(order.map((one) => [one.id, one]));
  const left = new Room(byId);
  const pairs: Pair[] = [];
  const give = (line: InvoiceLine, candidate: Candidate, part: Part, sure: boolean, more: readonly PairSign[] = []) => {
    const { order: other } = candidate;
    left.take(other.id, part.quantity ?? part.worth);
    pairs.push({
      line: line.position,
      orderLineId: other.id,
      quantity: part.quantity === null ? null : plain(part.quantity.toDecimalPlaces(4)),
      amount: toAmount(part.amount),
      factor: plain(candidate.factor.toDecimalPlaces(8)),
      signs: [...candidate.signs, ...more],
      strength: Math.max(0, Math.min(1, Number((candidate.score / CERTAIN).toFixed(2)))),
      sure,
    });
  };
  for (const line of lines) {
    const chosen = (said.get(line.position) ?? []).flatMap((id) => byId.get(id) ?? []).map((other) => saidToBe(line, other));
    if (chosen.length > 0) share(line, chosen, left, (candidate, part) => give(line, candidate, part, true));
  }
  const free = lines.filter(({ position }) => !said.has(position));
  const found = new Candidates(order, context, free).all();
  const first = best(free, found, left);
  const open: InvoiceLine[] = [];
  for (const [i, line] of free.entries()) {
    const chosen = first[i];
    if (chosen === null) open.push(line);
    else spread(line, found[i], chosen, left, (candidate, part) => give(line, candidate, part, isSure(found[i], candidate)));
  }
  // Lines of the order that others took: several of the invoice's may be one of the order's.
  for (const line of open) {
    const all = found[free.indexOf(line)];
    const [likeliest] = all;
    const shared =
      all.find((one) => one.score >= Math.max(LEAST, likeliest.score - BEFORE_OTHERS) && fitsBeside(line, one, left)) ?? likeliest;
    if (shared?.score >= LEAST) give(line, shared, whole(line, shared), isSure(all, shared));
  }
  return [...pairs, ...summed(free, pairs, found, order, left)].sort((a, b) => a.line - b.line || a.orderLineId - b.orderLineId);
}

/** What order lines have left, in their units, while lines of an invoice take of them. */
class Room {
  readonly #order: ReadonlyMap<number, OrderLine>;
  readonly #left = new Map<number, Decimal>();

  constructor(order: ReadonlyMap<number, OrderLine>) {
    this.#order = order;
  }

  of(id: number): Decimal {
    const known = this.#left.get(id);
    if (known) return known;
    const line = this.#order.get(id);
    const left = line ? decimal(line.quantity).minus(decimal(line.invoicedBefore)) : new Decimal(0);
    this.#left.set(id, left);
    return left;
  }

  take(id: number, quantity: Decimal): void {
    this.#left.set(id, this.of(id).minus(quantity));
  }
}

/** A part of an invoice line, in the order's unit. */
interface Part {
  readonly quantity: Decimal | null;
  readonly amount: Decimal;
  /** What it takes of an order line where it says no quantity. */
  readonly worth: Decimal;
}
const whole = (line: InvoiceLine, { order, factor }: Candidate): Part => {
  const amount = decimal(line.netAmount ?? '0');
  if (order.byAmount) return { quantity: null, amount, worth: amount.abs() };
  const price = decimal(order.unitPrice);
  const worth = price.isZero() ? new Decimal(0) : amount.abs().div(price);
  return { quantity: line.quantity === null ? null : decimal(line.quantity).times(factor), amount, worth };
};

const factorBetween = (line: InvoiceLine, { unit, conversions }: OrderLine): Decimal | null => unitFactor(line.unit, unit, conversions);

/** For each line the candidate that is its own where each order line is taken once, at the greatest score in all. */
function best(lines: readonly InvoiceLine[], found: readonly (readonly Candidate[])[], left: Room): (Candidate | null)[] {
  const chosen: (Candidate | null)[] = lines.map(() => null);
  for (const rows of components(found)) {
    const columns = [...new Set(rows.flatMap((row) => found[row].map(({ order }) => order.id)))];
    const at = new Map(columns.map((id, i) => [id, i]));
    const top = Math.max(...rows.flatMap((row) => found[row].map(({ score }) => score)), LEAST) + 1;
    const costs = rows.map((row) => {
      const cost = new Array<number>(columns.length + rows.length).fill(top - LEAST);
      for (const one of found[row]) cost[at.get(one.order.id) as number] = top - one.score - roomFor(lines[row], one, left);
      // Rather one more line of what it fits best than the only line of what it hardly fits.
      const most = found[row].at(0)?.score ?? 0;
      if (most >= LEAST) cost.fill(top - Math.max(most - SHARED, LEAST), columns.length);
      return cost;
    });
    for (const [i, column] of assign(costs).entries())
      if (column < columns.length) {
        const one = found[rows[i]].find(({ order }) => order.id === columns[column]);
        if (one && one.score >= LEAST) chosen[rows[i]] = one;
      }
  }
  return chosen;
}

/** Among lines of the same item the one that has room for all of it goes first, and then the one that it fills. */
function roomFor(line: InvoiceLine, candidate: Candidate, left: Room): number {
  const { quantity, worth } = whole(line, candidate);
  const room = left.of(candidate.order.id);
  const asked = (quantity ?? worth).abs();
  if (asked.isZero()) return 0;
  return asked.eq(room) ? 0.4 : asked.lt(room) ? 0.2 : 0;
}

/** Lines that share candidates, directly or through others: each group is settled by itself. */
function components(found: readonly (readonly Candidate[])[]): number[][] {
  const ownerOf = new Map<number, number>();
  const parent = found.map((_, i) => i);
  const root = (i: number): number => (parent[i] === i ? i : (parent[i] = root(parent[i])));
  for (const [i, all] of found.entries())
    for (const { order } of all) {
      const other = ownerOf.get(order.id);
      if (other === undefined) ownerOf.set(order.id, i);
      else parent[root(i)] = root(other);
    }
  const groups = new Map<number, number[]>();
  for (const [i, all] of found.entries()) if (all.length > 0) groups.set(root(i), [...(groups.get(root(i)) ?? []), i]);
  return [...groups.values()];
}

/** What a person said a line is for. */
const saidToBe = (line: InvoiceLine, order: OrderLine): Candidate => ({
  order,
  score: CERTAIN,
  factor: factorBetween(line, order) ?? new Decimal(1),
  guessedUnit: false,
  signs: ['said'],
});

/** Gives a line to its order line; what that has no room for goes to others of the same item, the rest stays where it was. */
function spread(
  line: InvoiceLine,
  all: readonly Candidate[],
  chosen: Candidate,
  left: Room,
  give: (candidate: Candidate, part: Part) => void,
): void {
  const { quantity } = whole(line, chosen);
  const fits = quantity === null || quantity.lte(left.of(chosen.order.id));
  const others = fits
    ? []
    : all.filter((one) => one !== chosen && left.of(one.order.id).gt(0) && sameItem(one.order, chosen.order) && one.score >= LEAST);
  share(line, [chosen, ...others], left, give);
}

/** Shares a line out among order lines, each as far as it has room, in this order; what is too much in all stays with the first. */
function share(line: InvoiceLine, among: readonly Candidate[], left: Room, give: (candidate: Candidate, part: Part) => void): void {
  const [first] = among;
  const total = whole(line, first);
  const ofAll = total.quantity ?? (among.length > 1 ? total.worth : null);
  if (ofAll === null || among.length === 1) return give(first, total);
  const takes: [Candidate, Decimal][] = [];
  let rest = ofAll;
  for (const one of among) {
    const taken = Decimal.max(Decimal.min(rest, left.of(one.order.id)), 0);
    takes.push([one, taken]);
    rest = rest.minus(taken);
  }
  takes[0][1] = takes[0][1].plus(rest);
  const filled = takes.filter(([, quantity]) => quantity.gt(0));
  if (filled.length === 0) return give(first, total);
  let given = new Decimal(0);
  for (const [i, [one, quantity]] of filled.entries()) {
    const amount = i === filled.length - 1 ? total.amount.minus(given) : total.amount.times(quantity).div(ofAll).toDecimalPlaces(2);
    given = given.plus(amount);
    give(one, { quantity: total.quantity === null || one.order.byAmount ? null : quantity, amount, worth: quantity });
  }
}

/** Whether two order lines are for the same thing at the same price. */
export function sameItem(a: OrderLine, b: OrderLine): boolean {
  const sameNumber = a.itemNumber !== null && b.itemNumber !== null && foldText(a.itemNumber) === foldText(b.itemNumber);
  const sameWords = foldText(a.description) === foldText(b.description);
  const otherNumber = a.itemNumber !== null && b.itemNumber !== null && !sameNumber;
  if (!(sameNumber || (sameWords && !otherNumber))) return false;
  return decimal(a.unitPrice).eq(decimal(b.unitPrice)) && (a.unit === b.unit || sameUnit(a.unit ?? '', b.unit ?? ''));
}

/** Whether what an order line has left is enough for one more line. */
function fitsBeside(line: InvoiceLine, candidate: Candidate, left: Room): boolean {
  const { quantity, worth } = whole(line, candidate);
  const asked = (quantity ?? worth).abs();
  return asked.gt(0) && asked.lte(left.of(candidate.order.id));
}

/** Whether a candidate is good in itself, contradicts nothing, and stands well before any other item that the line may be. */
function isSure(all: readonly Candidate[], candidate: Candidate): boolean {
  const isNamed = candidate.signs.some((sign) => NAMES_IT.has(sign));
  if ((candidate.score < SURE && !isNamed) || candidate.guessedUnit || candidate.signs.some((sign) => CONTRADICTS.has(sign))) return false;
  // Words that each has for itself may be another thing's: then all figures must be the same.
  if (candidate.signs.includes('other-words') && !isNamed && !PROVEN.every((sign) => candidate.signs.includes(sign))) return false;
  return all.every((one) => sameItem(one.order, candidate.order) || one.score <= candidate.score - BEFORE_OTHERS);
}

/** Signs that say which item it is, whatever it costs. */
const NAMES_IT: ReadonlySet<PairSign> = new Set(['item-number', 'learned', 'same-words']);
/** Signs with which no pair passes unasked. */
const CONTRADICTS: ReadonlySet<PairSign> = new Set(['other-size', 'other-side', 'other-colour', 'other-model']);

/** Figures that together say as much as words. */
const PROVEN: readonly PairSign[] = ['price', 'quantity', 'amount'];

/** Lines without a counterpart that are several of one order's lines put together: their amounts make up the line's to the cent. */
function summed(
  lines: readonly InvoiceLine[],
  pairs: readonly Pair[],
  found: readonly (readonly Candidate[])[],
  order: readonly OrderLine[],
  left: Room,
): Pair[] {
  const paired = new Set(pairs.map(({ line }) => line));
  const taken = new Set(pairs.map(({ orderLineId }) => orderLineId));
  const more: Pair[] = [];
  for (const [i, line] of lines.entries()) {
    if (paired.has(line.position) || line.netAmount === null) continue;
    const orders = new Set(found[i].map((one) => one.order.orderId));
    const open = order.filter((one) => orders.has(one.orderId) && !taken.has(one.id) && left.of(one.id).gt(0));
    const amounts = open.map((one) => decimal(toAmount(left.of(one.id).times(decimal(one.unitPrice)))));
    const parts = makingUp(decimal(line.netAmount), amounts);
    if (parts === null) continue;
    for (const at of parts) {
      taken.add(open[at].id);
      const quantity = open[at].byAmount ? null : plain(left.of(open[at].id));
      more.push({
        line: line.position,
        orderLineId: open[at].id,
        quantity,
        amount: toAmount(amounts[at]),
        factor: '1',
        signs: ['sum-of-lines'],
        strength: 0.4,
        sure: false,
      });
    }
  }
  return more;
}

/** Indices of two or more amounts that sum to `total`; null where none do, or where several choices would. */
function makingUp(total: Decimal, amounts: readonly Decimal[]): number[] | null {
  const cents = amounts.map((amount) => amount.times(100).round().toNumber());
  const wanted = total.times(100).round().toNumber();
  const ways: number[][] = [];
  const look = (from: number, rest: number, chosen: number[]): void => {
    if (ways.length > 1 || chosen.length > MOST_SUMMED) return;
    if (rest === 0 && chosen.length > 1) ways.push(chosen);
    if (rest <= 0) return;
    for (let i = from; i < cents.length; i++) if (cents[i] <= rest) look(i + 1, rest - cents[i], [...chosen, i]);
  };
  if (cents.length <= 24) look(0, wanted, []);
  return ways.length === 1 ? ways[0] : null;
}
