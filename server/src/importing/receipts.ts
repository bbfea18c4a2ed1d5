import type { ImportedRow } from '@umber/core/importing';
import { decimal } from '@umber/core/money';
import type { Database } from '../database/database.js';
import { orderViews } from '../orders/view.js';
import { receiveIn } from '../receiving/receive.js';
import { grouped, said, wrong, type Planned } from './planned.js';
import { orderNamed } from './queries.js';

/** Receipts: rows of one order, day and delivery note are one. */
export async function planReceipts(db: Database, rows: readonly ImportedRow[]): Promise<Planned[]> {
  const plans: Planned[] = [];
  for (const group of grouped(rows, ({ values }) =>
    JSON.stringify([values['orderNumber'], values['receivedOn'], values['deliveryNote']]),
  ).values()) {
    const numbers = group.map(({ row }) => row);
    const [{ values: first }] = group;
    const key = first['orderNumber'] ?? '';
    const faults = group.flatMap((one) => one.faults);
    const found = key === '' ? null : await orderNamed(db, key);
    const [order] = found ? await orderViews(db, [found.id], 0) : [];
    if (key !== '' && !order) faults.push(said(`There is no order ${key}.`, 'orderNumber'));
    if (order?.state === 'closed') faults.push(said(`Order ${key} is closed. Reopen it first.`, 'orderNumber'));
    const lines = group.flatMap(({ values }) => {
      const line = order?.lines.find(({ position }) => String(position) === values['line']);
      if (order && values['line'] !== null && !line) faults.push(said(`Order ${key} has no line ${values['line']}.`, 'line'));
      if (values['quantity'] !== null && decimal(values['quantity'] ?? '0').lte(0))
        faults.push(said('A quantity is above zero. Returns are entered with the order.', 'quantity'));
      return line ? [{ orderLineId: line.id, quantity: values['quantity'] ?? '0' }] : [];
    });
    if (new Set(lines.map(({ orderLineId }) => orderLineId)).size < lines.length)
      faults.push(said('The same line stands in this receipt twice.', 'line'));
    if (faults.length > 0 || !order) {
      plans.push(wrong(numbers, key, faults));
      continue;
    }
    plans.push({
      rows: numbers,
      state: 'new',
      key,
      faults: [],
      changes: [],
      apply: async (inside, personId) => {
        await receiveIn(inside, personId, order.id, {
          kind: 'receipt',
          receivedOn: first['receivedOn'] ?? '',
          deliveryNote: first['deliveryNote'] ?? '',
          lines,
        });
        return { of: 'receipt', orderId: order.id, lines };
      },
    });
  }
  return plans;
}
