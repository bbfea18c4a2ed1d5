import { maybe, one, type Database } from '../database/database.js';

export const nextReceiptNumber = async (db: Database) =>
  (await one<{ number: string }>(db, "select 'GR-' || nextval('receipt_numbers') as number")).number;

export const insertReceipt = async (
  db: Database,
  receipt: { number: string; orderId: number; kind: 'receipt' | 'return'; receivedOn: string; deliveryNote: string; personId: number },
) =>
  (
    await one<{ id: number }>(
      db,
      'insert into receipts (number, order_id, kind, received_on, delivery_note, entered_by) values ($1, $2, $3, $4, $5, $6) returning id',
      [receipt.number, receipt.orderId, receipt.kind, receipt.receivedOn, receipt.deliveryNote, receipt.personId],
    )
  ).id;

export const insertReceiptLine = (db: Database, receiptId: number, orderLineId: number, quantity: string) =>
  db.query('insert into receipt_lines (receipt_id, order_line_id, quantity) values ($1, $2, $3)', [receiptId, orderLineId, quantity]);

export const receiptHead = (db: Database, id: number) =>
  maybe<{ id: number; number: string; orderId: number; kind: 'receipt' | 'return'; enteredBy: number | null }>(
    db,
    'select id, number, order_id as "orderId", kind, entered_by as "enteredBy" from receipts where id = $1 for update',
    [id],
  );

/** Says how much of what came was found good; whether there is such a line, not inspected yet, of which so much came. */
export const inspectLine = async (
  db: Database,
  receiptId: number,
  orderLineId: number,
  accepted: string,
  personId: number,
): Promise<boolean> =>
  (await maybe(
    db,
    'update receipt_lines set accepted = $3, inspected_by = $4, inspected_at = now() where receipt_id = $1 and order_line_id = $2 and accepted is null and quantity >= $3 returning 1 as done',
    [receiptId, orderLineId, accepted, personId],
  )) !== null;
