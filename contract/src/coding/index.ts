import type { Spread } from '@umber/core/ledger';
import type { Versioned } from '../checking/index.js';

/** A part of a line that goes elsewhere than its rest: one of the two says how much. */
export interface PartWish {
  readonly account: string;
  readonly costCentre: string;
  readonly project: string | null;
  readonly percent: string | null;
  readonly amount: string | null;
}
/** What one line is coded to, with the parts that go elsewhere. */
export interface LineCodingWish {
  readonly position: number;
  readonly account: string;
  readonly costCentre: string;
  readonly project: string | null;
  readonly parts: readonly PartWish[];
  /** The months that its cost belongs to; null: that of its posting. */
  readonly spread: Spread | null;
}
/** Lines of a document that are coded together. */
export interface CodingWish extends Versioned {
  readonly lines: readonly LineCodingWish[];
}
export interface RuleWish {
  readonly supplierId: number | null;
  readonly words: readonly string[];
  readonly minAmount: string | null;
  readonly account: string;
  readonly costCentre: string;
  readonly project: string | null;
}
/** A rule with who made it; the first that fits holds. */
export interface CodingRuleView extends RuleWish {
  readonly id: number;
  readonly supplier: string | null;
  readonly madeBy: string;
  /** Lines in the books that it coded. */
  readonly used: number;
}
export interface CodingRulesWish {
  /** The ids of those that somebody saw when they changed them, in their order. */
  readonly before: readonly number[];
  /** In the order in which they are tried. */
  readonly rules: readonly RuleWish[];
}
/** A split that is used again: shares in per cent, the rest where the line goes. */
export interface TemplateWish {
  readonly name: string;
  readonly parts: readonly PartWish[];
  /** The kept one that it takes the place of; null: a new one. */
  readonly replaces: number | null;
}
export interface TemplateView extends Omit<TemplateWish, 'replaces'> {
  readonly id: number;
}
