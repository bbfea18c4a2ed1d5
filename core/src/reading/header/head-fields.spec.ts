import { LabelledRows } from './candidates.js';
import { currencyOfCountry, likelierCurrency, printedCurrency } from '../language/currency.js';
import { pageOf } from '../fixtures/laid-out.js';
import { dayMonthOrder, dueByTerms, invoiceNumbers, issueDates, orderReferences } from './head-fields.js';
import { labelsOf } from '../language/labels.js';
import { rowsOf, rowsOfText } from '../print/words.js';
import { usualWords } from '../language/wording.js';

type Runs = Parameters<typeof pageOf>[0];
function page(runs: Runs, language = 'en') {
  const words = pageOf(runs);
  const rows = rowsOf(words);
  return { pages: [words], rows, labelled: new LabelledRows(rows, labelsOf(rows, usualWords(language))) };
}

describe('the document’s number', () => {
  it('is never the customer’s or the delivery note’s', () => {
    const { labelled, rows, pages } = page([
      [50, 100, 'Customer no.'],
      [200, 100, 'K-20418'],
      [50, 116, 'Delivery note'],
      [200, 116, 'D-77'],
      [50, 132, 'Invoice no.'],
      [200, 132, 'INV-9'],
    ]);
    expect(invoiceNumbers(labelled, rows, pages).map((found) => found.value)).toEqual(['INV-9']);
  });

  it('is a number with # in the head where nothing is labelled', () => {
    const { labelled, rows, pages } = page([[50, 60, '#20773', 16]]);
    expect(invoiceNumbers(labelled, rows, pages)[0].value).toBe('20773');
  });

  it('does not swallow the order number', () => {
    const { labelled } = page([[50, 300, 'Further to our deliveries against your order 40164 we enclose our invoice 7283']]);
    expect(orderReferences(labelled)[0].value).toBe('40164');
  });
});

describe('dates', () => {
  it('the issue date of a letter stands alone', () => {
    const { labelled, rows, pages } = page([[380, 200, 'Amselgrund, den 14. März 2026']], 'de');
    expect(issueDates(labelled, rows, pages)[0].value).toBe('2026-03-14');
  });

  it('a delivery date is no issue date', () => {
    const { labelled, rows, pages } = page([
      [50, 100, 'Delivery date'],
      [200, 100, '02/10/2026'],
    ]);
    expect(issueDates(labelled, rows, pages).filter((found) => found.score > 0.7)).toEqual([]);
  });

  it.each([
    ['20 days net', '2026-03-21'],
    ['Net 30', '2026-03-31'],
    ['binnen 14 dagen', '2026-03-15'],
    ['Zahlbar innerhalb von 10 Tagen', '2026-03-11'],
    ['30 jours nets', '2026-03-31'],
    ['a 60 días', '2026-04-30'],
    ['Zahlbar innert 30 Tagen netto', '2026-03-31'],
    ['to be paid not later than 45 days after receipt', '2026-04-15'],
    ['to pay within one month', '2026-04-01'],
  ])('terms of %s count from the issue date', (terms, due) => {
    expect(dueByTerms(rowsOfText(terms), '2026-03-01')?.value).toBe(due);
  });

  it.each(['Net 2,830.00', 'Marquee, three days', 'Rent, one month', 'VAT (20%) 566.00'])('%s gives no days to pay', (text) => {
    expect(dueByTerms(rowsOfText(text), '2026-03-01')).toBeNull();
  });

  it('the order of day and month is told by any date that allows only one', () => {
    const order = (text: string, american: boolean | null) => dayMonthOrder(rowsOfText(text), american, undefined, undefined);
    expect(order('25/03/2026', true)).toMatchObject({ monthFirst: false, unsure: false });
    expect(order('03/25/2026', false)).toMatchObject({ monthFirst: true, unsure: false });
    expect(order('03/04/2026', true)).toMatchObject({ monthFirst: true, unsure: false });
    expect(order('03/04/2026', null)).toMatchObject({ unsure: true });
  });
});

describe('the currency', () => {
  it('is the sign or code most amounts carry', () => {
    expect(printedCurrency(rowsOfText('£12.00 £3.00 €1.00'))).toMatchObject({ value: 'GBP', rivals: ['EUR'] });
    expect(printedCurrency(rowsOfText('Betrag EUR 12,00'))?.value).toBe('EUR');
    expect(printedCurrency(rowsOfText('twelve'))).toBeNull();
  });

  it('is asked about where the seller’s country uses another and the printed one is not used everywhere', () => {
    expect(likelierCurrency('PLN', 'DE')).toBe('EUR');
    expect(likelierCurrency('PLN', 'PL')).toBeNull();
    expect(likelierCurrency('EUR', 'GB')).toBeNull();
    expect(likelierCurrency('PLN', null)).toBeNull();
  });

  it('follows from the country where none is printed', () => {
    expect(currencyOfCountry('CH')).toBe('CHF');
    expect(currencyOfCountry('NL')).toBe('EUR');
    expect(currencyOfCountry(null)).toBeNull();
  });
});
