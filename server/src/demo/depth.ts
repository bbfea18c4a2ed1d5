import type { IsoDate } from '@umber/core/dates';
import { nameKey } from '@umber/core/suppliers';
import { COMPANY, depthOrders, EXCHANGE_RATES, type DepthOrder } from '@umber/demo/scenario';
import type { Database } from '../database/database.js';
import { insertOrder, insertOrderLine, storeCharges } from '../orders/queries.js';
import { postGoods } from './goods.js';
import { insertReceipt, insertReceiptLine, insertTwin, personNamed, supplierNamed } from './queries.js';

/** Orders of every kind, what came and went back of them, and a supplier who is on file twice. */
export async function loadDepth(db: Database, today: IsoDate): Promise<void> {
  for (const order of depthOrders(today)) await loadOrder(db, order);
  await insertTwin(db, 'Tarnside Lubricants Limited', nameKey('Tarnside Lubricants Limited'), 'Tarnside Lubricants Ltd');
}

async function loadOrder(db: Database, order: DepthOrder): Promise<void> {
  const { supplier } = order;
  const id = await insertOrder(
    db,
    order.number,
    {
      number: order.number,
      kind: order.kind,
      supplierId: await supplierNamed(db, supplier.name),
      ownerId: await personNamed(db, order.owner),
      costCentre: supplier.costCentre,
      project: null,
      currency: supplier.currency,
      orderedOn: order.orderedOn,
      blanketId: null,
      valueLimit: order.valueLimit,
      validUntil: order.validUntil,
      note: order.note,
      charges: [],
      discountPercent: '0',
      lines: [],
    },
    null,
  );
  if (order.freight !== null) await storeCharges(db, id, [{ kind: 'freight', amount: order.freight }]);
  const lines: { id: number; received: number; returned: number; price: string }[] = [];
  for (const [i, line] of order.lines.entries())
    lines.push({
      received: line.received,
      returned: line.returned,
      price: line.price,
      id: await insertOrderLine(db, id, {
        position: i + 1,
        itemNumber: line.item === '-' ? null : line.item,
        ourItem: null,
        description: line.description,
        quantity: String(line.quantity),
        unit: line.byAmount ? null : line.unit,
        unitPrice: line.price,
        pricePer: '1',
        priceSteps: [],
        byAmount: line.byAmount,
        check: line.check,
        account: supplier.account,
        costCentre: null,
      }),
    });
  await loadGoods(db, order, id, lines, 'receipt');
  await loadGoods(db, order, id, lines, 'return');
}

async function loadGoods(
  db: Database,
  order: DepthOrder,
  orderId: number,
  lines: readonly { id: number; received: number; returned: number; price: string }[],
  kind: 'receipt' | 'return',
): Promise<void> {
  const goods = lines
    .map((line) => ({ ...line, quantity: kind === 'receipt' ? line.received : line.returned }))
    .filter(({ quantity }) => quantity > 0);
  if (goods.length === 0) return;
  const number = `${kind === 'receipt' ? 'GR' : 'RT'}-${order.number}`;
  const receiptId = await insertReceipt(db, number, orderId, order.receivedOn, kind);
  for (const { id, quantity } of goods) await insertReceiptLine(db, receiptId, id, quantity);
  const { supplier } = order;
  const rate = supplier.currency === COMPANY.currency ? '1' : EXCHANGE_RATES[supplier.currency as keyof typeof EXCHANGE_RATES];
  await postGoods(db, { receiptId, number, kind, on: order.receivedOn, supplier, rate, goods });
}
