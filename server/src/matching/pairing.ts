import {
  threeWayMatch,
  type Direction,
  type InvoiceLine,
  type Limits,
  type OrderLine,
  type PairingContext,
  type ThreeWayMatch,
} from '@umber/core/matching';
import type { Services } from '../services.js';

/** Pairs of lines up to which they are compared where they are: some milliseconds. Beyond, a worker does it. */
const FEW_PAIRS = 5000;

/** `threeWayMatch`, where it is much in a worker. */
export const compareLines = async (
  { readers }: Pick<Services, 'readers'>,
  lines: readonly InvoiceLine[],
  order: readonly OrderLine[],
  limits: Limits,
  direction: Direction,
  { named, learned, chosen }: PairingContext,
): Promise<ThreeWayMatch> =>
  lines.length * order.length <= FEW_PAIRS
    ? threeWayMatch(lines, order, limits, direction, { named, learned, chosen })
    : readers.run('pair-lines', { lines, order, limits, direction, named: [...named], learned, chosen });
