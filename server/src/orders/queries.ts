import type { OrderLineView, OrderView } from '@umber/contract/documents';
import { many, maybe, type Database } from '../database/database.js';

export const orderHead = (db: Database, id: number) =>
  maybe<Omit<OrderView, 'lines'> & { ownerId: number; supplierId: number }>(
    db,
    `select o.id, o.number, p.name as owner, o.owner_id as "ownerId", o.supplier_id as "supplierId", o.cost_centre as "costCentre", o.currency, o.ordered_on as "orderedOn", o.state
     from orders o join people p on p.id = o.owner_id where o.id = $1`,
    [id],
  );

/** The columns of an order line `l`, with what was received, and what documents other than $2 that passed matching have invoiced before. */
const LINE = `l.id, l.position, l.item_number as "itemNumber", l.description, trim_scale(l.quantity)::text as quantity, l.unit, trim_scale(l.unit_price)::text as "unitPrice", l.account,
  trim_scale(coalesce((select sum(r.quantity) from receipt_lines r where r.order_line_id = l.id), 0))::text as received,
  trim_scale(coalesce((select sum(case d.kind when 'credit-note' then -x.quantity else x.quantity end) from document_lines x join documents d on d.id = x.document_id
    where x.order_line_id = l.id and d.id <> $2 and d.tray in ('sign-off', 'post', 'posted')), 0))::text as "invoicedBefore"`;

export const orderLines = (db: Database, orderId: number, exceptDocument: number) =>
  many<OrderLineView & { account: string }>(db, `select ${LINE} from order_lines l where l.order_id = $1 order by l.position`, [
    orderId,
    exceptDocument,
  ]);

/** Open orders of a supplier that a document is compared with, the newest. */
const MOST_OPEN = 60;

/** The supplier's open orders with their lines, the newest first. */
export const openOrders = (db: Database, supplierId: number, exceptDocument: number) =>
  many<{ id: number; number: string; lines: OrderLineView[] }>(
    db,
    `select o.id, o.number, coalesce((select json_agg(line) from (select ${LINE} from order_lines l where l.order_id = o.id order by l.position) line), '[]') as lines
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
