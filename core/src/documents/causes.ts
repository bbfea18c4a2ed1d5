import type { Question } from './questions.js';

/** A question as it stands with a document: about a field of the head, a cell of a line, or the whole. */
export interface Doubted {
  readonly field: string | null;
  readonly line: number | null;
  readonly question: Question;
}

/** Questions that several fields of the head may share: one figure or one fact is in question, not each of them. */
const SHARED: ReadonlySet<Question['code']> = new Set([
  'totals-differ',
  'lines-exceed',
  'only-total-differs',
  'far-from-arrival',
  'terms-without-date',
  'no-text',
  'unreadable',
]);

/** Questions that several cells of a line may share. */
const SHARED_IN_LINE: ReadonlySet<Question['code']> = new Set(['product-differs', 'figures-left', 'no-quantity-no-price']);

/** What tells one cause from another; null where a question stands by itself. An amount due that is the total is in question with it. */
function causeOf({ field, line, question }: Doubted, all: readonly Doubted[]): string | null {
  if (line !== null) return SHARED_IN_LINE.has(question.code) ? `${line}/${question.code}` : null;
  if (question.code === 'same-as-total') {
    const total = all.find((one) => one.field === 'grossTotal' && one.line === null && one.question.code !== 'same-as-total');
    return total ? (causeOf(total, all) ?? 'grossTotal') : null;
  }
  return SHARED.has(question.code) ? JSON.stringify(question) : field === 'grossTotal' ? 'grossTotal' : null;
}

/** The questions by what causes them, each cause once, in the order in which they are asked: its first is the one that is shown. */
export function causesOf<D extends Doubted>(asked: readonly D[]): (readonly [D, ...D[]])[] {
  const causes = new Map<string | D, [D, ...D[]]>();
  for (const one of asked) {
    const cause = causeOf(one, asked) ?? one;
    const known = causes.get(cause);
    if (known) known.push(one);
    else causes.set(cause, [one]);
  }
  return [...causes.values()];
}
