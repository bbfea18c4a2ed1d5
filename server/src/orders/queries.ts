import type {
  OrderCharge,
  OrderDocumentView,
  OrderLineView,
  OrderLineWish,
  OrderRow,
  OrderView,
  OrderWish,
  ReceiptView,
} from '@umber/contract/orders';
import type { OrderDifference } from '@umber/core/orders';
import type { ChargeKind, Tolerances } from '@umber/core/matching';
import { orderKey } from '@umber/core/matching';
import type { Conversion } from '@umber/core/units';
import { jsonOf, many, maybe, one, type Database } from '../database/database.js';

export type OrderHead = Omit<OrderView, 'lines' | 'charges'>;

const HEAD = `select o.id, o.number, o.kind, o.version, o.supplier_id as "supplierId", s.name as supplier, o.owner_id as "ownerId", p.name as owner, o.cost_centre as "costCentre", o.project, o.currency,
    o.ordered_on as "orderedOn", o.state, case when b.id is not null then json_build_object('id', b.id, 'number', b.number) end as blanket, o.value_limit as "valueLimit", o.valid_until as "validUntil", o.note,
    trim_scale(o.discount_percent)::text as "discountPercent", (select coalesce(round(sum(l.quantity * l.unit_price), 2), 0)::text from order_lines l where l.order_id = o.id) as worth
  from orders o join suppliers s on s.id = o.supplier_id join people p on p.id = o.owner_id left join orders b on b.id = o.blanket_id`;

export const orderHead = (db: Database, id: number) => maybe<OrderHead>(db, `${HEAD} where o.id = $1`, [id]);

/** The heads of these orders, by their numbers. */
export const orderHeads = (db: Database, ids: readonly number[]) =>
  many<OrderHead>(db, `${HEAD} where o.id = any($1) order by o.number`, [ids]);

/** Lets nothing else change an order until the transaction ends. */
export const lockOrder = (db: Database, id: number) => db.query('select from orders where id = $1 for update', [id]);

export const orderCharges = (db: Database, ids: readonly number[]) =>
  many<OrderCharge & { orderId: number }>(
    db,
    'select order_id as "orderId", kind, amount from order_charges where order_id = any($1) order by kind',
    [ids],
  );

/**
 * Documents that took of an order before the document $2 did: all that did where $2 has not yet. Since they took it they are on their way to
 * the books, in them, or rest on the way.
 */
const TOOK = `d.id <> $2 and d.allotted_at < coalesce((select o.allotted_at from documents o where o.id = $2), 'infinity')`;
const SIGN = `case d.kind when 'credit-note' then -1 else 1 end`;

/** The order lines whose ids are in `wanted`, with what was received and what was invoiced before: a part without a quantity counts by its amount. */
const LINES = `
  received as (
    select r.order_line_id, sum(case h.kind when 'return' then -r.quantity when 'receipt' then case l.check_by when 'inspection' then coalesce(r.accepted, 0) else r.quantity end end) as quantity
    from receipt_lines r join receipts h on h.id = r.receipt_id join order_lines l on l.id = r.order_line_id where r.order_line_id in (select id from wanted) group by 1),
  taken as (
    select x.order_line_id, sum(${SIGN} * coalesce(abs(x.quantity) * case when x.amount < 0 then -1 else 1 end, round(x.amount / nullif(l.unit_price, 0), 4), 0)) as quantity, sum(${SIGN} * x.amount) as amount
    from line_pairs x join order_lines l on l.id = x.order_line_id join documents d on d.id = x.document_id where x.order_line_id in (select id from wanted) and ${TOOK} group by 1)
  select l.id, l.order_id as "orderId", l.position, l.item_number as "itemNumber", l.our_item as "ourItem", l.description, trim_scale(l.quantity)::text as quantity, l.unit,
    trim_scale(l.unit_price)::text as "unitPrice", trim_scale(l.price_per)::text as "pricePer", l.by_amount as "byAmount", l.check_by as "check", l.account, l.cost_centre as "costCentre",
    trim_scale(coalesce(r.quantity, 0))::text as received, trim_scale(coalesce(t.quantity, 0))::text as "invoicedBefore", coalesce(t.amount, 0)::numeric(16, 2)::text as "amountBefore",
    coalesce((select json_agg(json_build_object('from', trim_scale(s.from_quantity)::text, 'unitPrice', trim_scale(s.unit_price)::text) order by s.from_quantity) from order_line_prices s where s.order_line_id = l.id), '[]') as "priceSteps",
    array(select h.number from receipt_lines r join receipts h on h.id = r.receipt_id where r.order_line_id = l.id and h.kind = 'receipt' order by h.received_on, h.id) as "receiptNumbers"
  from wanted join order_lines l on l.id = wanted.id left join received r on r.order_line_id = l.id left join taken t on t.order_line_id = l.id`;

type LineRow = Omit<OrderLineView, 'conversions'>;

/** Lines of these orders as the document `exceptDocument` should see them, in their order. */
export const linesOfOrders = async (
  db: Database,
  supplierId: number,
  ids: readonly number[],
  exceptDocument: number,
): Promise<OrderLineView[]> =>
  withConversions(
    db,
    supplierId,
    await many<LineRow>(
      db,
      `with wanted as (select id from order_lines where order_id = any($1)), ${LINES} order by l.order_id, l.position`,
      [ids, exceptDocument],
    ),
  );

/** Most open lines of a supplier that a document is compared with, those of the newest orders. */
const MOST_OPEN_LINES = 5000;

/** All open lines of a supplier, and those of the orders `also`, in whatever state these are. */
export const openLines = async (
  db: Database,
  supplierId: number,
  also: readonly number[],
  exceptDocument: number,
): Promise<OrderLineView[]> =>
  withConversions(
    db,
    supplierId,
    await many<LineRow>(
      db,
      `with wanted as (
         select l.id from order_lines l join orders o on o.id = l.order_id where o.supplier_id = $1 and (o.state = 'open' or o.id = any($3))
         order by o.id = any($3) desc, o.ordered_on desc, o.id desc, l.position limit ${MOST_OPEN_LINES}), ${LINES} order by l.order_id, l.position`,
      [supplierId, exceptDocument, also],
    ),
  );

/** Lines of orders of a supplier by their ids, as they stand. */
export const linesById = async (db: Database, supplierId: number, ids: readonly number[]): Promise<OrderLineView[]> =>
  withConversions(
    db,
    supplierId,
    await many<LineRow>(
      db,
      `with wanted as (select l.id from order_lines l join orders o on o.id = l.order_id where o.supplier_id = $3 and l.id = any($1)), ${LINES} order by l.order_id, l.position`,
      [ids, 0, supplierId],
    ),
  );

async function withConversions(db: Database, supplierId: number, lines: readonly LineRow[]): Promise<OrderLineView[]> {
  const agreed = await many<Conversion & { itemKey: string | null }>(
    db,
    'select item_key as "itemKey", from_unit as "from", to_unit as "to", trim_scale(factor)::text as factor from unit_conversions where supplier_id = $1 order by item_key nulls last, id',
    [supplierId],
  );
  return lines.map((line) => {
    const key = agreed.length === 0 ? '' : orderKey(line);
    return {
      ...line,
      conversions: agreed
        .filter(({ itemKey }) => itemKey === null || itemKey === key)
        .map(({ itemKey: _key, ...conversion }) => conversion),
    };
  });
}

/** Remembers that one unit is so many of another, for one item of a supplier or for all of them. */
export const setConversion = (
  db: Database,
  supplierId: number,
  itemKey: string | null,
  { from, to, factor }: Conversion,
  personId: number,
) =>
  db.query(
    `insert into unit_conversions (supplier_id, item_key, from_unit, to_unit, factor, set_by) values ($1, $2, $3, $4, $5, $6)
     on conflict (supplier_id, item_key, from_unit, to_unit) do update set factor = excluded.factor, set_by = excluded.set_by, set_at = now()`,
    [supplierId, itemKey, from, to, factor, personId],
  );

/** Open orders of a supplier, the newest first. */
export const openOrderHeads = (db: Database, supplierId: number) =>
  many<OrderHead>(db, `${HEAD} where o.supplier_id = $1 and o.state = 'open' order by o.ordered_on desc, o.id desc limit 200`, [
    supplierId,
  ]);

/** Orders of any supplier and in any state that have one of these numbers. */
export const ordersOfNumbers = (db: Database, numbers: readonly string[]) =>
  many<{ id: number; number: string; state: 'open' | 'closed'; validUntil: string | null; supplierId: number; supplier: string }>(
    db,
    `select o.id, o.number, o.state, o.valid_until as "validUntil", o.supplier_id as "supplierId", s.name as supplier from orders o join suppliers s on s.id = o.supplier_id
     where o.number = any($1) order by o.id`,
    [numbers],
  );

/**
 * What documents before this one took of orders: their net amounts less what is on no order, and their charges by kind. What a document took
 * of several orders is shared out as its lines are.
 */
export const takenOfOrders = (db: Database, ids: readonly number[], exceptDocument: number) =>
  many<{ orderId: number; net: string; charges: Readonly<Partial<Record<ChargeKind, string>>> }>(
    db,
    `with took as (
       select x.order_id, d.id, ${SIGN} as sign, abs(d.carriage) as carriage, coalesce(d.net_total, d.gross_total - coalesce(d.tax_total, 0))
           - coalesce((select sum(l.net_amount) from document_lines l where l.document_id = d.id and l.charge is null and not exists (select from line_pairs p where p.document_id = d.id and p.line = l.position)), 0) as net,
         coalesce((select sum(p.amount) from line_pairs p join order_lines o on o.id = p.order_line_id where p.document_id = d.id and o.order_id = x.order_id)
           / nullif((select sum(p.amount) from line_pairs p where p.document_id = d.id), 0), 1) as share
       from document_orders x join documents d on d.id = x.document_id where x.order_id = any($1) and ${TOOK}),
     charged as (
       select t.order_id, c.kind, sum(t.sign * t.share * c.amount)::numeric(16, 2) as amount
       from took t cross join lateral (
         select l.charge as kind, l.net_amount as amount from document_lines l where l.document_id = t.id and l.charge is not null and l.charge <> 'discount' union all select 'freight', t.carriage) c
       where c.amount is not null group by 1, 2)
     select t.order_id as "orderId", sum(t.sign * t.share * t.net)::numeric(16, 2)::text as net,
       coalesce((select json_object_agg(c.kind, c.amount::text) from charged c where c.order_id = t.order_id), '{}') as charges
     from took t group by t.order_id`,
    [ids, exceptDocument],
  );

/** What call-offs of a blanket order come to, net. */
export const calledOff = async (db: Database, blanketId: number, exceptOrder: number | null) =>
  (
    await one<{ worth: string }>(
      db,
      `select coalesce(sum(l.quantity * l.unit_price), 0)::numeric(16, 2)::text as worth from orders o join order_lines l on l.order_id = o.id where o.blanket_id = $1 and o.id is distinct from $2`,
      [blanketId, exceptOrder],
    )
  ).worth;

type OwnTolerances = { readonly [K in keyof Omit<Tolerances, 'invoiceAmount'>]: string | null };
const OWN_TOLERANCES = `price_percent as "pricePercent", price_amount as "priceAmount", under_percent as "underPercent", under_amount as "underAmount", quantity_percent as "quantityPercent", quantity_amount as "quantityAmount", charge_amount as "chargeAmount"`;

/** Tolerances of a supplier, and those of its orders that have their own; what is null is as it is in general. */
export const ownTolerances = (db: Database, supplierId: number, ids: readonly number[]) =>
  many<OwnTolerances & { orderId: number | null }>(
    db,
    `select order_id as "orderId", ${OWN_TOLERANCES} from own_tolerances where supplier_id = $1 or order_id = any($2)`,
    [supplierId, ids],
  );

/** What people said that a supplier calls our items. */
export const learnedItems = (db: Database, supplierId: number) =>
  many<{ theirs: string; ours: string }>(db, 'select theirs, ours from supplier_items where supplier_id = $1', [supplierId]);

export const learnItem = (db: Database, supplierId: number, theirs: string, ours: string, personId: number, documentId: number) =>
  db.query(
    `insert into supplier_items (supplier_id, theirs, ours, said_by, document_id) values ($1, $2, $3, $4, $5)
     on conflict (supplier_id, theirs) do update set ours = excluded.ours, said_by = excluded.said_by, said_at = now(), document_id = excluded.document_id`,
    [supplierId, theirs, ours, personId, documentId],
  );

const NEWEST_SHOWN = 200;

/** Orders by their numbers and suppliers, the newest of them. */
export const ordersNamed = (db: Database, text: string) =>
  orderRows(
    db,
    `select id from orders where number ilike '%' || $1 || '%'
     union select x.id from orders x join suppliers y on y.id = x.supplier_id where y.name ilike '%' || $1 || '%' order by id desc limit ${NEWEST_SHOWN}`,
    [text],
    'o.ordered_on desc, o.id desc',
  );
/** All orders, the last entered first, before one of them where that is named. */
export const ordersBefore = (db: Database, before: number | null, most: number) =>
  orderRows(db, 'select id from orders where $1::bigint is null or id < $1 order by id desc limit $2', [before, most], 'o.id desc');

const orderRows = (db: Database, which: string, values: readonly unknown[], order: string) =>
  many<OrderRow>(
    db,
    `with found as (${which}),
       sums as (
         select l.order_id, count(*)::int as lines, sum(l.quantity * l.unit_price) as worth,
           sum(l.unit_price * coalesce((select sum(case h.kind when 'return' then -r.quantity else r.quantity end) from receipt_lines r join receipts h on h.id = r.receipt_id where r.order_line_id = l.id), 0)) as received,
           sum(coalesce((select sum(case d.kind when 'credit-note' then -x.amount else x.amount end) from line_pairs x join documents d on d.id = x.document_id where x.order_line_id = l.id and d.allotted_at is not null), 0)) as invoiced
         from order_lines l where l.order_id in (select id from found) group by l.order_id)
     select o.id, o.number, o.kind, s.name as supplier, p.name as owner, o.cost_centre as "costCentre", o.currency, o.ordered_on as "orderedOn", o.state, coalesce(m.lines, 0) as lines,
       round(coalesce(o.value_limit, m.worth, 0), 2)::text as amount, coalesce(round(100 * m.received / nullif(m.worth, 0)), 0)::int as "receivedPercent", coalesce(round(100 * m.invoiced / nullif(coalesce(o.value_limit, m.worth), 0)), 0)::int as "invoicedPercent"
     from found join orders o on o.id = found.id join suppliers s on s.id = o.supplier_id join people p on p.id = o.owner_id left join sums m on m.order_id = o.id
     order by ${order}`,
    [...values],
  );

// Entering and changing.

export const nextOrderNumber = async (db: Database) =>
  (await one<{ number: string }>(db, "select nextval('order_numbers')::text as number")).number;

export const insertOrder = async (db: Database, number: string, order: OrderWish, personId: number | null) =>
  (
    await one<{ id: number }>(
      db,
      `insert into orders (number, kind, supplier_id, owner_id, cost_centre, project, currency, ordered_on, blanket_id, value_limit, valid_until, note, discount_percent, entered_by)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14) returning id`,
      [
        number,
        order.kind,
        order.supplierId,
        order.ownerId,
        order.costCentre,
        order.project,
        order.currency,
        order.orderedOn,
        order.blanketId,
        order.valueLimit,
        order.validUntil,
        order.note,
        order.discountPercent,
        personId,
      ],
    )
  ).id;

export const updateOrder = (db: Database, id: number, order: OrderWish) =>
  db.query(
    `update orders set kind = $2, owner_id = $3, cost_centre = $4, project = $5, currency = $6, ordered_on = $7, blanket_id = $8, value_limit = $9, valid_until = $10, note = $11, discount_percent = $12, version = version + 1
     where id = $1`,
    [
      id,
      order.kind,
      order.ownerId,
      order.costCentre,
      order.project,
      order.currency,
      order.orderedOn,
      order.blanketId,
      order.valueLimit,
      order.validUntil,
      order.note,
      order.discountPercent,
    ],
  );

export const updateOrderState = (db: Database, id: number, state: 'open' | 'closed') =>
  db.query('update orders set state = $2, version = version + 1 where id = $1', [id, state]);

export const storeCharges = async (db: Database, id: number, charges: readonly OrderCharge[]) => {
  await db.query('delete from order_charges where order_id = $1', [id]);
  await db.query(
    'insert into order_charges (order_id, kind, amount) select $1, kind, amount from jsonb_to_recordset($2::jsonb) as c (kind text, amount numeric)',
    [id, jsonOf(charges)],
  );
};

/** A line as it is kept: its price is for one unit. */
export type KeptLine = Omit<OrderLineWish, 'id' | 'price'> & { readonly position: number; readonly unitPrice: string };
const lineValues = (line: KeptLine) => [
  line.position,
  line.itemNumber,
  line.ourItem,
  line.description,
  line.quantity,
  line.unit,
  line.unitPrice,
  line.pricePer,
  line.byAmount,
  line.check,
  line.account,
  line.costCentre,
];

export const insertOrderLine = async (db: Database, orderId: number, line: KeptLine) => {
  const { id } = await one<{ id: number }>(
    db,
    `insert into order_lines (order_id, position, item_number, our_item, description, quantity, unit, unit_price, price_per, by_amount, check_by, account, cost_centre)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13) returning id`,
    [orderId, ...lineValues(line)],
  );
  await storePriceSteps(db, id, line);
  return id;
};

export const updateOrderLine = async (db: Database, id: number, line: KeptLine) => {
  await db.query(
    `update order_lines set position = $2, item_number = $3, our_item = $4, description = $5, quantity = $6, unit = $7, unit_price = $8, price_per = $9, by_amount = $10, check_by = $11, account = $12, cost_centre = $13 where id = $1`,
    [id, ...lineValues(line)],
  );
  await storePriceSteps(db, id, line);
};

const storePriceSteps = async (db: Database, id: number, { priceSteps }: KeptLine) => {
  await db.query('delete from order_line_prices where order_line_id = $1', [id]);
  for (const { from, unitPrice } of priceSteps)
    await db.query('insert into order_line_prices (order_line_id, from_quantity, unit_price) values ($1, $2, $3)', [id, from, unitPrice]);
};

/** Moves lines out of the way while their positions change. */
export const shiftPositions = (db: Database, orderId: number) =>
  db.query('update order_lines set position = position + 100000 where order_id = $1', [orderId]);

/** Deletes lines that nothing was received or invoiced of; how many stayed because something was. */
export const deleteOrderLines = async (db: Database, ids: readonly number[]) => {
  const { n } = await one<{ n: number }>(
    db,
    `select count(*)::int as n from unnest($1::bigint[]) as x (id)
     where exists (select from receipt_lines r where r.order_line_id = x.id) or exists (select from line_pairs p where p.order_line_id = x.id)`,
    [ids],
  );
  if (n === 0) await db.query('delete from order_lines where id = any($1)', [ids]);
  return n;
};

export const keepVersion = (
  db: Database,
  orderId: number,
  { version, was, personId, reason, allowsMore }: { version: number; was: unknown; personId: number; reason: string; allowsMore: boolean },
) =>
  db.query('insert into order_versions (order_id, version, was, changed_by, reason, allows_more) values ($1, $2, $3, $4, $5, $6)', [
    orderId,
    version,
    jsonOf(was),
    personId,
    reason,
    allowsMore,
  ]);

export const orderVersions = (db: Database, orderId: number) =>
  many<{ version: number; by: string | null; at: string; reason: string; changes: OrderDifference[] }>(
    db,
    `select v.version, p.name as by, v.changed_at as at, v.reason, v.was -> 'changes' as changes from order_versions v left join people p on p.id = v.changed_by where v.order_id = $1 order by v.version desc`,
    [orderId],
  );

export const callOffsOf = (db: Database, orderId: number) =>
  many<{ id: number; number: string; worth: string; state: string }>(
    db,
    `select o.id, o.number, coalesce((select round(sum(l.quantity * l.unit_price), 2) from order_lines l where l.order_id = o.id), 0)::text as worth, o.state from orders o where o.blanket_id = $1 order by o.number`,
    [orderId],
  );

export const documentsOfOrder = (db: Database, orderId: number) =>
  many<OrderDocumentView>(
    db,
    `select d.id, d.kind, d.invoice_number as number, d.tray, d.gross_total as amount, d.currency from document_orders x join documents d on d.id = x.document_id where x.order_id = $1 order by d.id desc limit 200`,
    [orderId],
  );

export const receiptsOf = (db: Database, orderId: number) =>
  many<ReceiptView>(
    db,
    `select r.id, r.number, r.kind, r.received_on as "receivedOn", r.delivery_note as "deliveryNote", p.name as "enteredBy",
       coalesce((select json_agg(json_build_object('orderLineId', l.order_line_id, 'quantity', trim_scale(l.quantity)::text, 'accepted', trim_scale(l.accepted)::text, 'inspectedBy', i.name) order by o.position)
         from receipt_lines l join order_lines o on o.id = l.order_line_id left join people i on i.id = l.inspected_by where l.receipt_id = r.id), '[]') as lines
     from receipts r left join people p on p.id = r.entered_by where r.order_id = $1 order by r.received_on desc, r.id desc`,
    [orderId],
  );

/** How many of these accounts and cost centres there are, and whether somebody may have ordered. */
export const knownCodes = (db: Database, accounts: readonly string[], centres: readonly string[], ownerId: number) =>
  one<{ accounts: number; centres: number; owner: boolean }>(
    db,
    `select (select count(*)::int from accounts where number = any($1)) as accounts, (select count(*)::int from cost_centres where code = any($2)) as centres,
       exists (select from people where id = $3 and role in ('clerk', 'approver', 'controller')) as owner`,
    [accounts, centres, ownerId],
  );

/** People who may have ordered something. */
export const buyers = (db: Database) =>
  many<{ id: number; name: string }>(db, "select id, name from people where role in ('clerk', 'approver', 'controller') order by name");

export const orderCurrencies = async (db: Database) =>
  (await many<{ code: string }>(db, 'select currency as code from company union select currency from exchange_rates order by 1')).map(
    ({ code }) => code,
  );

/**
 * People who entered or changed the orders that a document is for, or a receipt of these: `late` where that was after the document came, and
 * allows more to be invoiced than before.
 */
export const orderHands = (db: Database, documentId: number) =>
  many<{ id: number; late: boolean }>(
    db,
    `with mine as (select x.order_id, a.received_at from document_orders x join documents d on d.id = x.document_id join arrivals a on a.id = d.arrival_id where x.document_id = $1)
     select o.entered_by as id, o.entered_at > m.received_at as late from mine m join orders o on o.id = m.order_id where o.entered_by is not null
     union select v.changed_by, v.allows_more and v.changed_at > m.received_at from mine m join order_versions v on v.order_id = m.order_id where v.changed_by is not null
     union select r.entered_by, false from mine m join receipts r on r.order_id = m.order_id where r.entered_by is not null
     union select l.inspected_by, false from mine m join receipts r on r.order_id = m.order_id join receipt_lines l on l.receipt_id = r.id where l.inspected_by is not null`,
    [documentId],
  );
