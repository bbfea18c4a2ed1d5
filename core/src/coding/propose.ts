import { decimal, type DecimalString } from '../money/index.js';
import { foldText, similarity } from '../similarity/index.js';

/** Where a line's cost goes. */
export interface Coding {
  readonly account: string;
  readonly costCentre: string;
  readonly project: string | null;
}

/** A rule that people made: lines of whom, with which words, from which amount on. The first that fits holds. */
export interface CodingRule extends Coding {
  readonly id: number;
  /** Null: of any supplier. */
  readonly supplierId: number | null;
  /** All of them stand in the line; empty: any line. */
  readonly words: readonly string[];
  readonly minAmount: DecimalString | null;
}

/** A line of the supplier that is in the books. */
export interface BookedLine extends Coding {
  readonly itemNumber: string | null;
  readonly description: string | null;
}

/** Why a line is coded so. `of` lines like it were booked, `times` of them so. */
export type CodingReason =
  | { readonly code: 'order' }
  | { readonly code: 'rule'; readonly rule: number }
  | { readonly code: 'booked'; readonly times: number; readonly of: number }
  | { readonly code: 'charge' }
  | { readonly code: 'supplier' };

/** What is known of a line when it is coded. Amounts net. */
export interface LineToCode {
  readonly itemNumber: string | null;
  readonly description: string | null;
  readonly netAmount: DecimalString | null;
}
export interface CodingSources {
  readonly supplierId: number;
  /** As its order says; null where it is on none. */
  readonly ordered: Coding | null;
  readonly isCharge: boolean;
  readonly rules: readonly CodingRule[];
  readonly booked: readonly BookedLine[];
  readonly usual: Coding;
}

/** Lines whose words are so much alike are of one kind. */
const ALIKE = 0.62;
/** Of like lines this share must have been booked alike. */
const MOSTLY = 0.6;

/** Proposes where a line's cost goes: its order says so, else a rule, else what was booked for like lines, else the supplier's usual. */
export function proposeCoding(
  line: LineToCode,
  { supplierId, ordered, isCharge, rules, booked, usual }: CodingSources,
): Coding & { readonly reason: CodingReason } {
  if (ordered) return { ...ordered, reason: { code: 'order' } };
  const rule = rules.find((one) => fits(one, line, supplierId));
  if (rule) return { account: rule.account, costCentre: rule.costCentre, project: rule.project, reason: { code: 'rule', rule: rule.id } };
  return bookedBefore(line, booked) ?? { ...usual, reason: { code: isCharge ? 'charge' : 'supplier' } };
}

function fits({ supplierId, words, minAmount }: CodingRule, { description, itemNumber, netAmount }: LineToCode, supplier: number): boolean {
  if (supplierId !== null && supplierId !== supplier) return false;
  const text = ` ${foldText(`${description ?? ''} ${itemNumber ?? ''}`)} `;
  if (!words.every((word) => text.includes(foldText(word)) && foldText(word) !== '')) return false;
  return (
    minAmount === null ||
    decimal(netAmount ?? '0')
      .abs()
      .gte(decimal(minAmount))
  );
}

function bookedBefore({ itemNumber, description }: LineToCode, booked: readonly BookedLine[]): (Coding & { reason: CodingReason }) | null {
  const alike = booked.filter(
    (one) =>
      (itemNumber !== null && one.itemNumber !== null && foldText(itemNumber) === foldText(one.itemNumber)) ||
      (description !== null && one.description !== null && similarity(description, one.description) >= ALIKE),
  );
  const counts = new Map<string, { coding: Coding; times: number }>();
  for (const { account, costCentre, project } of alike) {
    const key = JSON.stringify([account, costCentre, project]);
    counts.set(key, { coding: { account, costCentre, project }, times: (counts.get(key)?.times ?? 0) + 1 });
  }
  const [most] = [...counts.values()].sort((a, b) => b.times - a.times);
  if (!most || most.times < alike.length * MOSTLY) return null;
  return { ...most.coding, reason: { code: 'booked', times: most.times, of: alike.length } };
}
