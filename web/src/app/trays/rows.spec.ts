import { ageText, dayText, dueText } from '../dates/day';
import { grouped } from '../money/grouped';
import { sortRows } from './sort-rows';
import type { TrayRow } from '@umber/contract/trays';

const row = (id: number, more: Partial<TrayRow>): TrayRow => ({
  id,
  version: 1,
  tray: 'check',
  kind: 'invoice',
  supplier: null,
  supplierKnown: true,
  number: null,
  issueDate: null,
  dueDate: null,
  currency: 'GBP',
  total: null,
  totalBase: null,
  asked: [],
  alike: null,
  handedTo: null,
  tags: [],
  disputed: false,
  since: '2026-11-01T00:00:00Z',
  receivedAt: '2026-11-01T00:00:00Z',
  source: 'mail',
  ...more,
});

describe('rows of a tray', () => {
  const rows = [row(1, { totalBase: '900.00', number: 'A10' }), row(2, { totalBase: '10000.00', number: 'A9' }), row(3, {})];

  it('keep the server’s order until a column is chosen', () => {
    expect(sortRows(rows, '', '')).toBe(rows);
  });

  it('sort amounts as amounts and numbers within text as numbers, empty ones last either way', () => {
    expect(sortRows(rows, 'total', 'asc').map((one) => one.id)).toEqual([1, 2, 3]);
    expect(sortRows(rows, 'total', 'desc').map((one) => one.id)).toEqual([2, 1, 3]);
    expect(sortRows(rows, 'number', 'asc').map((one) => one.id)).toEqual([2, 1, 3]);
  });
});

describe('what a reader sees', () => {
  it('amounts are grouped without passing through a float', () => {
    expect(grouped('12345678901234567890.5')).toBe('12,345,678,901,234,567,890.50');
    expect(grouped('-3.005')).toBe('−3.005');
    expect(grouped('100', 0)).toBe('100');
  });

  it('dates say what presses', () => {
    expect(dueText('2026-11-22', '2026-11-23')).toEqual({ text: '1 day late', presses: true });
    expect(dueText('2026-11-23', '2026-11-23')).toEqual({ text: 'today', presses: true });
    expect(dueText('2026-11-30', '2026-11-23')).toEqual({ text: 'in 7 d', presses: true });
    expect(dueText('2026-12-01', '2026-11-23')).toEqual({ text: '1 Dec', presses: false });
    expect(dayText('2025-12-01', '2026-11-23')).toBe('1 Dec 2025');
    expect(ageText('2026-11-23T10:00:00Z', Date.parse('2026-11-23T13:00:00Z'))).toBe('3 h');
    expect(ageText('2013-11-29T12:00:00Z', Date.parse('2026-11-23T13:00:00Z'))).toBe('12 y');
  });
});
