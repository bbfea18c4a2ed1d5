import type { OrderLineView, OrderView } from '@umber/contract/documents';
import { many, maybe, one, type Database } from '../database/database.js';

export const orderHead = (db: Database, id: number) =>
  maybe<Omit<OrderView, 'lines'> & { ownerId: number; supplierId: number; worth: string }>(
    db,
    `select o.id, o.number, o.carriage, trim_scale(o.discount_percent)::text as "discountPercent",
       (select coalesce(round(sum(l.quantity * l.unit_price), 2), 0)::text from order_lines l where l.order_id = o.id) as worth, p.name as owner, o.owner_id as "ownerId", o.supplier_id as "supplierId", o.cost_centre as "costCentre", o.currency, o.ordered_on as "orderedOn", o.state
     from orders o join people p on p.id = o.owner_id where o.id = $1`,
    [id],
  );

/**
 * Documents that took of an order before the document $2 did: all that did where $2 has not yet. Since they took it they are on their way to
 * the books, in them, or rest on the way.
 */
const TOOK = `d.id <> $2 and d.allotted_at < coalesce((select o.allotted_at from documents o where o.id = $2), 'infinity')`;
const SIGN = `case d.kind when 'credit-note' then -1 else 1 end`;

/** The columns of an order line `l`, with what was received, and with what was invoiced before: a line without a quantity counts by its amount. */
const LINE = `l.id, l.position, l.item_number as "itemNumber", l.description, trim_scale(l.quantity)::text as quantity, l.unit, trim_scale(l.unit_price)::text as "unitPrice", l.account,
  trim_scale(coalesce((select sum(r.quantity) from receipt_lines r where r.order_line_id = l.id), 0))::text as received,
  taken.quantity as "invoicedBefore", taken.amount as "amountBefore"`;
const TAKEN = `cross join lateral (
  select trim_scale(coalesce(sum(${SIGN} * coalesce(abs(x.quantity) * case when x.net_amount < 0 then -1 else 1 end, round(x.net_amount / nullif(l.unit_price, 0), 4), 0)), 0))::text as quantity,
    coalesce(sum(${SIGN} * x.net_amount), 0)::numeric(16, 2)::text as amount
  from document_lines x join documents d on d.id = x.document_id where x.order_line_id = l.id and ${TOOK}) taken`;

export const orderLines = (db: Database, orderId: number, exceptDocument: number) =>
  many<OrderLineView & { account: string }>(db, `select ${LINE} from order_lines l ${TAKEN} where l.order_id = $1 order by l.position`, [
    orderId,
    exceptDocument,
  ]);

/** Net amounts and carriage that documents before this one took of an order, less their lines that are not on it. */
export const takenOfOrder = (db: Database, orderId: number, exceptDocument: number) =>
  one<{ net: string; carriage: string }>(
    db,
    `select coalesce(sum(${SIGN} * (coalesce(d.net_total, d.gross_total - coalesce(d.tax_total, 0)) - coalesce((select sum(x.net_amount) from document_lines x where x.document_id = d.id and x.order_line_id is null), 0))), 0)::numeric(16, 2)::text as net,
       coalesce(sum(${SIGN} * abs(d.carriage)), 0)::numeric(16, 2)::text as carriage
     from documents d where d.order_id = $1 and ${TOOK}`,
    [orderId, exceptDocument],
  );

/** Open orders of a supplier that a document is compared with, the newest. */
const MOST_OPEN = 60;

/** The supplier's open orders with their lines, the newest first. */
export const openOrders = (db: Database, supplierId: number, exceptDocument: number) =>
  many<{ id: number; number: string; lines: OrderLineView[] }>(
    db,
    `select o.id, o.number, coalesce((select json_agg(line) from (select ${LINE} from order_lines l ${TAKEN} where l.order_id = o.id order by l.position) line), '[]') as lines
     from orders o where o.supplier_id = $1 and o.state = 'open' order by o.ordered_on desc, o.id desc limit ${MOST_OPEN}`,
    [supplierId, exceptDocument],
  );

export const allOrders = (db: Database, text: string) =>
  many<{
    id: number;
    number: string;
    supplier: string;
    owner: string;
    costCentre: string;
    currency: string;
    orderedOn: string;
    state: string;
    lines: number;
    amount: string;
  }>(
    db,
    `select o.id, o.number, s.name as supplier, p.name as owner, o.cost_centre as "costCentre", o.currency, o.ordered_on as "orderedOn", o.state, count(l.id)::int as lines, round(sum(l.quantity * l.unit_price), 2)::text as amount
     from (select id from orders where number ilike '%' || $1 || '%'
         union select x.id from orders x join suppliers y on y.id = x.supplier_id where y.name ilike '%' || $1 || '%'
         order by id desc limit 200) found
       join orders o on o.id = found.id join suppliers s on s.id = o.supplier_id join people p on p.id = o.owner_id left join order_lines l on l.order_id = o.id
     group by o.id, s.name, p.name order by o.ordered_on desc, o.id desc`,
    [text],
  );
