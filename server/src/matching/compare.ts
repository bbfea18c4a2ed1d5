import { proposeCoding } from '@umber/core/coding';
import { ownName, type OwnField } from '@umber/core/documents';
import { bareIdentifier } from '@umber/core/identifiers';
import {
  beyondOrder,
  chargeExceptions,
  chargesOf,
  limitsOf,
  sameItem,
  type AgreedCharges,
  type Charge,
  type ChargeKind,
  type InvoiceLine,
  type Limits,
  type MatchException,
  type Pair,
  type ThreeWayMatch,
} from '@umber/core/matching';
import { decimal, plain, sum, toAmount } from '@umber/core/money';
import { ratesOf, taxFaults } from '@umber/core/tax';
import type { OrderLineView } from '@umber/contract/orders';
import { ApiError } from '../api-error.js';
import { bookedLines, codingRules } from '../coding/queries.js';
import type { Database } from '../database/database.js';
import { record } from '../documents/change-queries.js';
import { documentLines } from '../documents/queries.js';
import { calledOff, learnedItems, openLines, orderCharges, orderHeads, takenOfOrders, type OrderHead } from '../orders/queries.js';
import { taxCountries } from './tax-countries.js';
import { lockSupplier, supplierDefaults } from '../suppliers/queries.js';
import { accountExceptions } from './accounts.js';
import { ownFields } from '../own-fields/queries.js';
import { booksExceptions } from './books.js';
import { creditExceptions, replacedExceptions } from './credit.js';
import type { Services } from '../services.js';
import { duplicateExceptions } from './duplicates.js';
import { limitsFor } from './limits.js';
import { namedOrders } from './named-orders.js';
import { compareLines } from './pairing.js';
import { chosenPairs, codeByMachine, documentOrders, setOrders, storePairs, type MatchHead, type OrderKnownBy } from './queries.js';

type Lines = Awaited<ReturnType<typeof documentLines>>;

/**
 * All that does not fit of a document whose supplier is known: account, duplicates, orders, charges, tax. Finds its orders where these are
 * plain, pairs and codes its lines. Until the transaction ends nothing else of this supplier is matched: what two invoices want, one gets.
 */
export async function compareDocument(
  services: Pick<Services, 'readers' | 'today'>,
  db: Database,
  head: MatchHead,
  supplierId: number,
): Promise<MatchException[]> {
  await lockSupplier(db, supplierId);
  const supplier = await supplierDefaults(db, supplierId);
  if (!supplier) throw new ApiError('no-such-thing', 'The supplier is no longer on file.');
  const lines = await documentLines(db, head.id);
  const found: MatchException[] = [];
  if (supplier.blocked !== null) found.push({ line: null, facts: { code: 'supplier-blocked', reason: supplier.blocked }, figures: [] });
  if (head.gross === null || decimal(head.gross).lte(0))
    found.push({ line: null, facts: { code: 'not-above-zero', total: head.gross }, figures: [] });
  found.push(...(await accountExceptions(db, head, supplierId)));
  found.push(...(await duplicateExceptions(db, head, supplierId)));
  found.push(...(await replacedExceptions(db, head.id)));
  found.push(...(await booksExceptions(db, head, supplier.termsDays)));
  const matched = await matchOrders(services, db, head, supplierId, lines.map(asInvoiceLine));
  found.push(...matched.found);
  await storePairs(db, head.id, matched.match?.pairs ?? []);
  const asksForOrder = matched.found.some(({ facts }) => facts.code === 'order-unknown');
  if (supplier.orderRequired && matched.orders.length === 0 && head.kind !== 'credit-note' && !asksForOrder)
    found.push({ line: null, facts: { code: 'order-required' }, figures: [] });
  const paired = new Set((matched.match?.pairs ?? []).map(({ line }) => line));
  const charges = chargesOf(lines.map(asInvoiceLine), paired, head);
  await codeLines(db, head.id, supplierId, lines, matched, charges, supplier);
  found.push(...(await compareCharges(db, head, lines, matched, charges)));
  found.push(...ownExceptions(await ownFields(db), head, matched.orders));
  found.push(...(await taxExceptions(db, head, lines, supplier.country)));
  if (head.kind === 'credit-note') found.push(...(await creditExceptions(db, head, supplierId, paired.size > 0)));
  return found;
}

/** The orders that a document goes against, and how its lines stand to theirs. */
interface Matched {
  readonly orders: readonly OrderHead[];
  readonly ordered: ReadonlyMap<number, OrderLineView>;
  readonly limits: Limits;
  /** Null where it goes against no order. */
  readonly match: ThreeWayMatch | null;
  readonly found: readonly MatchException[];
}

/** Of what a document asks for this share (per cent) must be on an order for certain to take it for one that it does not name. */
const CLEARLY = 85;

/** Finds the orders that a document is for, pairs its lines with theirs and compares them. */
async function matchOrders(
  services: Pick<Services, 'readers' | 'today'>,
  db: Database,
  head: MatchHead,
  supplierId: number,
  lines: readonly InvoiceLine[],
): Promise<Matched> {
  const before = await documentOrders(db, head.id);
  const chosen = before.filter(({ knownBy }) => knownBy === 'person').map(({ orderId, number }) => ({ id: orderId, number }));
  const named = await namedOrders(db, head, supplierId, services.today());
  const wanted = chosen.length > 0 ? chosen : named.orders;
  const open = await openLines(
    db,
    supplierId,
    wanted.map(({ id }) => id),
    head.id,
  );
  const limits = await limitsFor(db, supplierId, [...new Set(open.map(({ orderId }) => orderId))]);
  const nothing = (found: readonly MatchException[]): Matched => ({ orders: [], ordered: new Map(), limits, match: null, found });
  const ask = (facts: MatchException['facts']): MatchException => ({ line: null, facts, figures: [] });
  const choices = await chosenPairs(db, head.id);
  const match = await compareLines(services, lines, open, limits, head.kind === 'credit-note' ? 'credit-note' : 'invoice', {
    named: new Set(wanted.map(({ id }) => id)),
    learned: await learnedItems(db, supplierId),
    chosen: choices,
  });
  const orderOf = new Map(open.map((line) => [line.id, line.orderId]));
  const paired = [...new Set(match.pairs.map(({ orderLineId }) => orderOf.get(orderLineId) as number))];
  if (wanted.length === 0) {
    const isClear = clearly(lines, match.pairs) && isOnlyOne(match.pairs, open);
    if (!isClear || named.reference !== null) {
      await setOrders(db, head.id, []);
      if (named.found.length > 0) return nothing(named.found);
      const [best] = await orderHeads(db, paired.slice(0, 1));
      return nothing(
        named.reference !== null || match.pairs.some(({ sure }) => sure)
          ? [ask({ code: 'order-unknown', number: named.reference, best: best?.number ?? null })]
          : [],
      );
    }
  }
  const ids = [...new Set([...wanted.map(({ id }) => id), ...paired])];
  const heads = await orderHeads(db, ids);
  const knownBy = (id: number): OrderKnownBy =>
    chosen.some((one) => one.id === id) ? 'person' : named.orders.some((one) => one.id === id) ? 'number' : 'lines';
  await setOrders(
    db,
    head.id,
    ids.map((orderId) => ({ orderId, knownBy: knownBy(orderId) })),
  );
  for (const { id, number } of heads)
    if (!before.some(({ orderId }) => orderId === id))
      await record(db, head.id, null, { code: 'order-recognised', order: number, by: knownBy(id) === 'lines' ? 'lines' : 'number' });
  const said = new Set(choices.map(({ line }) => line));
  const besides = heads.filter(
    ({ id }) =>
      wanted.length > 0 &&
      !wanted.some((one) => one.id === id) &&
      match.pairs.some(({ line, orderLineId }) => orderOf.get(orderLineId) === id && !said.has(line)),
  );
  const others = besides.map(({ number }) => ask({ code: 'order-not-named', number, named: wanted.map((one) => one.number) }));
  const currencies = heads
    .filter(({ currency }) => head.currency !== null && currency !== head.currency)
    .map(({ currency }) => ask({ code: 'currency', invoice: head.currency as string, order: currency }));
  const closed =
    chosen.length > 0
      ? heads.filter(({ state }) => state === 'closed').map(({ number }) => ask({ code: 'order-closed', number }))
      : named.found;
  return {
    orders: heads,
    ordered: new Map(open.map((line) => [line.id, line])),
    limits,
    match,
    found: [
      ...closed,
      ...others,
      ...match.variances.map(({ facts, line, figures }) => ({ facts, line, figures })),
      ...currencies.slice(0, 1),
    ],
  };
}

/** Whether nearly all that a document asks for is on orders for certain. */
function clearly(lines: readonly InvoiceLine[], pairs: readonly Pair[]): boolean {
  const amount = (line: InvoiceLine) => decimal(line.netAmount ?? '0').abs();
  const all = sum(lines.map(amount));
  const sure = new Set(pairs.filter((pair) => pair.sure).map(({ line }) => line));
  return (
    pairs.length > 0 &&
    all.gt(0) &&
    sum(lines.filter(({ position }) => sure.has(position)).map(amount))
      .times(100)
      .gte(all.times(CLEARLY))
  );
}

/** Whether each line could be for no other order: of those that have the same item, it fills just the one that it was paired with. */
function isOnlyOne(pairs: readonly Pair[], open: readonly OrderLineView[]): boolean {
  const room = ({ quantity, invoicedBefore }: OrderLineView) => decimal(quantity).minus(decimal(invoicedBefore));
  return pairs.every((pair) => {
    const mine = open.find(({ id }) => id === pair.orderLineId) as OrderLineView;
    const asked = pair.quantity === null ? null : decimal(pair.quantity);
    const others = open.filter((one) => one.orderId !== mine.orderId && sameItem(one, mine) && room(one).gte(asked ?? 0));
    if (others.length === 0) return true;
    return asked !== null && room(mine).eq(asked) && !others.some((one) => room(one).eq(asked));
  });
}

/** Codes lines that nobody coded: as their order says, by rules, as like lines were booked, or as the supplier's usually are. */
async function codeLines(
  db: Database,
  id: number,
  supplierId: number,
  lines: Lines,
  { orders, ordered, match }: Matched,
  charges: readonly Charge[],
  supplier: { account: string; costCentre: string },
): Promise<void> {
  const [only] = orders;
  const chargeOf = new Map(charges.flatMap(({ line, kind }) => (line === null ? [] : [[line, kind] as const])));
  const [rules, booked] = [await codingRules(db), await bookedLines(db, supplierId)];
  for (const line of lines) {
    const pair = match?.pairs.find((one) => one.line === line.position);
    const of = pair && ordered.get(pair.orderLineId);
    const order = of && orders.find((one) => one.id === of.orderId);
    const charge = chargeOf.get(line.position) ?? null;
    const coded = proposeCoding(line, {
      supplierId,
      ordered: of && order ? { account: of.account, costCentre: of.costCentre ?? order.costCentre, project: order.project } : null,
      isCharge: charge !== null,
      rules,
      booked,
      usual: { account: supplier.account, costCentre: only?.costCentre ?? supplier.costCentre, project: only?.project ?? null },
    });
    await codeByMachine(db, id, line.position, coded, charge);
  }
}

/** Charges and discount beside what the orders agreed on, and all that is asked of each order beside what it is worth. */
async function compareCharges(
  db: Database,
  head: MatchHead,
  lines: Lines,
  { orders, ordered, match, limits }: Matched,
  charges: readonly Charge[],
): Promise<MatchException[]> {
  const ids = orders.map(({ id }) => id);
  const taken = new Map((await takenOfOrders(db, ids, head.id)).map((one) => [one.orderId, one]));
  const granted = await orderCharges(db, ids);
  const goods = sum(lines.filter(({ position }) => !charges.some(({ line }) => line === position)).map((line) => line.netAmount ?? '0'));
  const ofOrder = (id: number) =>
    sum((match?.pairs ?? []).filter(({ orderLineId }) => ordered.get(orderLineId)?.orderId === id).map(({ amount }) => amount));
  const agreed = orders.length === 0 ? null : agreedOn(orders, granted, taken, ofOrder);
  const found = chargeExceptions({ goods: toAmount(goods), charges, agreed }, limits.general);
  if (head.kind === 'credit-note' || match === null) return found;
  const net = netOf(head);
  if (net === null) return found;
  const unpaired = sum(
    lines
      .filter(({ position }) => !match.pairs.some(({ line }) => line === position) && !charges.some(({ line }) => line === position))
      .map((line) => line.netAmount ?? '0'),
  );
  const ofCharges = found.flatMap(({ facts, figures }) =>
    facts.code === 'carriage' || facts.code === 'discount' || facts.code === 'charge'
      ? figures.map(({ variance }) => decimal(variance ?? '0').abs())
      : [],
  );
  const all = sum(match.pairs.map(({ amount }) => amount));
  for (const order of orders) {
    const share = all.isZero() ? decimal('1').div(orders.length) : ofOrder(order.id).div(all);
    const before = decimal(taken.get(order.id)?.net ?? '0').plus(
      order.kind === 'blanket' ? decimal(await calledOff(db, order.id, null)) : 0,
    );
    const goodsWorth = decimal(order.worth)
      .times(decimal('100').minus(decimal(order.discountPercent)))
      .div(100);
    const worth =
      order.kind === 'blanket' && order.valueLimit !== null
        ? decimal(order.valueLimit)
        : goodsWorth.plus(sum(granted.filter(({ orderId }) => orderId === order.id).map(({ amount }) => amount)));
    const totals = {
      invoiced: toAmount(decimal(net).minus(unpaired).times(share)),
      before: toAmount(before),
      ordered: toAmount(worth),
      explained: toAmount(sum([decimal(match.over[order.id] ?? '0'), ...ofCharges])),
    };
    found.push(...beyondOrder(totals, limitsOf(limits, order.id)));
  }
  return found;
}

/** What orders agreed on beside their goods and nothing has taken yet; of several orders the discount by how much is asked of each. */
function agreedOn(
  orders: readonly OrderHead[],
  granted: readonly { orderId: number; kind: ChargeKind; amount: string }[],
  taken: ReadonlyMap<number, { charges: Readonly<Partial<Record<ChargeKind, string>>> }>,
  ofOrder: (id: number) => ReturnType<typeof sum>,
): AgreedCharges {
  const amounts: Partial<Record<ChargeKind, string>> = {};
  const add = (kind: ChargeKind, amount: string) => (amounts[kind] = toAmount(decimal(amounts[kind] ?? '0').plus(decimal(amount))));
  for (const { kind, amount } of granted) add(kind, amount);
  for (const { id } of orders)
    for (const [kind, amount] of Object.entries(taken.get(id)?.charges ?? {})) add(kind as ChargeKind, plain(decimal(amount).negated()));
  const all = sum(orders.map(({ id }) => ofOrder(id)));
  const percents = orders.map(({ id, discountPercent }) =>
    decimal(discountPercent).times(all.isZero() ? decimal('1').div(orders.length) : ofOrder(id).div(all)),
  );
  return { amounts, discountPercent: plain(sum(percents).toDecimalPlaces(3)) };
}

/** Fields of the company's own that say otherwise than the order. */
function ownExceptions(fields: readonly OwnField[], head: MatchHead, orders: readonly OrderHead[]): MatchException[] {
  return fields.flatMap((field): MatchException[] => {
    const value = head.own[ownName(field)];
    if (field.level !== 'head' || field.matches === null || value === undefined) return [];
    const of = field.matches;
    const ordered = orders.map((order) => ({ orderNumber: order.number, orderOwner: order.owner, costCentre: order.costCentre })[of]);
    if (ordered.some((one) => bareIdentifier(one) === bareIdentifier(value))) return [];
    const facts = {
      code: 'own-differs',
      field: field.name,
      of,
      value,
      order: ordered.length === 0 ? null : [...new Set(ordered)].join(', '),
    } as const;
    return [{ line: null, facts, figures: [] }];
  });
}

const asInvoiceLine = ({ position, itemNumber, description, quantity, unit, unitPrice, netAmount }: Lines[number]): InvoiceLine => ({
  position,
  itemNumber,
  description,
  quantity,
  unit,
  unitPrice,
  netAmount,
});

/** The net total, or what the total leaves without its tax. */
const netOf = ({ net, gross, tax }: MatchHead): string | null =>
  net ?? (gross === null ? null : toAmount(decimal(gross).minus(decimal(tax ?? '0'))));

/** Tax that is not rate × base, and rates that neither the supplier's country nor the company's has. */
async function taxExceptions(db: Database, head: MatchHead, lines: Lines, country: string): Promise<MatchException[]> {
  const net = netOf(head);
  if (head.tax === null || net === null) return [];
  const countries = await taxCountries(db, country);
  const tax = head.tax;
  return taxFaults({ net, tax, lines, rates: ratesOf(countries) }).map((fault): MatchException => {
    if (fault.code === 'rate') {
      const figure = { name: 'tax-rate', invoice: fault.rate, order: null, received: null, variance: null } as const;
      return { line: fault.line, facts: { code: 'tax-rate', rate: fault.rate, countries }, figures: [figure] };
    }
    const { expected, percent } = fault;
    const variance = expected === null ? null : toAmount(decimal(tax).minus(decimal(expected)));
    const figures = [
      { name: 'tax', invoice: tax, order: expected, received: null, variance } as const,
      { name: 'amount', invoice: net, order: null, received: null, variance: null } as const,
    ];
    return { line: null, facts: { code: 'tax-amount', expected, percent }, figures };
  });
}
