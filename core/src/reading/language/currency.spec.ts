import { currencyOfCountry, likelierCurrency, printedCurrency, printsCrowns } from './currency.js';
import { pageOf } from '../fixtures/laid-out.js';
import { readDocument } from '../read-document.js';
import { rowsOf } from '../print/words.js';

const rows = (...texts: string[]) => rowsOf(pageOf(texts.map((text, i) => [40, 100 + 14 * i, text] as const)));

describe('the currency', () => {
  it('is the sign or code printed most, with the others as rivals', () => {
    expect(printedCurrency(rows('Total £120.00', 'Net £100.00', 'about EUR 140'))).toMatchObject({ value: 'GBP', rivals: ['EUR'] });
    expect(printedCurrency(rows('Total 120.00'))).toBeNull();
  });

  it('by a bare dollar sign is that of the country whose registers, taxes or post codes stand on the page', () => {
    for (const [told, value] of [
      ['ABN 51 824 753 556', 'AUD'],
      ['Ottawa, ON K1A 0B1', 'CAD'],
      ['GST/HST no. 12345 HST', 'CAD'],
      ['Auckland 1010', 'NZD'],
      ['Durango, CO 81301', 'USD'],
    ])
      expect(printedCurrency(rows('Total $120.00', told))?.value).toBe(value);
  });

  it('is not a lone sign that a scan’s reader is unsure of', () => {
    const seen = rows('Total $').map((row) => ({
      ...row,
      runs: row.runs.map((run) => ({ ...run, words: run.words.map((word) => ({ ...word, score: 0.6 })) })),
    }));
    expect(printedCurrency(seen)).toBeNull();
  });

  it('of a country is asked about where another one is printed, save those that all invoice in', () => {
    expect([likelierCurrency('SEK', 'PL'), likelierCurrency('PLN', 'PL'), likelierCurrency('USD', 'PL')]).toEqual(['PLN', null, null]);
    expect([currencyOfCountry('AT'), currencyOfCountry('CH'), currencyOfCountry('ZW')]).toEqual(['EUR', 'CHF', null]);
  });

  it('of crowns is the seller’s, and then as sure as if its code were printed', () => {
    expect([printsCrowns(rows('1 200,00 kr')), printsCrowns(rows('kr. 1 200')), printsCrowns(rows('Krona'))]).toEqual([true, true, false]);
    const read = (amount: string) =>
      readDocument([
        pageOf([
          [40, 40, 'Faktura'],
          [40, 100, 'Fakturanummer 2041'],
          [40, 120, 'Fakturadatum 2026-05-12'],
          [40, 300, `Att betala ${amount}`],
          [40, 800, 'Järnverket AB Momsreg.nr SE556188840401'],
        ]),
      ]).fields.currency;
    expect(read('1 200,00 kr')).toMatchObject({ value: 'SEK', confidence: expect.closeTo(0.97, 1) as number });
    expect(read('1 200,00')?.confidence).toBeLessThan(0.9);
  });
});
