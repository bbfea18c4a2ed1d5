import {
  guessOrder,
  threeWayMatch,
  type Direction,
  type InvoiceLine,
  type OpenOrder,
  type OrderGuess,
  type OrderLine,
  type ThreeWayMatch,
  type Tolerances,
} from '@umber/core/matching';
import type { Services } from '../services.js';

/** Pairs of lines up to which they are compared where they are: some milliseconds. Beyond, a worker does it. */
const FEW_PAIRS = 5000;

/** `threeWayMatch`, where it is much in a worker. */
export const pairLines = async (
  { readers }: Pick<Services, 'readers'>,
  lines: readonly InvoiceLine[],
  order: readonly OrderLine[],
  tolerances: Tolerances,
  direction: Direction,
): Promise<ThreeWayMatch> =>
  lines.length * order.length <= FEW_PAIRS
    ? threeWayMatch(lines, order, tolerances, direction)
    : readers.run('pair-lines', { lines, order, tolerances, direction });

/** `guessOrder`, where it is much in a worker. */
export const likelyOrders = async (
  { readers }: Pick<Services, 'readers'>,
  reference: string | null,
  lines: readonly InvoiceLine[],
  orders: readonly OpenOrder[],
): Promise<OrderGuess[]> =>
  orders.reduce((pairs, order) => pairs + lines.length * order.lines.length, 0) <= FEW_PAIRS
    ? guessOrder(reference, lines, orders)
    : readers.run('guess-order', { reference, lines, orders });
