import { pageOf } from '../fixtures/laid-out.js';
import { readDocument } from '../index.js';

/** An invoice that says this where its number is looked for. */
const asked = (number: string): boolean => {
  const { fields, doubts } = readDocument([
    pageOf([
      [40, 40, 'Harrowgill Oddments Ltd'],
      [400, 40, 'INVOICE', 16],
      [330, 120, 'Invoice number:'],
      [430, 120, number],
      [330, 136, 'Invoice date:'],
      [430, 136, '12 October 2026'],
      [40, 240, 'Description'],
      [300, 240, 'Quantity'],
      [380, 240, 'Price'],
      [480, 240, 'Amount'],
      [40, 260, 'Signal lamp glass, green'],
      [300, 260, '2'],
      [380, 260, '75.00'],
      [480, 260, '150.00'],
      [380, 300, 'Net total'],
      [480, 300, '150.00'],
      [380, 316, 'VAT 20 %'],
      [480, 316, '30.00'],
      [380, 332, 'Total'],
      [480, 332, '£180.00'],
    ]),
  ]);
  expect(fields.invoiceNumber?.value ?? null).toBe(number);
  return doubts.some(({ field }) => field === 'invoiceNumber');
};

describe('what stands as the number', () => {
  it.each(['HO-2301', '40533', '7/26', '12/26', 'R-2026.11'])('%s is one', (number) => expect(asked(number)).toBe(false));
  it.each(['1/2', '2/3'])('%s counts pages, and is asked about', (number) => expect(asked(number)).toBe(true));
});
