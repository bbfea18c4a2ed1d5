import type { ApprovalCause, ApprovalReason } from '../documents/index.js';
import { decimal, type DecimalString } from '../money/index.js';
import { mayApprove } from './separation.js';

export * from './separation.js';
export * from './straight.js';

/** A rule of the database: what it asks for, and who then approves. */
export interface ApprovalRule {
  /** Base currency; null asks for no amount. */
  readonly minAmount: DecimalString | null;
  readonly costCentre: string | null;
  /** Only where an exception was accepted, the page contradicts itself, or there is no order. */
  readonly onlyExceptions: boolean;
  readonly approver: 'person' | 'order-owner' | 'cost-centre-manager';
  readonly personId: number | null;
}

/** What is known of a document when approval is decided. */
export interface ApprovalFacts {
  /** Gross, base currency. */
  readonly amount: DecimalString;
  readonly costCentres: readonly string[];
  readonly hasException: boolean;
  /** Whether its page contradicts itself. */
  readonly isDisputed: boolean;
  /** Whether an order was made for it, or changed so that it fits, after it came. */
  readonly hasLateOrder: boolean;
  readonly orderOwners: readonly number[];
  /** Whether it may go straight through and is shown to a person all the same. */
  readonly isSample: boolean;
  /** Who approves every invoice of its supplier; null: nobody. */
  readonly supplierApprover: number | null;
  readonly managerOf: Readonly<Record<string, number>>;
  /** Who changed, chose or accepted anything of it: they never approve it. */
  readonly handledBy: readonly number[];
  /** People with the right to approve, in the order in which they stand in for one another. */
  readonly approvers: readonly number[];
}
/** Who must approve and why, each once. Empty: the document goes on untouched. @throws Error when nobody may. */
export function approvalsNeeded(rules: readonly ApprovalRule[], facts: ApprovalFacts): ApprovalReason[] {
  const needs = new Map<number, ApprovalReason>();
  if (facts.supplierApprover !== null) {
    const person = standIn(facts.supplierApprover, facts);
    needs.set(person, { person, because: [{ code: 'supplier' }], inPlace: person !== facts.supplierApprover });
  }
  for (const rule of rules) {
    const causes = applies(rule, facts);
    if (causes === null) continue;
    for (const wanted of peopleOf(rule, facts)) {
      const person = standIn(wanted, facts);
      const known = needs.get(person);
      const added = causes.filter((cause) => !known?.because.some((one) => JSON.stringify(one) === JSON.stringify(cause)));
      needs.set(person, {
        person,
        because: [...(known?.because ?? []), ...added],
        inPlace: (known?.inPlace ?? false) || person !== wanted,
      });
    }
  }
  if (facts.isSample && needs.size === 0) {
    const wanted =
      facts.orderOwners[0] ?? facts.costCentres.map((code) => facts.managerOf[code]).find((id) => id !== undefined) ?? facts.approvers[0];
    const person = standIn(wanted, facts);
    needs.set(person, { person, because: [{ code: 'sample' }], inPlace: false });
  }
  return [...needs.values()];
}

/** Why a rule asks for approval; null where it does not apply. */
function applies(rule: ApprovalRule, facts: ApprovalFacts): ApprovalCause[] | null {
  if (rule.minAmount !== null && decimal(facts.amount).lt(decimal(rule.minAmount))) return null;
  if (rule.costCentre !== null && !facts.costCentres.includes(rule.costCentre)) return null;
  if (rule.onlyExceptions && !facts.hasException && !facts.isDisputed && !facts.hasLateOrder) return null;
  if (rule.approver === 'order-owner' && facts.orderOwners.length === 0) return null;
  const causes: ApprovalCause[] = [
    ...(rule.onlyExceptions && facts.isDisputed ? [{ code: 'disputed' } as const] : []),
    ...(rule.onlyExceptions && facts.hasException ? [{ code: 'exception' } as const] : []),
    ...(rule.onlyExceptions && facts.hasLateOrder ? [{ code: 'late-order' } as const] : []),
    ...(rule.minAmount !== null ? [{ code: 'amount', from: rule.minAmount } as const] : []),
    ...(rule.costCentre !== null ? [{ code: 'cost-centre', costCentre: rule.costCentre } as const] : []),
  ];
  return causes.length > 0 ? causes : [{ code: 'every' }];
}

function peopleOf(rule: ApprovalRule, facts: ApprovalFacts): number[] {
  if (rule.approver === 'person') return rule.personId === null ? [] : [rule.personId];
  if (rule.approver === 'order-owner') return [...facts.orderOwners];
  return [...new Set(facts.costCentres.map((code) => facts.managerOf[code]).filter((id) => id !== undefined))];
}

/** The person wanted, or the next who may approve and did not handle the document. */
function standIn(wanted: number, facts: ApprovalFacts): number {
  if (mayApprove(wanted, facts) && facts.approvers.includes(wanted)) return wanted;
  const next = facts.approvers.find((id) => mayApprove(id, facts));
  if (next === undefined) throw new Error('nobody is left who may approve this document');
  return next;
}
