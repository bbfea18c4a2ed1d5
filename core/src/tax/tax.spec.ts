import fc from 'fast-check';
import { ratesOf, taxFaults } from './index.js';

const line = (position: number, netAmount: string, taxRate: string | null = null) => ({ position, netAmount, taxRate });
const british = ratesOf(['GB']);

describe('the tax of an invoice', () => {
  it('is right where it is one of the country’s rates of the net total', () => {
    for (const tax of ['63.60', '15.90', '0.00'])
      expect([tax, taxFaults({ net: '318.00', tax, lines: [line(0, '318.00')], rates: british })]).toEqual([tax, []]);
  });

  it('is asked about where no rate explains it', () => {
    expect(taxFaults({ net: '318.00', tax: '2500.00', lines: [line(0, '318.00')], rates: british })).toEqual([
      { code: 'amount', expected: null, percent: '786.2' },
    ]);
    expect(taxFaults({ net: '318.00', tax: '2500.00', lines: [line(0, '318.00')], rates: null })).toHaveLength(1);
    expect(taxFaults({ net: '318.00', tax: '-63.60', lines: [line(0, '318.00')], rates: null })).toHaveLength(1);
  });

  it('is what the printed rates make, not what any rate would', () => {
    const lines = [line(0, '100.00', '19'), line(1, '200.00', '7')];
    expect(taxFaults({ net: '300.00', tax: '33.00', lines, rates: ratesOf(['DE']) })).toEqual([]);
    expect(taxFaults({ net: '300.00', tax: '57.00', lines, rates: ratesOf(['DE']) })).toEqual([
      { code: 'amount', expected: '33.00', percent: '19' },
    ]);
    expect(taxFaults({ net: '100.00', tax: '99.00', lines: [line(0, '100.00', '19')], rates: ratesOf(['DE']) })).toEqual([
      { code: 'amount', expected: '19.00', percent: '99' },
    ]);
  });

  it('is asked about where a rate is none of the country’s, though the sum is right', () => {
    expect(taxFaults({ net: '100.00', tax: '99.00', lines: [line(3, '100.00', '99')], rates: british })).toEqual([
      { code: 'rate', line: 3, rate: '99' },
    ]);
    expect(taxFaults({ net: '100.00', tax: '99.00', lines: [line(3, '100.00', '99')], rates: null })).toHaveLength(1);
  });

  it('takes carriage and discounts at any of the rates that are printed', () => {
    const lines = [line(0, '100.00', '19'), line(1, '100.00', '7')];
    for (const tax of ['27.90', '26.70']) expect(taxFaults({ net: '210.00', tax, lines, rates: ratesOf(['DE']) })).toEqual([]);
    expect(taxFaults({ net: '210.00', tax: '29.00', lines, rates: ratesOf(['DE']) })).toHaveLength(1);
  });

  it('is right for any lines at any of the country’s rates, rounded by line or in all, and wrong a percent beside', () => {
    const some = fc.array(fc.tuple(fc.integer({ min: 100, max: 900_000 }), fc.constantFrom(20, 5, 0)), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(some, fc.boolean(), (items, byLine) => {
        const lines = items.map(([cents, rate], i) => line(i, (cents / 100).toFixed(2), String(rate)));
        const net = (items.reduce((sum, [cents]) => sum + cents, 0) / 100).toFixed(2);
        const cents = items.reduce((sum, [amount, rate]) => sum + (byLine ? Math.round((amount * rate) / 100) : (amount * rate) / 100), 0);
        const tax = (Math.round(cents) / 100).toFixed(2);
        expect(taxFaults({ net, tax, lines, rates: british })).toEqual([]);
        const more = (Math.round(cents) / 100 + Number(net) * 0.01 + 0.2).toFixed(2);
        expect(taxFaults({ net, tax: more, lines, rates: british })).toHaveLength(1);
      }),
    );
  });
});

describe('the rates of countries', () => {
  it('are those of all of them and nought; unknown where one is', () => {
    expect(ratesOf(['GB', 'NL'])).toEqual([0, 20, 5, 21, 9]);
    expect(ratesOf(['GB', 'US'])).toBeNull();
  });
});
