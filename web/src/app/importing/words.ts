import type { ImportView, PreviewRow, RowState } from '@umber/contract/importing';
import { headOf, type ImportTable, type RowFault } from '@umber/core/importing';

/** What the tables are called. */
export const TABLE_NAMES: Readonly<Record<ImportTable, string>> = {
  suppliers: 'Suppliers',
  orders: 'Orders',
  receipts: 'Receipts',
  accounts: 'Accounts',
  'cost-centres': 'Cost centres',
  budgets: 'Budgets',
};

export const STATE_NAMES: Readonly<Record<RowState, string>> = { wrong: 'wrong', new: 'new', changed: 'changed', same: 'as it is' };

/** One fault of a row as a sentence. */
export function faultText(fault: RowFault): string {
  const where = fault.column === null ? '' : headOf(fault.column);
  switch (fault.code) {
    case 'missing':
      return `${where} is empty.`;
    case 'no-number':
      return `${where} is no number.`;
    case 'no-date':
      return `${where} is no date.`;
    case 'said':
      return fault.text;
  }
}

/** What a row would do, or why it cannot. */
export const rowText = ({ faults, changes }: PreviewRow): string =>
  [
    ...new Set(faults.map(faultText)),
    ...changes.map(({ what, before, after }) => `${what}: ${before ?? 'nothing'} → ${after ?? 'nothing'}`),
  ].join(' ');

/** "3 new, 1 changed, 12 as they are, 2 wrong" */
export const countsText = (counts: ImportView['counts']): string =>
  (
    [
      [counts.new, 'new'],
      [counts.changed, 'changed'],
      [counts.same, counts.same === 1 ? 'as it is' : 'as they are'],
      [counts.wrong, 'wrong'],
    ] as const
  )
    .filter(([count]) => count > 0)
    .map(([count, word]) => `${count} ${word}`)
    .join(', ');
