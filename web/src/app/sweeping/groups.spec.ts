import type { SweepItem } from '@umber/contract/sweeping';
import { groupsOf, piecesOf } from './groups';

const item = (doubt: number, more: Partial<SweepItem> = {}): SweepItem => ({
  document: doubt,
  doubt,
  kind: 'totals',
  field: 'grossTotal',
  line: null,
  question: { code: 'unclear', value: '17.50', other: null },
  value: '17.50',
  supplier: 'Pellow Timber Ltd',
  currency: 'GBP',
  page: { number: 1, turned: 0, straightened: true, width: 595, height: 842 },
  box: { x: 100, y: 50, width: 50, height: 10 },
  words: [{ text: '17.50', x: 100, y: 50, width: 50, height: 10 }],
  ...more,
});

describe('what is swept together', () => {
  it('is like with like', () => {
    const groups = groupsOf([
      item(1),
      item(2, { page: { number: 1, turned: 0, straightened: false, width: 595, height: 842 } }),
      item(3),
      item(4, { currency: 'EUR' }),
    ]);
    expect(groups.map(({ name, items }) => [name, items.map(({ doubt }) => doubt)])).toEqual([
      ['Scanned, GBP', [1, 3]],
      ['Printed, GBP', [2]],
      ['Scanned, EUR', [4]],
    ]);
    expect(groupsOf([item(1, { kind: 'dates' })])[0].name).toBe('Scanned');
  });

  it('falls into characters, those first that are mixed up most, each at its place', () => {
    const pieces = piecesOf([item(1), item(2, { words: [{ text: 'A7', x: 0, y: 0, width: 20, height: 10 }] })]);
    expect(pieces.map(({ text }) => text)).toEqual(['1', '7', '5', '0', 'A']);
    expect(pieces[1].pieces.map(({ item: of, x }) => [of.doubt, x])).toEqual([
      [1, 110],
      [2, 10],
    ]);
  });
});
