import type { PartWish } from '@umber/contract/coding';
import type { LineView } from '@umber/contract/documents';
import { isDecimalString } from '@umber/core/money';
import { typedValue } from '../checking/typed-value';

/** A part as it is typed: "30 %" or "120.00". */
export interface PartDraft {
  readonly account: string;
  readonly costCentre: string;
  readonly project: string;
  readonly share: string;
}

export const partDrafts = (parts: readonly PartWish[]): PartDraft[] =>
  parts.map(({ account, costCentre, project, percent, amount }) => ({
    account,
    costCentre,
    project: project ?? '',
    share: percent !== null ? `${percent} %` : (amount ?? ''),
  }));

/** What is sent of typed parts; null where one does not say where it goes or how much it is. */
export function partWishes(parts: readonly PartDraft[]): PartWish[] | null {
  const wishes = parts.map(({ account, costCentre, project, share }): PartWish | null => {
    const isShare = share.trim().endsWith('%');
    const number = typedValue(isShare ? 'quantity' : 'netAmount', share.replace('%', ''));
    if (account === '' || costCentre === '' || !isDecimalString(number)) return null;
    return {
      account,
      costCentre,
      project: project.trim() === '' ? null : project.trim(),
      percent: isShare ? number : null,
      amount: isShare ? null : number,
    };
  });
  return wishes.every((wish) => wish !== null) ? wishes : null;
}

/** Why a line is coded so. */
export function reasonText({ codedBy, codingReason }: Pick<LineView, 'codedBy' | 'codingReason'>): string {
  if (codedBy !== null) return codedBy;
  switch (codingReason?.code) {
    case 'order':
      return 'its order';
    case 'rule':
      return `rule ${codingReason.rule}`;
    case 'booked':
      return `booked so ${codingReason.times} of ${codingReason.of} times`;
    case 'charge':
      return 'its kind';
    case 'supplier':
      return 'the supplier’s usual';
    default:
      return '';
  }
}
