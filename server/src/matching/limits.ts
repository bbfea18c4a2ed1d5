import type { Limits, Tolerances } from '@umber/core/matching';
import type { Database } from '../database/database.js';
import { ownTolerances } from '../orders/queries.js';
import { tolerances } from './queries.js';

/** The tolerances that hold for a supplier and for each of its orders: what an order has of its own goes before the supplier's, that before the company's. */
export async function limitsFor(db: Database, supplierId: number, orders: readonly number[]): Promise<Limits> {
  const company = await tolerances(db);
  const own = await ownTolerances(db, supplierId, orders);
  const over = (base: Tolerances, { orderId: _id, ...values }: (typeof own)[number]): Tolerances => ({
    ...base,
    ...(Object.fromEntries(Object.entries(values).filter(([, value]) => value !== null)) as Partial<Tolerances>),
  });
  const ofSupplier = own.find(({ orderId }) => orderId === null);
  const general = ofSupplier ? over(company, ofSupplier) : company;
  return { general, byOrder: Object.fromEntries(own.flatMap((one) => (one.orderId === null ? [] : [[one.orderId, over(general, one)]]))) };
}
