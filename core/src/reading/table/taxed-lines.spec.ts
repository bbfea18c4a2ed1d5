import fc from 'fast-check';
import { Decimal, sum } from '../../money/index.js';
import { pageOf } from '../fixtures/laid-out.js';
import { right, type Runs } from '../fixtures/read-lines.js';
import { readDocument } from '../read-document.js';
import type { ReadLine, ReadValue } from '../reading.js';
import { netAmounts } from './taxed-lines.js';

const head: Runs = [
  [40, 40, 'Birkdale Timber Ltd'],
  [40, 60, 'VAT no. GB 378 6194 46'],
  [40, 80, 'Invoice no. 8841'],
  [300, 80, 'Invoice date 14 March 2026'],
];
const heads = (amount: string): Runs => [
  [40, 120, 'Description'],
  right(300, 120, 'Qty'),
  right(400, 120, 'Price'),
  right(540, 120, amount),
];
const line = (y: number, text: string, quantity: string, price: string, amount: string): Runs => [
  [40, y, text],
  right(300, y, quantity),
  right(400, y, price),
  right(540, y, amount),
];
const totals: Runs = [
  [360, 200, 'Total incl. VAT'],
  right(540, 200, '£60.00'),
  [360, 216, 'includes VAT at 20%'],
  right(540, 216, '£10.00'),
  [360, 232, 'Total excl. VAT'],
  right(540, 232, '£50.00'),
];

describe('lines whose amounts have the tax in them', () => {
  const priced = (amount: string) =>
    readDocument([
      pageOf([
        ...head,
        ...heads(amount),
        ...line(140, 'Oak sleeper', '3', '12.00', '36.00'),
        ...line(156, 'Wedge', '2', '12.00', '24.00'),
        ...totals,
      ]),
    ]);

  it.each(['Total inc VAT', 'Amount'])('have no net amount and keep the printed one, under “%s”', (amount) => {
    const reading = priced(amount);
    expect(reading.lines.map(({ unitPrice, netAmount, taxedAmount }) => [unitPrice?.value, netAmount, taxedAmount])).toEqual([
      ['12.00', null, '36.00'],
      ['12.00', null, '24.00'],
    ]);
    expect([reading.fields.netTotal?.value, reading.fields.taxTotal?.value, reading.fields.grossTotal?.value]).toEqual([
      '50.00',
      '10.00',
      '60.00',
    ]);
    expect(reading.doubts).toEqual([]);
  });

  it('are quantity × price where the prices have none', () => {
    const reading = readDocument([
      pageOf([
        ...head,
        ...heads('Total inc VAT'),
        ...line(140, 'Oak sleeper', '3', '10.00', '36.00'),
        ...line(156, 'Wedge', '2', '10.00', '24.00'),
        ...totals,
      ]),
    ]);
    expect(reading.lines.map(({ netAmount }) => netAmount?.value)).toEqual(['30.00', '20.00']);
    expect(reading.doubts).toEqual([]);
  });

  it('are asked about where they sum to nothing that is printed', () => {
    const reading = readDocument([
      pageOf([...head, ...heads('Total inc VAT'), ...line(140, 'Oak sleeper', '3', '12.00', '36.00'), ...totals]),
    ]);
    expect(reading.doubts.map(({ field }) => field)).toContain('lines');
  });
});

describe('the net amounts that lines are posted with', () => {
  const value = (text: string): ReadValue => ({ value: text, confidence: 1, page: 1, box: null, evidence: [], alternatives: [] });
  const bare = { itemNumber: null, description: null, quantity: null, unit: null, unitPrice: null, taxRate: null, netAmount: null };
  const at = { page: 1, box: { x: 0, y: 0, width: 1, height: 1 } };
  const taxed = (amount: string, rate: string): ReadLine => ({ ...bare, ...at, taxRate: value(rate), taxedAmount: amount });

  it('are those that were read where the page prints them', () => {
    expect(
      netAmounts(
        [
          { ...bare, ...at, netAmount: value('30.00') },
          { ...bare, ...at },
        ],
        '30.00',
      ),
    ).toEqual(['30.00', null]);
  });

  it('take each line’s own rate out', () => {
    expect(netAmounts([taxed('120.00', '20'), taxed('105.00', '5')], '200.00')).toEqual(['100.00', '100.00']);
  });

  it('are not made up without a net total', () => {
    expect(netAmounts([taxed('12.00', '20')], null)).toEqual([null]);
  });

  it('sum to the net total to the cent, whatever the rates', () => {
    const drawn = fc.array(fc.tuple(fc.integer({ min: 1, max: 999_999 }), fc.constantFrom('0', '5', '7', '8.1', '20', '25')), {
      minLength: 1,
      maxLength: 12,
    });
    fc.assert(
      fc.property(drawn, (lines) => {
        const net = sum(lines.map(([cents, rate]) => new Decimal(cents).div(100).div(new Decimal(rate).div(100).plus(1)))).toFixed(2);
        const amounts = netAmounts(
          lines.map(([cents, rate]) => taxed(new Decimal(cents).div(100).toFixed(2), rate)),
          net,
        );
        expect(sum(amounts.map((amount) => amount ?? '0')).toFixed(2)).toBe(net);
      }),
    );
  });
});
