import { documentOf, lineOf } from '../fixtures/documents';
import { sumsByRate } from './printed-sums';

describe('the sums by tax rate', () => {
  it('join the same rate however it is written, the highest first, lines without one by themselves', () => {
    const line = (i: number, taxRate: string | null, netAmount: string | null) => ({
      ...lineOf(i),
      cells: { ...lineOf(i).cells, taxRate, netAmount },
    });
    const lines = [line(0, '5', '1.10'), line(1, '20', '2.00'), line(2, '20.0', '0.20'), line(3, null, null)];
    expect(sumsByRate(documentOf('check', { lines }))).toEqual([
      { rate: '20', lines: 2, net: '2.20' },
      { rate: '5', lines: 1, net: '1.10' },
      { rate: null, lines: 1, net: '0.00' },
    ]);
  });
});
