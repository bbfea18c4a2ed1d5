import type { ApprovalCause, ApprovalReason } from '@umber/core/documents';
import { grouped } from '../money/grouped';

/** What a company says of how many people it has. */
export const SEPARATION_NAMES: Readonly<Record<string, string>> = { 'three-people': 'three people', 'two-people': 'two people' };

function causeText(cause: ApprovalCause): string {
  switch (cause.code) {
    case 'disputed':
      return 'its page contradicts itself';
    case 'exception':
      return 'an exception was accepted or there is no order';
    case 'sample':
      return 'it could go straight through, and is shown as a sample';
    case 'supplier':
      return 'every invoice of this supplier';
    case 'late-order':
      return 'its order was made, or changed to allow more, after it came';
    case 'amount':
      return `${grouped(cause.from)} or more`;
    case 'cost-centre':
      return `cost centre ${cause.costCentre}`;
    case 'every':
      return 'every invoice';
    case 'as-worded':
      return cause.text;
  }
}

/** Why somebody is asked to approve. */
export const approvalText = ({ because, inPlace }: ApprovalReason): string =>
  `${because.map(causeText).join('; ')}${inPlace ? ', in place of who handled it' : ''}`;
