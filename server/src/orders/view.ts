import type { OrderView } from '@umber/contract/orders';
import type { Database } from '../database/database.js';
import { linesOfOrders, orderCharges, orderHeads } from './queries.js';

/** Orders with received and invoiced quantities as `exceptDocument` should see them, by their numbers; 0: as they stand. */
export async function orderViews(db: Database, ids: readonly number[], exceptDocument: number): Promise<OrderView[]> {
  if (ids.length === 0) return [];
  const heads = await orderHeads(db, ids);
  const charges = await orderCharges(db, ids);
  const supplierId = heads[0]?.supplierId ?? 0;
  const lines = await linesOfOrders(db, supplierId, ids, exceptDocument);
  return heads.map((head) => ({
    ...head,
    charges: charges.filter(({ orderId }) => orderId === head.id).map(({ kind, amount }) => ({ kind, amount })),
    lines: lines.filter(({ orderId }) => orderId === head.id),
  }));
}
