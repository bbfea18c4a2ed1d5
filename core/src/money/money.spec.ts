import fc from 'fast-check';
import { decimal, distribute, isDecimalString, plain, sum, toAmount, within } from './index.js';

const cents = (min: number, max: number) => fc.integer({ min, max }).map((n) => toAmount(decimal(String(n)).div(100)));

describe('money', () => {
  it('is exact where floats are not', () => {
    expect(plain(sum(['0.1', '0.2']))).toBe('0.3');
    expect(toAmount('2.675')).toBe('2.68');
    expect(toAmount('-2.675')).toBe('-2.68');
  });

  it('takes decimal strings only', () => {
    expect(isDecimalString('12.50')).toBe(true);
    for (const text of ['12,50', '', '1e5', '.5', 'NaN', ' 1']) expect(isDecimalString(text)).toBe(false);
    expect(() => decimal('1,000')).toThrow(RangeError);
  });

  it('compares within a tolerance that counts itself', () => {
    expect(within('10.00', '10.02', '0.02')).toBe(true);
    expect(within('10.00', '10.03', '0.02')).toBe(false);
  });

  it('splits a total so that the parts sum to it exactly', () => {
    expect(distribute('10.00', ['1', '1', '1'])).toEqual(['3.34', '3.33', '3.33']);
    expect(distribute('-10.00', ['1', '1', '1'])).toEqual(['-3.34', '-3.33', '-3.33']);
    fc.assert(
      fc.property(cents(-10_000_000, 10_000_000), fc.array(cents(0, 1_000_000), { minLength: 1, maxLength: 40 }), (total, weights) => {
        const parts = distribute(total, weights);
        expect(parts).toHaveLength(weights.length);
        expect(toAmount(sum(parts))).toBe(total);
      }),
    );
  });
});
