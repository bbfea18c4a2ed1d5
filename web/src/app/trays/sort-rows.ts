import type { TrayRow } from '@umber/contract/trays';
import { decimal } from '@umber/core/money';

export type SortKey = '' | 'supplier' | 'number' | 'issueDate' | 'dueDate' | 'total' | 'since';

/** The column that a list is sorted by, and which way; as the list's heads tell it. */
export interface RowSort {
  readonly active: SortKey;
  readonly direction: 'asc' | 'desc' | '';
}

/** Rows by one column; without a column in the server's order: what is most urgent first. Empty cells come last. */
export function sortRows(rows: readonly TrayRow[], key: SortKey, direction: 'asc' | 'desc' | ''): readonly TrayRow[] {
  if (key === '' || direction === '') return rows;
  const sign = direction === 'asc' ? 1 : -1;
  return [...rows].sort((a, b) => {
    const [left, right] = key === 'total' ? [a.totalBase, b.totalBase] : [a[key], b[key]];
    if (left === null || right === null) return left === right ? a.id - b.id : left === null ? 1 : -1;
    const order =
      key === 'total' ? decimal(left).cmp(decimal(right)) : left.localeCompare(right, 'en', { numeric: true, sensitivity: 'base' });
    return order === 0 ? a.id - b.id : sign * order;
  });
}
