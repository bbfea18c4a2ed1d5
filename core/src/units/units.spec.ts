import fc from 'fast-check';
import { sameUnit, unitFactor, unitOf } from './index.js';

const factor = (from: string | null, to: string | null, agreed: Parameters<typeof unitFactor>[2] = []) =>
  unitFactor(from, to, agreed)?.toString() ?? null;

describe('units', () => {
  it.each([
    ['box of 12', 'pcs', '12'],
    ['12er Pack', 'Stk', '12'],
    ['Karton 24 Stück', 'pcs', '24'],
    ['per 100', 'pcs', '100'],
    ['%', 'pcs', '100'],
    ['Tsd', 'pcs', '1000'],
    ['dozen', 'each', '12'],
    ['t', 'kg', '1000'],
    ['kg', 't', '0.001'],
    ['litre', 'ml', '1000'],
    ['m', 'mm', '1000'],
    ['pair', 'pcs', '2'],
    ['pcs', 'Stk.', '1'],
    ['box', 'pcs', null],
    ['kg', 'pcs', null],
    [null, 'pcs', null],
    ['', 'pcs', null],
  ])('one %s is so many %s: %s', (from, to, wanted) => expect(factor(from, to)).toBe(wanted));

  it('are as was agreed before they are as in general', () => {
    expect(factor('box', 'pcs', [{ from: 'Box', to: 'pcs', factor: '25' }])).toBe('25');
    expect(factor('pcs', 'box', [{ from: 'box', to: 'pcs', factor: '25' }])).toBe('0.04');
    expect(factor('box of 12', 'pcs', [{ from: 'box of 12', to: 'pcs', factor: '10' }])).toBe('10');
  });

  it('go back the way they came', () => {
    const known = fc.constantFrom('pcs', 'box of 12', 'dozen', 'per 100', 'pair', '1000');
    fc.assert(
      fc.property(known, known, (a, b) => {
        const [there, back] = [unitFactor(a, b), unitFactor(b, a)];
        expect(there && back ? there.times(back).toDecimalPlaces(12).toString() : null).toBe('1');
      }),
    );
  });

  it('that nobody knows are the same only where their words are', () => {
    expect([sameUnit('Kiste', 'kiste'), sameUnit('Kiste', 'Sack'), unitOf('0 pcs')]).toEqual([true, false, null]);
  });
});
