import type { ExceptionFacts } from '../documents/index.js';
import type { VarianceFigure } from './three-way.js';

/** Something that does not fit, on a line (0-based) or on the whole document. */
export interface MatchException {
  readonly line: number | null;
  readonly facts: ExceptionFacts;
  readonly figures: readonly VarianceFigure[];
}

/** Codes of exceptions that no reason can accept: they want a choice, or another value. */
const NEEDS_CHOICE: ReadonlySet<ExceptionFacts['code']> = new Set(['supplier-unknown', 'not-above-zero', 'supplier-blocked']);
export const needsChoice = (facts: ExceptionFacts): boolean =>
  NEEDS_CHOICE.has(facts.code) || (facts.code === 'period' && facts.posted === null);

/** Codes of exceptions that two people confirm who touched nothing else of the document: where money would go. */
export const NEEDS_TWO: readonly ExceptionFacts['code'][] = ['bank-account', 'iban-changed'];
export const needsTwo = ({ code }: ExceptionFacts): boolean => NEEDS_TWO.includes(code);

/** Whether a receipt would settle it. */
export const wantsReceipt = (facts: ExceptionFacts): boolean =>
  facts.code === 'not-received' || (facts.code === 'amount-beyond' && facts.of === 'received');

/** Codes of exceptions that say how much too much is asked for. */
const TOO_MUCH: ReadonlySet<ExceptionFacts['code']> = new Set([
  'price',
  'not-received',
  'more-than-ordered',
  'amount-beyond',
  'not-on-order',
  'carriage',
  'charge',
  'over-in-all',
  'beyond-order',
]);
export const saysTooMuch = (facts: ExceptionFacts): boolean =>
  TOO_MUCH.has(facts.code) && !(facts.code === 'price' && facts.off.startsWith('-'));

/**
 * What makes two exceptions the same: code, line and every figure. An acceptance is for exactly these; where one of them changes,
 * it is asked again.
 */
export const exceptionKey = ({ line, facts, figures }: MatchException): string => canonical([line, facts, figures]);

/** JSON with the names of each object in order, so that the same values are the same text however they were kept. */
function canonical(value: unknown): string {
  return JSON.stringify(value, (_name, part: unknown) =>
    part !== null && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  );
}
