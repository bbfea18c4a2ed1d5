import { foldText } from '../similarity/index.js';
import type { InvoiceLine, OrderLine } from './lines.js';
import { pairLines } from './pairing.js';

/** An open order of the supplier, as far as finding the right one goes. */
export interface OpenOrder {
  readonly id: number;
  readonly number: string;
  readonly lines: readonly OrderLine[];
}
export interface OrderGuess {
  readonly id: number;
  readonly number: string;
  /** 0..1: share of the invoice's lines with a counterpart on the order, and how well they fit. */
  readonly score: number;
  readonly byNumber: boolean;
}

/** Whether a printed reference names this order: prefixes, spaces and dashes aside ("KFR-40151" is order 40151). */
export function namesOrder(reference: string, number: string): boolean {
  const [printed, known] = [foldText(reference).replace(/ /g, ''), foldText(number).replace(/ /g, '')];
  if (printed === known) return true;
  const digits = /\d{4,}/.exec(known)?.[0];
  return digits !== undefined && (printed.match(/\d{4,}/g)?.includes(digits) ?? false);
}

/** The supplier's open orders that the invoice may be for: the one it names first, then by how well the lines fit. */
export function guessOrder(reference: string | null, lines: readonly InvoiceLine[], orders: readonly OpenOrder[]): OrderGuess[] {
  return orders
    .map((order) => ({
      id: order.id,
      number: order.number,
      score: fit(lines, order.lines),
      byNumber: reference !== null && namesOrder(reference, order.number),
    }))
    .filter((guess) => guess.byNumber || guess.score >= 0.4)
    .sort((a, b) => Number(b.byNumber) - Number(a.byNumber) || b.score - a.score)
    .slice(0, 5);
}

function fit(lines: readonly InvoiceLine[], order: readonly OrderLine[]): number {
  if (lines.length === 0 || order.length === 0) return 0;
  const strengths = new Map<number, number>();
  for (const { line, strength } of pairLines(lines, order)) strengths.set(line, Math.max(strength, strengths.get(line) ?? 0));
  return lines.reduce((total, { position }) => total + Math.min(1, 1.3 * (strengths.get(position) ?? 0)), 0) / lines.length;
}
