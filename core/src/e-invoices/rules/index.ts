import type { EInvoice } from '../model.js';
import { OWN } from './own.js';
import { PRESENCE } from './presence.js';
import { findingsOf, type Finding, type Rule } from './rule.js';
import { DECIMAL_RULES, SUMS } from './sums.js';
import { TAX_RULES } from './tax.js';
import { isXRechnung, XRECHNUNG } from './xrechnung.js';

export type { Finding, Place, Rule, Term } from './rule.js';
export { hasLines, profileOf, type Profile } from './profile.js';
export { hasRoom, MOST_TEXT } from './values.js';
export { LETTERS, NEEDS_REASON } from './tax.js';
export { isXRechnung } from './xrechnung.js';

/** The rules that every invoice is held against, in the norm's order. */
export const NORM: readonly Rule[] = [...PRESENCE, ...SUMS, ...DECIMAL_RULES, ...TAX_RULES, ...OWN];
export const ALL_RULES: readonly Rule[] = [...NORM, ...XRECHNUNG];

/** All that an invoice breaks of the norm, and of the German rules where it says that it follows them. */
export const check = (invoice: EInvoice): Finding[] => findingsOf(invoice, isXRechnung(invoice) ? ALL_RULES : NORM);
