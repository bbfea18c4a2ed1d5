import fc from 'fast-check';
import { decimal, sum, toAmount } from '../money/index.js';
import { balance, invoiceEntry, NotPostable, type PostingInvoice } from './index.js';

const accounts = { payables: '2100', inputTax: '1320', goodsReceived: '2150', priceVariance: '5900', carriage: '5420', prepaid: '1330' };
const base: PostingInvoice = {
  creditNote: false,
  supplierId: 7,
  supplierName: 'Pellow & Garth Timber Ltd',
  invoiceNumber: 'INV-1',
  netTotal: '110.00',
  taxTotal: '22.00',
  grossTotal: '132.00',
  discount: null,
  carriage: null,
  lines: [{ text: 'Oak sleeper', netAmount: '110.00', account: '5010', costCentre: 'PW', receivedValue: '100.00', taxRate: '20' }],
  taxRates: [0, 5, 20],
  exchangeRate: '1',
};
const shape = (invoice: PostingInvoice) => invoiceEntry(invoice, accounts).map((line) => [line.account, line.debit, line.credit]);

describe('the journal entry of an invoice', () => {
  it('clears what was received, shows the price variance, claims the tax and owes the total', () => {
    expect(shape(base)).toEqual([
      ['2150', '100.00', '0.00'],
      ['5900', '10.00', '0.00'],
      ['1320', '22.00', '0.00'],
      ['2100', '0.00', '132.00'],
    ]);
  });

  it('expenses what has no receipt', () => {
    expect(shape({ ...base, lines: [{ ...base.lines[0], receivedValue: null }] })).toEqual([
      ['5010', '110.00', '0.00'],
      ['1320', '22.00', '0.00'],
      ['2100', '0.00', '132.00'],
    ]);
  });

  it('swaps the sides of a credit note', () => {
    expect(shape({ ...base, creditNote: true })).toEqual([
      ['2150', '0.00', '100.00'],
      ['5900', '0.00', '10.00'],
      ['1320', '0.00', '22.00'],
      ['2100', '132.00', '0.00'],
    ]);
  });

  it('books carriage among the totals on its own account', () => {
    const entry = shape({ ...base, netTotal: '125.00', taxTotal: '25.00', grossTotal: '150.00', carriage: '15.00' });
    expect(entry).toContainEqual(['5420', '15.00', '0.00']);
  });

  it('shares a discount that the page shows among the lines, and posts no shortfall that it does not show', () => {
    const less = { ...base, netTotal: '88.00', taxTotal: '17.60', grossTotal: '105.60' };
    expect(shape({ ...less, discount: '22.00' })).toContainEqual(['2100', '0.00', '105.60']);
    for (const discount of [null, '10.00']) expect(() => shape({ ...less, discount })).toThrow('The lines sum to 110.00');
  });

  it('refuses totals that do not add up, and lines that are not the net total', () => {
    expect(() => shape({ ...base, grossTotal: '133.00' })).toThrow(NotPostable);
    expect(() => shape({ ...base, lines: [{ ...base.lines[0], netAmount: '140.00' }], netTotal: '180.00', grossTotal: '202.00' })).toThrow(
      'The lines sum to 140.00',
    );
    expect(() => shape({ ...base, lines: [] })).toThrow(NotPostable);
  });

  it('balances to the cent in any currency, whatever the lines', () => {
    const money = fc.integer({ min: 1, max: 5_000_000 }).map((cents) => toAmount(decimal(String(cents)).div(100)));
    const line = fc.record({
      text: fc.constant('line'),
      netAmount: money,
      account: fc.constantFrom('5010', '5020'),
      costCentre: fc.constantFrom('PW', 'WS'),
      receivedValue: fc.option(money),
      taxRate: fc.constantFrom('20', '5', '0', null),
    });
    fc.assert(
      fc.property(
        fc.array(line, { minLength: 1, maxLength: 25 }),
        money,
        fc.integer({ min: 1, max: 300_000 }),
        fc.boolean(),
        (lines, taxTotal, rate, creditNote) => {
          const net = sum(lines.map((one) => one.netAmount));
          const entry = invoiceEntry(
            {
              ...base,
              creditNote,
              lines,
              netTotal: toAmount(net),
              taxTotal,
              grossTotal: toAmount(net.plus(taxTotal)),
              exchangeRate: toAmount(decimal(String(rate)).div(10_000), 4),
            },
            accounts,
          );
          expect(balance(entry).isZero()).toBe(true);
          const taxes = entry.filter(({ account }) => account === accounts.inputTax);
          expect(
            sum(taxes.map(({ debit, credit }) => decimal(debit).minus(decimal(credit))))
              .abs()
              .toFixed(2),
          ).toBe(toAmount(decimal(taxTotal).times(toAmount(decimal(String(rate)).div(10_000), 4))));
          expect(new Set(taxes.map(({ taxRate }) => taxRate)).size).toBe(taxes.length);
          for (const posted of entry) expect(posted.debit === '0.00').not.toBe(posted.credit === '0.00');
        },
      ),
    );
  });

  describe('with tax of several rates', () => {
    const line = (account: string, netAmount: string, taxRate: string | null) => ({
      ...base.lines[0],
      account,
      netAmount,
      taxRate,
      receivedValue: null,
    });
    const rated = (lines: readonly ReturnType<typeof line>[], taxTotal: string, more: Partial<PostingInvoice> = {}) => {
      const net = toAmount(sum(lines.map(({ netAmount }) => netAmount)).plus(more.carriage ?? '0'));
      const entry = invoiceEntry(
        { ...base, lines, netTotal: net, taxTotal, grossTotal: toAmount(decimal(net).plus(taxTotal)), ...more },
        accounts,
      );
      return entry.map(
        ({ account, debit, credit, taxRate }) => `${account} ${debit === '0.00' ? `-${credit}` : debit} ${taxRate ?? 'none'}`,
      );
    };

    it('has a line for each account and rate, and for the tax of each', () => {
      expect(rated([line('5010', '100.00', '20'), line('5010', '40.00', '5.0'), line('5020', '10.00', '0')], '22.00')).toEqual([
        '5010 100.00 20',
        '5010 40.00 5',
        '5020 10.00 0',
        '1320 20.00 20',
        '1320 2.00 5',
        '2100 -172.00 none',
      ]);
    });

    it('shares a cent of rounding out, and takes carriage as what is carried', () => {
      expect(rated([line('5010', '100.03', '20'), line('5020', '40.05', '5')], '24.01', { carriage: '10.00' })).toEqual([
        '5010 100.03 20',
        '5020 40.05 5',
        '5420 10.00 20',
        '1320 22.01 20',
        '1320 2.00 5',
        '2100 -174.09 none',
      ]);
    });

    it('knows the one rate that makes the tax where no line shows it, and guesses at none where two do', () => {
      expect(rated([line('5010', '100.00', null)], '20.00')).toEqual(['5010 100.00 20', '1320 20.00 20', '2100 -120.00 none']);
      expect(rated([line('5010', '0.10', null)], '0.01')).toEqual(['5010 0.10 none', '1320 0.01 none', '2100 -0.11 none']);
      expect(rated([line('5010', '100.00', null)], '20.00', { taxRates: null })[1]).toBe('1320 20.00 none');
      expect(rated([line('5010', '60.00', null), line('5020', '40.00', '20')], '20.00')[0]).toBe('5010 60.00 20');
    });

    it('says no rate of a tax that its rates do not make', () => {
      expect(rated([line('5010', '100.00', '20'), line('5020', '100.00', '5')], '31.00').filter((one) => one.startsWith('1320'))).toEqual([
        '1320 31.00 none',
      ]);
      // What is given back at one rate makes up for another but for a cent.
      expect(
        rated([line('5010', '100.00', '20'), line('5020', '-399.90', '5')], '0.02', { creditNote: false }).filter((one) =>
          one.startsWith('1320'),
        ),
      ).toEqual(['1320 0.02 none']);
    });
  });
});
