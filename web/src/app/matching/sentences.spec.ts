import { EXCEPTION_SHAPES, type ExceptionFacts } from '@umber/core/documents';
import { paidText } from '../ledger/sentences';
import { comparedWith, exceptionText, figureText } from './sentences';

const said = (facts: ExceptionFacts, line: number | null = null) => exceptionText({ line, facts });

/** One of each code of what does not fit. */
const ALL: readonly [ExceptionFacts, RegExp][] = [
  [
    { code: 'bank-account', account: 'GB:204117:345678', onFile: null },
    /20-41-17, account 00345678 is not on file, nor is any other\. .*two people/,
  ],
  [{ code: 'bank-account', account: 'GB82WEST12345698765432', onFile: 'x' }, /GB82 WEST 1234 5698 7654 32 is not the one on file/],
  [{ code: 'duplicate', number: '7', document: 3 }, /^Invoice 7 of this supplier is here already, as document 3/],
  [{ code: 'duplicate', number: '7', document: 3, because: 'similar-number' }, /nearly the same number and the same total/],
  [{ code: 'duplicate', number: '7', document: 3, because: 'amount-and-date' }, /same total and the same date/],
  [{ code: 'duplicate', number: '7', document: 3, because: 'page' }, /^The same page is here already/],
  [{ code: 'not-above-zero', total: '-40.00' }, /^The total is .40\.00: nothing can be owed for it/],
  [{ code: 'not-above-zero', total: null }, /^There is no total/],
  [{ code: 'more-than-invoiced', description: null, invoiced: '11', before: '10', limit: '10' }, /^11 credited, 10 invoiced\.$/],
  [
    { code: 'amount-beyond', description: null, of: 'received', invoiced: '1034.40', before: '500.00', limit: '1034.40' },
    /^1,034\.40 invoiced and 500\.00 invoiced before, what was received is worth 1,034\.40\.$/,
  ],
  [{ code: 'over-in-all', off: '60.00', limit: '50.00' }, /all of them are 60\.00 above the order; 50\.00 may pass/],
  [{ code: 'carriage', amount: '2500.00', agreed: '0.00' }, /^Carriage of 2,500\.00; the order has none left\.$/],
  [{ code: 'carriage', amount: '2500.00', agreed: null }, /much for these goods/],
  [{ code: 'discount', amount: '152.64', percent: '48', agreed: '0' }, /48 % of the goods; the order says none/],
  [{ code: 'beyond-order', invoiced: '500.00', before: '600.00', ordered: '1000.00' }, /the whole order is worth 1,000\.00/],
  [{ code: 'tax-rate', rate: '99', countries: ['DE', 'GB'] }, /a tax of 99 % is none that DE or GB has/],
  [{ code: 'tax-amount', expected: '19.00', percent: '99' }, /that would be 19\.00/],
  [{ code: 'tax-amount', expected: null, percent: '786.2' }, /786\.2 % of the net total, which no tax rate here makes/],
  [{ code: 'credit-beyond', credited: '90.00', left: '40.00', invoices: ['A1'] }, /^It credits 90\.00; of A1 40\.00 is left\.$/],
  [{ code: 'credits-nothing-known', named: [] }, /names no invoice/],
  [{ code: 'credit-likely', number: 'A1', document: 3 }, /^It names no invoice\. Invoice A1 has the same total/],
  [{ code: 'replaces-booked', number: 'A1', document: 3, left: '40.00' }, /in place of invoice A1, of which 40\.00 is not credited/],
  [
    { code: 'terms', due: '2026-11-10', agreed: '2026-12-02', days: 30 },
    /^It is due on 10 Nov 2026; with 30 days as agreed it would be on 2 Dec 2026\.$/,
  ],
  [
    { code: 'period', date: '2026-01-15', posted: '2026-10-01' },
    /^The period of 15 Jan 2026 is closed: it would be posted on 1 Oct 2026\.$/,
  ],
  [{ code: 'period', date: '2031-01-15', posted: null }, /^No period is open for 15 Jan 2031/],
  [
    { code: 'over-budget', costCentre: 'TR', year: 2026, budget: '5000.00', before: '4900.00', asked: '240.00' },
    /^TR may spend 5,000\.00 in 2026: 4,900\.00 went before, this asks for 240\.00\.$/,
  ],
  [{ code: 'credits-nothing-known', named: ['A1', 'A2'] }, /^It credits A1, A2, which have not been settled here/],
];

describe('what does not fit, in words', () => {
  it.each(ALL)('%j', (facts, words) => {
    expect(said(facts)).toMatch(words);
  });

  it('is a sentence for every code, and says what the figures stand beside', () => {
    const [bank] = ALL[0];
    expect([comparedWith(bank), comparedWith({ code: 'currency', invoice: 'EUR', order: 'GBP' })]).toEqual(['On file', 'Order']);
    expect(Object.keys(EXCEPTION_SHAPES).length).toBeGreaterThanOrEqual(20);
  });

  it('has figures as people read them', () => {
    expect([
      figureText('amount', '1234.5'),
      figureText('unit-price', '0.0385'),
      figureText('quantity', '40'),
      figureText('account', 'GB:204117:345678'),
      figureText('issue-date', '2026-11-02'),
      figureText('total', null),
    ]).toEqual(['1,234.50', '0.0385', '40', '20-41-17, account 00345678', '2 Nov 2026', '–']);
  });

  it('says where the money goes, and who answers for that', () => {
    expect(paidText({ account: 'GB82WEST12345698765432', source: 'page', confirmedBy: ['Nell Ashgrove', 'Tom Brackley'] })).toBe(
      'To be paid to GB82 WEST 1234 5698 7654 32, as the page shows it, confirmed by Nell Ashgrove and Tom Brackley.',
    );
    expect(paidText({ account: null, source: 'none', confirmedBy: [] })).toMatch(/^Neither/);
  });
});
