import type { DuplicateSign } from '../documents/index.js';
import { decimal, type DecimalString } from '../money/index.js';

/** What two documents are compared by. `key` is the number as the database folds it: signs, lost noughts and like letters aside. */
export interface Numbered {
  readonly key: string | null;
  readonly gross: DecimalString | null;
  /** An invoice and the credit note for it have the same total, and often the same date. */
  readonly isCredit: boolean;
  readonly issueDate: string | null;
  /** The words of its first page, folded into one value; null where there are too few to tell. */
  readonly page: string | null;
}

/** Characters of a prefix or suffix that a number may have lost. */
const LONGEST_AFFIX = 6;
/** A number that is part of another must be this long. */
const SHORTEST_NUMBER = 3;

/** By what one document may be the other; null where by nothing. A like number speaks only where the amount is the same. */
export function duplicateSign(a: Numbered, b: Numbered): DuplicateSign | null {
  if (a.page !== null && a.page === b.page) return 'page';
  if (a.key !== null && a.key === b.key) return 'number';
  if (a.isCredit !== b.isCredit) return null;
  const sameAmount = a.gross !== null && b.gross !== null && decimal(a.gross).abs().eq(decimal(b.gross).abs());
  if (!sameAmount) return null;
  if (a.key !== null && b.key !== null && alike(a.key, b.key)) return 'similar-number';
  return a.issueDate !== null && a.issueDate === b.issueDate ? 'amount-and-date' : null;
}

/** Whether one is the other with something before or behind it, a character more, or two neighbours exchanged. */
function alike(a: string, b: string): boolean {
  const [long, short] = a.length >= b.length ? [a, b] : [b, a];
  const within = short.length >= SHORTEST_NUMBER && long.length - short.length <= LONGEST_AFFIX;
  if (within && (long.startsWith(short) || long.endsWith(short))) return true;
  if (long.length === short.length) return exchanged(long, short);
  return short.length >= SHORTEST_NUMBER && long.length === short.length + 1 && isWithout(long, short);
}

const isWithout = (long: string, short: string): boolean =>
  [...long].some((_character, i) => long.slice(0, i) + long.slice(i + 1) === short);

function exchanged(a: string, b: string): boolean {
  const at = [...a].findIndex((character, i) => character !== b[i]);
  return at >= 0 && a[at] === b[at + 1] && a[at + 1] === b[at] && a.slice(at + 2) === b.slice(at + 2);
}
