import type { PaidTo } from '@umber/contract/ledger';
import { printedAccount } from '@umber/core/identifiers';

const FROM = { page: 'as the page shows it', record: 'as it is on file', none: '' } as const;

/** Where the money of an entry goes, and who answers for that. */
export function paidText({ account, source, confirmedBy }: PaidTo): string {
  if (account === null) return 'Neither the page nor the supplier’s record has an account to pay to.';
  const by = confirmedBy.length === 0 ? '' : `, confirmed by ${confirmedBy.join(' and ')}`;
  return `To be paid to ${printedAccount(account)}, ${FROM[source]}${by}.`;
}
