import { codeLine } from '@umber/core/coding';
import { ownName, type OwnField } from '@umber/core/documents';
import { bareIdentifier } from '@umber/core/identifiers';
import { beyondOrder, chargeExceptions, type InvoiceLine, type MatchException, type Tolerances } from '@umber/core/matching';
import { decimal, sum, toAmount } from '@umber/core/money';
import { ratesOf, taxFaults } from '@umber/core/tax';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { record } from '../documents/change-queries.js';
import { documentLines } from '../documents/queries.js';
import { openOrders, orderHead, orderLines, takenOfOrder } from '../orders/queries.js';
import { companyRow } from '../people/queries.js';
import { lockSupplier, supplierDefaults } from '../suppliers/queries.js';
import { accountExceptions } from './accounts.js';
import { ownFields } from '../own-fields/queries.js';
import { creditExceptions } from './credit.js';
import type { Services } from '../services.js';
import { likelyOrders, pairLines } from './pairing.js';
import { duplicateExceptions } from './duplicates.js';
import { codeDocumentLine, setOrder, tolerances, type MatchHead } from './queries.js';

type Lines = Awaited<ReturnType<typeof documentLines>>;
type Order = NonNullable<Awaited<ReturnType<typeof orderHead>>>;

/**
 * All that does not fit of a document whose supplier is known: account, duplicates, order, charges, tax. Chooses its order where that is
 * plain, pairs and codes its lines. Until the transaction ends nothing else of this supplier is matched: what two invoices want, one gets.
 */
export async function compareDocument(
  services: Pick<Services, 'readers'>,
  db: Database,
  head: MatchHead,
  supplierId: number,
): Promise<MatchException[]> {
  await lockSupplier(db, supplierId);
  const supplier = await supplierDefaults(db, supplierId);
  if (!supplier) throw new ApiError('no-such-thing', 'The supplier is no longer on file.');
  const lines = await documentLines(db, head.id);
  const limits = await tolerances(db);
  const found: MatchException[] = [];
  if (head.gross === null || decimal(head.gross).lte(0))
    found.push({ line: null, facts: { code: 'not-above-zero', total: head.gross }, figures: [] });
  found.push(...(await accountExceptions(db, head, supplierId)));
  found.push(...(await duplicateExceptions(db, head, supplierId)));
  const choice = await chooseOrder(services, db, head, supplierId, lines.map(asInvoiceLine));
  const order = choice.orderId === null ? null : await orderHead(db, choice.orderId);
  const goods = await compareLines(services, db, head, lines, order, supplier, limits);
  found.push(...choice.found, ...goods.found);
  const agreed = order && (await takenOfOrder(db, order.id, head.id));
  const charges = chargeExceptions(
    {
      goods: toAmount(sum(lines.map((line) => line.netAmount ?? '0'))),
      carriage: head.carriage,
      discount: head.discount,
      agreed: order &&
        agreed && { carriage: toAmount(decimal(order.carriage).minus(decimal(agreed.carriage))), discountPercent: order.discountPercent },
    },
    limits,
  );
  found.push(...charges);
  if (order && agreed && head.kind !== 'credit-note') found.push(...orderTotal(head, goods, order, agreed.net, charges, limits));
  found.push(...ownExceptions(await ownFields(db), head, order));
  found.push(...(await taxExceptions(db, head, lines, supplier.country)));
  if (head.kind === 'credit-note') found.push(...(await creditExceptions(db, head, supplierId, goods.paired > 0)));
  return found;
}

/** Fields of the company's own that say otherwise than the order. */
function ownExceptions(fields: readonly OwnField[], head: MatchHead, order: Order | null): MatchException[] {
  return fields.flatMap((field): MatchException[] => {
    const value = head.own[ownName(field)];
    if (field.level !== 'head' || field.matches === null || value === undefined) return [];
    const ordered = order && { orderNumber: order.number, orderOwner: order.owner, costCentre: order.costCentre }[field.matches];
    if (ordered !== null && bareIdentifier(ordered) === bareIdentifier(value)) return [];
    return [{ line: null, facts: { code: 'own-differs', field: field.name, of: field.matches, value, order: ordered }, figures: [] }];
  });
}

const asInvoiceLine = ({ position, itemNumber, description, quantity, unitPrice, netAmount }: Lines[number]): InvoiceLine => ({
  position,
  itemNumber,
  description,
  quantity,
  unitPrice,
  netAmount,
});

interface ComparedLines {
  readonly found: readonly MatchException[];
  readonly paired: number;
  /** Net, of lines that are not on the order. */
  readonly unpaired: string;
  /** What lines that are asked about are over what the order has for them, net. */
  readonly over: string;
}

/** Codes the lines and compares them with those of the order. */
async function compareLines(
  services: Pick<Services, 'readers'>,
  db: Database,
  head: MatchHead,
  lines: Lines,
  order: Order | null,
  supplier: { account: string; costCentre: string },
  limits: Tolerances,
): Promise<ComparedLines> {
  const ordered = order === null ? [] : await orderLines(db, order.id, head.id);
  const direction = head.kind === 'credit-note' ? 'credit-note' : 'invoice';
  const match = order && (await pairLines(services, lines.map(asInvoiceLine), ordered, limits, direction));
  const pairOf = new Map(match?.pairs.map((pair) => [pair.line, pair.orderLineId]));
  const accountOf = new Map(ordered.map((line) => [line.id, line.account]));
  for (const line of lines) {
    const orderLineId = pairOf.get(line.position) ?? null;
    const account = orderLineId === null ? undefined : accountOf.get(orderLineId);
    const coded = codeLine(
      { account: line.account ?? undefined, costCentre: line.costCentre ?? undefined },
      account && order ? { account, costCentre: order.costCentre } : null,
      { account: supplier.account, costCentre: order?.costCentre ?? supplier.costCentre },
    );
    await codeDocumentLine(db, head.id, line.position, orderLineId, coded.account, coded.costCentre);
  }
  const found: MatchException[] = (match?.variances ?? []).map(({ facts, line, figures }) => ({ facts, line, figures }));
  if (order && head.currency && order.currency !== head.currency)
    found.push({ line: null, facts: { code: 'currency', invoice: head.currency, order: order.currency }, figures: [] });
  return {
    found,
    paired: [...pairOf.values()].filter((id) => id !== null).length,
    unpaired: toAmount(sum(lines.filter((line) => (pairOf.get(line.position) ?? null) === null).map((line) => line.netAmount ?? '0'))),
    over: match?.over ?? '0',
  };
}

/** Whether all invoices of the order ask for more than it is worth, beyond what is asked about by line and by charge. */
function orderTotal(
  head: MatchHead,
  lines: ComparedLines,
  order: Order,
  before: string,
  charges: readonly MatchException[],
  limits: Tolerances,
): MatchException[] {
  const net = netOf(head);
  if (net === null) return [];
  const ofCharges = charges.flatMap(({ facts, figures }) =>
    facts.code === 'carriage' || facts.code === 'discount' ? figures.map(({ variance }) => decimal(variance ?? '0').abs()) : [],
  );
  const totals = {
    invoiced: toAmount(decimal(net).minus(decimal(lines.unpaired))),
    before,
    ordered: toAmount(
      decimal(order.worth)
        .times(decimal('100').minus(decimal(order.discountPercent)))
        .div(100)
        .plus(decimal(order.carriage)),
    ),
    explained: toAmount(sum([decimal(lines.over), ...ofCharges])),
  };
  return beyondOrder(totals, limits);
}

/** The net total, or what the total leaves without its tax. */
const netOf = ({ net, gross, tax }: MatchHead): string | null =>
  net ?? (gross === null ? null : toAmount(decimal(gross).minus(decimal(tax ?? '0'))));

/** Tax that is not rate × base, and rates that neither the supplier's country nor the company's has. */
async function taxExceptions(db: Database, head: MatchHead, lines: Lines, country: string): Promise<MatchException[]> {
  const net = netOf(head);
  if (head.tax === null || net === null) return [];
  const own = /^[A-Z]{2}/.exec((await companyRow(db))?.taxId ?? '')?.[0];
  const countries = [...new Set([country, ...(own === undefined ? [] : [own])])];
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

async function chooseOrder(
  services: Pick<Services, 'readers'>,
  db: Database,
  head: MatchHead,
  supplierId: number,
  invoice: InvoiceLine[],
): Promise<{ orderId: number | null; found: MatchException[] }> {
  if (head.orderId !== null) {
    const known = await orderHead(db, head.orderId);
    if (known?.supplierId === supplierId) return { orderId: head.orderId, found: [] };
    await setOrder(db, head.id, null);
  }
  // A number that the page shows is not forgotten by taking it off the record.
  const reference = head.orderReference ?? head.orderReferenceRead;
  const [best, second] = await likelyOrders(services, reference, invoice, await openOrders(db, supplierId, head.id));
  const named = best?.byNumber === true;
  const clearly = best !== undefined && best.score >= 0.85 && (second === undefined || second.score < best.score - 0.2);
  if (best && (named || (reference === null && clearly))) {
    await setOrder(db, head.id, best.id);
    await record(db, head.id, null, { code: 'order-recognised', order: best.number, by: named ? 'number' : 'lines' });
    return { orderId: best.id, found: [] };
  }
  if (reference !== null || best) {
    const facts = { code: 'order-unknown', number: reference, best: best?.number ?? null } as const;
    return { orderId: null, found: [{ line: null, facts, figures: [] }] };
  }
  return { orderId: null, found: [] };
}
