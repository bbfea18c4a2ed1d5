import { pageOf } from '../fixtures/laid-out.js';
import { right } from '../fixtures/read-lines.js';
import { readDocument } from '../read-document.js';
import { paymentCode } from './payment-codes.js';

const EPC = ['BCD', '002', '1', 'SCT', 'COBADEFF', 'Ashgrove Tiles Ltd', 'DE89370400440532013000', 'EUR120.00', '', 'RF18539007547034', ''];
const SWISS = [
  ...['SPC', '0200', '1', 'CH4431999123000889012', 'S', 'Kaltbrunn AG', 'Bahnhofstrasse', '7', '6300', 'Zug', 'CH'],
  ...['', '', '', '', '', '', '', '1994.75', 'CHF', 'S', 'Hallenbad AG', 'Seestrasse', '18', '8610', 'Uster', 'CH'],
  ...['QRR', '210000000003139471430009017', '', 'EPD'],
];

describe('a payment code', () => {
  it('says who is paid what, in both formats', () => {
    expect(paymentCode(EPC.join('\n'))).toEqual({
      iban: 'DE89370400440532013000',
      name: 'Ashgrove Tiles Ltd',
      amount: '120.00',
      currency: 'EUR',
      reference: 'RF18539007547034',
      payer: null,
    });
    expect(paymentCode(SWISS.join('\r\n'))).toEqual({
      iban: 'CH4431999123000889012',
      name: 'Kaltbrunn AG',
      amount: '1994.75',
      currency: 'CHF',
      reference: '210000000003139471430009017',
      payer: 'Hallenbad AG',
    });
  });

  it('is none where its account is none, or it is some other symbol', () => {
    expect(paymentCode(EPC.map((line) => line.replace('DE89', 'DE88')).join('\n'))).toBeNull();
    for (const text of ['https://shop.example/p/4711', 'BCD\n002\n1\nINST', '', 'SPC']) expect(paymentCode(text)).toBeNull();
  });
});

/** An invoice over 120.00 with this IBAN printed, and with a payment code. */
const read = (iban: string | null, code: readonly string[]) =>
  readDocument([
    {
      ...pageOf([
        [40, 40, 'Ashgrove Tiles Ltd', 14],
        [40, 60, '4 Kiln Row, Ashgrove'],
        [380, 40, 'INVOICE', 16],
        [380, 70, 'Invoice no: AT-1188'],
        [380, 84, 'Date: 12/03/2026'],
        [40, 200, 'Description'],
        right(400, 200, 'Qty'),
        right(470, 200, 'Price'),
        right(555, 200, 'Amount'),
        [40, 216, 'Glazed tile, blue'],
        right(400, 216, '10'),
        right(470, 216, '10.00'),
        right(555, 216, '100.00'),
        [400, 250, 'Net'],
        right(555, 250, '€ 100.00'),
        [400, 264, 'VAT 20%'],
        right(555, 264, '€ 20.00'),
        [400, 278, 'Total'],
        right(555, 278, '€ 120.00'),
        ...(iban === null ? [] : [[40, 700, `IBAN ${iban}`] as const]),
      ]),
      codes: [code.join('\n')],
    },
  ]);

describe('an invoice with a payment code', () => {
  it('has what the code confirms for proven, and takes from it what is not printed', () => {
    const { fields, doubts } = read(null, EPC);
    expect(fields.sellerIban).toMatchObject({ value: 'DE89370400440532013000', evidence: [{ code: 'payment-code' }] });
    expect(fields.paymentReference?.value).toBe('RF18539007547034');
    expect(fields.amountDue?.evidence).toContainEqual({ code: 'payment-code' });
    expect(doubts.map(({ field }) => field)).not.toContain('sellerIban');
  });

  it('is asked about wherever the code says something else than the print', () => {
    const other = EPC.map((line) => line.replace('EUR120.00', 'EUR1200.00').replace('Ashgrove Tiles Ltd', 'Quick Factoring SA'));
    const { fields, doubts } = read('GB82 WEST 1234 5698 7654 32', other);
    expect(fields.sellerIban?.value).toBe('GB82WEST12345698765432');
    for (const field of ['sellerIban', 'amountDue', 'sellerName'])
      expect(doubts).toContainEqual(
        expect.objectContaining({ field, question: expect.objectContaining({ code: 'payment-code-differs' }) }),
      );
  });
});
