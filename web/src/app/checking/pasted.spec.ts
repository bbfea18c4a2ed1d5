import { pastedRows } from './pasted';

const columns = ['quantity', 'unit', 'unitPrice', 'netAmount', 'description'] as const;

describe('rows from a spreadsheet', () => {
  it('fill the cells from where they are pasted, however the sheet writes numbers', () => {
    expect(pastedRows('12,50\t150.00\tSleepers\r\n3\t9,00\t\n', 'unitPrice', columns)).toEqual([
      { unitPrice: '12.50', netAmount: '150.00', description: 'Sleepers' },
      { unitPrice: '3', netAmount: '9.00', description: null },
    ]);
  });

  it('are none where the text is one cell, and nothing reaches beyond the last column', () => {
    expect(pastedRows('12.50', 'quantity', columns)).toBeNull();
    expect(pastedRows('a\tb\tc', 'description', columns)).toEqual([{ description: 'a' }]);
  });
});
