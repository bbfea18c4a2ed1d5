import { checkSums, linesFitNet } from './index.js';

describe('the arithmetic of an invoice', () => {
  it('allows a cent of rounding a line', () => {
    expect(linesFitNet(['10.00', '20.00'], '30.04', null, null)).toBe(true);
    expect(linesFitNet(['10.00', '20.00'], '30.06', null, null)).toBe(false);
    expect(linesFitNet(Array<string>(10).fill('1.00'), '10.10', null, null)).toBe(true);
  });

  it('counts a discount and carriage among the totals', () => {
    expect(linesFitNet(['100.00'], '112.00', '3.00', '15.00')).toBe(true);
    expect(linesFitNet(['100.00'], '115.00', '3.00', '15.00')).toBe(false);
  });

  it('does not hold where a line has no amount or nothing was read', () => {
    expect(linesFitNet(['10.00', null], '10.00', null, null)).toBe(false);
    expect(linesFitNet([], '0.00', null, null)).toBe(false);
    expect(linesFitNet(['10.00'], null, null, null)).toBe(false);
  });

  it('tells lines and totals apart', () => {
    const totals = { net: '30.00', tax: '6.00', gross: '37.00', discount: null, carriage: null };
    expect(checkSums(['10.00', '20.00'], totals)).toMatchObject({ lines: '30.00', linesFit: true, totalsFit: false });
    expect(checkSums(['36.00'], { ...totals, net: null, tax: null, gross: '36.00' })).toMatchObject({ linesFit: true, totalsFit: true });
  });
});
