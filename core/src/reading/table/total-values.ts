import type { Evidence } from '../../documents/index.js';
import type { ReadValue } from '../reading.js';
import { totalText, type TotalCandidate, type TotalField, type Totals } from './totals.js';

/** How the lines' sum stands to the totals: it is the net total or the total, is another, or there is none. */
export type LinesSum = 'fit' | 'differ' | 'none';

/** How sure a total is that only its sums speak for. */
const GUESSED = 0.7;

/** A total as it was chosen among the others, on a credit note without the minus that the page may print. */
export function asAmount(field: TotalField, totals: Totals, lines: LinesSum, credit: boolean): ReadValue | null {
  const chosen = totals.chosen[field];
  if (!chosen) return null;
  const sign = (value: string) => (credit ? value.replace(/^-/, '') : value);
  const evidence: Evidence[] = [chosen.evidence];
  // Where net or tax stand on the page and do not make the total, any of them may be wrong.
  const contradicted = !totals.addsUp && (totals.chosen.netTotal !== null || totals.chosen.taxTotal !== null);
  let confidence = Math.min(contradicted ? 0.75 : 0.9, chosen.score);
  if (field === 'amountDue') {
    if (totals.dueExplained) evidence.push({ code: 'due-follows' });
    confidence = totals.dueExplained ? (totals.addsUp ? 0.98 : 0.9) : 0.6;
  } else if (totals.addsUp) {
    evidence.push({ code: 'totals-fit' });
    confidence = lines === 'fit' ? 0.995 : lines === 'none' ? 0.97 : 0.94;
  }
  // What nothing names is sure only where the lines prove it.
  if (chosen.unlabelled && field !== 'amountDue' && lines !== 'fit') confidence = Math.min(confidence, GUESSED);
  if (field === 'netTotal' && lines === 'fit') evidence.push({ code: 'lines-fit' });
  const rest = totals.candidates[field].filter((other) => !other.value.eq(chosen.value));
  return {
    value: sign(totalText(chosen)),
    confidence,
    page: chosen.span?.run.page ?? null,
    box: chosen.span?.box ?? null,
    evidence,
    alternatives: rest.slice(0, 3).map((other) => amountAlternative(other, sign)),
  };
}

const amountAlternative = (other: TotalCandidate, sign: (value: string) => string) => ({
  value: sign(totalText(other)),
  why: other.evidence,
  page: other.span?.run.page ?? null,
  box: other.span?.box ?? null,
});
