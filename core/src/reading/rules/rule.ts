import type { HeaderField, OwnName } from '../../documents/index.js';

/** Parts of a page that a rule may look in. */
export const PAGE_PARTS = ['whole', 'upper-third', 'middle-third', 'lower-third', 'left-half', 'right-half'] as const;
export type PagePart = (typeof PAGE_PARTS)[number];
export const RULE_PAGES = ['first', 'last', 'every'] as const;
export const SIDES = ['right-of', 'left-of', 'below', 'above'] as const;
export type Side = (typeof SIDES)[number];

/** Where a rule looks; several in a row: each within what the one before left. */
export type Look =
  | { readonly look: Side; readonly words: string }
  /** Between two marks; without a second one, up to the end of the line. */
  | { readonly look: 'between'; readonly words: string; readonly until: string }
  | { readonly look: 'part'; readonly part: PagePart; readonly pages: (typeof RULE_PAGES)[number] }
  /** In what a bar code or QR code on the pages says. */
  | { readonly look: 'code' };

/** What a rule takes of what it finds there: a whole text, one word, a reference with a digit in it, a number, an amount, a rate, a date. */
export const TAKEN_KINDS = ['text', 'word', 'reference', 'number', 'amount', 'percent', 'date'] as const;
export type TakenKind = (typeof TAKEN_KINDS)[number];
export const WHICH = ['nearest', 'first', 'last'] as const;
export interface Take {
  readonly kind: TakenKind;
  readonly which: (typeof WHICH)[number];
  /** How it must look, as `matchesPattern` takes it; empty: in any way. */
  readonly pattern: string;
}

/** What a rule makes of the text that it took, one step after the other. */
export type Change =
  | { readonly change: 'cut'; readonly from: 'start' | 'end'; readonly signs: number }
  | { readonly change: 'keep'; readonly side: 'before' | 'after'; readonly mark: string }
  | { readonly change: 'replace'; readonly what: string; readonly by: string }
  | { readonly change: 'digits-only' | 'no-spaces' | 'capitals' }
  | { readonly change: 'read-as'; readonly as: 'day-first' | 'month-first' | 'comma' | 'point' };

/** Cells of a line that a rule may give: those that no sum is made of. */
export const RULE_CELLS = ['itemNumber', 'description', 'unit'] as const;
export type RuleCell = (typeof RULE_CELLS)[number];
export type RuleField = HeaderField | RuleCell | OwnName;

/** A rule that a person made: when these words are on the pages and those are not, look there, take this, change it so, for this field. */
export interface Rule {
  readonly field: RuleField;
  readonly when: readonly string[];
  readonly unless: readonly string[];
  readonly look: readonly Look[];
  readonly take: Take;
  readonly change: readonly Change[];
}

export const isRuleCell = (field: string): field is RuleCell => (RULE_CELLS as readonly string[]).includes(field);
