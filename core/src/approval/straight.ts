import { decimal, type DecimalString } from '../money/index.js';

/** What decides whether an invoice may go to Post without anybody's hand. */
export interface StraightFacts {
  /** Gross, base currency; null: the supplier's invoices may not. */
  readonly limit: DecimalString | null;
  readonly amount: DecimalString;
  readonly isInvoice: boolean;
  /** Whether it is for orders and nothing of it is asked or was accepted. */
  readonly fits: boolean;
  /** Whether nobody changed, chose or settled anything of it. */
  readonly isUntouched: boolean;
  readonly isDisputed: boolean;
  readonly hasLateOrder: boolean;
  /** Whether somebody approves every invoice of its supplier. */
  readonly hasApprover: boolean;
}

/** Whether an invoice may go to Post with no approval: all of it is proven, and it is within its supplier's limit. */
export const mayGoStraight = (facts: StraightFacts): boolean =>
  facts.limit !== null &&
  facts.isInvoice &&
  facts.fits &&
  facts.isUntouched &&
  !facts.isDisputed &&
  !facts.hasLateOrder &&
  !facts.hasApprover &&
  decimal(facts.amount).gt(0) &&
  decimal(facts.amount).lte(decimal(facts.limit));

/** The first so many of a supplier are all shown to a person. */
export const FIRST_SHOWN = 3;
/** So many wrong ones among the last that were looked at switch it off. */
export const [MOST_WRONG, OF_THE_LAST] = [2, 20];

/** Whether what was found of the last ones, the newest first, switches it off. */
export const switchesOff = (results: readonly ('right' | 'wrong')[]): boolean =>
  results.slice(0, OF_THE_LAST).filter((result) => result === 'wrong').length >= MOST_WRONG;
