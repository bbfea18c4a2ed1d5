import fc from 'fast-check';
import { Decimal } from '../../money/index.js';
import type { LineRow, LineTable } from './line-row.js';
import { withRatesOfAmounts } from './tax-amounts.js';

const box = { x: 0, y: 0, width: 10, height: 10 };
const row = (net: string, tax: string, role: 'taxRate' | 'taxAmount' = 'taxRate'): LineRow => ({
  page: 1,
  box,
  words: [],
  cells: { netAmount: { value: net, box }, [role]: { value: tax, box } },
});
const table = (lines: readonly LineRow[]): LineTable => ({ method: 'heads', lines, rows: new Set(), heads: [] });
const ratesOf = (...lines: LineRow[]) => withRatesOfAmounts(table(lines)).lines.map(({ cells }) => cells.taxRate?.value ?? null);

describe('a column of tax', () => {
  it('that holds amounts gives the rates that they come to', () => {
    expect(ratesOf(row('1165.07', '116.51'), row('2234.70', '469.29'), row('45.08', '4.51'))).toEqual(['10', '21', '10']);
    expect(ratesOf(row('378.12', '31.19'), row('61666.68', '0.00'))).toEqual(['8.25', '0']);
    expect(ratesOf(row('100.00', '20.00', 'taxAmount'))).toEqual(['20']);
  });
  it('that holds rates is left as it is, and what is neither is no rate', () => {
    expect(ratesOf(row('100.00', '20'), row('250.00', '5'))).toEqual(['20', '5']);
    expect(ratesOf(row('100.00', '77.31'), row('250.00', '20'))).toEqual([null, '20']);
  });
  it('is told whatever the amounts and the rates, as long as one is more than any rate', () => {
    const cents = fc.integer({ min: 20_000, max: 9_000_000 });
    fc.assert(
      fc.property(fc.array(cents, { minLength: 1, maxLength: 8 }), fc.constantFrom('20', '19', '8.25', '5.5'), (nets, rate) => {
        const lines = [40_000, ...nets].map((net) => {
          const amount = new Decimal(net).div(100);
          return row(amount.toFixed(2), amount.times(rate).div(100).toFixed(2));
        });
        fc.pre(lines.some(({ cells }) => Number(cells.taxRate?.value) > 30));
        expect(ratesOf(...lines)).toEqual(lines.map(() => rate));
      }),
    );
  });
});
