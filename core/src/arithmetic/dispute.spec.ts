import fc from 'fast-check';
import { decimal, sum, toAmount } from '../money/index.js';
import { linesFitNet, lineToBlame, owedSums, productOf, OWED, totalsFit, type PrintedSums } from './index.js';

const hire: PrintedSums = {
  lines: ['172.00', '192.00', '74.00', '285.00', '260.00', '190.00', '95.00'],
  rates: Array<string>(7).fill('20'),
  net: '1241.00',
  tax: '248.20',
  gross: '1489.20',
  discount: null,
  carriage: null,
};

describe('what is owed where a page contradicts itself', () => {
  it('is what the lines come to, with the tax on it, or what is printed, with a difference among the lines', () => {
    expect(owedSums('lines', hire)).toEqual({ net: '1268.00', tax: '253.60', gross: '1521.60', difference: '0.00' });
    expect(owedSums('printed', hire)).toEqual({ net: '1241.00', tax: '248.20', gross: '1489.20', difference: '-27.00' });
  });

  it('is net and tax, or the total, where only these contradict one another', () => {
    const printed = { ...hire, net: '1268.00', tax: '253.60', gross: '1500.00' };
    expect(owedSums('lines', printed)).toEqual({ net: '1268.00', tax: '253.60', gross: '1521.60', difference: '0.00' });
    expect(owedSums('printed', printed)).toEqual({ net: '1246.40', tax: '253.60', gross: '1500.00', difference: '-21.60' });
  });

  it('blames the line that does not multiply, where it closes the gap', () => {
    const cells = (quantity: string, unitPrice: string | null, netAmount: string) => ({ quantity, unitPrice, netAmount });
    const lines = [cells('4', '18.50', '74.00'), cells('6', '43.00', '285.00'), cells('5', null, '260.00')];
    expect(productOf(lines[1])).toBe('258.00');
    expect(lineToBlame(lines, '-27.00')).toBe(1);
    expect(lineToBlame(lines, '27.00')).toBeNull();
    expect(lineToBlame(lines, '0.00')).toBeNull();
  });

  it('is not known where a line has no amount, or no total is printed', () => {
    expect(owedSums('lines', { ...hire, lines: ['1.00', null] })).toBeNull();
    expect(owedSums('printed', { ...hire, gross: null })).toBeNull();
    expect(owedSums('lines', { ...hire, lines: [] })).toBeNull();
  });

  it('always agrees with itself: net and tax make the total, the lines with the difference make the net', () => {
    const cents = fc.integer({ min: 1, max: 900_000 }).map((n) => toAmount(decimal(String(n)).div(100)));
    const orNone = fc.option(cents, { nil: null });
    fc.assert(
      fc.property(
        fc.array(cents, { minLength: 1, maxLength: 9 }),
        cents,
        orNone,
        cents,
        orNone,
        orNone,
        fc.constantFrom(...OWED),
        (lines, net, tax, gross, discount, carriage, owed) => {
          const found = owedSums(owed, { lines, rates: lines.map(() => '19'), net, tax, gross, discount, carriage });
          expect(found).not.toBeNull();
          const { net: owedNet, tax: owedTax, gross: owedGross, difference } = found!;
          expect(totalsFit(owedNet, owedTax, owedGross)).toBe(true);
          const all = decimal(difference).isZero() ? lines : [...lines, difference];
          expect(linesFitNet(all, owedNet, discount, carriage)).toBe(true);
          if (owed === 'printed') expect(owedGross).toBe(gross);
          expect(sum(all).isFinite()).toBe(true);
        },
      ),
    );
  });
});
