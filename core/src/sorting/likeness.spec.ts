import fc from 'fast-check';
import { pageOf } from '../reading/fixtures/laid-out.js';
import { groupFor, LEAST_ALIKE, likeness, layoutOf } from './index.js';

const invoice = (number: string, lines: string[], seller = 'Gillbeck Scaffolding Ltd', left = 40) =>
  layoutOf([
    pageOf([
      [left, 40, seller, 16],
      [left, 60, `${seller.split(' ')[0]} House, Church Lane`],
      [380, 40, 'INVOICE', 18],
      [380, 70, `Invoice no. ${number}`],
      [380, 84, 'Invoice date 3 May 2026'],
      [left, 130, 'Kestrel Fell Railway Ltd'],
      [left, 300, 'Description Quantity Price Amount'],
      ...lines.map((line, i): [number, number, string] => [left, 320 + 16 * i, line]),
      [380, 700, 'Net total VAT Amount due'],
      [left, 800, `${seller} registered in England, payment within thirty days`],
    ]),
  ]);

describe('how alike documents layout', () => {
  const first = invoice('A-1', ['Scaffold tower, six metres', 'Debris netting, fitted']);
  const second = invoice('A-2', ['Erecting and taking down']);
  const other = layoutOf([
    pageOf([
      [200, 30, 'Rechnung', 20],
      [40, 80, 'Kesselwerk Brandtal GmbH, Dampfweg 3'],
      [40, 120, 'Kestrel Fell Railway Ltd'],
      [40, 200, 'Sehr geehrte Damen und Herren'],
      [40, 400, 'Innere Untersuchung des Kessels'],
      [40, 780, 'Amtsgericht Brandtal Geschäftsführerin'],
    ]),
  ]);

  it('is high for two of one layout, low for others', () => {
    expect(likeness(first, second)).toBeGreaterThan(0.6);
    expect(likeness(first, other)).toBeLessThan(0.15);
  });

  it('does not regard numbers', () => {
    expect(first).not.toContainEqual(expect.stringMatching(/\d[^@,]*@|^\d/));
    expect(likeness(invoice('A-1', []), invoice('B-77', []))).toBe(1);
  });

  it('is 0 for empty pages, 1 for the same, and the same both ways round', () => {
    expect(layoutOf([])).toEqual([]);
    expect(likeness([], [])).toBe(0);
    const sign = fc.constantFrom('a', 'b', 'c', 'a@1,1', 'b@2,1', 'c@1,3');
    fc.assert(
      fc.property(fc.uniqueArray(sign), fc.uniqueArray(sign), (a, b) => {
        expect(likeness(a, b)).toBeCloseTo(likeness(b, a), 12);
        expect(likeness(a, b)).toBeLessThanOrEqual(1);
        expect(likeness(a, b)).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  it('puts a document with those most like it', () => {
    const seen = [
      { group: 4, layout: other, taxId: null },
      { group: 9, layout: first, taxId: null },
    ];
    expect(groupFor(second, null, seen)).toBe(9);
    expect(groupFor(other, null, seen)).toBe(4);
    expect(groupFor(layoutOf([pageOf([[40, 40, 'Quite another letter']])]), null, seen)).toBeNull();
    expect(groupFor(second, null, [])).toBeNull();
  });

  it('goes by the tax id where both have one: the same puts together, another keeps apart', () => {
    expect(groupFor(other, 'GB1', [{ group: 9, layout: first, taxId: 'GB1' }])).toBe(9);
    expect(groupFor(second, 'GB2', [{ group: 9, layout: first, taxId: 'GB1' }])).toBeNull();
    expect(LEAST_ALIKE).toBeGreaterThan(0.2);
  });
});
