import { lineFits, linesFitNet, productOf, totalsFit } from '@umber/core/arithmetic';
import { decimal } from '@umber/core/money';
import type { Database } from '../database/database.js';
import { record, settleDoubtsAbout } from '../documents/change-queries.js';
import { disputeOf } from '../documents/queries.js';
import { amountsOf, fieldValue, lineAmounts, linesOf, openDoubts, setDispute, settleDoubt } from './queries.js';

/** What hangs on sums once a value has changed: doubts about them answer themselves once they hold, and a dispute about others is over. */
export async function lookAtSums(db: Database, id: number, personId: number): Promise<void> {
  const amounts = await amountsOf(db, id);
  if (!amounts) return;
  if (amounts.net !== null && amounts.gross !== null && totalsFit(amounts.net, amounts.tax, amounts.gross)) {
    for (const field of ['netTotal', 'taxTotal', 'grossTotal']) await settleDoubtsAbout(db, id, field, null, personId);
    // The amount due that is the total is right with it.
    if ((await fieldValue(db, id, 'amountDue')) === amounts.gross) await settleDoubtsAbout(db, id, 'amountDue', null, personId);
  }
  if (linesFitNet(await lineAmounts(db, id), amounts.net ?? amounts.gross, amounts.discount, amounts.carriage))
    await settleDoubtsAbout(db, id, 'lines', null, personId);
  const dispute = await disputeOf(db, id);
  if (dispute !== null && dispute.amount !== amounts.gross) {
    await setDispute(db, id, null);
    await record(db, id, personId, { code: 'dispute-over', amount: dispute.amount });
  }
}

/** Doubts about what a line multiplies answer themselves once quantity × price is its amount. */
export async function lookAtProduct(db: Database, id: number, line: number, personId: number): Promise<void> {
  const cells = (await linesOf(db, id))[line]?.cells;
  const product = cells ? productOf(cells) : null;
  if (product === null || cells?.netAmount == null || !lineFits(decimal(product), decimal(cells.netAmount))) return;
  for (const doubt of await openDoubts(db, id))
    if (doubt.line === line && doubt.question.code === 'product-differs') await settleDoubt(db, id, doubt.id, personId);
}
