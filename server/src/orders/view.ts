import type { OrderView } from '@umber/contract/documents';
import type { Database } from '../database/database.js';
import { orderHead, orderLines } from './queries.js';

/** An order with received and invoiced quantities as `exceptDocument` should see them; null where there is none. */
export async function orderView(db: Database, id: number, exceptDocument: number): Promise<OrderView | null> {
  const head = await orderHead(db, id);
  if (!head) return null;
  const { ownerId: _owner, supplierId: _supplier, worth: _worth, ...order } = head;
  return { ...order, lines: (await orderLines(db, id, exceptDocument)).map(({ account: _account, ...line }) => line) };
}
