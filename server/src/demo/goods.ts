import { Decimal, toAmount } from '@umber/core/money';
import type { ScenarioSupplier } from '@umber/demo/scenario';
import type { Database } from '../database/database.js';
import { insertEntry, insertEntryLine, takeNumber } from '../ledger/queries.js';

/** Goods that came stand in the books at the order's price until their invoice is posted; what went back the other way. */
export async function postGoods(
  db: Database,
  receipt: {
    receiptId: number;
    number: string;
    kind: 'receipt' | 'return';
    on: string;
    supplier: ScenarioSupplier;
    rate: string;
    goods: readonly { price: string; quantity: number }[];
  },
): Promise<void> {
  const { receiptId, number, kind, on, supplier, rate, goods } = receipt;
  const value = goods.reduce((sum, { price, quantity }) => sum.plus(new Decimal(price).times(quantity)), new Decimal(0));
  const amount = toAmount(value.times(rate));
  if (amount === '0.00') return;
  const text = `${kind === 'receipt' ? 'Receipt' : 'Return'} ${number}, ${supplier.name}`;
  const entryId = await insertEntry(db, {
    number: await takeNumber(db),
    kind: 'receipt',
    postedOn: on,
    description: text,
    documentId: null,
    receiptId,
    currency: supplier.currency,
    exchangeRate: rate,
    postedBy: null,
  });
  const side = (isDebit: boolean) =>
    isDebit === (kind === 'receipt') ? { debit: amount, credit: '0.00' } : { debit: '0.00', credit: amount };
  await insertEntryLine(db, entryId, 1, {
    account: supplier.account,
    costCentre: supplier.costCentre,
    supplierId: null,
    text,
    ...side(true),
  });
  await insertEntryLine(db, entryId, 2, { account: '2150', costCentre: null, supplierId: null, text, ...side(false) });
}
