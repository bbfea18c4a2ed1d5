import type { DocumentView, LineView } from '@umber/contract/documents';
import type { OrderLineView } from '@umber/contract/orders';
import { decimal, plain, sum } from '@umber/core/money';

/** The order line with this id, of the orders that a document is for. */
export const orderLineOf = ({ orders }: Pick<DocumentView, 'orders'>, id: number): OrderLineView | null =>
  orders.flatMap(({ lines }) => lines).find((one) => one.id === id) ?? null;

/** What was ordered and what was received of all that a line is for; null where it is on no order. */
export function orderedOf(
  document: Pick<DocumentView, 'orders'>,
  { pairs }: Pick<LineView, 'pairs'>,
): { quantity: string; received: string } | null {
  const lines = pairs.flatMap(({ orderLineId }) => orderLineOf(document, orderLineId) ?? []);
  if (lines.length === 0) return null;
  const total = (values: readonly string[]) => plain(sum(values.map(decimal)));
  return { quantity: total(lines.map(({ quantity }) => quantity)), received: total(lines.map(({ received }) => received)) };
}
