import fc from 'fast-check';
import { isLuhn, isPaymentReference } from './index.js';

describe('a payment reference', () => {
  it('is told by its check digits: ISO 11649, Swiss QR, Belgian', () => {
    for (const text of ['RF18 5390 0754 7034', '21 00000 00003 13947 14300 09017', '+++010/8068/17183+++', '***010/8068/17183***'])
      expect(isPaymentReference(text)).toBe(true);
  });

  it('is none with a digit wrong, or without what marks it', () => {
    for (const text of [
      'RF18 5390 0754 7035',
      '21 00000 00003 13947 14300 09018',
      '+++010/8068/17184+++',
      '010806817183',
      'INV 2026 0441',
      '',
    ])
      expect(isPaymentReference(text)).toBe(false);
  });

  it('by Luhn’s sum takes no single wrong digit', () => {
    expect(isLuhn('79927398713')).toBe(true);
    fc.assert(
      fc.property(fc.nat(10), fc.integer({ min: 1, max: 9 }), (at, shift) => {
        const wrong = [...'79927398713'].map((digit, i) => (i === at ? String((Number(digit) + shift) % 10) : digit)).join('');
        return !isLuhn(wrong);
      }),
    );
  });
});
